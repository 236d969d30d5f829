// npm run samples: makes docs/samples anew: the demo's budget as PDF, its workbooks, and a workbook with ten planted faults.
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import { HyperFormula } from 'hyperformula';
import { ROOT, build } from './setup.mjs';

const FOLDER = join(ROOT, 'docs/samples');
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** The column of a month, from 0, by its letter: January is in B. */
const letter = (month) => String.fromCharCode(66 + month);

/** A row of months: what stands in each, said of the letter of its column and that of the month before. */
const row = (label, formulaOf) => [
  label,
  ...MONTHS.map((_, month) => formulaOf(letter(month), month, month === 0 ? '' : letter(month - 1))),
];

/** The allotment club's workbook, as somebody may have kept it for years. Ten faults are planted in it. */
function clubBook() {
  const rows = [
    ['Allotment club, budget 2026'],
    ['Price rise per year', 0.03, '', 'Loan interest per year', 0.048, '', 'Members', 40],
    [],
    ['', ...MONTHS, 'Year'],
    ['Income'],
    row('Membership dues', () => 820),
    row('Plant sale', (_, month) => (month === 4 ? 640 : month === 8 ? 410 : 0)),
    row('Hall hire', (_, month) => 90 + 5 * (month % 3)),
    row('Total income', (c) => `=SUM(${c}6:${c}8)`),
    ['Running costs'],
    row('Ground rent', () => 310),
    row('Water', (c, month, before) => (month === 0 ? 64 : `=${before}12`)),
    // 1 The price rise slides along with the months: from February on its cell is empty.
    row('Insurance', (c) => `=48*(1+${c}2)`),
    // 2 A rate is typed into the formulas.
    row('Seeds and soil', (_, month, before) => (month === 0 ? 75 : `=${before}14*1.02`)),
    // 3 In June a figure is typed over the formula.
    row('Repairs', (c, month) => (month === 5 ? 95 : `=$H$2*1.5`)),
    // 4 In October the formula differs from its neighbours.
    row('Bank charges', (c, month) => (month === 9 ? `=${c}11*0.2+4` : `=${c}11/50`)),
    // 5 The total misses the last line.
    row('Total running costs', (c) => `=SUM(${c}11:${c}15)`),
    ['Garden house'],
    row('Loan balance', (c, month, before) => (month === 0 ? 5200 : `=${before}19-110`)),
    // 6 A rate per year is used as it is for every month.
    row('Loan interest', (c) => `=${c}19*$E$2`),
    // 7 March is a text that looks like a figure.
    row('Shed repairs', (_, month) => (month === 2 ? '85.00' : month % 4 === 0 ? 60 : 0)),
    // 8 A hidden row is added up.
    row('Old fence', () => 15),
    row('Total garden house', (c) => `=SUM(${c}20:${c}22)`),
    // 9 The total of all counts the running costs twice.
    row('Total expenses', (c) => `=SUM(${c}11:${c}17)+${c}23`),
    row('Net', (c) => `=${c}9-${c}24`),
    row('Cumulative net', (c, month, before) => (month === 0 ? '=B25' : `=${before}26+${c}25`)),
    ['Memo'],
    row('Visitors', (_, month) => (month === 0 ? '' : 20 + month)),
    // 10 In January it is divided by what is empty.
    row('Cost per visitor', (c) => `=${c}17/${c}28`),
  ];
  for (const index of [5, 6, 7, 8, 10, 11, 12, 13, 14, 15, 16]) rows[index][13] = `=SUM(B${index + 1}:M${index + 1})`;
  return rows;
}

/** Rows as an Office Open XML file, with what their formulas come to. */
async function written(rows, hidden) {
  const engine = HyperFormula.buildFromArray(rows, { licenseKey: 'gpl-v3' });
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('2026');
  sheet.getColumn(1).width = 24;
  rows.forEach((cells, r) =>
    cells.forEach((value, c) => {
      if (value === '') return;
      const cell = sheet.getCell(r + 1, c + 1);
      if (typeof value === 'string' && value.startsWith('=')) {
        const result = engine.getCellValue({ sheet: 0, row: r, col: c });
        cell.value = { formula: value.slice(1), result: typeof result === 'number' ? result : { error: '#DIV/0!' } };
      } else cell.value = value;
      if (r === 1 && value < 1) cell.numFmt = '0.0%';
      else if (typeof value !== 'string' || value.startsWith('=')) cell.numFmt = '#,##0.00';
    }),
  );
  for (const number of hidden) sheet.getRow(number).hidden = true;
  return Buffer.from(await book.xlsx.writeBuffer());
}

await build();
mkdirSync(FOLDER, { recursive: true });
const haushalt = (...args) =>
  execFileSync(process.execPath, [join(ROOT, 'cli/bin/haushalt.js'), ...args], { stdio: 'inherit' });
const household = join(ROOT, 'demo/household.haushalt.json');
haushalt(
  'print',
  household,
  join(FOLDER, 'household-budget.pdf'),
  '--years',
  '2026',

  '--name',
  'Mara Brandt',
);
for (const ending of ['ods', 'xlsx']) haushalt('convert', household, join(FOLDER, `household.${ending}`));
writeFileSync(join(FOLDER, 'allotment-club.xlsx'), await written(clubBook(), [22]));
