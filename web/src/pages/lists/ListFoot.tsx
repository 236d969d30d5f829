import {
  FINE,
  hasFigures,
  planOf,
  explainItem,
  unitOfColumn,
  usersOfColumn,
  writeFigure,
  type ListRow,
  type PlanModel,
  type Explanation,
  type ExplanationPart,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import type { GridControl } from '../../grid/useGrid.tsx';
import { placesIn } from '../../grid/selection.ts';
import { nameOf, say, writeWithUnit, t } from '../../language/language.ts';
import { FormulaView } from '../../parts/explanation/FormulaView.tsx';
import { useListModel } from '../../parts/ledger/useListModel.ts';
import { useShell } from '../../parts/plan/shell.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import type { ListGridColumn } from './cells.tsx';
import type { ItemRow } from './rows.ts';

interface ListFootProps {
  readonly list: ListRow;
  readonly control: GridControl<ItemRow, ListGridColumn>;
  readonly rows: readonly ItemRow[];
  readonly columns: readonly ListGridColumn[];
  readonly onColumn: (column: string) => void;
}

/** Shows what stands below a list: how the selected figure came about, or what the selected figures come to. */
export function ListFoot(props: ListFootProps) {
  const { control } = props;
  const { row, column, isBlock } = control;
  if (isBlock) return <SelectedFigures {...props} />;
  if (row?.kind !== 'item' || !column || !hasFigures(column.of)) return null;
  return <ItemExplanation {...props} item={row.item} place={row.place} label={row.label} column={column.of} />;
}

interface ItemExplanationProps extends ListFootProps {
  readonly item: string;
  readonly place: number;
  readonly label: string;
  readonly column: ListGridColumn['of'];
}

function ItemExplanation({ list, control, rows, columns, onColumn, item, place, label, column }: ItemExplanationProps) {
  const { document } = useSessionState();
  const model = useListModel(list.id);
  const plan = planOf(document);
  const send = useSend();
  const { goTo } = useShell();
  const explanation = useMemo(() => {
    const items = model.listOf(list.id);
    // While the rows follow a change, the place may be that of before.
    return items?.items[place] === item ? explainItem(model, column.id, place) : null;
  }, [model, list.id, column.id, item, place]);
  if (!explanation) return null;
  const users = usersOfColumn(document, column);
  const jump = (id: string, index: number | null): boolean => {
    const columnAt = columns.findIndex((each) => each.id === id);
    if (columnAt < 0) {
      goTo(id);
      return true;
    }
    const rowAt = rows.findIndex((each) => each.kind === 'item' && each.place === (index ?? place));
    if (rowAt < 0) return false;
    control.dispatch({ kind: 'go', place: { row: rowAt, column: columnAt }, extend: false });
    control.focus();
    return true;
  };
  const whole: Explanation = { ...explanation, month: plan.firstMonth };
  return (
    <section className="explanation" aria-label={t('lists.explanation')}>
      <div className="explanation-what">
        <h3>{column.name}</h3>
        <p>{label}</p>
        <p className="explanation-figure">
          {explanation.value === null ? (
            <em>{t('lists.noFigure')}</em>
          ) : (
            writeWithUnit(explanation.value, explanation.unit, plan)
          )}
        </p>
      </div>
      <div className="explanation-how">
        <p className="explanation-words">
          {say(explanation.words)}{' '}
          {explanation.expression && (
            <FormulaView explanation={whole} expression={explanation.expression} model={model} onJump={jump} />
          )}
        </p>
        {explanation.worked && explanation.parts.length > 0 && (
          <p className="explanation-worked">= {say(explanation.worked)}</p>
        )}
        {explanation.problem && (
          <p className="explanation-problem">
            <Icon name="warning" /> {say(explanation.problem)}
          </p>
        )}
        <Parts parts={explanation.parts} model={model} onJump={jump} place={place} />
        {users.length > 0 && (
          <p className="explanation-dependents">
            {t('lists.usedBy')} {users.map(({ name }) => say(name).replace(`${list.name}.`, '')).join(', ')}
          </p>
        )}
      </div>
      <div className="explanation-tools">
        {column.kind === 'rule' && (
          <button type="button" className="tool" onClick={() => onColumn(column.id)}>
            <Icon name="rule" /> {t('lists.editRule')}
          </button>
        )}
        {explanation.source === 'exception' && (
          <button
            type="button"
            className="tool"
            onClick={() => send({ kind: 'listCells.set', cells: [{ item, column: column.id, value: null }] })}
          >
            <Icon name="undo" /> {t('lists.useRule')}
          </button>
        )}
      </div>
    </section>
  );
}

interface PartsProps {
  readonly model: PlanModel;
  readonly parts: readonly ExplanationPart[];
  readonly place: number;
  readonly onJump: (id: string, index: number | null) => boolean;
}

/** Shows what a figure was made of; each part leads to where it stands, or opens what it was made of in turn. */
function Parts({ parts, model, place, onJump }: PartsProps) {
  const { document } = model;
  const plan = planOf(document);
  const [opened, setOpened] = useState<string | null>(null);
  if (parts.length === 0) return null;
  return (
    <ul className="explanation-parts">
      {parts.map((part) => {
        const key = `${say(part.label)}|${part.period}`;
        const inner =
          document.listColumns.has(part.id) && part.period !== null ? innerExplanation(part.id, part.period) : null;
        return (
          <li key={key}>
            <button
              type="button"
              aria-expanded={inner ? opened === key : undefined}
              onClick={() => (inner ? setOpened(opened === key ? null : key) : onJump(part.id, part.period))}
              onDoubleClick={() => onJump(part.id, part.period)}
            >
              {part.subtracted && '− '}
              <span>{say(part.label)}</span>
              {part.period !== null && document.listColumns.has(part.id) && part.period !== place && (
                <small>{t('lists.rowAt', { row: part.period + 1 })}</small>
              )}
              <strong>{part.value === null ? t('lists.nothing') : writeFigure(part.value, part.unit, plan)}</strong>
            </button>
            {inner && opened === key && (
              <div className="explanation-inner">
                <p className="explanation-words">
                  {say(inner.words)} {inner.formula ?? ''}
                </p>
                {inner.worked && inner.parts.length > 0 && <p className="explanation-worked">= {say(inner.worked)}</p>}
                <Parts parts={inner.parts} model={model} place={part.period!} onJump={onJump} />
              </div>
            )}
          </li>
        );
      })}
    </ul>
  );

  function innerExplanation(id: string, index: number) {
    const column = document.listColumns.get(id)!;
    return model.listOf(column.list)?.items[index] === undefined ? null : explainItem(model, id, index);
  }
}

/** Shows what the selected figures come to. */
function SelectedFigures({ list, control, rows, columns }: ListFootProps) {
  const { document } = useSessionState();
  const model = useListModel(list.id);
  const plan = planOf(document);
  const figures = model.listOf(list.id)!;
  const values: number[] = [];
  const units = new Set<ReturnType<typeof unitOfColumn>>();
  for (const { row, column } of placesIn(control.selection)) {
    const [target, chosen] = [rows[row], columns[column]?.of];
    const series = chosen && figures.seriesOf(chosen.id);
    if (target?.kind !== 'item' || !series || series.codeAt(target.place) !== FINE) continue;
    values.push(series.values[target.place]!);
    units.add(unitOfColumn(document, chosen));
  }
  const [unit] = units;
  const sum = values.reduce((total, value) => total + value, 0);
  const write = (value: number) => writeWithUnit(value, unit!, plan);
  return (
    <section className="explanation selection-panel" aria-label={t('lists.selected')}>
      <div className="explanation-what">
        <h3>{t('lists.figures', { count: values.length })}</h3>
        <p>{nameOf(document, list.id)}</p>
      </div>
      {units.size === 1 && (
        <dl className="selection-summary">
          <div>
            <dt>{t('lists.sum')}</dt>
            <dd>{write(sum)}</dd>
          </div>
          <div>
            <dt>{t('lists.average')}</dt>
            <dd>{write(sum / values.length)}</dd>
          </div>
          <div>
            <dt>{t('lists.count')}</dt>
            <dd>{values.length}</dd>
          </div>
        </dl>
      )}
    </section>
  );
}
