import {
  COLUMN_KINDS,
  columnNameRefusal,
  columnsOf,
  hasFigures,
  unitOfColumn,
  type CommandOf,
  type ColumnKind,
  type ListColumnRow,
  type ListRow,
} from '@haushalt/core';
import { useState } from 'react';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { SidePanel } from '../../ui/SidePanel.tsx';

type Settings = CommandOf<'listColumn.add'>['settings'];

interface NewColumnProps {
  readonly list: ListRow;
  readonly onMade: (column: string) => void;
  readonly onClose: () => void;
}

/** Chooses what a new column holds; it is there at once, with its settings beside it. */
export function NewColumn({ list, onMade, onClose }: NewColumnProps) {
  const { document } = useSessionState();
  const send = useSend();
  const columns = columnsOf(document, list.id);
  const figures = columns.filter((column) => hasFigures(column) && column.kind !== 'status');
  const [lineId, setOf] = useState(figures.at(-1)?.id ?? '');
  const chosen = figures.find(({ id }) => id === lineId) ?? figures.at(-1);
  const add = (settings: Settings, base: string) => {
    const id = newId();
    const name = freshColumnName(columns, base, (each) => columnNameRefusal(document, list.id, each, null) === null);
    if (send({ kind: 'listColumn.add', list: list.id, id, settings: { ...settings, name }, before: null }) === null)
      onMade(id);
  };
  const addKind = (kind: ColumnKind) => {
    if (kind !== 'status') return add({ kind }, t(`lists.kinds.${kind}`));
    const [estimated, actual] = figures.slice(-2);
    return add(
      { kind, estimated: estimated?.id ?? null, actual: actual?.id ?? null, total: true, count: true },
      t('lists.kinds.status'),
    );
  };
  const unit = chosen && (unitOfColumn(document, chosen) as ListColumnRow['unit']);
  return (
    <SidePanel title={t('lists.newColumn')} onClose={onClose}>
      <ul className="column-kinds">
        {COLUMN_KINDS.map((kind) => (
          <KindOfColumn
            key={kind}
            name={t(`lists.kinds.${kind}`)}
            about={t(`lists.kindAbout.${kind}`)}
            onChoose={() => addKind(kind)}
          />
        ))}
      </ul>
      {chosen && unit && (
        <>
          <label className="panel-field">
            <span>{t('lists.readyMadeFrom')}</span>
            <Select wide value={chosen.id} onChange={(event) => setOf(event.target.value)}>
              {figures.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          </label>
          <ul className="column-kinds">
            {readyMadeOf(chosen.id, unit).map(([name, about, settings]) => (
              <KindOfColumn key={name} name={name} about={about} onChoose={() => add(settings, name)} />
            ))}
          </ul>
        </>
      )}
    </SidePanel>
  );
}

interface KindOfColumnProps {
  readonly name: string;
  readonly about: string;
  readonly onChoose: () => void;
}

function KindOfColumn({ name, about, onChoose }: KindOfColumnProps) {
  return (
    <li>
      <button type="button" onClick={onChoose}>
        <strong>{name}</strong>
        <span>{about}</span>
      </button>
    </li>
  );
}

/** Columns that follow from one other, with the rule they have. */
function readyMadeOf(id: string, unit: ListColumnRow['unit']): [name: string, about: string, settings: Settings][] {
  return [
    [t('lists.runningTotal'), t('lists.runningTotalHint'), { kind: 'rule', unit, formula: `running({${id}})` }],
    [
      t('lists.shareOf'),
      t('lists.shareOfHint'),
      { kind: 'rule', unit: 'percent', formula: `share({${id}})`, total: true },
    ],
    [t('lists.rank'), t('lists.rankHint'), { kind: 'rule', unit: 'number', decimals: 0, formula: `rank({${id}})` }],
  ];
}

function freshColumnName(columns: readonly ListColumnRow[], base: string, isFree: (name: string) => boolean): string {
  for (let next = 1; next <= columns.length + 1; next++) {
    const name = next === 1 ? base : `${base} ${next}`;
    if (isFree(name)) return name;
  }
  return base;
}
