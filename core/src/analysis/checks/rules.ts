import { monthInWords } from '../../calendar/month.ts';
import { writeWithUnit } from '../../figure/write.ts';
import { quoteName } from '../../formula/print.ts';
import { childrenOf, FormulaError, type Expression } from '../../formula/syntax.ts';
import type { Model } from '../../engine/model.ts';
import { effectiveSteps } from '../../engine/node.ts';
import { BLANK } from '../../engine/problems.ts';
import { calculatorsOf, inputsOf, outputOfFigure } from '../../plan/calculators.ts';
import { commandForInput } from '../../plan/calculatorCommands.ts';
import type { Command } from '../../plan/commands.ts';
import { planOf } from '../../plan/document.ts';
import { readStored, unitFindings } from '../../plan/formulas.ts';
import { nameOf } from '../../plan/naming.ts';
import type { LineRow } from '../../plan/tables.ts';
import { TOTAL_EXPENSES, TOTAL_INCOME, TOTAL_SET_ASIDE, totalOfSide } from '../../plan/totals.ts';
import type { Check, Found } from './finding.ts';

/** A formula of a line's rule, with the months it holds in. */
interface Rule {
  readonly line: LineRow;
  readonly formula: string;
  readonly expression: Expression;
  readonly from: number;
  readonly to: number;
  /** The command that puts another formula in its place. */
  readonly rewrite: (formula: string) => Command;
}

/** All formulas of a plan's lines that can be read and hold in some month. */
function rulesOf(model: Model): Rule[] {
  const { document, calendar } = model;
  return [...document.lines.values()].flatMap((line) => {
    const steps = effectiveSteps(model.stepsOf(line.id), calendar).map(({ row, from, to }) => ({
      formula: row.formula,
      from,
      to,
      rewrite: (formula: string): Command => ({ kind: 'line.rewriteStep', line: line.id, from: row.from, formula }),
    }));
    const exceptions = model.exceptionsOf(line.id).map(({ formula, month }) => {
      const from = calendar.months.indexOf(month);
      const rewrite = (next: string): Command => ({
        kind: 'line.setFormula', line: line.id, month, reach: 'month', formula: next,
      }); // prettier-ignore
      return { formula, from, to: from + 1, rewrite };
    });
    return [...steps, ...exceptions].flatMap((rule) => {
      const expression = rule.formula === null || rule.from < 0 ? null : readable(rule.formula);
      return expression ? [{ ...rule, formula: rule.formula!, line, expression }] : [];
    });
  });
}

function readable(formula: string): Expression | null {
  try {
    return readStored(formula);
  } catch (error) {
    if (error instanceof FormulaError) return null;
    throw error;
  }
}

function* partsOf(expression: Expression): Generator<Expression> {
  yield expression;
  for (const child of childrenOf(expression)) yield* partsOf(child);
}

function replaced(formula: string, { place }: Expression, by: string): string {
  return `${formula.slice(0, place.from)}${by}${formula.slice(place.to)}`;
}

/** A number typed into a rule that is an assumption's value. Small whole numbers are counts, not values. */
export const typedNumbers: Check = (model) => {
  const { document } = model;
  const plan = planOf(document);
  return rulesOf(model).flatMap(({ line, formula, expression, from, rewrite }) =>
    [...partsOf(expression)].flatMap((part): Found[] => {
      const value =
        part.kind === 'percent' && part.operand.kind === 'number'
          ? part.operand.value / 100
          : part.kind === 'number' && !(Number.isInteger(part.value) && part.value <= 12)
            ? part.value
            : null;
      if (value === null) return [];
      const assumption = [...document.assumptions.values()].find(
        (other) => other.formula === null && Math.abs(other.value - value) < 1e-9,
      );
      if (!assumption) return [];
      const written = writeWithUnit(value, assumption.unit, plan);
      return [
        {
          place: { id: line.id, month: model.calendar.months[from]! },
          about: `${assumption.id}|${part.place.from}`,
          message: `The rule of ${line.name} has ${written} typed in, which is the value of ${assumption.name}.`,
          mend: {
            words: `Put ${assumption.name} in its place`,
            command: rewrite(replaced(formula, part, `{${assumption.id}}`)),
          },
        },
      ];
    }),
  );
};

