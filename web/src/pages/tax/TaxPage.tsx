import {
  bandSetsOf,
  setOfYear,
  inOrder,
  planOf,
  rangeOfYear,
  usersOf,
  writeFigure,
  yearsOf,
  isNoFigure,
  yearInWords,
  createCalendar,
  type NoFigure,
  type TaxAnswer,
  type TaxScheduleRow,
  type TaxSchedule,
} from '@haushalt/core';
import { useMemo, useState, type KeyboardEvent } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useYear } from '../../parts/plan/useYear.ts';
import { YearSwitch } from '../../parts/plan/YearSwitch.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { OutputExplanation } from '../../parts/calculators/OutputExplanation.tsx';
import { ChartCard } from '../../parts/calculators/ChartCard.tsx';
import { ScheduleGrid } from '../../parts/calculators/ScheduleGrid.tsx';
import { InputRow } from '../../parts/calculators/Terms.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSliders } from '../../parts/calculators/useSliders.tsx';
import { useSettings } from '../../parts/calculators/useSettings.ts';
import { useView } from '../../parts/calculators/useView.ts';
import { CalculatorPage } from '../../parts/calculators/CalculatorPage.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { FigureChoice } from '../../parts/plan/Choices.tsx';
import { Bands } from './Bands.tsx';
import { Breakdown } from './Breakdown.tsx';
import { IncomeRange } from './IncomeRange.tsx';
import { TaxPlacing } from './TaxPlacing.tsx';
import { compared, incomeTable, incomesOf, incomesRefusal, usualIncomes, type Incomes } from './taxViews.ts';
import './tax.scss';
import { t, messageFor } from '../../language/language.ts';
import { MonthsOfYear } from '../../fields/MonthsOfYear.tsx';
import { Select } from '../../fields/Select.tsx';

const NOTHING = {
  get heading() {
    return t('tax.noSchedule');
  },
  get words() {
    return t('tax.noneHint');
  },
};

const VIEWS = [
  {
    value: 'bands',
    get words() {
      return t('tax.bandByBand');
    },
  },
  {
    value: 'incomes',
    get words() {
      return t('tax.tableOfIncomes');
    },
  },
  {
    value: 'compare',
    get words() {
      return t('tax.compare');
    },
    get title() {
      return t('tax.withAnotherSchedule');
    },
  },
] as const;

/** Tax: what an income owes by bands, and why. */
export function TaxPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <CalculatorPage table="taxSchedules" title={t('tax.tax')} nothing={NOTHING} tools={sliderTool}>
      {(schedule) => <ScheduleView key={schedule.id} schedule={schedule} sliders={sliders} />}
    </CalculatorPage>
  );
}

function ScheduleView({ schedule, sliders }: { readonly schedule: TaxScheduleRow; readonly sliders: boolean }) {
  const { document, model } = useSessionState();
  const [view, show] = useView(VIEWS);
  const [explained, setExplained] = useState<string | null>(null);
  const [placing, setPlacing] = useState(false);
  const { yearBegins } = schedule;
  // A schedule's years are its own; the plan's months fall into them.
  const calendar = createCalendar(model.calendar.first, model.calendar.count, yearBegins);
  const years = yearsOf(calendar);
  const [year, setYear] = useYear(years, yearBegins);
  const calculator = { table: 'taxSchedules', row: schedule } as const;
  const { set } = useSettings('taxSchedules', schedule.id);
  const period = rangeOfYear(calendar, year).to - 1;
  const result = useAnswerOf(schedule.id, period);
  const answer = isNoFigure(result) ? null : result;
  const holding = setOfYear(bandSetsOf(document, schedule.id), year);
  const [incomes, setIncomes] = useState<Incomes>(() => usualIncomes(answer?.income ?? null));
  const keyDown = (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== 'PageUp' && event.key !== 'PageDown')) return;
    event.preventDefault();
    const next = years[years.indexOf(year) + (event.key === 'PageUp' ? -1 : 1)];
    if (next !== undefined) setYear(next);
  };
  return (
    <div className="calculator" onKeyDown={keyDown}>
      <section className="calculator-terms" aria-label={t('tax.termsOf', { name: schedule.name })}>
        <div className="term">
          <span className="term-label">{t('tax.year')}</span>
          <YearSwitch years={years} year={year} begins={yearBegins} onChange={setYear} />
        </div>
        <div className="term">
          <span className="term-label">{t('tax.taxYearBegins')}</span>
          <Select
            aria-label={t('tax.taxYearBegins')}
            value={yearBegins}
            onChange={(event) => set({ yearBegins: Number(event.target.value) })}
          >
            <MonthsOfYear locale={planOf(document).locale} />
          </Select>
        </div>
        <InputRow
          calculator={calculator}
          column="income"
          label={t('tax.income')}
          period={period}
          sliders={sliders}
          placeholder={t('tax.ofTheYear')}
        />
        <div className="term">
          <span className="term-label">{t('tax.orTakenFrom')}</span>
          <FigureChoice
            label={t('tax.incomeLine')}
            document={document}
            value=""
            none={t('tax.yearlyTotalOfLine')}
            onChange={(id) => id !== '' && set({ income: yearTotal(id, yearBegins === model.calendar.yearBegins) })}
          />
        </div>
        <InputRow
          calculator={calculator}
          column="allowance"
          label={t('tax.allowance')}
          period={period}
          sliders={sliders}
          placeholder={t('tax.none')}
        />
        <InputRow
          calculator={calculator}
          column="rebateLimit"
          label={t('tax.taxFreeUpTo')}
          period={period}
          sliders={sliders}
          placeholder={t('tax.noLimit')}
        />
        <Bands
          key={holding?.validFrom ?? 'always'}
          schedule={schedule}
          holding={holding}
          year={year}
          period={period}
          sliders={sliders}
        />
        <UsedBy users={usersOf(document, schedule.id)} onPlace={() => setPlacing(true)} />
      </section>
      <section className="calculator-answer" aria-label={t('tax.resultsOf', { name: schedule.name })}>
        {answer ? (
          <KeyFigures
            figures={[
              {
                label: t('tax.taxOf', { year: yearInWords(year, yearBegins) }),
                value: answer.result?.tax ?? null,
                id: `${schedule.id}.tax`,
              },
              {
                label: t('tax.effectiveRateTile'),
                value: answer.result?.effectiveRate ?? null,
                unit: 'percent',
                id: `${schedule.id}.effective rate`,
                also: t('tax.effectiveRate'),
              },
              {
                label: t('tax.marginalRateTile'),
                value: answer.onOneMore,
                unit: 'percent',
                id: `${schedule.id}.marginal rate`,
                also: t('tax.marginalRate'),
              },
              {
                label: t('tax.afterTax'),
                value: answer.result && answer.income !== null ? answer.income - answer.result.tax : null,
              },
            ]}
            explained={explained}
            onExplain={setExplained}
          />
        ) : (
          isNoFigure(result) && <NoAnswer reason={result} />
        )}
        <div className="calculator-views">
          <Segments label={t('tax.view')} value={view} options={VIEWS} onChange={show} />
        </div>
        {answer && view === 'bands' && <Breakdown answer={answer} />}
        {answer && view === 'incomes' && (
          <IncomeTable name={schedule.name} schedule={answer.schedule} incomes={incomes} onIncomes={setIncomes} />
        )}
        {answer && view === 'compare' && (
          <Compare
            id={schedule.id}
            name={schedule.name}
            schedule={answer.schedule}
            period={period}
            incomes={incomes}
            onIncomes={setIncomes}
          />
        )}
        {explained !== null && <OutputExplanation id={explained} period={period} onClose={() => setExplained(null)} />}
      </section>
      {placing && <TaxPlacing schedule={schedule} onClose={() => setPlacing(false)} />}
    </div>
  );
}

