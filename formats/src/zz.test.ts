import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { Model, parsePlan } from '@haushalt/core';
import { liveWorkbook, writeXlsx } from '@haushalt/formats';
import { RecalculatedWorkbook } from '/work/main/formats/src/testing/recalculated.ts';
it('try', async () => {
  for (const file of ['household','bread-stall']) {
    const model = new Model(parsePlan(JSON.parse(readFileSync(`/work/main/demo/${file}.haushalt.json`,'utf8'))));
    for (const by of ['year','plan'] as const) {
    const book = liveWorkbook(model, { by, author: 'Mara' });
    let t=performance.now();
    const bytes = await writeXlsx(book);
    console.log(file, by, bytes.length, performance.now()-t, book.sheets.map(s=>s.title));
    require('fs').writeFileSync(`/tmp/${file}-${by}.xlsx`, bytes);
    const re = new RecalculatedWorkbook(bytes);
    let bad=0, n=0, unsaid=0;
    book.sheets.forEach((sheet, si) => sheet.rows.forEach((row, r) => { let c=0; for (const cell of row.cells) { 
      if (cell.mark==='unsaid') unsaid++;
      if (cell.formula) { n++; const v = re.at(re.sheetNames[si], r, c); const ours = cell.value; const isNo=(x:any)=>x===null||x===''||x==='problem';
       const ok = typeof ours==='number' ? typeof v==='number' && Math.abs(v-ours)<0.005 : isNo(v);
       if(!ok && bad++<12) console.log(sheet.title, row.cells[0].value, c, ours, v, re.why(re.sheetNames[si], r, c)); }
      c+=cell.span??1; } }));
    console.log({n,bad,unsaid});
    for (const r of book.sheets.at(-1)!.rows) console.log(r.cells.map(c=>c.value).join(' | '));
    }
  }
});
