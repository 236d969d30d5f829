import { isSame } from '../../figure/compare.ts';
import { CANONICAL } from '../../figure/notation.ts';
import { isFraction } from '../../figure/unit.ts';
import { writeWithUnit } from '../../figure/write.ts';
import { calendarWordsTaken } from '../../formula/names.ts';
import { quoteName } from '../../formula/print.ts';
import { childrenOf, type Expression, type Place } from '../../formula/expression/syntax.ts';
import { BLANK, FINE } from '../../formula/expression/evaluation.ts';
import { problemsOf, type FigureProblem } from '../../engine/results.ts';
import { calculatorsOf, outputOfFigure } from '../../plan/document/calculators.ts';
import { planOf, type Document } from '../../plan/document/document.ts';
import { unitFindings } from '../../plan/document/formulas.ts';
import { namesInList } from '../../plan/document/listNames.ts';
import { labelOf, namesOf } from '../../plan/document/naming.ts';
import { rowsWhere } from '../../plan/document/rowTable.ts';
import { readStoredOrNull } from '../../plan/document/storedFormulas.ts';
import { TOTALS, totalOfSide } from '../../plan/schema/totals.ts';
import type { Check, Found } from './finding.ts';
import { addendsOf, partsOf, valuesTyped } from './typedValues.ts';
import { assumptionRules, columnRules, inputRules, lineRules, replaced, type WrittenRule } from './writtenRules.ts';
import { messageFor, listOf } from '../../message.ts';

/**
 * A number typed into a rule that is an assumption's value. Small whole numbers are counts, not values; numbers set beside
 * the calendar are months and years; and 19 % is not an assumption of 19.
 */
export const typedNumbers: Check = (model) => {
  const { document } = model;
  const plan = planOf(document);
  // One that changes with time is not the number, whatever it is in some months.
  const steady = [...document.assumptions.values()].filter(
    ({ id, formula }) => formula === null && isEmpty(rowsWhere(document.assumptionSteps, 'assumption', id)),
  );
  return [...lineRules(model), ...columnRules(model)].flatMap((rule) =>
    valuesTyped(rule.expression).flatMap(({ part, value, isPercentage }): Found[] => {
      const assumption = steady.find(
        (other) =>
          (!isPercentage || isFraction(other.unit)) &&
          isSame(other.value, value) &&
          (isFraction(other.unit) || fitsAs(document, rule, part.place, other.id)),
      );
      if (!assumption) return [];
      const written = writeWithUnit(value, assumption.unit, plan);
      return [
        {
          place: rule.place,
          about: aboutIn(rule, `${assumption.id}|${part.place.from}`),
          message: messageFor('finding.typedNumber', { name: rule.name, written, assumption: assumption.name }),
          fix: {
            words: messageFor('finding.calendarWord.fix', { name: assumption.name }),
            command: rule.rewrite(replaced(rule, part.place, `{${assumption.id}}`)),
          },
        },
      ];
    }),
  );
};

/** Returns whether something may stand where a number is typed: that a count is 20 makes it no fee of 20. */
function fitsAs(document: Document, rule: WrittenRule, place: Place, id: string): boolean {
  const doubts = (expression: Expression) => unitFindings(expression, document, rule.unit, CANONICAL, rule.list).length;
  const instead = readStoredOrNull(replaced(rule, place, `{${id}}`));
  return instead !== null && doubts(instead) <= doubts(rule.expression);
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
  return lineRules(model).flatMap(({ line, expression, place }): Found[] => {
    const addends = addendsOf(expression);
    for (const whole of addends) {
      const part = addends.find((other) => other !== whole && membersOf(whole).has(other));
      if (part === undefined) continue;
      const [partName, wholeName] = [labelOf(document, part) ?? part, labelOf(document, whole) ?? whole];
      const message = messageFor('finding.addsPartAndWhole', { name: line.name, partName, wholeName });
      return [{ place, about: `${whole}|${part}`, message, fix: null }];
    }
    const group = document.groups.get(line.group)!;
    const total = totalOfSide(group.side);
    // A line that is the same as another is a thing of its own at the same price.
    if (!total || addends.length === 0 || (addends.length === 1 && document.lines.has(addends[0]!))) return [];
    const counted = membersOf(total);
    if (!addends.every((id) => counted.has(id) && id !== line.id)) return [];
    const names = listOf(addends.map((id) => labelOf(document, id) ?? id));
    const message = messageFor('finding.countedTwice', {
      name: line.name,
      names,
      of: labelOf(document, total)!,
    });
    return [{ place, about: 'repeats', message, fix: null }];
  });
};

/** Something that is empty in a month in which a rule divides or multiplies by it, so that there is no figure. */
export const blankFactors: Check = (model) => {
  const { document, calendar } = model;
  return lineRules(model).flatMap(({ line, expression, from, to }) => {
    const seen = new Set<string>();
    const lineSeries = model.seriesOf(line.id)!;
    return factorsIn(expression).flatMap(({ id, verb, askedFor }): Found[] => {
      // A loan or fund has no figures outside its run, and that is meant; so is what a condition asks for first.
      if (askedFor || seen.has(id) || id === line.id || outputOfFigure(id) !== null) return [];
      const series = model.seriesOf(id);
      const empty: number[] = [];
      for (let index = from; series && index < to; index++)
        if (series.codeAt(index) === BLANK && lineSeries.codeAt(index) !== FINE) empty.push(index);
      if (empty.length === 0) return [];
      seen.add(id);
      const month = calendar.months[empty[0]!]!;
      const others = messageFor('finding.moreMonths', { others: empty.length - 1 });
      const message = messageFor('finding.emptyFactor', {
        name: line.name,
        verb,
        of: labelOf(document, id)!,
        month: { month },
        others,
      });
      return [{ place: { id, month }, about: line.id, message, fix: null }];
    });
  });
};

