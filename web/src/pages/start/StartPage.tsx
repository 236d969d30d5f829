import { MAX_MONTHS, addMonths, isCurrency, now, toMonth, yearOf, type Month } from '@haushalt/core';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { usualCurrency, usualLocale } from '../../parts/plan/notations.ts';
import {
  NotationFields,
  PlanFields,
  firstMonthOf,
  usePlanForm,
  type PlanFormValues,
} from '../../parts/plan/PlanForm.tsx';
import { api, newId } from '../../plan-session/api.ts';
import { DraftLines } from './DraftLines.tsx';
import { draftOf, draftRefusal, inNotation, planFileOf, totalsOf, type DraftGroup } from './draft.ts';
import { READY_MADE, type ReadyMade } from './readyMade.ts';
import { useStartDraft } from './startDraft.ts';
import './start.scss';
import { writeWithUnit, monthInWords, t, useLanguage, type Label } from '../../language/language.ts';

type Step = 'choose' | 'lines' | 'plan';

const STEPS: readonly (readonly [Step, Label])[] = [
  ['choose', 'start.step.start'],
  ['lines', 'start.step.lines'],
  ['plan', 'start.step.name'],
];

/** The next full year, once this one is nearly over. */
function usualFirstMonth(today: Date): Month {
  return toMonth(`${today.getFullYear() + (today.getMonth() >= 9 ? 1 : 0)}-01`);
}

