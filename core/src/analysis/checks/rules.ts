import { monthInWords } from '../../calendar/month.ts';
import { isFraction } from '../../figure/unit.ts';
import { writeWithUnit } from '../../figure/write.ts';
import { quoteName } from '../../formula/print.ts';
import { childrenOf, type Expression } from '../../formula/expression/syntax.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import { effectiveSteps } from '../../engine/node.ts';
import { BLANK, FINE } from '../../formula/expression/evaluation.ts';
import { problemsOf, type FigureProblem } from '../../engine/results.ts';
import { calculatorsOf, inputsOf, outputOfFigure } from '../../plan/document/calculators.ts';
import { commandForInput } from '../../plan/commands/forInput.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { planOf } from '../../plan/document/document.ts';
import { unitFindings } from '../../plan/document/formulas.ts';
import { readStoredOrNull } from '../../plan/document/storedFormulas.ts';
import { nameOf } from '../../plan/document/naming.ts';
import type { LineRow } from '../../plan/schema/tables.ts';
import { TOTALS, totalOfSide } from '../../plan/schema/totals.ts';
import type { Check, Found } from './finding.ts';
import { messages } from '../../messages/checks.ts';

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
function rulesOf(model: PlanModel): Rule[] {
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
      const expression = rule.formula === null || rule.from < 0 ? null : readStoredOrNull(rule.formula);
      return expression ? [{ ...rule, formula: rule.formula!, line, expression }] : [];
    });
  });
}

function* partsOf(expression: Expression): Generator<Expression> {
  yield expression;
  for (const child of childrenOf(expression)) yield* partsOf(child);
}

function replaced(formula: string, { place }: Expression, by: string): string {
  return `${formula.slice(0, place.from)}${by}${formula.slice(place.to)}`;
}

/**
 * A number typed into a rule that is an assumption's value. Small whole numbers are counts, not values; numbers set beside
 * the calendar are months and years; and 19 % is not an assumption of 19.
 */
export const typedNumbers: Check = (model) => {
  const { document } = model;
  const plan = planOf(document);
  return rulesOf(model).flatMap(({ line, formula, expression, from, rewrite }) =>
    valuesTyped(expression).flatMap(({ part, value, isPercentage }): Found[] => {
      const assumption = [...document.assumptions.values()].find(
        (other) =>
          other.formula === null && (!isPercentage || isFraction(other.unit)) && Math.abs(other.value - value) < 1e-9,
      );
      if (!assumption) return [];
      const written = writeWithUnit(value, assumption.unit, plan);
      return [
        {
          place: { id: line.id, month: model.calendar.months[from]! },
          about: `${assumption.id}|${part.place.from}`,
          message: messages.theRuleOfHasTyped(line.name, written, assumption.name),
          mend: {
            words: messages.putInItsPlace(assumption.name),
            command: rewrite(replaced(formula, part, `{${assumption.id}}`)),
          },
        },
      ];
    }),
  );
};

interface TypedValue {
  readonly part: Expression;
  readonly value: number;
  readonly isPercentage: boolean;
}

/** The numbers of a formula that may be values of something. */
function valuesTyped(expression: Expression): TypedValue[] {
  if (expression.kind === 'percent' && expression.operand.kind === 'number')
    return [{ part: expression, value: expression.operand.value / 100, isPercentage: true }];
  if (expression.kind === 'number') {
    const { value } = expression;
    return Number.isInteger(value) && value <= 12 ? [] : [{ part: expression, value, isPercentage: false }];
  }
  const children = childrenOf(expression);
  // A number beside `year`, `period` and the like counts months or years.
  const besideCalendar =
    expression.kind === 'binary' && children.some((child) => [...partsOf(child)].some(({ kind }) => kind === 'word'));
  return children.flatMap((child) => (besideCalendar && child.kind === 'number' ? [] : valuesTyped(child)));
}

/** Sums that add something and a part of it, and lines that repeat what their side counts already. */
export const doubleCounts: Check = (model) => {
  const { document } = model;
  const sums = new Set<string>([...document.groups.keys(), ...TOTALS.map(({ id }) => id)]);
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
      const message = messages.theRuleOfAddsAnd(line.name, partName, wholeName);
      return [{ place, about: `${whole}|${part}`, message, mend: null }];
    }
    const group = document.groups.get(line.group)!;
    const total = totalOfSide(group.side);
    if (!total || addends.length === 0) return [];
    const counted = membersOf(total);
    if (!addends.every((id) => counted.has(id) && id !== line.id)) return [];
    const names = addends.map((id) => nameOf(document, id) ?? id).join(' and ');
    const message = messages.repeatsWhichCountsAlready(line.name, names, nameOf(document, total)!);
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
  const nested = parts.map(addendsOf);
  return nested.some((each) => each.length === 0) ? [] : nested.flat();
}

