import { MAX_MONTHS } from '../../calendar/calendar.ts';
import { isCurrency, isLocale } from '../../figure/notation.ts';
import { isFraction } from '../../figure/unit.ts';
import { addMonths, beginningOf, yearInWords, yearOf } from '../../calendar/month.ts';
import { planOf } from '../document/document.ts';
import { nameShapeRefusal, tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { MAX_DECIMALS, NEGATIVES } from '../schema/tables.ts';
import { foldEarlyValues } from './assumptions.ts';
import { MAX_PROJECTED_YEARS, STEPPINGS, rollForward } from './rollForward.ts';
import { checkMonth, checkWhole, existing } from './guards.ts';
import { command } from './command.ts';
import { choice, columnsBut, figure, id, optional, many, month, orNull, some, whole } from './fields.ts';
import { foldBeginning, setFigures } from './ruleSteps.ts';
import { messageFor } from '../../message.ts';

/** States what is done with a plan as a whole: its settings, and going on for more years. */
export const planCommands = {
  'plan.set': command({
    fields: { settings: some(columnsBut('plan')) },
    label: () => messageFor('change.plan.set'),
    decide(draft, { settings }) {
      const next = { ...planOf(draft.document), ...settings };
      const shape = nameShapeRefusal(next.name);
      if (shape) throw refused('invalid', shape, 'name');
      if (!isCurrency(next.currency))
        throw refused('invalid', messageFor('command.invalidCurrency', { currency: next.currency }), 'currency');
      if (!isLocale(next.locale))
        throw refused('invalid', messageFor('command.invalidLocale', { locale: next.locale }), 'locale');
      checkMonth(next.firstMonth, 'firstMonth');
      if (!Number.isInteger(next.months) || next.months < 1 || next.months > MAX_MONTHS) {
        throw refused('invalid', messageFor('command.planLength', { most: MAX_MONTHS, months: next.months }), 'months');
      }
      if (!NEGATIVES.includes(next.negatives))
        throw refused('invalid', messageFor('command.negativeStyles', { styles: NEGATIVES.join(', ') }), 'negatives');
      if (
        next.decimals !== null &&
        !(Number.isInteger(next.decimals) && next.decimals >= 0 && next.decimals <= MAX_DECIMALS)
      ) {
        throw refused('invalid', messageFor('command.moneyDecimals', { most: MAX_DECIMALS }), 'decimals');
      }
      checkWhole(next.yearBegins, 'yearBegins', { least: 1, most: 12 });
      if (next.projectionRate !== null)
        existing(draft, 'assumptions', next.projectionRate, messageFor('command.assumptionForProjection'));
      const { firstMonth, yearBegins } = planOf(draft.document);
      const [locked] = draft.document.lockedYears.values();
      if (next.yearBegins !== yearBegins && locked)
        throw refused(
          'locked',
          messageFor('command.yearStartWhileLocked', { years: yearInWords(locked.year, yearBegins) }),
          'yearBegins',
        );
      draft.set('plan', { ...next, name: tidy(next.name) });
      if (next.firstMonth <= firstMonth) return;
      for (const line of draft.document.lines.keys()) foldBeginning(draft, line);
      for (const { id, formula } of draft.document.assumptions.values())
        if (formula === null) foldEarlyValues(draft, id);
    },
  }),

  /**
   * Takes a projection into the plan: only a plan that ends with its base year can be rolled forward. With `actual`, what
   * really happened in the base year first takes the place of what was planned.
   */
  'plan.rollForward': command({
    fields: {
      years: whole(1, MAX_PROJECTED_YEARS),
      stepping: choice(STEPPINGS),
      rate: orNull(id),
      actual: optional(many({ line: id, month, figure })),
    },
    label: ({ years }) => messageFor('change.plan.rollForward', { years }),
    decide(draft, { years, stepping, rate, actual = [] }) {
      const plan = planOf(draft.document);
      if (!STEPPINGS.includes(stepping)) throw refused('invalid', messageFor('command.growthSteps'), 'stepping');
      if (!Number.isInteger(years) || years < 1 || years > MAX_PROJECTED_YEARS)
        throw refused('invalid', messageFor('command.extendYears', { most: MAX_PROJECTED_YEARS }), 'years');
      const last = addMonths(plan.firstMonth, plan.months - 1);
      const { yearBegins } = plan;
      const baseYear = yearOf(last, yearBegins);
      const ending = addMonths(beginningOf(baseYear + 1, yearBegins), -1);
      if (last !== ending)
        throw refused('invalid', messageFor('command.extendFromYearEnd', { month: { month: ending } }), 'years');
      if (plan.months < 12) throw refused('invalid', messageFor('command.extendNeedsYear'), 'years');
      if (rate !== null) {
        const assumption = existing(draft, 'assumptions', rate, messageFor('command.assumptionForProjection'));
        if (!isFraction(assumption.unit))
          throw refused('invalid', messageFor('command.notARate', { name: assumption.name }), 'rate');
        draft.set('plan', { ...plan, projectionRate: rate });
      }
      if (actual.some(({ month }) => yearOf(month, yearBegins) !== baseYear))
        throw refused(
          'invalid',
          messageFor('command.actualOfOtherYear', { year: yearInWords(baseYear, yearBegins) }),
          'actual',
        );
      setFigures(draft, actual, 'exceptions');
      rollForward(draft, baseYear, years, stepping);
    },
  }),
};
