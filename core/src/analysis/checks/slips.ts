import { monthOfDay } from '../../calendar/day.ts';
import { rangesOf } from '../../calendar/calendar.ts';
import { addMonths, monthsBetween, type Month } from '../../calendar/month.ts';
import { effectiveSteps } from '../../engine/node.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import { usersOf } from '../../graph/users.ts';
import { messageFor } from '../../message.ts';
import { isSame } from '../../figure/compare.ts';
import { writeWithUnit } from '../../figure/write.ts';
import { quoteName } from '../../formula/print.ts';
import { calculatorsOf, inputId, listOutputsOf } from '../../plan/document/calculators.ts';
import { inOrder, planOf } from '../../plan/document/document.ts';
import { itemsOf, listsOf, titleOfItem } from '../../plan/document/lists.ts';
import { labelOf } from '../../plan/document/naming.ts';
import { rowsWhere } from '../../plan/document/rowTable.ts';
import { figureAsFormula } from '../../plan/document/storedFormulas.ts';
import { ruleValueAt } from '../../plan/commands/ruleSteps.ts';
import type { LineRow, RuleStepRow } from '../../plan/schema/tables.ts';
import type { Check, Found } from './finding.ts';
import { addendsOf, partsOf } from './typedValues.ts';
import { assumptionRules, inputRules, lineRules, replaced } from './writtenRules.ts';

/** Slips of the hand: figures and rules that are possible, and hardly ever meant. */

/** States how many other months there have to be before one of them is told to be out of place. */
const ENOUGH_OTHERS = 4;
/** States how much the other months may differ among themselves. */
const ALIKE = 1.5;

/** A month of a line that is ten or a hundred times what all others are: a digit or a point too many. */
export const tenfold: Check = (model) => {
  const { document, calendar } = model;
  const plan = planOf(document);
  return [...document.lines.values()].flatMap((line) =>
    model.exceptionsOf(line.id).flatMap(({ month, amount }): Found[] => {
      const index = calendar.months.indexOf(month);
      if (amount === null || amount === 0 || index < 0) return [];
      const series = model.seriesOf(line.id)!;
      const others = calendar.months
        .map((_, other) => (other === index ? NaN : Math.abs(series.valueAt(other))))
        .filter((figure) => figure > 0)
        .sort((a, b) => a - b);
      if (others.length < ENOUGH_OTHERS || others.at(-1)! > others[0]! * ALIKE) return [];
      const times = Math.abs(amount) / others[others.length >> 1]!;
      const factor = times >= 8 && times <= 12.5 ? 10 : times >= 80 && times <= 125 ? 100 : null;
      if (factor === null) return [];
      const likelyFigure = Number((amount / factor).toPrecision(12));
      return [
        {
          place: { id: line.id, month },
          about: month,
          message: messageFor('finding.monthStandsOut', { name: line.name, month: { month }, times: factor }),
          fix: {
            words: messageFor('finding.unlikelyRate.fix', { written: writeWithUnit(likelyFigure, line.unit, plan) }),
            command: {
              kind: 'figures.set',
              as: 'exceptions',
              figures: [{ line: line.id, month, figure: likelyFigure }],
            },
          },
        },
      ];
    }),
  );
};

/** A cost, or an income, that is typed with a minus and so counts the other way. */
export const typedNegative: Check = (model) => {
  const { document } = model;
  const plan = planOf(document);
  return [...document.lines.values()].flatMap((line): Found[] => {
    const side = document.groups.get(line.group)?.side;
    if (line.unit !== 'money' || side === undefined || side === 'memo') return [];
    const steps = model.stepsOf(line.id);
    const [first] = steps.filter(({ amount }) => amount !== null && amount < 0);
    // A line that now and then gives something back is meant so; one that always does is on the wrong side.
    if (!first || steps.some(({ amount, formula }) => formula !== null || (amount ?? 0) > 0)) return [];
    const money = writeWithUnit(-first.amount!, 'money', plan);
    const formula = figureAsFormula(-first.amount!);
    return [
      {
        place: { id: line.id, month: first.from },
        message: messageFor('finding.minusTyped', { name: line.name, side }),
        fix: {
          words: messageFor('finding.unlikelyRate.fix', { written: money }),
          command: { kind: 'line.rewriteStep', line: line.id, from: first.from, formula },
        },
      },
    ];
  });
};