/** Sums that add something and a part of it, and lines that repeat what their side counts already. */
export const doubleCounts: Check = (model) => {
  const { document } = model;
  const sums = new Set<string>([...document.groups.keys(), TOTAL_INCOME, TOTAL_EXPENSES, TOTAL_SET_ASIDE]);
  const membersOf = (id: string): ReadonlySet<string> => {
    const members = new Set<string>();
    if (!sums.has(id)) return members;
    for (const { id: member } of model.usesOf(id)) {
      members.add(member);
      for (const inner of membersOf(member)) members.add(inner);
    }
    return members;
  };
  return rulesOf(model).flatMap(({ line, expression, from }): Found[] => {
    const place = { id: line.id, month: model.calendar.months[from]! };
    const addends = addendsOf(expression);
    for (const whole of addends) {
      const part = addends.find((other) => other !== whole && membersOf(whole).has(other));
      if (part === undefined) continue;
      const [partName, wholeName] = [nameOf(document, part) ?? part, nameOf(document, whole) ?? whole];
      const message = `The rule of ${line.name} adds ${partName} and ${wholeName}, which contains it.`;
      return [{ place, about: `${whole}|${part}`, message, mend: null }];
    }
    const group = document.groups.get(line.group)!;
    const total = totalOfSide(group.side);
    if (!total || addends.length === 0) return [];
    const counted = membersOf(total);
    if (!addends.every((id) => counted.has(id) && id !== line.id)) return [];
    const names = addends.map((id) => nameOf(document, id) ?? id).join(' and ');
    const message = `${line.name} repeats ${names}, which ${nameOf(document, total)!} counts already.`;
    return [{ place, about: 'repeats', message, mend: null }];
  });
};

/** What a formula adds up, when it is nothing but a sum of names; empty for any other formula. */
function addendsOf(expression: Expression): string[] {
  if (expression.kind === 'ref') return [expression.id];
  const parts =
    expression.kind === 'binary' && expression.operator === '+'
      ? [expression.left, expression.right]
      : expression.kind === 'call' && expression.name === 'sum'
        ? expression.args
        : [];
  const own = parts.map(addendsOf);
  return own.some((each) => each.length === 0) ? [] : own.flat();
}

/** Something that is empty in a month in which a rule divides or multiplies by it. */
export const blankFactors: Check = (model) => {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  return rulesOf(model).flatMap(({ line, expression, from, to }) => {
    const seen = new Set<string>();
    return [...partsOf(expression)].flatMap((part): Found[] => {
      if (part.kind !== 'binary' || (part.operator !== '/' && part.operator !== '*')) return [];
      const factors = part.operator === '/' ? [part.right] : [part.left, part.right];
      return factors.flatMap((factor): Found[] => {
        // A loan or pot has no figures outside its run, and that is meant.
        if (factor.kind !== 'ref' || seen.has(factor.id) || factor.id === line.id) return [];
        if (outputOfFigure(factor.id) !== null) return [];
        const series = model.seriesOf(factor.id);
        const empty: number[] = [];
        for (let at = from; series && at < to; at++) if (series.codeAt(at) === BLANK) empty.push(at);
        if (empty.length === 0) return [];
        seen.add(factor.id);
        const month = calendar.months[empty[0]!]!;
        const others = empty.length === 1 ? '' : ` and ${empty.length - 1} more`;
        const verb = part.operator === '/' ? 'divides' : 'multiplies';
        const message = `${line.name} ${verb} by ${nameOf(document, factor.id)!}, which is empty in ${monthInWords(month, locale)}${others}.`;
        return [{ place: { id: factor.id, month }, about: line.id, message, mend: null }];
      });
    });
  });
};

