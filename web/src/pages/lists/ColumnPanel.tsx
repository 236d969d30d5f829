import {
  COLUMN_KINDS,
  SUMMARIES,
  UNITS,
  UNIT_WORDS,
  columnsOf,
  itemsOf,
  planOf,
  rowsWhere,
  titleOfItem,
  hasFigures,
  isTyped,
  type ColumnKind,
  type CommandOf,
  type ListColumnRow,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { CommitField } from '../../fields/CommitField.tsx';
import { Select } from '../../fields/Select.tsx';
import { say, t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import { SidePanel } from '../../ui/SidePanel.tsx';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';
import { ruleText } from './cells.tsx';
import { ColumnRule } from './ColumnRule.tsx';
import { Thresholds } from './Thresholds.tsx';
import { widthOfColumn } from './useListView.ts';

type Settings = CommandOf<'listColumn.set'>['settings'];

interface ColumnPanelProps {
  readonly column: ListColumnRow;
  readonly onColumn: (column: string) => void;
  /** Leads to an item in the column. */
  readonly onItem: (item: string) => void;
  readonly onClose: () => void;
}

/** Shows what can be set of a column; everything holds at once. */
export function ColumnPanel({ column, onColumn, onItem, onClose }: ColumnPanelProps) {
  const { document, model } = useSessionState();
  const send = useSend();
  const [wanted, setWanted] = useState<ColumnKind | null>(null);
  const columns = columnsOf(document, column.list);
  const index = columns.findIndex(({ id }) => id === column.id);
  const entries = rowsWhere(document.listCells, 'column', column.id).length;
  const kind = wanted ?? column.kind;
  const set = (settings: Settings) => send({ kind: 'listColumn.set', column: column.id, settings });
  const setKind = (next: ColumnKind) => {
    // A rule takes the place of typed entries only when that is said, and once it is written.
    if (!isTyped({ kind: next }) && isTyped(column) && entries > 0) return setWanted(next);
    setWanted(null);
    if (isTyped({ kind: next }) && column.kind === 'rule' && next === 'figure') {
      const list = model.listOf(column.list)!;
      const series = list.seriesOf(column.id)!;
      const figures = list.items.map((item, place) => ({ item, figure: finite(series.valueAt(place)) }));
      return void send({ kind: 'listColumn.set', column: column.id, settings: { kind: next }, figures });
    }
    set({ kind: next });
  };
  const giveWay = () => {
    if (
      wanted &&
      send({ kind: 'listColumn.set', column: column.id, settings: { kind: wanted }, replace: true }) === null
    )
      setWanted(null);
  };
  const move = (before: string | null) => send({ kind: 'listColumn.move', column: column.id, before });
  const widen = (by: number) => {
    const isFirst = columns.find(({ hidden }) => !hidden)?.id === column.id;
    set({ width: Math.max(40, Math.min(800, widthOfColumn(column, isFirst) + by)) });
  };
  const others = columns.filter((each) => each.id !== column.id && ['figure', 'rule', 'entries'].includes(each.kind));
  const choice = (field: 'estimated' | 'actual') => (
    <label className="panel-field">
      <span>{field === 'estimated' ? t('lists.estimated') : t('lists.actual')}</span>
      <Select wide value={column[field] ?? ''} onChange={(event) => set({ [field]: event.target.value || null })}>
        <option value="">{t('lists.choose')}</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
    </label>
  );
  const check = (field: 'groups' | 'locked' | 'hidden', words: string) => (
    <Form.Check
      id={`column-${field}`}
      label={words}
      checked={column[field]}
      onChange={(event) => set({ [field]: event.target.checked })}
    />
  );
  return (
    <SidePanel title={column.name} onClose={onClose}>
      <label className="panel-field">
        <span>{t('lists.columnName')}</span>
        <CommitField
          label={t('lists.columnName')}
          language={planOf(document).locale}
          shown={column.name}
          entry={column.name}
          onCommit={(name) =>
            say(
              send({ kind: 'listColumn.set', column: column.id, settings: { name } }, undefined, true)?.message ?? null,
            )
          }
        />
      </label>
      <label className="panel-field">
        <span>{t('lists.columnType')}</span>
        <Select wide value={kind} onChange={(event) => setKind(event.target.value as ColumnKind)}>
          {COLUMN_KINDS.map((each) => (
            <option key={each} value={each}>
              {t(`lists.kinds.${each}`)}
            </option>
          ))}
        </Select>
      </label>
      {wanted !== null && (
        <p className="give-way">
          <button type="button" className="btn btn-sm btn-primary" onClick={giveWay}>
            {t('lists.replaceTyped', { count: entries })}
          </button>{' '}
          <button type="button" className="btn btn-sm btn-link" onClick={() => setWanted(null)}>
            {t('lists.cancel')}
          </button>
        </p>
      )}
      {(column.kind === 'figure' || column.kind === 'rule') && (
        <label className="panel-field">
          <span>{t('lists.unit')}</span>
          <Select
            wide
            value={column.unit}
            onChange={(event) => set({ unit: event.target.value as ListColumnRow['unit'] })}
          >
            {UNITS.map((unit) => (
              <option key={unit} value={unit}>
                {say(UNIT_WORDS[unit])}
              </option>
            ))}
          </Select>
        </label>
      )}
      {column.kind === 'rule' && (
        <>
          <ColumnRule key={`${column.name}|${column.formula}`} column={column} />
          <Exceptions column={column} onItem={onItem} />
        </>
      )}
      {column.kind === 'status' && (
        <>
          {choice('estimated')}
          {choice('actual')}
        </>
      )}
      {hasFigures(column) && column.kind !== 'status' && column.kind !== 'yesNo' && (
        <label className="panel-field">
          <span>{t('lists.decimals')}</span>
          <Select
            wide
            value={column.decimals ?? ''}
            onChange={({ target: { value } }) => set({ decimals: value === '' ? null : Number(value) })}
          >
            <option value="">{t('lists.decimalsStandard')}</option>
            {[0, 1, 2, 3, 4, 5, 6].map((decimals) => (
              <option key={decimals} value={decimals}>
                {decimals}
              </option>
            ))}
          </Select>
        </label>
      )}
      <fieldset className="panel-checks">
        <legend>{t('lists.columnSummary')}</legend>
        {SUMMARIES.filter(
          (summary) => summary === 'count' || (hasFigures(column) && (column.kind !== 'status' || summary === 'total')),
        ).map((summary) => (
          <Form.Check
            key={summary}
            id={`column-${summary}`}
            label={t(`lists.summaries.${summary}`)}
            checked={column[summary]}
            onChange={(event) => set({ [summary]: event.target.checked })}
          />
        ))}
      </fieldset>
      <fieldset className="panel-checks">
        {(column.kind === 'choice' || column.kind === 'text') && check('groups', t('lists.groupsItems'))}
        {isTyped(column) && check('locked', t('lists.lockColumn'))}
        {check('hidden', t('lists.hideColumn'))}
      </fieldset>
      {hasFigures(column) && column.kind !== 'yesNo' && <Thresholds column={column} />}
      <div className="panel-tools">
        <button type="button" className="tool" disabled={index === 0} onClick={() => move(columns[index - 1]!.id)}>
          <Icon name="left" /> {t('lists.moveLeft')}
        </button>
        <button
          type="button"
          className="tool"
          disabled={index === columns.length - 1}
          onClick={() => move(columns[index + 2]?.id ?? null)}
        >
          {t('lists.moveRight')} <Icon name="right" />
        </button>
        <button type="button" className="tool" onClick={() => widen(30)}>
          {t('lists.wider')}
        </button>
        <button type="button" className="tool" onClick={() => widen(-30)}>
          {t('lists.narrower')}
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => {
            if (
              send(
                { kind: 'listColumn.delete', column: column.id },
                t('lists.columnDeleted', { name: column.name }),
              ) === null
            )
              onClose();
          }}
        >
          <Icon name="delete" /> {t('lists.deleteColumn')}
        </button>
      </div>
      <HiddenColumns columns={columns} onColumn={onColumn} />
    </SidePanel>
  );
}

/** The items that depart from the rule, each leading to its place; the rule can be let hold again. */
function Exceptions({ column, onItem }: { readonly column: ListColumnRow; readonly onItem: (item: string) => void }) {
  const { document } = useSessionState();
  const send = useSend();
  const cells = new Map(rowsWhere(document.listCells, 'column', column.id).map((cell) => [cell.item, cell]));
  const items = itemsOf(document, column.list).filter(({ id }) => cells.has(id));
  if (items.length === 0) return null;
  const takeBack = (which: readonly string[]) =>
    send(
      { kind: 'listCells.set', cells: which.map((item) => ({ item, column: column.id, value: null })) },
      t('lists.ruleUsedAgain'),
    );
  return (
    <div className="column-exceptions">
      <p>
        <span className="exception-mark" aria-hidden="true" /> {t('lists.exceptions', { count: items.length })}
      </p>
      <ul>
        {items.map((item) => {
          const title = titleOfItem(document, item) || t('lists.thisItem');
          return (
            <li key={item.id}>
              <button type="button" className="jump" onClick={() => onItem(item.id)}>
                {title}
              </button>{' '}
              <span className="tabular">{ruleText(document, column, item.id)}</span>{' '}
              {!column.locked && (
                <ToolbarButton
                  isBare
                  icon="undo"
                  words={t('lists.useRuleFor', { title })}
                  onClick={() => takeBack([item.id])}
                />
              )}
            </li>
          );
        })}
      </ul>
      {!column.locked && items.length > 1 && (
        <ToolbarButton
          icon="undo"
          words={t('lists.useRuleForAll')}
          onClick={() => takeBack(items.map(({ id }) => id))}
        />
      )}
    </div>
  );
}

/** The columns that are out of sight, to be shown again. */
function HiddenColumns({
  columns,
  onColumn,
}: {
  readonly columns: readonly ListColumnRow[];
  readonly onColumn: (column: string) => void;
}) {
  const send = useSend();
  const hidden = columns.filter((column) => column.hidden);
  if (hidden.length === 0) return null;
  return (
    <div className="hidden-columns">
      <p>{t('lists.hiddenColumns', { count: hidden.length })}</p>
      <ul>
        {hidden.map(({ id, name }) => (
          <li key={id}>
            <button type="button" className="jump" onClick={() => onColumn(id)}>
              {name}
            </button>{' '}
            <button
              type="button"
              className="tool"
              onClick={() => send({ kind: 'listColumn.set', column: id, settings: { hidden: false } })}
            >
              {t('lists.show')}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

const finite = (value: number) => (value === value ? value : null);
