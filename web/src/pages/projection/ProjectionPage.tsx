import {
  NET,
  inOrder,
  isFraction,
  planOf,
  projectNextYear,
  rateAfter,
  stretchOfYear,
  writeFigure,
  writeWithUnit,
  yearsOf,
} from '@haushalt/core';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useNotices } from '../../app/Notices.tsx';
import { useShell } from '../../app/shell.ts';
import { useYear } from '../../app/useYear.ts';
import { YearSwitch } from '../../app/YearSwitch.tsx';
import { Grid, type GridCell, type GridColumn, type GridHandle } from '../../grid/Grid.tsx';
import { selectOne, type GridPlace } from '../../grid/selection.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../app/Icon.tsx';
import { budgetRows, sideOf, type BudgetRow } from '../budget/rows.ts';

/** Next year, line by line: this year's total, the increase at a shared rate, and what it becomes. */
export function ProjectionPage() {
  const session = useSession();
  const state = useSessionState();
  const notices = useNotices();
  const shell = useShell();
  const { document, model, glow } = state;
  const plan = planOf(document);
  const years = yearsOf(model.calendar);
  const [year, setYear] = useYear(years);
  const [active, setActive] = useState<GridPlace>({ row: 1, column: 1 });
  const grid = useRef<GridHandle>(null);
  useEffect(() => grid.current?.focus(), []);

  const rates = inOrder(document.assumptions.values()).filter(
    (assumption) => isFraction(assumption.unit) && assumption.unit !== 'ratePerMonth',
  );
  const rateRow = rates.find((assumption) => assumption.id === plan.projectionRate) ?? rates[0] ?? null;
  const rate = rateRow ? rateAfter(model, rateRow.id, year) : null;
  const stretch = stretchOfYear(model.calendar, year);
  const months = stretch.to - stretch.from;
  const partial = months < 12;

  const { rows, footer } = useMemo(() => {
    const budget = budgetRows(model);
    const projected = budget.rows.filter((row) => row.kind !== 'invitation' && sideOf(row) !== 'memo');
    return { rows: projected, footer: budget.footer.filter((row) => row.id === NET) };
    // The model changes in place, always together with the document.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [model, document]);
  const all = [...rows, ...footer];

  const columns = useMemo(
    (): GridColumn[] => [
      { id: 'label', heading: 'Line', width: 280, pin: 'start', className: 'label' },
      { id: 'base', heading: String(year), width: 150, pin: null },
      {
        id: 'increase',
        heading: rate === null ? 'Increase' : `Increase at ${writeFigure(rate, 'ratePerYear', plan)}`,
        width: 160,
        pin: null,
      },
      { id: 'amount', heading: String(year + 1), width: 150, pin: null, className: 'of-year' },
      { id: 'monthly', heading: `A month of ${year + 1}`, width: 150, pin: null },
    ],
    [year, rate, plan],
  );

  const cellOf = useCallback(
    (row: BudgetRow, column: GridColumn): GridCell => {
      if (column.id === 'label') return labelOf(row);
      if (row.id === null || rate === null) return { content: null };
      const next = projectNextYear(model, row.id, year, rate);
      const projected =
        column.id === 'monthly'
          ? next.amount && next.amount / months
          : next[column.id as 'base' | 'increase' | 'amount'];
      if (projected === null) return { content: null };
      const glows =
        glow &&
        (glow.changed.has(row.id) || (rateRow !== null && glow.changed.has(rateRow.id) && column.id !== 'base'));
      return {
        className: `tabular ${projected < 0 ? 'negative' : ''} ${glows ? (glow.stamp % 2 === 0 ? 'glow-even' : 'glow-odd') : ''}`,
        content: writeFigure(projected, 'money', plan),
      };
    },
    [model, year, rate, rateRow, plan, glow, months],
  );
  const versionOf = (row: BudgetRow) =>
    `${year}|${rate}|${state.figureVersions.get(row.id ?? '') ?? 0}|${glow?.stamp ?? 0}|${plan.locale}|${plan.currency}|${row.label}`;

  const keyDown = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (event.altKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
      const next = years[years.indexOf(year) + (event.key === 'PageUp' ? -1 : 1)];
      if (next !== undefined) setYear(next);
    } else if (step) {
      setActive({
        row: Math.max(
          0,
          Math.min(
            all.length - 1,
            active.row + step[0] * (event.key.startsWith('Page') ? (grid.current?.pageSize() ?? 10) : 1),
          ),
        ),
        column: Math.max(0, Math.min(columns.length - 1, active.column + step[1])),
      });
    } else if (event.key === 'F6') window.document.querySelector<HTMLElement>('.shelf input')?.focus();
    else return;
    event.preventDefault();
  };

  if (!rateRow || rate === null) {
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
  const row = all[active.row];
  return (
    <div className="budget projection">
      <div className="page-head">
        <h2>Projection</h2>
        <YearSwitch years={years} year={year} onChange={setYear} />
        <label className="rate-choice">
          The year after at{' '}
          <select
            value={rateRow.id}
            onChange={(event) => {
              const refusal = session.send({ kind: 'plan.set', settings: { projectionRate: event.target.value } });
              if (refusal) notices.say({ text: refusal.message, tone: 'warning' });
            }}
          >
            {rates.map((assumption) => (
              <option key={assumption.id} value={assumption.id}>
                {assumption.name}, {writeWithUnit(rateAfter(model, assumption.id, year), assumption.unit, plan)}
              </option>
            ))}
          </select>
        </label>
        {partial && (
          <p className="year-summary">
            The plan has {months === 1 ? 'one month' : `${months} months`} of {year}; the projection is of{' '}
            {months === 1 ? 'it' : 'these'}.
          </p>
        )}
      </div>
      <Grid
        handle={grid}
        label={`Projection of ${year + 1} from ${year}`}
        columns={columns}
        rows={rows}
        footer={footer}
        rowHeight={24}
        selection={selectOne(active)}
        editing={false}
        cellOf={cellOf}
        versionOf={versionOf}
        editor={null}
        onSelect={setActive}
        onOpen={() => {}}
        onKeyDown={keyDown}
      />
      {row?.id != null && <Explanation row={row} year={year} rate={rate} rateName={rateRow.name} />}
    </div>
  );
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageUp: [-1, 0],
  PageDown: [1, 0],
};

function labelOf(row: BudgetRow): GridCell {
  const side = sideOf(row);
  const name = row.kind === 'subtotal' ? row.group.name : row.label;
  return {
    title: name,
    content: (
      <>
        {row.kind === 'heading' && side && <Icon name={side} />}
        <span className="label-text">{name}</span>
      </>
    ),
  };
}

interface ExplanationProps {
  readonly row: BudgetRow;
  readonly year: number;
  readonly rate: number;
  readonly rateName: string;
}

/** The selected projection in one sentence with its figures. */
function Explanation({ row, year, rate, rateName }: ExplanationProps) {
  const { model, document } = useSessionState();
  const plan = planOf(document);
  const { base, increase, amount } = projectNextYear(model, row.id!, year, rate);
  const money = (figure: number) => writeFigure(figure, 'money', plan);
  return (
    <section className="reckoning" aria-label="Reckoning">
      <div className="reckoning-what">
        <h3>{row.label}</h3>
        <p>{year + 1}, projected</p>
        <p className="reckoning-figure">
          {amount === null ? <em>no figure</em> : writeWithUnit(amount, 'money', plan)}
        </p>
      </div>
      <div className="reckoning-how">
        {base === null || increase === null || amount === null ? (
          <p className="reckoning-words">There is no total of {year} to start from.</p>
        ) : (
          <>
            <p className="reckoning-words">
              The total of {year}, increased by {rateName}.{' '}
              <code>
                {row.label} × (1 + {rateName})
              </code>
            </p>
            <p className="reckoning-worked">
              = {money(base)} × (1 + {writeFigure(rate, 'ratePerYear', plan)}) = {money(base)} + {money(increase)} ={' '}
              {money(amount)}
            </p>
          </>
        )}
      </div>
    </section>
  );
}
