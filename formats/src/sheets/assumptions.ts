import { UNIT_WORDS, inOrder, isFraction, planOf, readStored, type AssumptionRow } from '@haushalt/core';
import { monthInWords, t, say } from '../language.ts';
import { formulaCell } from './translation/formulaCell.ts';
import { valueAt } from './formula.ts';
import {
  EMPTY_CELL,
  words,
  type CellFormat,
  type DefinedName,
  type Sheet,
  type SheetCell,
  type SheetRow,
} from './sheet.ts';
import { assumptionKey, figureKey, stepKey, type PlanScope } from './translation/planScope.ts';

/** A rate keeps the decimals it was typed with. */
const formatOf = ({ unit }: AssumptionRow): CellFormat => ({ unit, ...(isFraction(unit) ? { decimals: 2 } : {}) });

/** All assumptions with their units, dated values and notes; those that change, month by month. */
export function assumptionsSheet(
  scope: PlanScope,
  withMonths = true,
): { readonly sheet: Sheet; readonly names: DefinedName[] } {
  const { model } = scope;
  const { document, calendar } = model;
  const plan = planOf(document);
  const assumptions = bySection(inOrder(document.assumptions.values()));
  const rows: SheetRow[] = [];
  let section = '';
  for (const row of assumptions) {
    if (row.section !== section) {
      rows.push({ role: 'section', cells: [words(row.section)] });
      section = row.section;
    }
    const format = formatOf(row);
    const steps = [...model.valueStepsOf(row.id)].sort((a, b) => (a.from < b.from ? -1 : 1));
    const value = model.seriesOf(row.id)!.valueAt(0);
    const cell: SheetCell = {
      value: row.formula === null ? row.value : value === value ? value : null,
      format,
      key: assumptionKey(row.id),
    };
    const { formula } = row;
    const typed =
      formula === null ? cell : formulaCell(cell, () => scope.isSteady(row.id) ? scope.translator.whole(readStored(formula), 0) : valueAt(figureKey(row.id, 0))); // prettier-ignore
    rows.push({ role: 'line', cells: [words(row.name), typed, words(say(UNIT_WORDS[row.unit])), words(row.note)] });
    for (const step of steps)
      rows.push({
        role: 'line',
        cells: [
          words(t('formats.fromMonth', { month: monthInWords(step.from, plan.locale) })),
          { value: step.value, format, key: stepKey(step.id) },
          EMPTY_CELL,
          EMPTY_CELL,
        ],
      });
  }
  const changing = withMonths ? assumptions.filter(({ id }) => !scope.isSteady(id)) : [];
  const monthly: SheetRow[] =
    changing.length === 0
      ? []
      : [
          { role: 'blank', cells: [] },
          {
            role: 'heading',
            cells: [
              words(t('formats.monthByMonth')),
              ...calendar.months.map((month) => ({ value: `${month}-01`, format: { unit: 'date' as const } })),
            ],
          },
          ...changing.map((row) => monthlyRow(scope, row)),
        ];
  const heading: SheetRow = {
    role: 'heading',
    cells: [
      words(t('formats.assumption')),
      words(t('formats.value')),
      words(t('formats.unit')),
      words(t('formats.note')),
    ],
  };
  const names = definedNames(scope, assumptions);
  return {
    names,
    sheet: {
      id: 'assumptions',
      title: t('formats.assumptions'),
      remark: '',
      columns: [
        { kind: 'name' },
        { kind: 'figure' },
        { kind: 'text' },
        { kind: 'text', width: 40 },
        ...Array.from({ length: Math.max(0, changing.length === 0 ? 0 : calendar.count - 3) }, () => ({
          kind: 'figure' as const,
        })),
      ],
      headings: 1,
      rows: [heading, ...rows, ...monthly],
    },
  };
}

/** Those of one section together, in the order in which sections first come up. */
function bySection(assumptions: readonly AssumptionRow[]): AssumptionRow[] {
  const sections = [...new Set(assumptions.map(({ section }) => section))];
  return sections.flatMap((section) => assumptions.filter((row) => row.section === section));
}

function monthlyRow(scope: PlanScope, row: AssumptionRow): SheetRow {
  const { calendar } = scope.model;
  const series = scope.model.seriesOf(row.id)!;
  const { formula } = row;
  const cells = calendar.months.map((_, place): SheetCell => {
    const value = series.valueAt(place);
    const cell = { value: value === value ? value : null, format: formatOf(row), key: figureKey(row.id, place) };
    return formulaCell(cell, () => formula === null ? scope.sourceOf(row.id, place)!.value : scope.translator.whole(readStored(formula), place)); // prettier-ignore
  });
  return { role: 'line', cells: [words(row.name), ...cells] };
}

function definedNames(scope: PlanScope, assumptions: readonly AssumptionRow[]): DefinedName[] {
  const used = new Set<string>();
  const free = (base: string): string => {
    let name = base;
    for (let attempt = 2; used.has(name.toLowerCase()); attempt++) name = `${base}_${attempt}`;
    used.add(name.toLowerCase());
    return name;
  };
  const named = assumptions.map((row): DefinedName => {
    const key = assumptionKey(row.id);
    const isOneCell = row.formula === null || scope.isSteady(row.id);
    const keys = isOneCell ? [key] : scope.model.calendar.months.map((_, place) => figureKey(row.id, place));
    return { key, name: free(identifierOf(row.name)), keys };
  });
  // Of a value that changes each has a name that says from when.
  const dated = assumptions.flatMap((row) =>
    scope.model.valueStepsOf(row.id).map((step): DefinedName => {
      const key = stepKey(step.id);
      return { key, name: free(`${identifierOf(row.name)}_from_${step.from.replace('-', '_')}`), keys: [key] };
    }),
  );
  return [...named, ...dated];
}

/** A name as workbooks allow it: letters, digits and underscores, and nothing that looks like a cell. */
export function identifierOf(name: string): string {
  const plain = name
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}_]+/gu, '_')
    .replace(/^_+|_+$/g, '');
  const begun = /^\p{L}/u.test(plain) ? plain : `_${plain}`;
  const isCell = /^[a-z]{1,3}\d+$/i.test(begun) || /^(r|c)\d*(c\d*)?$/i.test(begun) || /^(true|false)$/i.test(begun);
  return isCell ? `${begun}_` : begun;
}