/** Rates no one has: 500 % where 5 % was meant, 240 % a year where 2.4 %. */
export const unlikelyRates: Check = ({ document }) => {
  const plan = planOf(document);
  return [...document.assumptions.values()].flatMap((assumption): Found[] => {
    const { id, name, unit, value, formula } = assumption;
    const most = unit === 'ratePerYear' ? 1 : unit === 'ratePerMonth' ? 0.5 : unit === 'percent' ? 3 : Infinity;
    if (formula !== null || value < most) return [];
    const likelyRate = Number((value / 100).toPrecision(12));
    const written = writeWithUnit(likelyRate, unit, plan);
    return [
      {
        place: { id, month: null },
        message: messageFor('finding.unlikelyRate', {
          name,
          written: writeWithUnit(value, unit, plan),
          meant: written,
        }),
        fix: {
          words: messageFor('finding.unlikelyRate.fix', { written }),
          command: { kind: 'assumption.set', assumption: id, settings: { value: likelyRate } },
        },
      },
    ];
  });
};

const YEARLY = /\b(annual|annually|yearly|per year|a year|p\.\s?a\.)(?![\p{L}\p{N}])/iu;
const BY_MONTH = /\b(monthly|per month|a month|twelfth)\b/iu;

/** A line that is called yearly and has the same amount in every month. */
export const yearlyEachMonth: Check = (model) => {
  const { document } = model;
  const plan = planOf(document);
  return [...document.lines.values()].flatMap((line): Found[] => {
    const side = document.groups.get(line.group)?.side;
    if (line.unit !== 'money' || side === 'memo' || !YEARLY.test(line.name) || BY_MONTH.test(line.name)) return [];
    const steps = model.stepsOf(line.id);
    const [only] = steps;
    if (steps.length !== 1 || only!.amount === null || only!.amount === 0) return [];
    const month = writeWithUnit(only!.amount / 12, 'money', plan);
    return [
      {
        place: { id: line.id, month: only!.from },
        message: messageFor('finding.yearlyEachMonth', { name: line.name }),
        fix: {
          words: messageFor('finding.yearlyEachMonth.fix', { month }),
          command: {
            kind: 'line.rewriteStep',
            line: line.id,
            from: only!.from,
            formula: `${figureAsFormula(only!.amount)} / 12`,
          },
        },
      },
    ];
  });
};

/** A tax on a year's income that is given a month's. */
export const taxOfAMonth: Check = (model) => {
  const { document } = model;
  /** Returns whether something has figures in several months of a year, so that one of them is not the year's. */
  const isMonthly = (id: string): boolean => {
    const series =
      document.lines.has(id) || document.groups.has(id) || id.startsWith('@') ? model.seriesOf(id) : undefined;
    if (!series) return false;
    const range = Math.min(12, model.calendar.count);
    let some = 0;
    for (let index = 0; index < range; index++) if (series.valueAt(index) > 0) some++;
    return some >= 6;
  };
  const findings: Found[] = [];
  for (const rule of inputRules(model)) {
    const { expression } = rule;
    const isIncome = calculatorsOf(document).some(({ table, row }) => table === 'taxSchedules' && rule.about === inputId(row.id, 'income')); // prettier-ignore
    if (!isIncome || expression.kind !== 'ref' || !isMonthly(expression.id)) continue;
    findings.push({
      place: rule.place,
      about: 'income',
      message: messageFor('finding.taxOfMonth', { name: rule.name, income: labelOf(document, expression.id)! }),
      fix: { words: messageFor('finding.taxOfMonth.fix'), command: rule.rewrite(`total({${expression.id}}, year)`) },
    });
  }
  for (const rule of lineRules(model))
    for (const part of partsOf(rule.expression)) {
      const income = part.kind === 'call' && part.name === 'tax' ? part.args[1] : undefined;
      if (income?.kind !== 'ref' || !isMonthly(income.id)) continue;
      const schedule = part.kind === 'call' && part.args[0]?.kind === 'ref' ? part.args[0].id : '';
      findings.push({
        place: rule.place,
        about: `${rule.from}|${part.place.from}`,
        message: messageFor('finding.taxOfMonth', { name: rule.name, income: labelOf(document, income.id)! }),
        fix: {
          words: messageFor('finding.taxOfMonth.fix'),
          command: rule.rewrite(replaced(rule, part.place, `(tax({${schedule}}, total({${income.id}}, year)) / 12)`)),
        },
      });
    }
  return findings;
};

