import { yearsOf, isYearLocked, type Side } from '@haushalt/core';
import { memo } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../app/Icon.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { countTyped } from './ExceptionsPanel.tsx';
import type { PanelName } from './panels.ts';
import { SIDE_ORDER, SIDE_WORDS, type BudgetRows } from './rows.ts';
import {
  DENSITIES,
  END_COLUMNS,
  NO_FILTER,
  isFiltered,
  type BudgetView,
  type Density,
  type EndColumn,
  type Show,
  type SortBy,
} from './view.ts';

interface BudgetToolbarProps {
  readonly view: BudgetView;
  readonly onView: (part: Partial<BudgetView>) => void;
  readonly rows: BudgetRows;
  readonly year: number;
  readonly trying: boolean;
  readonly panel: PanelName | null;
  readonly onPanel: (panel: PanelName) => void;
  readonly onTry: () => void;
  readonly onLockYear: () => void;
  readonly onKeepOrder: () => void;
}

const SPANS = [
  ['month', 'Months'],
  ['quarter', 'Quarters'],
  ['year', 'Years'],
  ['plan', 'Plan'],
] as const;

const SHOWS: readonly (readonly [Show, string, string])[] = [
  ['figures', 'Figures', 'The figures themselves'],
  ['running', 'To date', 'What the figures have run up to since the plan’s start'],
  ['rules', 'Rules', 'The rules behind the figures (F8)'],
];

const ENDS: Readonly<Record<EndColumn, string>> = {
  total: 'Total of the year',
  average: 'Monthly average',
  running: 'Total to date',
  ofIncome: 'Share of income',
  ofGroup: 'Share of its group',
  ofExpenses: 'Share of all expenses',
  target: 'Target share and difference',
};

const DENSITY_WORDS: Readonly<Record<Density, string>> = { tight: 'Tight', usual: 'Usual', airy: 'Airy' };

const SORTS: Readonly<Record<SortBy, string>> = {
  order: 'Own order',
  name: 'By name',
  total: 'By total',
  share: 'By share',
};

