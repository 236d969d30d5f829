import { Names, nameKey, type NamedThing } from '../formula/names.ts';
import {
  CALCULATORS,
  CALCULATOR_TABLES,
  calculatorWith,
  calculatorsOf,
  inputWith,
  outputOfFigure,
  outputsOf,
  ownerOfFigure,
} from './calculators.ts';
import type { Document } from './document.ts';
import { TOTALS, totalWithId } from './totals.ts';

/** Everything in a plan that a rule can name. */
export function namesOf(document: Document): Names {
  const things: NamedThing[] = [...TOTALS];
  for (const table of ['lines', 'groups', 'assumptions'] as const) things.push(...document[table].values());
  for (const calculator of calculatorsOf(document)) {
    const { table, row } = calculator;
    const outputs = outputsOf(calculator).map((output) => output.name);
    const isSchedule = table === 'taxSchedules';
    things.push({ id: row.id, name: row.name, calculator: { word: CALCULATORS[table].word, outputs, isSchedule } });
  }
  return new Names(
    things,
    TOTALS.flatMap((total) => (total.alias ? [{ id: total.id, name: total.alias }] : [])),
  );
}

/**
 * The name of a line, group, assumption, total or calculator, of an output (`Cargo bike.payment`) or an input (`the
 * amount of Cargo bike`); `undefined` when nothing has that id.
 */
export function nameOf(document: Document, id: string): string | undefined {
  const own = document.lines.get(id) ?? document.groups.get(id) ?? document.assumptions.get(id) ?? totalWithId(id);
  if (own) return own.name;
  const output = outputOfFigure(id);
  if (output !== null) {
    const owner = calculatorWith(document, ownerOfFigure(id));
    return owner && `${owner.row.name}.${output}`;
  }
  const given = inputWith(document, id);
  if (given) return `the ${given.input.words} of ${given.calculator.row.name}`;
  return calculatorWith(document, id)?.row.name;
}

/** Why a name cannot be given, as a sentence, or `null` when it can. `self` is the row that is to bear it. */
export function nameRefusal(document: Document, name: string, self: string | null): string | null {
  const shape = nameShapeRefusal(name);
  if (shape) return shape;
  const key = nameKey(name);
  if (TOTALS.some((total) => nameKey(total.name) === key)) {
    return `${name.trim()} is a total every plan has. Choose another name.`;
  }
  for (const [table, kind] of [
    ['lines', 'a line'],
    ['groups', 'a group'],
    ['assumptions', 'an assumption'],
    ...CALCULATOR_TABLES.map((each) => [each, `a ${CALCULATORS[each].word}`] as const),
  ] as const) {
    for (const row of document[table].values()) {
      if (row.id !== self && nameKey(row.name) === key) {
        return `There is already ${kind} called ${row.name}. Rules tell things apart by their names, so choose another.`;
      }
    }
  }
  return null;
}

/** Why a text cannot be a name at all, whatever else there is. */
export function nameShapeRefusal(name: string): string | null {
  const trimmed = name.trim();
  if (trimmed === '') return 'A name is needed.';
  if ([...trimmed].length > 80) return `A name may have 80 letters; this one has ${[...trimmed].length}.`;
  // eslint-disable-next-line no-control-regex -- control characters are exactly what is refused
  if (/[\u0000-\u001f\u007f\u2028\u2029]/.test(trimmed))
    return 'A name stands on one line, without tabs or control characters.';
  return null;
}

/** A name like `base` that is still free in a plan: `base copy`, `base copy 2`, … */
export function freeName(document: Document, base: string, also: ReadonlySet<string> = new Set()): string {
  return firstFree(base, (name) => !also.has(nameKey(name)) && nameRefusal(document, name, null) === null);
}

/** A name for the copy of a plan that none of the others has. */
export function freeCopyName(base: string, others: readonly string[]): string {
  const taken = new Set(others.map(nameKey));
  return firstFree(base, (name) => !taken.has(nameKey(name)));
}

function firstFree(base: string, isFree: (name: string) => boolean): string {
  for (let attempt = 1; ; attempt++) {
    const suffix = attempt === 1 ? ' copy' : ` copy ${attempt}`;
    const name = `${[...base].slice(0, 80 - suffix.length).join('')}${suffix}`;
    if (isFree(name)) return name;
  }
}