/** A sum of the lines of a group that leaves one of them out. */
export const sumsThatMiss: Check = (model) => {
  const { document } = model;
  return lineRules(model).flatMap((rule): Found[] => {
    const names = addendsOf(rule.expression);
    const groups = new Set(names.map((id) => document.lines.get(id)?.group));
    const [group] = groups;
    if (names.length < 3 || groups.size !== 1 || group === undefined) return [];
    const members = [...rowsWhere(document.lines, 'group', group)].filter(({ id }) => id !== rule.line.id);
    const missing = members.filter(({ id }) => !names.includes(id));
    if (new Set(names).size !== names.length || missing.length !== 1 || rule.line.group === group) return [];
    const whole = document.groups.get(group)!;
    return [
      {
        place: rule.place,
        about: group,
        message: messageFor('finding.sumLeavesOut', { name: rule.name, group: whole.name, missing: missing[0]!.name }),
        fix: {
          words: messageFor('finding.sumLeavesOut.fix', { group: quoteName(whole.name) }),
          command: rule.rewrite(`{${group}}`),
        },
      },
    ];
  });
};

/** A figure typed for a month that is what the rule said before it was raised. */
export const leftBehind: Check = (model) => {
  const { document, calendar } = model;
  const plan = planOf(document);
  return [...document.lines.values()].flatMap((line) => {
    const steps = model.stepsOf(line.id);
    return model.exceptionsOf(line.id).flatMap(({ month, amount }): Found[] => {
      if (amount === null || !calendar.months.includes(month) || !isOfBefore(steps, line, month, amount)) return [];
      return [
        {
          place: { id: line.id, month },
          about: month,
          message: messageFor('finding.exceptionUnchanged', { name: line.name, month: { month }, amount: writeWithUnit(amount, line.unit, plan) }), // prettier-ignore
          fix: {
            words: messageFor('finding.exceptionOutside.fix'),
            command: { kind: 'line.clearException', line: line.id, month },
          },
        },
      ];
    });
  });
};

/** Returns whether an amount is what the rule said some months before, and says no more. */
function isOfBefore(steps: readonly RuleStepRow[], line: LineRow, month: Month, amount: number): boolean {
  const now = ruleValueAt(steps, month);
  if (now.amount === null || isSame(now.amount, amount) || line.unit !== 'money') return false;
  // Only what has just been raised is forgotten so: the step before the one that holds.
  const holding = steps
    .filter(({ from }) => from !== null && from <= month)
    .sort((a, b) => (a.from! < b.from! ? 1 : -1))[0];
  if (!holding) return false;
  const before = ruleValueAt(steps, addMonths(holding.from!, -1));
  return before.amount !== null && before.amount !== 0 && isSame(before.amount, amount);
}

/** Items of a list that fall out of what the plan takes of it by month: without a day, or with one outside the plan. */
export const itemsWithoutMonth: Check = (model) => {
  const { document, calendar } = model;
  const [first, last] = [calendar.first, calendar.months.at(-1)!];
  const used = new Set<string>();
  for (const { expression } of [...lineRules(model), ...assumptionRules(model), ...inputRules(model)])
    for (const part of partsOf(expression)) if (part.kind === 'ref') used.add(part.id);
  return listsOf(document).flatMap((list) => {
    const figures = model.listOf(list.id);
    return listOutputsOf(document, list.id).flatMap(({ key, name, column, day }): Found[] => {
      if (day === null || figures === undefined || !used.has(`${list.id}.${key}`)) return [];
      const series = figures.seriesOf(column.id);
      const days = new Map([...rowsWhere(document.listCells, 'column', day.id)].map(({ item, text }) => [item, text]));
      const lost = itemsOf(document, list.id).filter((item, index) => {
        const figure = series?.valueAt(index) ?? NaN;
        if (figure !== figure || figure === 0) return false;
        const month = (days.get(item.id) ?? '').slice(0, 7);
        return month === '' || month < first || month > last;
      });
      if (lost.length === 0) return [];
      const message = messageFor('finding.itemsOutside', {
        count: lost.length,
        output: `${list.name}.${name}`,
        first: titleOfItem(document, lost[0]!),
        day: day.name,
      });
      return [{ place: { id: column.id, month: null }, about: key, message, fix: null }];
    });
  });
};