/** The answer of a schedule in a period, or why there is none. */
function useAnswerOf(id: string, period: number): TaxAnswer | NoFigure {
  const { model } = useSessionState();
  const answer = model.calculationOf(id)?.answer;
  if (answer?.kind === 'tax') return answer.months[period]!;
  return answer?.kind === 'none' ? answer : { why: messageFor('tax.notFound') };
}

interface RangedProps {
  readonly name: string;
  readonly schedule: TaxSchedule;
  readonly incomes: Incomes;
  readonly onIncomes: (incomes: Incomes) => void;
}

function IncomeTable({ name, schedule, incomes, onIncomes }: RangedProps) {
  const plan = planOf(useSessionState().document);
  const list = useMemo(() => (incomesRefusal(incomes) === null ? incomesOf(incomes) : []), [incomes]);
  const columns = useMemo(() => incomeTable(list, schedule), [list, schedule]);
  return (
    <>
      <IncomeRange incomes={incomes} onChange={onIncomes}>
        <button type="button" className="tool" onClick={() => window.print()}>
          <Icon name="print" />
          {t('tax.print')}
        </button>
      </IncomeRange>
      {list.length > 0 && (
        <ScheduleGrid
          label={t('tax.taxBy', { name })}
          rowHeading={t('tax.income')}
          rows={list.map((income) => writeFigure(income, 'money', plan))}
          columns={columns}
        />
      )}
    </>
  );
}

interface CompareProps extends RangedProps {
  readonly id: string;
  readonly period: number;
}

function Compare({ id, name, schedule, period, incomes, onIncomes }: CompareProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const others = inOrder(document.taxSchedules.values()).filter((other) => other.id !== id);
  const [chosen, setChosen] = useState(others[0]?.id ?? '');
  const other = others.find((each) => each.id === chosen) ?? others[0];
  const answer = useAnswerOf(other?.id ?? '', period);
  const otherAnswer = isNoFigure(answer) ? null : answer;
  const list = incomesRefusal(incomes) === null ? incomesOf(incomes) : [];
  if (!other) return <p className="calculator-words">{t('tax.noOtherSchedule')}</p>;
  const choice = (
    <label>
      {t('tax.with')}{' '}
      <Select value={other.id} onChange={(event) => setChosen(event.target.value)}>
        {others.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </Select>
    </label>
  );
  const both =
    otherAnswer && list.length > 0
      ? compared(list, { name, schedule }, { name: other.name, schedule: otherAnswer.schedule }, document)
      : null;
  return (
    <>
      <IncomeRange incomes={incomes} onChange={onIncomes}>
        {choice}
      </IncomeRange>
      {isNoFigure(answer) && <NoAnswer reason={answer} />}
      {both && (
        <>
          <p className="calculator-words" role="status">
            <strong>{both.words}</strong>
          </p>
          <ChartCard
            picture={both.picture}
            height={230}
            label={t('tax.taxByAnd', { name, other: other.name })}
            rowHeading={t('tax.income')}
            rows={list.map((income) => writeFigure(income, 'money', plan))}
            columns={both.columns}
          />
        </>
      )}
    </>
  );
}

/**
 * The total of a year, as a formula: that of the plan's year, or where the schedule's years begin in another month, what
 * has come together in the twelve months up to now.
 */
function yearTotal(id: string, isPlanYear: boolean): string {
  return isPlanYear ? `total({${id}}, year)` : `running({${id}}) - prior(running({${id}}), 12)`;
}
