import { growthRows } from './block.ts';
import { engineRows } from './engine.ts';
import { proportionRows } from './growth.ts';
import { importRows, ledgerRows } from './ledger.ts';
import { listRows } from './lists.ts';
import { serverRows } from './server.ts';
import { waitingRows } from './waiting.ts';
import { workbookRows } from './workbooks.ts';
import { whatIfRows } from './whatIf.ts';

const rows = [
  ...engineRows(),
  ...whatIfRows(),
  ...growthRows(),
  ...listRows(),
  ...proportionRows(),
  ...ledgerRows(),
  ...importRows(),
  ...(await workbookRows()),
  ...(await serverRows()),
  ...(await waitingRows()),
];
if (process.argv.includes('--json')) {
  console.log(JSON.stringify(rows, null, 2));
} else {
  for (const { name, measured, limit, unit, ok } of rows) {
    console.log(
      `${ok ? 'ok  ' : 'SLOW'}  ${measured.toPrecision(3)} ${unit} (limit ${Number(limit.toPrecision(3))})  ${name}`,
    );
  }
}
process.exitCode = rows.every((row) => row.ok) ? 0 : 1;
