import { MAX_MONTHS } from '../../calendar/calendar.ts';
import { isCurrency, isLocale } from '../../figure/notation.ts';
import { isFraction } from '../../figure/unit.ts';
import { addMonths, monthOfYear, yearOf } from '../../calendar/month.ts';
import { planOf } from '../document/document.ts';
import { nameShapeRefusal, tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { MAX_DECIMALS, NEGATIVES } from '../schema/tables.ts';
import { foldEarlyValues } from './assumptions.ts';
import { MAX_PROJECTED_YEARS, STEPPINGS, carryOn } from './carryOn.ts';
import { checkMonth, existing } from './checks.ts';
import { command } from './command.ts';
import { choice, columnsBut, figure, id, leftOut, many, month, orNull, some, whole } from './fields.ts';
import { foldBeginning, setFigures } from './ruleSteps.ts';

/** What is done with a plan as a whole: its settings, and going on for more years. */
export const planCommands = {
  'plan.set': command({
    fields: { settings: some(columnsBut('plan')) },
    label: () => 'Plan settings',
    decide(draft, { settings }) {
      const next = { ...planOf(draft.document), ...settings };
      const shape = nameShapeRefusal(next.name);
      if (shape) throw refused('invalid', shape, 'name');
      if (!isCurrency(next.currency))
        throw refused('invalid', `${next.currency} is not a currency code such as EUR.`, 'currency');
      if (!isLocale(next.locale))
        throw refused('invalid', `${next.locale} is not a language tag such as en-IE.`, 'locale');
      checkMonth(next.firstMonth, 'firstMonth');
      if (!Number.isInteger(next.months) || next.months < 1 || next.months > MAX_MONTHS) {
        throw refused('invalid', `A plan has 1 to ${MAX_MONTHS} months; ${next.months} is not possible.`, 'months');
      }
      if (!NEGATIVES.includes(next.negatives))
        throw refused('invalid', `Figures below zero are written with one of ${NEGATIVES.join(', ')}.`, 'negatives');
      if (
        next.decimals !== null &&
        !(Number.isInteger(next.decimals) && next.decimals >= 0 && next.decimals <= MAX_DECIMALS)
      ) {
        throw refused('invalid', `Money is shown with 0 to ${MAX_DECIMALS} decimals.`, 'decimals');
      }
      if (next.projectionRate !== null)
        existing(draft, 'assumptions', next.projectionRate, 'The assumption for the projection');
      const { firstMonth } = planOf(draft.document);
      draft.set('plan', { ...next, name: tidy(next.name) });
      if (next.firstMonth <= firstMonth) return;
      for (const line of draft.document.lines.keys()) foldBeginning(draft, line);
      for (const { id, formula } of draft.document.assumptions.values())
        if (formula === null) foldEarlyValues(draft, id);
    },
  }),

  /**
   * Takes a projection into the plan: only a plan that ends with its base year can be carried on. With `actual`, what
   * really happened in the base year first takes the place of what was planned.
   */
  'plan.carryOn': command({
    fields: {
      years: whole(1, MAX_PROJECTED_YEARS),
      stepping: choice(STEPPINGS),
      rate: orNull(id),
      actual: leftOut(many({ line: id, month, figure })),
    },
    label: ({ years }) => (years === 1 ? 'Carried on by a year' : `Carried on by ${years} years`),
    decide(draft, { years, stepping, rate, actual = [] }) {
      const plan = planOf(draft.document);
      if (!STEPPINGS.includes(stepping)) throw refused('invalid', 'Figures grow yearly or monthly.', 'stepping');
      if (!Number.isInteger(years) || years < 1 || years > MAX_PROJECTED_YEARS)
        throw refused('invalid', `A plan is carried on by 1 to ${MAX_PROJECTED_YEARS} years.`, 'years');
      const last = addMonths(plan.firstMonth, plan.months - 1);
      if (monthOfYear(last) !== 12)
        throw refused(
          'invalid',
          'A plan is carried on from the end of a year. Let it end in a December first.',
          'years',
        );
      if (plan.months < 12)
        throw refused('invalid', 'A plan is carried on from twelve months of figures; this one has fewer.', 'years');
      if (rate !== null) {
        const assumption = existing(draft, 'assumptions', rate, 'The assumption for the projection');
        if (!isFraction(assumption.unit))
          throw refused('invalid', `${assumption.name} is no rate, so nothing can grow by it.`, 'rate');
        draft.set('plan', { ...plan, projectionRate: rate });
      }
      if (actual.some(({ month }) => yearOf(month) !== yearOf(last)))
        throw refused('invalid', `The actual figures have to be those of ${yearOf(last)}.`, 'actual');
      setFigures(draft, actual, 'exceptions');
      carryOn(draft, yearOf(last), years, stepping);
    },
  }),
};