interface Factor {
  readonly id: string;
  readonly verb: 'divides' | 'multiplies';
  /** True when it stands behind a condition that asks for it. */
  readonly askedFor: boolean;
}

/** The names a formula divides or multiplies by. */
function factorsIn(expression: Expression, checkedFactors: ReadonlySet<string> = new Set()): Factor[] {
  const factor = (part: Expression | undefined, verb: Factor['verb']): Factor[] =>
    part?.kind === 'ref' ? [{ id: part.id, verb, askedFor: checkedFactors.has(part.id) }] : [];
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
    ? expression.args.filter((_, index) => index % 2 === 0 && index + 1 < expression.args.length)
    : [];
  const inner = new Set(checkedFactors);
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
    return {
      place: { id: first!.node, month: calendar.months[first!.period] ?? null },
      about: first!.cause,
      message:
        others.length === 0
          ? first!.message
          : messageFor('finding.andElsewhere', { problem: first!.message, count: others.length }),
      fix: null,
    };
  });
};

/** Units that do not go together, with the mend the formula field offers. */
export const unitDoubts: Check = (model) =>
  [...lineRules(model), ...assumptionRules(model), ...inputRules(model), ...columnRules(model)].flatMap((rule) =>
    unitFindings(rule.expression, model.document, rule.unit, CANONICAL, rule.list).map(
      ({ message, place, fix }, index): Found => ({
        place: rule.place,
        about: aboutIn(rule, `${index}|${JSON.stringify(message)}`),
        message: rule.say(message),
        fix: fix
          ? {
              words: messageFor('finding.writeInstead', { replacement: fix.replacement }),
              command: rule.rewrite(replaced(rule, place, fix.replacement)),
            }
          : null,
      }),
    ),
  );

/** Rules of earlier times that took a calendar word, where something of the plan is called so. */
export const calendarWords: Check = (model) => {
  const { document } = model;
  return [...lineRules(model), ...assumptionRules(model), ...inputRules(model), ...columnRules(model)].flatMap(
    (rule) => {
      const names = rule.list === null ? namesOf(document) : namesInList(document, rule.list);
      return calendarWordsTaken(rule.expression, names).map(({ place, named, replacement }): Found => ({
        place: rule.place,
        about: aboutIn(rule, String(place.from)),
        message: messageFor('finding.calendarWord', {
          name: rule.name,
          word: replacement.slice(0, -2),
          named: named.name,
        }),
        fix: {
          words: messageFor('finding.calendarWord.fix', { name: named.name }),
          command: rule.rewrite(replaced(rule, place, `{${named.id}}`)),
        },
      }));
    },
  );
};

function isEmpty(rows: Iterable<unknown>): boolean {
  return rows[Symbol.iterator]().next().done === true;
}

/** Returns what tells a finding from others at the same place. */
function aboutIn({ about }: WrittenRule, finding: string): string {
  return about === '' ? finding : `${about}|${finding}`;
}

/** Names that differ by a letter. Numbers at the end tell names apart well enough. */
export const similarNames: Check = ({ document }) => {
  const things = [
    ...document.lines.values(),
    ...document.groups.values(),
    ...document.assumptions.values(),
    ...calculatorsOf(document).map(({ row }) => row),
  ];
  const findings: Found[] = [];
  things.forEach((thing, index) => {
    for (const other of things.slice(index + 1)) {
      if (!differByALetter(thing.name.toLowerCase(), other.name.toLowerCase())) continue;
      const message = messageFor('finding.similarNames', {
        name: quoteName(thing.name),
        other: quoteName(other.name),
      });
      findings.push({ place: { id: other.id, month: null }, about: thing.id, message, fix: null });
    }
  });
  return findings;
};

/** Returns whether one text becomes the other by one letter put in, left out or replaced. */
export function differByALetter(a: string, b: string): boolean {
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length < 4 || long.length - short.length > 1 || short === long) return false;
  let sameLetters = 0;
  while (sameLetters < short.length && short[sameLetters] === long[sameLetters]) sameLetters++;
  const rest = long.length === short.length ? short.slice(sameLetters + 1) : short.slice(sameLetters);
  if (rest !== long.slice(sameLetters + 1)) return false;
  if (/[\d\s]/.test(long[sameLetters]!) || /\d/.test(short[sameLetters] ?? '')) return false;
  // A letter that stands by itself is a label, as in Child A and Child B.
  const isAlone = (text: string) =>
    !/[\p{L}\p{M}]/u.test(text[sameLetters - 1] ?? ' ') && !/[\p{L}\p{M}]/u.test(text[sameLetters + 1] ?? ' ');
  return !(short.length === long.length && isAlone(a) && isAlone(b));
}
