import { datedId, periodOf, planOf, type Command, type Month } from '@haushalt/core';
import { Icon } from '../../app/Icon.tsx';
import type { GridCell, GridColumn } from '../../grid/Grid.tsx';
import type { SessionState } from '../../plan-session/session.ts';
import { monthFigure, yearFigures, type ShownFigure } from './figures.ts';
import { RowMenu } from './RowMenu.tsx';
import { sideOf, type BudgetRow } from './rows.ts';

/** What can be done with a row from its label. */
export interface RowActions {
  readonly rename: (row: BudgetRow) => void;
  readonly addLine: (row: BudgetRow) => void;
  readonly duplicate: (row: BudgetRow) => void;
  readonly remove: (row: BudgetRow) => void;
  readonly move: (row: BudgetRow, direction: 1 | -1) => void;
  readonly send: (command: Command) => boolean;
}

const RHYTHMS = { fixed: 'fixed', periodic: 'periodic', dayToDay: 'day-to-day' } as const;

/** What one cell of the budget shows. */
export function budgetCell(
  state: SessionState,
  row: BudgetRow,
  column: GridColumn,
  year: number,
  actions: RowActions,
): GridCell {
  if (column.id === 'label') return labelCell(row, actions);
  if (row.id === null) return { content: null };
  const { model } = state;
  const month = 'month' in column ? (column.month as Month) : null;
  if (month !== null) {
    const period = periodOf(model.calendar, month);
    const figure = monthFigure(model, row.id, period);
    const glow = state.glow?.changed.get(row.id);
    const glows = glow !== undefined && glow.from <= period && period < glow.to;
    return figureCell(
      figure,
      row,
      glows ? state.glow!.stamp : null,
      row.kind === 'line' ? markOf(state, row.id, month) : null,
    );
  }
  const figure = yearFigures(model, row.id, year)[column.id as 'total' | 'average' | 'share'];
  return figureCell(figure, row, state.glow?.changed.has(row.id) ? state.glow.stamp : null, null);
}

/** Whatever the cells of a row depend on, as one text. */
export function cellVersion(state: SessionState, row: BudgetRow, year: number): string {
  const plan = planOf(state.document);
  const figures = row.id === null ? 0 : (state.figureVersions.get(row.id) ?? 0);
  const income = state.figureVersions.get('@income') ?? 0;
  const glow = row.id !== null && state.glow?.changed.has(row.id) ? state.glow.stamp : 0;
  const marks = row.kind === 'line' ? marksVersion(state, row.id) : 0;
  const label =
    row.kind === 'total'
      ? ''
      : row.kind === 'line'
        ? `${row.line.name}|${row.line.unit}|${row.line.rollUp}|${row.line.note}`
        : `${row.group.name}|${row.group.rhythm}`;
  return `${year}|${figures}|${income}|${glow}|${marks}|${plan.locale}|${plan.currency}|${label}`;
}

/** Grows with every step or exception a line gains or loses; figures that stay the same may still change their marks. */
function marksVersion({ model }: SessionState, line: string): string {
  return `${model
    .stepsOf(line)
    .map((step) => step.id)
    .join()}/${model
    .exceptionsOf(line)
    .map((exception) => exception.id)
    .join()}`;
}

type Mark = 'exception' | 'step';

function markOf({ document }: SessionState, line: string, month: Month): Mark | null {
  if (document.exceptions.has(datedId(line, month))) return 'exception';
  return document.ruleSteps.has(datedId(line, month)) ? 'step' : null;
}

const MARK_WORDS: Readonly<Record<Mark, string>> = {
  exception: 'Exception: this month departs from the rule',
  step: 'The rule changes from this month on',
};

function figureCell(figure: ShownFigure, row: BudgetRow, glow: number | null, mark: Mark | null): GridCell {
  const classes = [
    'tabular',
    figure.value !== null && figure.value < 0 ? 'negative' : '',
    figure.problem ? 'problem' : '',
    mark ? `mark-${mark}` : '',
    // Two names for one animation, so that a second change starts it again.
    glow === null ? '' : glow % 2 === 0 ? 'glow-even' : 'glow-odd',
    row.id === '@net' && figure.value !== null && figure.value < 0 ? 'in-the-red' : '',
  ];
  const title = figure.problem ?? figure.note ?? (mark ? MARK_WORDS[mark] : undefined);
  return {
    className: classes.filter((name) => name !== '').join(' '),
    content: (
      <>
        {mark && <span className="visually-hidden">{MARK_WORDS[mark]}: </span>}
        {figure.problem ? (
          <>
            <Icon name="warning" />
            <span className="visually-hidden">{figure.problem}</span>
          </>
        ) : (
          figure.text
        )}
      </>
    ),
    ...(title === undefined ? {} : { title }),
  };
}

function labelCell(row: BudgetRow, actions: RowActions): GridCell {
  const side = sideOf(row);
  switch (row.kind) {
    case 'heading':
      return {
        title: row.group.name,
        content: (
          <>
            {side && <Icon name={side} />}
            <span className="label-text">{row.group.name}</span>
            {row.group.rhythm && <small>{RHYTHMS[row.group.rhythm]}</small>}
            <RowMenu row={row} actions={actions} />
          </>
        ),
      };
    case 'line':
      return {
        title: row.line.note === '' ? row.line.name : `${row.line.name}: ${row.line.note}`,
        content: (
          <>
            <span className="label-text">{row.line.name}</span>
            <RowMenu row={row} actions={actions} />
          </>
        ),
      };
    case 'invitation':
      return {
        content: (
          <button type="button" className="add-line" tabIndex={-1} onClick={() => actions.addLine(row)}>
            <Icon name="add" /> Add the first line
          </button>
        ),
      };
    case 'subtotal':
      return { content: <span className="label-text">{row.group.name}</span>, title: `Subtotal of ${row.group.name}` };
    case 'total':
      return { content: <span className="label-text">{row.label}</span> };
  }
}