/** Something that is empty in a month in which a rule divides or multiplies by it, so that there is no figure. */
export const blankFactors: Check = (model) => {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  return rulesOf(model).flatMap(({ line, expression, from, to }) => {
    const seen = new Set<string>();
    const lineSeries = model.seriesOf(line.id)!;
    return factorsIn(expression).flatMap(({ id, verb, askedFor }): Found[] => {
      // A loan or fund has no figures outside its run, and that is meant; so is what a condition asks for first.
      if (askedFor || seen.has(id) || id === line.id || outputOfFigure(id) !== null) return [];
      const series = model.seriesOf(id);
      const empty: number[] = [];
      for (let at = from; series && at < to; at++)
        if (series.codeAt(at) === BLANK && lineSeries.codeAt(at) !== FINE) empty.push(at);
      if (empty.length === 0) return [];
      seen.add(id);
      const month = calendar.months[empty[0]!]!;
      const others = messages.andMore(empty.length - 1);
      const message = messages.byWhichIsEmptyIn(
        line.name,
        verb,
        nameOf(document, id)!,
        monthInWords(month, locale),
        others,
      );
      return [{ place: { id, month }, about: line.id, message, mend: null }];
    });
  });
};

interface Factor {
  readonly id: string;
  readonly verb: 'divides' | 'multiplies';
  /** Whether it stands behind a condition that asks for it. */
  readonly askedFor: boolean;
}

/** The names a formula divides or multiplies by. */
function factorsIn(expression: Expression, asked: ReadonlySet<string> = new Set()): Factor[] {
  const factor = (part: Expression | undefined, verb: Factor['verb']): Factor[] =>
    part?.kind === 'ref' ? [{ id: part.id, verb, askedFor: asked.has(part.id) }] : [];
  const direct =
    expression.kind === 'binary' && expression.operator === '/'
      ? factor(expression.right, 'divides')
      : expression.kind === 'binary' && expression.operator === '*'
        ? [...factor(expression.left, 'multiplies'), ...factor(expression.right, 'multiplies')]
        : expression.kind === 'call' && expression.name === 'share'
          ? factor(expression.args[1], 'divides')
          : [];
  const conditional = expression.kind === 'call' && (expression.name === 'if' || expression.name === 'IFS');
  const conditions = conditional
    ? expression.args.filter((_, at) => at % 2 === 0 && at + 1 < expression.args.length)
    : [];
  const inner = new Set(asked);
  for (const condition of conditions)
    for (const part of partsOf(condition)) if (part.kind === 'ref') inner.add(part.id);
  return [...direct, ...childrenOf(expression).flatMap((child) => factorsIn(child, inner))];
}

/** Figures that are missing for a reason: a division by nothing, a result that does not exist, a rule that cannot be read. */
export const missingFigures: Check = (model) => {
  const { calendar } = model;
  const byPlace = new Map<string, FigureProblem[]>();
  for (const problem of problemsOf(model)) {
    const key = `${problem.node}|${problem.cause}`;
    byPlace.set(key, [...(byPlace.get(key) ?? []), problem]);
  }
  return [...byPlace.values()].map(([first, ...others]): Found => {
    const also = messages.theSameInOneMore(others.length);
    return {
      place: { id: first!.node, month: calendar.months[first!.period] ?? null },
      about: first!.cause,
      message: `${first!.message}${also}`,
      mend: null,
    };
  });
};

/** Units that do not go together, with the mend the formula field offers. */
export const unitDoubts: Check = (model) => {
  const { document, calendar } = model;
  const ofLines = rulesOf(model).flatMap(({ line, formula, expression, from, rewrite }) =>
    unitFindings(expression, document, line.unit).map(({ message, place, mend }, index): Found => ({
      place: { id: line.id, month: calendar.months[from]! },
      about: `${index}|${message}`,
      message: messages.theRuleOf(line.name, lowered(message)),
      mend: mend
        ? {
            words: messages.writeInstead(mend.replacement),
            command: rewrite(`${formula.slice(0, place.from)}${mend.replacement}${formula.slice(place.to)}`),
          }
        : null,
    })),
  );
  const ofAssumptions = [...document.assumptions.values()].flatMap(({ id, name, unit, formula }) => {
    const expression = formula === null ? null : readStoredOrNull(formula);
    if (!expression) return [];
    return unitFindings(expression, document, unit).map(({ message, place, mend }, index): Found => ({
      place: { id, month: null },
      about: `${index}|${message}`,
      message: messages.theFormulaOf(name, lowered(message)),
      mend: mend
        ? {
            words: messages.writeInstead(mend.replacement),
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
      const expression = formula === null ? null : readStoredOrNull(formula);
      if (!expression) return [];
      return unitFindings(expression, document, unit).map(({ message, place, mend }, index): Found => ({
        place: { id: calculator.row.id, month: null },
        about: `${id}|${index}|${message}`,
        message: messages.theOf(words, calculator.row.name, lowered(message)),
        mend: mend
          ? {
              words: messages.writeInstead(mend.replacement),
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
      const message = messages.andDifferByALetter(quoteName(thing.name), quoteName(other.name));
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
  if (/[\d\s]/.test(long[at]!) || /\d/.test(short[at] ?? '')) return false;
  // A letter that stands by itself is a label, as in Child A and Child B.
  const alone = (text: string) =>
    !/[\p{L}\p{M}]/u.test(text[at - 1] ?? ' ') && !/[\p{L}\p{M}]/u.test(text[at + 1] ?? ' ');
  return !(short.length === long.length && alone(a) && alone(b));
}