/** The least months a rule has said something, and says nothing afterwards, for its end to be worth a question. */
const LONG_ENOUGH = 12;

/**
 * A rule that ends before the plan does, where something says that it was not meant to: what recurs for the line goes on, or
 * it ends with a year in which all others of its group go on.
 */
export const rulesThatEnd: Check = (model) => {
  const { document, calendar } = model;
  return [...document.lines.values()].flatMap((line): Found[] => {
    const steps = effectiveSteps(model.stepsOf(line.id), calendar);
    const [last, before] = [steps.at(-1), steps.at(-2)];
    if (!last || last.row.from === null || last.row.amount !== null || last.row.formula !== null) return [];
    if (!before || (before.row.amount ?? before.row.formula) === null || line.note !== '') return [];
    const ends = last.row.from;
    if (model.exceptionsOf(line.id).some(({ month }) => month >= ends)) return [];
    const goesOn = rowsWhere(document.standingEntries, 'line', line.id).find(
      ({ from, until }) => monthOfDay(from) <= ends && (until === null || monthOfDay(until) >= ends),
    );
    if (!goesOn && !endsWithItsYear(model, line, last.from)) return [];
    const month = { month: ends };
    return [
      {
        place: { id: line.id, month: ends },
        about: ends,
        message: goesOn
          ? messageFor('finding.endsThoughItRecurs', { line: line.name, month, entry: goesOn.what || line.name })
          : messageFor('finding.endsAlone', { line: line.name, month }),
        fix: {
          words: messageFor('finding.endsAlone.fix'),
          command: { kind: 'line.removeStep', line: line.id, from: ends },
        },
      },
    ];
  });
};

/** Returns whether a line ends where a year does, after a whole year and with another to come, while all others of its group go on. */
function endsWithItsYear(model: PlanModel, line: LineRow, index: number): boolean {
  const { document, calendar } = model;
  const isAtYear = rangesOf(calendar, 'year').some(({ from }) => from === index);
  if (!isAtYear || index < LONG_ENOUGH || calendar.count - index < LONG_ENOUGH) return false;
  const has = (id: string, place: number) => !Number.isNaN(model.seriesOf(id)!.valueAt(place));
  const months = Array.from({ length: LONG_ENOUGH }, (_, back) => index - 1 - back);
  if (!months.every((place) => has(line.id, place))) return false;
  const others = rowsWhere(document.lines, 'group', line.group).filter(
    ({ id }) => id !== line.id && has(id, index - 1),
  );
  return others.length >= 2 && others.every(({ id }) => has(id, index));
}

/** A loan that is paid back while the plan runs, and that nothing in the plan counts. */
export const loansNobodyPays: Check = (model) => {
  const { document, calendar } = model;
  const [group] = inOrder([...document.groups.values()].filter(({ side }) => side === 'expense'));
  return [...document.loans.values()].flatMap((loan): Found[] => {
    // An offer is compared with others, and what has offers is not taken yet.
    if (loan.offerOf !== null || rowsWhere(document.loans, 'offerOf', loan.id).length > 0) return [];
    const answer = model.calculationOf(loan.id)?.answer;
    if (answer?.kind !== 'loan') return [];
    const begins = monthsBetween(calendar.first, loan.first);
    if (begins >= calendar.count || begins + answer.loan.rows.length <= 0 || usersOf(document, loan.id).length > 0)
      return [];
    const name = messageFor('finding.loanWithoutLine.lineName', { loan: loan.name });
    return [
      {
        place: { id: loan.id, month: null },
        message: messageFor('finding.loanWithoutLine', { loan: loan.name }),
        fix: group
          ? {
              words: messageFor('finding.loanWithoutLine.fix', { name }),
              name,
              command: {
                kind: 'lines.place',
                group: group.id,
                newGroup: null,
                lines: [
                  {
                    id: `paying-${loan.id}`,
                    name: loan.name,
                    unit: 'money',
                    formula: `${quoteName(loan.name)}.payment`,
                  },
                ],
              },
            }
          : null,
      },
    ];
  });
};
