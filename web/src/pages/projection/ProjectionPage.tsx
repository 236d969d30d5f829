import {
  actualFiguresIn,
  MAX_PROJECTED_YEARS,
  NET,
  PlanProjection,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  inOrder,
  monthInWords,
  planOf,
  stretchOfYear,
  withActuals,
  writeFigure,
  yearsOf,
  type ActualFigure,
} from '@haushalt/core';
import { useLayoutEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { useParams } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { Later } from '../../ui/Later.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useShell } from '../../parts/plan/shell.ts';
import { useYear } from '../../parts/plan/useYear.ts';
import { YearSwitch } from '../../parts/plan/YearSwitch.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import type { Picture } from '../../parts/charts/picture.ts';
import { Grid } from '../../grid/Grid.tsx';
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
import { ProjectionReckoning } from './ProjectionReckoning.tsx';
import { RateDialog } from './RateDialog.tsx';
import { useProjectionView } from './terms.ts';

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
  const [year, setYear] = useYear(years);
  const [view, changeView] = useProjectionView(planId);
  const [choosing, setChoosing] = useState<string | null>(null);
  const rates = inOrder(ratesOf(document));
  const shared = rates.find(({ id }) => id === plan.projectionRate) ?? null;
  const deflator = rates.find(({ id }) => id === view.deflator) ?? shared;
  const stretch = stretchOfYear(model.calendar, year);
  const months = stretch.to - stretch.from;

  const { actuals } = useLedger(planId);
  const known = useMemo(() => actualFiguresIn(document, actuals, year), [document, actuals, year]);
  const fromActual = view.base === 'actual' && known.length > 0;
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
    return projectionColumns(projection.years, year, view, widestFigure(projection, ids));
  }, [projection, all, year, view]);
  const glows = (target: BudgetRow) => target.id !== null && glow !== null && glow.changed.has(target.id);
  const chooseRate = (target: BudgetRow | undefined) => {
    const owner = target && hasRate(target) ? rateOwner(target) : null;
    if (owner !== null) setChoosing(owner);
    else notices.say({ text: 'Lines and groups have rates of their own; totals follow from them.' });
  };

  const pageKey = (event: KeyboardEvent): boolean => {
    if (event.altKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
      const next = years[years.indexOf(year) + (event.key === 'PageUp' ? -1 : 1)];
      if (next !== undefined) setYear(next);
    } else if (event.key === 'F6') window.document.querySelector<HTMLElement>('.shelf input')?.focus();
    else return false;
    return true;
  };
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
    if (year !== last)
      return notices.say({
        text: `The plan has figures for the years after ${year} already. Project from ${last} to carry it on.`,
        action: { label: `Project from ${last}`, run: () => setYear(last) },
      });
    send(
      {
        kind: 'plan.carryOn',
        years: view.years,
        stepping: view.stepping,
        rate: null,
        ...(fromActual ? { actual: known } : {}),
      },
      `The plan goes on until December ${last + view.years}; every line has a rule for it.`,
    );
  };

  if (rates.length === 0) {
    return (
      <div className="empty-state">
        <h2>A projection needs a rate</h2>
        <p>Add an assumption with the unit “rate per year”, for example inflation, and next year follows from it.</p>
        <button type="button" className="btn btn-primary" onClick={shell.openShelf}>
          Open the assumptions
        </button>
      </div>
    );
  }
  return (
    <div className="budget projection">
      <div className="page-head">
        <h2>Projection</h2>
        <YearSwitch years={years} year={year} onChange={setYear} />
        <label className="rate-choice">
          All lines grow by{' '}
          <select
            value={shared?.id ?? ''}
            onChange={(event) => {
              const projectionRate = event.target.value === '' ? null : event.target.value;
              send({ kind: 'plan.set', settings: { projectionRate } });
            }}
          >
            <option value="">nothing, they stay as they are</option>
            {rates.map((assumption) => (
              <option key={assumption.id} value={assumption.id}>
                {assumption.name}, {writeFigure(projection.rateIn(assumption.id, year + 1), assumption.unit, plan)}
              </option>
            ))}
          </select>
        </label>
        {months < 12 && (
          <p className="year-summary">
            The plan has {months === 1 ? 'one month' : `${months} months`} of {year}; the projection is of{' '}
            {months === 1 ? 'it' : 'these'}.
          </p>
        )}
        <button
          type="button"
          className="tool"
          onClick={takeIn}
          title="Lets the plan go on by these years, with live rules"
        >
          <Icon name="add" />
          Take it into the plan
        </button>
      </div>
      <div className="projection-bar" role="toolbar" aria-label="View of the projection">
        <label>
          Years
          <input
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
        {known.length > 0 && (
          <Segments
            label="What it starts from"
            value={view.base}
            options={[
              { value: 'plan', words: 'As planned', title: `What the plan has for ${year}` },
              { value: 'actual', words: 'As it was', title: `What really happened in ${year}` },
            ]}
            onChange={(base) => changeView({ base })}
          />
        )}
        <Segments
          label="How figures grow"
          value={view.stepping}
          options={[
            { value: 'yearly', words: 'Every January', title: 'Figures rise once a year' },
            { value: 'monthly', words: 'Every month', title: 'Figures creep up a little every month' },
          ]}
          onChange={(stepping) => changeView({ stepping })}
        />
        <Segments
          label="Whose money"
          value={view.money}
          options={[
            { value: 'nominal', words: 'As paid then', title: 'Nominal figures' },
            { value: 'today', words: 'Today’s money', title: `In the money of ${year}` },
            { value: 'both', words: 'Both' },
          ]}
          onChange={(money) => changeView({ money })}
        />
        {view.money !== 'nominal' && (
          <label>
            Prices rise by
            <select value={deflator?.id ?? ''} onChange={(event) => changeView({ deflator: event.target.value })}>
              {rates.map((assumption) => (
                <option key={assumption.id} value={assumption.id}>
                  {assumption.name}
                </option>
              ))}
            </select>
          </label>
        )}
        <button
          type="button"
          className="tool"
          aria-pressed={view.changes}
          onClick={() => changeView({ changes: !view.changes })}
        >
          <Icon name="columns" /> Changes
        </button>
        <button
          type="button"
          className="tool"
          aria-pressed={view.picture}
          onClick={() => changeView({ picture: !view.picture })}
        >
          <Icon name="chart" /> Picture
        </button>
      </div>
      {fromActual && <p className="projection-base">{baseInWords(known, year, plan.locale)}</p>}
      <Grid
        control={control}
        label={`Projection from ${year}`}
        columns={columns}
        rows={rows}
        footer={footer}
        rowHeight={24}
        cellOf={(target, column) => projectionCell(projection, target, column, glows(target))}
        partsOf={(target) => [projection, target.label]}
      />
      {view.picture && (
        <Later>
          <PictureView picture={pictureOf(projection, year, view.money === 'today')} height={230} />
        </Later>
      )}
      {row?.id != null && (
        <ProjectionReckoning
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
export function baseInWords(known: readonly ActualFigure[], year: number, locale: string): string {
  const months = known.map(({ month }) => month).sort();
  const [first, last] = [months[0]!, months.at(-1)!].map((month) => monthInWords(month, locale, 'name'));
  const lines = new Set(known.map(({ line }) => line)).size;
  return `${year} as it really was from ${first} to ${last}, in ${lines === 1 ? 'one line' : `${lines} lines`} with entries; everything else as planned.`;
}

/** Income, expenses and what is left, from the base year on. */
function pictureOf(projection: PlanProjection, baseYear: number, today: boolean): Picture {
  const plan = planOf(projection.model.document);
  const values = (id: string) => {
    const projected = projection.of(id);
    return projected ? [projected.base, ...projected.years.map((each) => (today ? each.today : each.amount))] : [];
  };
  return {
    label: `Income, expenses and net from ${baseYear}${today ? ', in today’s money' : ''}`,
    axis: plan.currency,
    categoryName: 'Year',
    categories: [baseYear, ...projection.years].map(String),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: 'Income', values: values(TOTAL_INCOME), mark: 'bars', tone: 'income' },
      { label: 'Expenses', values: values(TOTAL_EXPENSES), mark: 'bars', tone: 'expense' },
      { label: 'Net', values: values(NET), mark: 'line', tone: 'net' },
    ],
  };
}