/** What the budget shows and how, and the work that can be done beside it. */
export const BudgetToolbar = memo(function BudgetToolbar({
  view,
  onView,
  rows,
  year,
  trying,
  panel,
  onPanel,
  onTry,
  onLockYear,
  onKeepOrder,
}: BudgetToolbarProps) {
  const { document, model } = useSessionState();
  const { filter } = view;
  const typed = countTyped(model);
  const locked = isYearLocked(document, year);
  const toggle = (end: EndColumn) =>
    onView({
      ends: END_COLUMNS.filter((each) => (each === end ? !view.ends.includes(end) : view.ends.includes(each))),
    });
  const several = yearsOf(model.calendar).length > 1;

  return (
    <div className="budget-toolbar" role="toolbar" aria-label="View of the budget">
      <div className="segments" role="radiogroup" aria-label="Rolled up by">
        {SPANS.filter(([span]) => several || span !== 'year').map(([span, words], index) => (
          <button
            key={span}
            type="button"
            role="radio"
            aria-checked={view.span === span}
            title={`${words} (Alt+${index + 1})`}
            onClick={() => onView({ span })}
          >
            {words}
          </button>
        ))}
      </div>
      <div className="segments" role="radiogroup" aria-label="Shown">
        {SHOWS.map(([show, words, title]) => (
          <button
            key={show}
            type="button"
            role="radio"
            aria-checked={view.show === show}
            title={title}
            onClick={() => onView({ show })}
          >
            {words}
          </button>
        ))}
      </div>
      <Dropdown autoClose="outside">
        <Dropdown.Toggle as="button" type="button" className="tool">
          <Icon name="columns" /> Look
        </Dropdown.Toggle>
        <Dropdown.Menu className="look-menu">
          <Dropdown.Header>Columns</Dropdown.Header>
          {END_COLUMNS.map((end) => (
            <Dropdown.Item
              as="button"
              type="button"
              key={end}
              role="menuitemcheckbox"
              aria-checked={view.ends.includes(end)}
              onClick={() => toggle(end)}
            >
              {ENDS[end]}
            </Dropdown.Item>
          ))}
          <Dropdown.Divider />
          <Dropdown.Header>Rows</Dropdown.Header>
          {DENSITIES.map((density) => (
            <Dropdown.Item
              as="button"
              type="button"
              key={density}
              role="menuitemradio"
              aria-checked={view.density === density}
              onClick={() => onView({ density })}
            >
              {DENSITY_WORDS[density]}
            </Dropdown.Item>
          ))}
          <Dropdown.Divider />
          <Dropdown.Item
            as="button"
            type="button"
            role="menuitemcheckbox"
            aria-checked={view.labelWidth > 240}
            onClick={() => onView({ labelWidth: view.labelWidth > 240 ? 182 : 320 })}
          >
            Wide names
          </Dropdown.Item>
          <Dropdown.Item as="button" type="button" role="menuitemcheckbox" aria-checked={locked} onClick={onLockYear}>
            Lock {year} against editing
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      <Dropdown autoClose="outside">
        <Dropdown.Toggle as="button" type="button" className={`tool ${view.sortBy !== 'order' ? 'is-on' : ''}`}>
          <Icon name="sort" /> {view.sortBy === 'order' ? 'Order' : SORTS[view.sortBy]}
        </Dropdown.Toggle>
        <Dropdown.Menu className="look-menu">
          {Object.entries(SORTS).map(([by, words]) => (
            <Dropdown.Item
              as="button"
              type="button"
              key={by}
              role="menuitemradio"
              aria-checked={view.sortBy === by}
              onClick={() => onView({ sortBy: by as SortBy })}
            >
              {words}
            </Dropdown.Item>
          ))}
          <Dropdown.Divider />
          <Dropdown.Item
            as="button"
            type="button"
            role="menuitemcheckbox"
            aria-checked={view.across}
            disabled={view.sortBy === 'order'}
            onClick={() => onView({ across: !view.across })}
          >
            Across groups
          </Dropdown.Item>
          <Dropdown.Item
            as="button"
            type="button"
            disabled={view.sortBy === 'order' || view.across}
            onClick={onKeepOrder}
          >
            Keep this order
          </Dropdown.Item>
          <Dropdown.Divider />
          <Dropdown.Item
            as="button"
            type="button"
            role="menuitemcheckbox"
            aria-checked={view.collapsed.length > 0}
            onClick={() => onView({ collapsed: view.collapsed.length > 0 ? [] : [...document.groups.keys()] })}
          >
            Collapse all groups
          </Dropdown.Item>
          <Dropdown.Item
            as="button"
            type="button"
            role="menuitemcheckbox"
            aria-checked={view.hideEmpty}
            onClick={() => onView({ hideEmpty: !view.hideEmpty })}
          >
            Hide empty lines
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      <div className={`filter ${isFiltered(view) ? 'is-on' : ''}`}>
        <input
          type="search"
          className="filter-text"
          aria-label="Find lines"
          title="Find lines (Alt+S)"
          placeholder="Find lines"
          value={filter.text}
          onChange={(event) => onView({ filter: { ...filter, text: event.target.value } })}
        />
        <Dropdown autoClose="outside">
          <Dropdown.Toggle as="button" type="button" className="tool" aria-label="More filters" title="More filters">
            <Icon name="filter" />
          </Dropdown.Toggle>
          <Dropdown.Menu className="look-menu" align="end">
            {[null, ...SIDE_ORDER].map((side: Side | null) => (
              <Dropdown.Item
                as="button"
                type="button"
                key={side ?? 'all'}
                role="menuitemradio"
                aria-checked={filter.side === side}
                onClick={() => onView({ filter: { ...filter, side } })}
              >
                {side === null ? 'All sides' : SIDE_WORDS[side]}
              </Dropdown.Item>
            ))}
            <Dropdown.Divider />
            <Dropdown.Item
              as="button"
              type="button"
              role="menuitemcheckbox"
              aria-checked={filter.onlyExceptions}
              onClick={() => onView({ filter: { ...filter, onlyExceptions: !filter.onlyExceptions } })}
            >
              Only lines with exceptions
            </Dropdown.Item>
            <Dropdown.Item
              as="button"
              type="button"
              role="menuitemcheckbox"
              aria-checked={filter.onlyInUse}
              onClick={() => onView({ filter: { ...filter, onlyInUse: !filter.onlyInUse } })}
            >
              Only lines in use in {year}
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
        {(isFiltered(view) || view.hideEmpty) && rows.shown < rows.lines && (
          <button
            type="button"
            className="tool filter-count"
            title="Show all lines"
            onClick={() => onView({ filter: NO_FILTER, hideEmpty: false })}
          >
            {rows.shown} of {rows.lines} ×
          </button>
        )}
      </div>
      <div className="toolbar-end">
        <button
          type="button"
          className="tool"
          aria-pressed={panel === 'typed'}
          onClick={() => onPanel('typed')}
          title="Exceptions and typed figures (Alt+E)"
        >
          <span className="exception-mark" aria-hidden="true" /> {typed.exceptions}{' '}
          {typed.exceptions === 1 ? 'exception' : 'exceptions'}
        </button>
        <button
          type="button"
          className="tool"
          aria-pressed={panel === 'split'}
          onClick={() => onPanel('split')}
          title="Split the income by percentages"
        >
          <Icon name="split" /> Split
        </button>
        <button
          type="button"
          className="tool"
          aria-pressed={panel === 'fit'}
          onClick={() => onPanel('fit')}
          title="Make the year fit (Alt+Y)"
        >
          <Icon name="fit" /> Make it fit
        </button>
        <button
          type="button"
          className="tool"
          aria-pressed={trying}
          onClick={onTry}
          title="Try something, and see every difference (Alt+T)"
        >
          <Icon name="trial" /> Try
        </button>
      </div>
    </div>
  );
});