/** A short guided start: choose where to begin, pick lines and type the first month, name the plan, done. */
export function StartPage() {
  const language = useLanguage();
  const navigate = useNavigate();
  const id = useRef(newId());
  const { draft, change, forget } = useStartDraft();
  const { ready, groups } = draft;
  const setGroups = (next: readonly DraftGroup[]) => change({ groups: next });
  // The step is in the address, so that the browser's Back goes one step back.
  const [search, setSearch] = useSearchParams();
  const step = STEPS.find(([name]) => name === search.get('step') && ready !== null)?.[0] ?? 'choose';
  const setStep = (next: Step) => setSearch(next === 'choose' ? {} : { step: next });
  const [refusal, setRefusal] = useState<{ key: string; message: string } | null>(null);
  const first = usualFirstMonth(now());
  const form = usePlanForm({
    name: '',
    currency: usualCurrency(usualLocale(navigator.languages)),
    locale: usualLocale(navigator.languages),
    monthOfYear: 1,
    year: yearOf(first),
    months: 12,
    yearBegins: 1,
    decimals: '',
    negatives: 'tone',
    ...draft.values,
  });
  useEffect(() => {
    const { unsubscribe } = form.watch((typed) => change({ values: typed }));
    return unsubscribe;
  }, [form, change]);
  const values = form.watch();
  // Figures that are typed already stay the same figures when they are to be written in another way.
  const rewrite = (locale: string) => setGroups(inNotation(groups, values.locale, locale));
  const heading = useRef<HTMLHeadingElement>(null);
  useLayoutEffect(() => heading.current?.focus(), [step]);

  const create = useMutation({
    mutationFn: (settings: PlanFormValues) => {
      const { name, currency, locale, months, yearBegins } = settings;
      const firstMonth = toMonth(firstMonthOf(settings));
      return api.importFile(
        JSON.stringify(planFileOf({ name, currency, locale, months, firstMonth, yearBegins }, groups)),
        id.current,
      );
    },
    onSuccess: (created) => {
      forget();
      void navigate(`/plans/${created.id}/budget`);
    },
  });

  const choose = (chosen: ReadyMade) => {
    if (ready?.id !== chosen.id) {
      change({ ready: chosen, groups: draftOf(chosen, first) });
      form.setValue('months', chosen.months);
      form.setValue('name', chosen.planName);
    }
    setStep('lines');
  };
  const goOn = () => {
    const problem = draftRefusal(groups, values.locale);
    setRefusal(problem);
    if (!problem) setStep('plan');
  };
  const begin = toMonth(firstMonthOf(values));
  const isLength = Number.isInteger(values.months) && values.months >= 1 && values.months <= MAX_MONTHS;
  const last = isLength ? addMonths(begin, values.months - 1) : null;
  const totals = totalsOf(groups, begin, values.locale);
  const currency = isCurrency(values.currency) ? values.currency : 'EUR';
  const money = (value: number) => writeWithUnit(value, 'money', { locale: values.locale, currency });

  return (
    <div className="guided">
      <header className="plans-head">
        <Link to="/" className="wordmark">
          {t('start.haushalt')}
        </Link>
        <span className="plans-motto">{t('start.aNewPlan')}</span>
        <ol className="guided-steps">
          {STEPS.map(([name, label], index) => (
            <li key={name} aria-current={step === name ? 'step' : undefined}>
              <span>{index + 1}</span> {t(label)}
            </li>
          ))}
        </ol>
      </header>
      <main>
        {step === 'choose' && (
          <>
            <h1 ref={heading} tabIndex={-1}>
              {t('start.howToStart')}
            </h1>
            <ul className="ready-made">
              {READY_MADE[language].map((option) => (
                <li key={option.id}>
                  <button type="button" onClick={() => choose(option)} aria-pressed={ready?.id === option.id}>
                    <strong>{option.name}</strong>
                    <span>{option.about}</span>
                    <small>
                      {option.groups.some((group) => group.lines.length > 0)
                        ? option.groups
                            .flatMap((group) => group.lines.filter((line) => line.usual).slice(0, 2))
                            .slice(0, 5)
                            .map((line) => line.name)
                            .join(', ') + '\u00a0…'
                        : option.groups.map((group) => group.name).join(', ')}
                    </small>
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
        {step === 'lines' && ready && (
          <>
            <h1 ref={heading} tabIndex={-1}>
              {t('start.incomeAndExpensesQuestion')}
            </h1>
            <div className="guided-notation plan-form" role="group" aria-label={t('start.currencyAndFormat')}>
              <NotationFields form={form} onLocale={rewrite} />
            </div>
            <p className="guided-hint">{t('start.linesHint', { month: monthInWords(begin, values.locale) })}</p>
            <DraftLines
              groups={groups}
              onChange={(next) => {
                setGroups(next);
                setRefusal(null);
              }}
              refusal={refusal}
              locale={values.locale}
              firstMonth={begin}
              onEnter={goOn}
            />
          </>
        )}
        {step === 'plan' && ready && (
          <>
            <h1 ref={heading} tabIndex={-1}>
              {t('start.nameQuestion')}
            </h1>
            <form
              id="plan-form"
              className="guided-form plan-form"
              noValidate
              onSubmit={(event) => void form.handleSubmit((entered) => create.mutate(entered))(event)}
            >
              <PlanFields form={form} placeholder={ready.planName} onLocale={rewrite} />
              <p className="wide guided-hint">
                {t('start.firstMonthCarried', {
                  months: last ? values.months : 0,
                  until: last && monthInWords(last, values.locale),
                })}
              </p>
            </form>
          </>
        )}
        {create.error && (
          <p className="refusal" role="alert">
            {create.error.message}
          </p>
        )}
      </main>
      {step !== 'choose' && (
        <footer className="guided-foot">
          <dl className="guided-totals">
            <div>
              <dt>{t('start.income')}</dt>
              <dd>{money(totals.income)}</dd>
            </div>
            <div>
              <dt>{t('start.expenses')}</dt>
              <dd>{money(totals.expenses)}</dd>
            </div>
            {totals.setAside !== 0 && (
              <div>
                <dt>{t('start.savings')}</dt>
                <dd>{money(totals.setAside)}</dd>
              </div>
            )}
            <div className="guided-left">
              <dt>{t('start.leftIn', { month: monthInWords(begin, values.locale, 'short') })}</dt>
              <dd className={totals.income - totals.expenses < 0 ? 'in-the-red' : undefined}>
                {money(totals.income - totals.expenses - totals.setAside)}
              </dd>
            </div>
          </dl>
          <p className="guided-verdict" role="status">
            {verdict(totals, money)}
          </p>
          <div className="guided-tools">
            <Button variant="link" onClick={() => setStep(step === 'plan' ? 'lines' : 'choose')}>
              {t('start.back')}
            </Button>
            {step === 'lines' ? (
              <Button key="on" onClick={goOn}>
                {t('start.continue')}
              </Button>
            ) : (
              // A button of its own, so that the click that led here does not submit.
              <Button key="create" type="submit" form="plan-form" disabled={create.isPending}>
                <Icon name="add" /> {t('start.createPlan')}
              </Button>
            )}
          </div>
        </footer>
      )}
    </div>
  );
}

/** Returns whether expenses fit the income, in a sentence. */
function verdict(
  { income, expenses, setAside, averageLeft, begun }: ReturnType<typeof totalsOf>,
  money: (value: number) => string,
): string {
  if (!begun) return t('start.totalsFollow');
  if (expenses > income) return t('start.expensesExceed', { money: money(expenses - income) });
  if (expenses + setAside > income) return t('start.savingsTooHigh', { money: money(expenses + setAside - income) });
  if (averageLeft < 0) return t('start.averageMonthShort', { money: money(-averageLeft) });
  return t('start.averageMonthLeaves', { money: money(averageLeft) });
}
