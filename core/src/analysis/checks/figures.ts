import { rangeOfYear, yearsOf } from '../../calendar/calendar.ts';
import { yearInWords, yearOf } from '../../calendar/month.ts';
import { isInTheRed } from '../../figure/compare.ts';
import { writeShare, writeWithUnit } from '../../figure/write.ts';
import { planOf } from '../../plan/document/document.ts';
import { labelOf } from '../../plan/document/naming.ts';
import { patternOf } from '../../plan/patterns/patterns.ts';
import { rolledUpValue } from '../../plan/document/rollUps.ts';
import { lastStep } from '../../plan/document/steps.ts';
import { LEFT_OVER, NET, TOTAL_INCOME } from '../../plan/schema/totals.ts';
import { usersOf } from '../../graph/users.ts';
import { outsideRuns } from './calculators.ts';
import type { Check, Found } from './finding.ts';
import { messageFor, listOf } from '../../message.ts';

/** Lines whose exceptions outnumber the months their rule holds in. */
export const manyExceptions: Check = (model) => {
  const { document, calendar } = model;
  return [...document.lines.values()].flatMap((line): Found[] => {
    const exceptions = model.exceptionsOf(line.id).filter(({ month }) => calendar.months.includes(month));
    const ruled = calendar.count - exceptions.length;
    if (exceptions.length <= ruled || model.stepsOf(line.id).length === 0) return [];
    const typed = exceptions.every(({ formula }) => formula === null);
    const figures = exceptions.map(({ month, amount }) => ({ line: line.id, month, figure: amount }));
    return [
      {
        place: { id: line.id, month: exceptions.map(({ month }) => month).sort()[0]! },
        message: messageFor('finding.manyExceptions', {
          name: line.name,
          exceptionCount: exceptions.length,
          ruled,
        }),
        fix: typed
          ? {
              words: messageFor('finding.manyExceptions.fix'),
              command: { kind: 'figures.set', as: 'rule', figures },
            }
          : null,
      },
    ];
  });
};

/** Years in which expenses exceed income. */
export const yearsInTheRed: Check = (model) => {
  const { document, calendar } = model;
  const net = model.seriesOf(NET)!;
  return yearsOf(calendar).flatMap((year): Found[] => {
    const range = rangeOfYear(calendar, year);
    const total = rolledUpValue(net.values, range, 'total');
    if (!isInTheRed(total)) return [];
    const money = writeWithUnit(-total, 'money', planOf(document));
    const message = messageFor('finding.yearExceeds', {
      year: yearInWords(year, calendar.yearBegins),
      money,
    });
    return [{ place: { id: NET, month: calendar.months[range.from]! }, about: String(year), message, fix: null }];
  });
};

/** Months in which expenses exceed income, year by year. */
export const monthsInTheRed: Check = (model) => {
  const { calendar } = model;
  const net = model.seriesOf(NET)!;
  const red = calendar.months.filter((_, index) => isInTheRed(net.valueAt(index)));
  return yearsOf(calendar).flatMap((year): Found[] => {
    const redOfYear = red.filter((month) => yearOf(month, calendar.yearBegins) === year);
    if (redOfYear.length === 0) return [];
    const months = listOf(
      redOfYear.map((month) => ({ month, style: 'name' as const })),
      'comma',
    );
    const message = messageFor('finding.monthsExceed', {
      ownCount: redOfYear.length,
      year: yearInWords(year, calendar.yearBegins),
      months,
    });
    return [{ place: { id: NET, month: redOfYear[0]! }, about: String(year), message, fix: null }];
  });
};

/** Shares of income that come to more than all of it: those aimed at, and those rules give out. */
export const sharesOver: Check = (model) => {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  const findings: Found[] = [];
  const aimed = [...document.lines.values()].reduce((sum, line) => sum + (line.targetShare ?? 0), 0);
  if (aimed > 1 + 1e-9) {
    const message = messageFor('finding.targetSharesExceed', { share: writeShare(aimed, locale) });
    findings.push({ place: { id: TOTAL_INCOME, month: null }, about: 'targets', message, fix: null });
  }
  const given = [...document.lines.values()].reduce((sum, line) => {
    const last = lastStep(model.stepsOf(line.id));
    const pattern = last?.formula == null ? null : patternOf(last.formula);
    const isGivenOut = document.groups.get(line.group)?.side !== 'memo';
    return isGivenOut && pattern?.kind === 'percentage' && pattern.of === TOTAL_INCOME ? sum + pattern.share : sum;
  }, 0);
  if (given > 1 + 1e-9) {
    const message = messageFor('finding.ruleSharesExceed', { share: writeShare(given, locale) });
    findings.push({ place: { id: TOTAL_INCOME, month: calendar.first }, about: 'rules', message, fix: null });
  }
  return findings;
};

/** Steps and exceptions in months the plan does not have. */
export const outsidePlan: Check = (model) => {
  const { document, calendar } = model;
  const last = calendar.months.at(-1)!;
  const findings: Found[] = [];
  for (const { line, from } of document.ruleSteps.values()) {
    if (from === null || from <= last) continue;
    const message = messageFor('finding.stepAfterEnd', { of: labelOf(document, line)!, month: { month: from } });
    const fix = {
      words: messageFor('finding.stepAfterEnd.fix'),
      command: { kind: 'line.removeStep', line, from },
    } as const;
    findings.push({ place: { id: line, month: null }, about: from, message, fix });
  }
  for (const { line, month } of document.exceptions.values()) {
    if (calendar.months.includes(month)) continue;
    const message = messageFor('finding.exceptionOutside', { of: labelOf(document, line)!, month: { month } });
    const fix = {
      words: messageFor('finding.exceptionOutside.fix'),
      command: { kind: 'line.clearException', line, month },
    } as const;
    findings.push({ place: { id: line, month: null }, about: month, message, fix });
  }
  for (const { assumption, from } of document.assumptionSteps.values()) {
    if (from <= last) continue;
    const message = messageFor('finding.valueAfterEnd', {
      of: labelOf(document, assumption)!,
      month: { month: from },
    });
    const fix = {
      words: messageFor('finding.valueAfterEnd.fix'),
      command: { kind: 'assumption.removeStep', assumption, from },
    } as const;
    findings.push({ place: { id: assumption, month: null }, about: from, message, fix });
  }
  return [...findings, ...outsideRuns(model)];
};

/** Assumptions no rule and no projection uses. */
export const unusedAssumptions: Check = ({ document }) =>
  [...document.assumptions.values()]
    .filter(({ id }) => usersOf(document, id).length === 0)
    .map(({ id, name }): Found => ({
      place: { id, month: null },
      message: messageFor('finding.unusedAssumption', { name }),
      fix: {
        words: messageFor('finding.unusedAssumption.fix'),
        command: { kind: 'assumption.delete', assumption: id },
      },
    }));

/** Lines that set money aside in months that never leave any. */
export const setAsideNever: Check = (model) => {
  const { document, calendar } = model;
  const left = model.seriesOf(LEFT_OVER)!;
  return [...document.lines.values()].flatMap((line): Found[] => {
    if (document.groups.get(line.group)?.side !== 'setAside') return [];
    const series = model.seriesOf(line.id)!;
    const months = calendar.months.map((_, index) => index).filter((index) => series.valueAt(index) > 0);
    if (months.length === 0 || months.some((index) => !isInTheRed(left.valueAt(index)))) return [];
    return [
      {
        place: { id: line.id, month: calendar.months[months[0]!]! },
        message: messageFor('finding.savingsNotCovered', { name: line.name, monthCount: months.length }),
        fix: null,
      },
    ];
  });
};