/** Units that do not go together, with the mend the formula field offers. */
export const unitDoubts: Check = (model) => {
  const { document, calendar } = model;
  const ofLines = rulesOf(model).flatMap(({ line, formula, expression, from, rewrite }) =>
    unitFindings(expression, document, line.unit).map(({ message, place, mend }, index): Found => ({
      place: { id: line.id, month: calendar.months[from]! },
      about: `${index}|${message}`,
      message: `The rule of ${line.name}: ${lowered(message)}`,
      mend: mend
        ? {
            words: `Write ${mend.replacement}`,
            command: rewrite(`${formula.slice(0, place.from)}${mend.replacement}${formula.slice(place.to)}`),
          }
        : null,
    })),
  );
  const ofAssumptions = [...document.assumptions.values()].flatMap(({ id, name, unit, formula }) => {
    const expression = formula === null ? null : readable(formula);
    if (!expression) return [];
    return unitFindings(expression, document, unit).map(({ message, place, mend }, index): Found => ({
      place: { id, month: null },
      about: `${index}|${message}`,
      message: `The formula of ${name}: ${lowered(message)}`,
      mend: mend
        ? {
            words: `Write ${mend.replacement}`,
            command: {
              kind: 'assumption.set',
              assumption: id,
              settings: {
                formula: `${formula!.slice(0, place.from)}${mend.replacement}${formula!.slice(place.to)}`,
              },
            },
          }
        : null,
    }));
  });
  const ofCalculators = calculatorsOf(document).flatMap((calculator) =>
    inputsOf(document, calculator).flatMap(({ id, words, unit, formula }) => {
      const expression = formula === null ? null : readable(formula);
      if (!expression) return [];
      return unitFindings(expression, document, unit).map(({ message, place, mend }, index): Found => ({
        place: { id: calculator.row.id, month: null },
        about: `${id}|${index}|${message}`,
        message: `The ${words} of ${calculator.row.name}: ${lowered(message)}`,
        mend: mend
          ? {
              words: `Write ${mend.replacement}`,
              command: commandForInput(
                document,
                id,
                `${formula!.slice(0, place.from)}${mend.replacement}${formula!.slice(place.to)}`,
              ),
            }
          : null,
      }));
    }),
  );
  return [...ofLines, ...ofAssumptions, ...ofCalculators];
};

function lowered(sentence: string): string {
  return /^[A-Z][a-z]/.test(sentence) ? sentence.charAt(0).toLowerCase() + sentence.slice(1) : sentence;
}

/** Names that differ by a letter. Numbers at the end tell names apart well enough. */
export const similarNames: Check = ({ document }) => {
  const things = [
    ...document.lines.values(),
    ...document.groups.values(),
    ...document.assumptions.values(),
    ...calculatorsOf(document).map(({ row }) => row),
  ];
  const found: Found[] = [];
  things.forEach((thing, index) => {
    for (const other of things.slice(index + 1)) {
      if (!differByALetter(thing.name.toLowerCase(), other.name.toLowerCase())) continue;
      const message = `${quoteName(thing.name)} and ${quoteName(other.name)} differ by a letter.`;
      found.push({ place: { id: other.id, month: null }, about: thing.id, message, mend: null });
    }
  });
  return found;
};

/** Whether one text becomes the other by one letter put in, left out or replaced. */
export function differByALetter(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length < 4 || long.length - short.length > 1 || short === long) return false;
  let at = 0;
  while (at < short.length && short[at] === long[at]) at++;
  const rest = long.length === short.length ? short.slice(at + 1) : short.slice(at);
  if (rest !== long.slice(at + 1)) return false;
  return !/[\d\s]/.test(long[at]!) && !/\d/.test(short[at] ?? '');
}
