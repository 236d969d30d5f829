import {
  actualFiguresIn,
  MAX_PROJECTED_YEARS,
  NET,
  PlanProjection,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  inOrder,
  planOf,
  rangeOfYear,
  withActuals,
  writeFigure,
  yearsOf,
  nameOfYear,
  addMonths,
  type ActualFigure,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useLayoutEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { useParams } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { Deferred } from '../../ui/Deferred.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useShell } from '../../parts/plan/shell.ts';
import { useYear } from '../../parts/plan/useYear.ts';
import { YearSwitch } from '../../parts/plan/YearSwitch.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import type { Picture } from '../../parts/charts/picture.ts';
import { Grid } from '../../grid/Grid.tsx';
import { usePrinting } from '../../ui/usePrinting.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { textInCell } from '../../grid/types.ts';
import { useLedger } from '../../parts/ledger/useLedger.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { budgetRows, sideOf, type BudgetRow } from '../../parts/lines/rows.ts';
import {
  hasRate,
  projectionCell,
  projectionColumns,
  rateOwner,
  ratesOf,
  widestFigure,
  type ProjectionColumn,
} from './cells.tsx';
import { ProjectionExplanation } from './ProjectionExplanation.tsx';
import { RateDialog } from './RateDialog.tsx';
import { useProjectionView } from './terms.ts';
import { monthInWords, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

/** Later years, line by line: a base year's totals, and what they become at the lines' rates. */
export function ProjectionPage() {
  const send = useSend();
  const state = useSessionState();
  const notices = useNotices();
  const shell = useShell();
  const { planId = '' } = useParams();
  const { document, model, glow } = state;
  const plan = planOf(document);
  const years = yearsOf(model.calendar);
  const [year, setYear] = useYear(years, model.calendar.yearBegins);
  const called = nameOfYear(document, year);
  const begins = model.calendar.yearBegins;
  const [view, changeView] = useProjectionView(planId);
  const [choosing, setChoosing] = useState<string | null>(null);
  const rates = inOrder(ratesOf(document));
  const shared = rates.find(({ id }) => id === plan.projectionRate) ?? null;
  const deflator = rates.find(({ id }) => id === view.deflator) ?? shared;
  const range = rangeOfYear(model.calendar, year);
  const months = range.to - range.from;

  const { actuals } = useLedger(planId);
  const actualFigures = useMemo(() => actualFiguresIn(document, actuals, year), [document, actuals, year]);
  const fromActual = view.base === 'actual' && actualFigures.length > 0;
  const projection = useMemo(
    () =>
      new PlanProjection(
        { document: fromActual ? withActuals(document, actuals, year) : document },
        { baseYear: year, years: view.years, stepping: view.stepping, deflator: deflator?.id ?? null },
      ),
    [document, actuals, fromActual, year, view.years, view.stepping, deflator?.id],
  );
  const { rows, footer } = useMemo(() => {
    const budget = budgetRows(projection.model);
    const projected = budget.rows.filter((row) => row.kind !== 'invitation' && sideOf(row) !== 'memo');
    return { rows: projected, footer: budget.footer.filter((row) => row.id === NET) };
  }, [projection]);
  const all = useMemo(() => [...rows, ...footer], [rows, footer]);
  const columns = useMemo(() => {
    const ids = all.flatMap(({ id }) => id ?? []);
    return projectionColumns(projection.years, year, view, widestFigure(projection, ids), begins);
  }, [projection, all, year, view, begins]);
  const glows = (target: BudgetRow) => target.id !== null && glow !== null && glow.changed.has(target.id);
  const chooseRate = (target: BudgetRow | undefined) => {
    const owner = target && hasRate(target) ? rateOwner(target) : null;
    if (owner !== null) setChoosing(owner);
    else notices.say({ text: t('projection.ratesOfLinesOnly') });
  };

  const pageKey = (event: KeyboardEvent): boolean => {
    if (event.altKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
      const next = years[years.indexOf(year) + (event.key === 'PageUp' ? -1 : 1)];
      if (next !== undefined) setYear(next);
    } else if (event.key === 'F6') window.document.querySelector<HTMLElement>('.assumptions-panel input')?.focus();
    else return false;
    return true;
  };
  const printing = usePrinting();
  const control = useGrid<BudgetRow, ProjectionColumn>({
    rows: all,
    columns,
    first: { row: 1, column: 1 },
    onOpen(target, _column, typed) {
      if (typed === null) chooseRate(target);
      return true;
    },
    onKey: pageKey,
    textOf: (target, column) => textInCell(projectionCell(projection, target, column, false)),
  });
  const { row, column, focus } = control;
  useLayoutEffect(() => {
    if (choosing === null) focus();
  }, [choosing, focus]);

  const takeIn = () => {
    const last = years.at(-1)!;
    const end = addMonths(model.calendar.months.at(-1)!, view.years * 12);
    if (year !== last)
      return notices.say({
        text: t('projection.figuresAfter', { year: called, last: nameOfYear(document, last) }),
        action: { label: t('projection.projectFrom', { last: nameOfYear(document, last) }), run: () => setYear(last) },
      });
    send(
      {
        kind: 'plan.rollForward',
        years: view.years,
        stepping: view.stepping,
        rate: null,
        ...(fromActual ? { actual: actualFigures } : {}),
      },
      t('projection.planNowEnds', { month: monthInWords(end, plan.locale) }),
    );
  };

  if (rates.length === 0) {
    return (
      <div className="empty-state">
        <h2>{t('projection.noRate')}</h2>
        <p>{t('projection.noRateHint')}</p>
        <button type="button" className="btn btn-primary" onClick={shell.openAssumptions}>
          {t('projection.openAssumptions')}
        </button>
      </div>
    );
  }
  return (
    <div className="budget projection">
      <div className="page-head">
        <h2>{t('projection.projection')}</h2>
        <YearSwitch years={years} year={year} begins={plan.yearBegins} onChange={setYear} />
        <label className="rate-choice">
          {t('projection.growthRate')}{' '}
          <Select
            value={shared?.id ?? ''}
            onChange={(event) => {
              const projectionRate = event.target.value === '' ? null : event.target.value;
              send({ kind: 'plan.set', settings: { projectionRate } });
            }}
          >
            <option value="">{t('projection.growthNone')}</option>
            {rates.map((assumption) => (
              <option key={assumption.id} value={assumption.id}>
                {assumption.name}, {writeFigure(projection.rateIn(assumption.id, year + 1), assumption.unit, plan)}
              </option>
            ))}
          </Select>
        </label>
        {months < 12 && <p className="year-summary">{t('projection.monthsCovered', { months, year: called })}</p>}
        <button type="button" className="tool" onClick={takeIn} title={t('projection.addToPlanHint')}>
          <Icon name="add" />
          {t('projection.addToPlan')}
        </button>
      </div>
      <div className="projection-bar" role="toolbar" aria-label={t('projection.viewOfTheProjection')}>
        <label>
          {t('projection.years')}
          <Form.Control
            size="sm"
            type="number"
            min={1}
            max={MAX_PROJECTED_YEARS}
            value={view.years}
            onChange={(event) => {
              const count = Math.round(Number(event.target.value));
              if (count >= 1) changeView({ years: Math.min(MAX_PROJECTED_YEARS, count) });
            }}
          />
        </label>
        {actualFigures.length > 0 && (
          <Segments
            label={t('projection.base')}
            value={view.base}
            options={[
              {
                value: 'plan',
                words: t('projection.basePlanned'),
                title: t('projection.basePlannedHint', { year: called }),
              },
              {
                value: 'actual',
                words: t('projection.baseActual'),
                title: t('projection.baseActualHint', { year: called }),
              },
            ]}
            onChange={(base) => changeView({ base })}
          />
        )}
        <Segments
          label={t('projection.growth')}
          value={view.stepping}
          options={[
            { value: 'yearly', words: t('projection.growthYearly'), title: t('projection.growthYearlyHint') },
            { value: 'monthly', words: t('projection.growthMonthly'), title: t('projection.growthMonthlyHint') },
          ]}
          onChange={(stepping) => changeView({ stepping })}
        />
        <Segments
          label={t('projection.prices')}
          value={view.money}
          options={[
            { value: 'nominal', words: t('projection.pricesNominal'), title: t('projection.pricesNominalHint') },
            {
              value: 'today',
              words: t('projection.pricesToday'),
              title: t('projection.pricesOf', { year: called }),
            },
            { value: 'both', words: t('projection.both') },
          ]}
          onChange={(money) => changeView({ money })}
        />
        {view.money !== 'nominal' && (
          <label>
            {t('projection.inflation')}
            <Select value={deflator?.id ?? ''} onChange={(event) => changeView({ deflator: event.target.value })}>
              {rates.map((assumption) => (
                <option key={assumption.id} value={assumption.id}>
                  {assumption.name}
                </option>
              ))}
            </Select>
          </label>
        )}
        <button
          type="button"
          className="tool"
          aria-pressed={view.changes}
          onClick={() => changeView({ changes: !view.changes })}
        >
          <Icon name="columns" /> {t('projection.increases')}
        </button>
        <button
          type="button"
          className="tool"
          aria-pressed={view.picture}
          onClick={() => changeView({ picture: !view.picture })}
        >
          <Icon name="chart" /> {t('projection.chart')}
        </button>
      </div>
      {fromActual && <p className="projection-base">{baseInWords(actualFigures, called, plan.locale)}</p>}
      <Grid
        control={control}
        label={t('projection.projectionFrom', { year: called })}
        columns={columns}
        rows={rows}
        footer={footer}
        rowHeight={24}
        complete={printing}
        cellOf={(target, column) => projectionCell(projection, target, column, glows(target))}
        partsOf={(target) => [projection, target.label]}
      />
      {view.picture && (
        <Deferred>
          <PictureView picture={pictureOf(projection, year, view.money === 'today')} height={230} />
        </Deferred>
      )}
      {row?.id != null && (
        <ProjectionExplanation
          projection={projection}
          id={row.id}
          label={row.label}
          baseYear={year}
          index={column?.nth ?? 0}
          stepping={view.stepping}
          onRate={hasRate(row) ? () => chooseRate(row) : null}
        />
      )}
      {choosing !== null && <RateDialog projection={projection} id={choosing} onClose={() => setChoosing(null)} />}
    </div>
  );
}

/** Which figures a projection from what really happened starts from. */
export function baseInWords(figures: readonly ActualFigure[], year: string, locale: string): string {
  const months = figures.map(({ month }) => month).sort();
  const [first, last] = [months[0]!, months.at(-1)!].map((month) => monthInWords(month, locale, 'name'));
  const lines = new Set(figures.map(({ line }) => line)).size;
  return t('projection.actualFrom', { year, first, last, lines });
}

/** Income, expenses and what is left, from the base year on. */
function pictureOf(projection: PlanProjection, baseYear: number, today: boolean): Picture {
  const plan = planOf(projection.model.document);
  const values = (id: string) => {
    const projected = projection.of(id);
    return projected ? [projected.base, ...projected.years.map((each) => (today ? each.today : each.amount))] : [];
  };
  const inWords = (year: number) => nameOfYear(projection.model.document, year);
  return {
    label: t('projection.chartTitle', { baseYear: inWords(baseYear), today }),
    axis: plan.currency,
    categoryName: t('projection.year'),
    categories: [baseYear, ...projection.years].map(inWords),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: t('projection.income'), values: values(TOTAL_INCOME), mark: 'bars', tone: 'income' },
      { label: t('projection.expenses'), values: values(TOTAL_EXPENSES), mark: 'bars', tone: 'expense' },
      { label: t('projection.net'), values: values(NET), mark: 'line', tone: 'net' },
    ],
  };
}
