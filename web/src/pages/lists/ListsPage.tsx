import { listsOf, now, planOf, type ListRow } from '@haushalt/core';
import { useCallback, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { TrialStrip } from '../../parts/trial/TrialStrip.tsx';
import { trialFromNow, type Trial } from '../../parts/trial/trial.ts';

import { Icon } from '../../ui/Icon.tsx';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';
import { ColumnPanel } from './ColumnPanel.tsx';
import { IntoBudget } from './IntoBudget.tsx';
import { ListPicture } from './ListPicture.tsx';
import { ListSettings } from './ListSettings.tsx';
import { ListTable, shownList } from './ListTable.tsx';
import { NewColumn } from './NewColumn.tsx';
import { NewList } from './NewList.tsx';
import { PasteTable } from './PasteTable.tsx';
import { SeriesPanel } from './SeriesPanel.tsx';
import './lists.scss';

/** Describes what stands beside a list. */
type Panel =
  | { readonly kind: 'column'; readonly column: string }
  | { readonly kind: 'newColumn' | 'picture' }
  | { readonly kind: 'series'; readonly column: string; readonly item: string | null };

type Dialog = 'new' | 'paste' | 'settings' | 'budget';

/** Tables of items: what a project costs, offers side by side, shares of a whole. */
export function ListsPage() {
  const { document, history } = useSessionState();
  const [trial, setTrial] = useState<Trial | null>(null);
  const { planId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const [dialog, setDialog] = useState<Dialog | null>(null);
  const [rules, setRules] = useState(false);
  const [panel, setPanel] = useState<Panel | null>(null);
  const wanted = search.get('show');
  // Who is led to a column sees what is set of it.
  const [led, setLed] = useState<string | null>(null);
  if (wanted !== led) {
    setLed(wanted);
    if (wanted !== null && document.listColumns.has(wanted)) setPanel({ kind: 'column', column: wanted });
  }
  const list = shownList(document, (wanted && document.listColumns.get(wanted)?.list) ?? wanted);
  const open = (id: string) => {
    setSearch({ show: id }, { replace: true });
    setPanel(null);
  };
  const toggleTrial = () =>
    setTrial((trial) => (trial ? null : trialFromNow(document, history, now(), planOf(document).locale)));
  const openColumn = useCallback((column: string) => setPanel({ kind: 'column', column }), []);
  const openSeries = useCallback(
    (column: string, item: string | null) => setPanel({ kind: 'series', column, item }),
    [],
  );
  const close = () => {
    setPanel(null);
    window.document.querySelector<HTMLElement>('.lists [role=grid]')?.focus();
  };
  const dialogs = (
    <>
      {dialog === 'new' && <NewList onMade={open} onPaste={() => setDialog('paste')} onClose={() => setDialog(null)} />}
      {dialog === 'paste' && <PasteTable onMade={open} onClose={() => setDialog(null)} />}
      {dialog === 'settings' && list && <ListSettings list={list} onOther={open} onClose={() => setDialog(null)} />}
      {dialog === 'budget' && list && <IntoBudget list={list} onClose={() => setDialog(null)} />}
    </>
  );
  if (!list)
    return (
      <div className="lists">
        <div className="page-head">
          <h2>{t('lists.lists')}</h2>
        </div>
        <div className="empty-state">
          <h3>{t('lists.none')}</h3>
          <p>{t('lists.introduction')}</p>
          <p>
            <button type="button" className="btn btn-primary" onClick={() => setDialog('new')}>
              {t('lists.newList')}
            </button>{' '}
            <button type="button" className="btn btn-outline-secondary" onClick={() => setDialog('paste')}>
              {t('lists.pasteTable')}
            </button>
          </p>
        </div>
        {dialogs}
      </div>
    );

  const lists = listsOf(document);
  const toggle = (kind: 'picture' | 'newColumn') => setPanel((now) => (now?.kind === kind ? null : { kind }));
  return (
    <div className={`lists ${trial ? 'is-trying' : ''}`}>
      <div className="page-head">
        <h2>{t('lists.lists')}</h2>
        <Select
          className="list-choice"
          aria-label={t('lists.listShown')}
          value={list.id}
          onChange={(event) => open(event.target.value)}
        >
          {lists.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <button type="button" className="tool tool-near" onClick={() => setDialog('new')}>
          <Icon name="add" /> {t('lists.newList')}
        </button>
        <span className="page-head-end">
          <ToolbarButton
            icon="add"
            words={t('lists.addColumn')}
            isOn={panel?.kind === 'newColumn'}
            onClick={() => toggle('newColumn')}
          />
          <ToolbarButton
            icon="rule"
            words={t('lists.rules')}
            title={t('lists.rulesHint')}
            isOn={rules}
            onClick={() => setRules(!rules)}
          />
          <ToolbarButton
            icon="trial"
            words={t('trial.try')}
            title={t('trial.tryHint')}
            isOn={trial !== null}
            onClick={toggleTrial}
          />
          <ToolbarButton
            icon="chart"
            words={t('lists.chart')}
            title={t('lists.chartHint')}
            isOn={panel?.kind === 'picture'}
            onClick={() => toggle('picture')}
          />
          <ToolbarButton
            icon="budget"
            words={t('lists.addToBudget')}
            title={t('lists.addToBudgetHint')}
            onClick={() => setDialog('budget')}
          />
          <a className="tool" href={`/api/plans/${planId}/lists/${list.id}.csv`} download title={t('lists.csvHint')}>
            <Icon name="saveFile" /> {t('lists.csv')}
          </a>
          <ToolbarButton icon="settings" words={t('lists.settings')} onClick={() => setDialog('settings')} />
        </span>
      </div>
      {trial && <TrialStrip trial={trial} onTrial={setTrial} />}
      {list.note !== '' && <p className="list-note">{list.note}</p>}
      <ListTable
        key={list.id}
        list={list}
        rules={rules}
        trial={trial}
        onTry={toggleTrial}
        onRules={() => setRules((now) => !now)}
        onNewColumn={() => setPanel({ kind: 'newColumn' })}
        onColumn={openColumn}
        onSeries={openSeries}
        panel={(onItem) =>
          panel && <PanelOf panel={panel} list={list} onColumn={openColumn} onItem={onItem} onClose={close} />
        }
      />
      {dialogs}
    </div>
  );
}

interface PanelOfProps {
  readonly panel: Panel;
  readonly list: ListRow;
  readonly onColumn: (column: string) => void;
  readonly onItem: (column: string, item: string) => void;
  readonly onClose: () => void;
}

function PanelOf({ panel, list, onColumn, onItem, onClose }: PanelOfProps) {
  const { document } = useSessionState();
  switch (panel.kind) {
    case 'newColumn':
      return <NewColumn list={list} onMade={onColumn} onClose={onClose} />;
    case 'picture':
      return <ListPicture list={list} onClose={onClose} />;
    case 'series':
      return (
        <SeriesPanel
          key={`${panel.column}|${panel.item}`}
          list={list}
          column={panel.column}
          item={panel.item}
          onClose={onClose}
        />
      );
    case 'column': {
      const column = document.listColumns.get(panel.column);
      const toItem = (item: string) => onItem(panel.column, item);
      return column ? (
        <ColumnPanel key={column.id} column={column} onColumn={onColumn} onItem={toItem} onClose={onClose} />
      ) : null;
    }
  }
}
