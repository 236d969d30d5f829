import { yearsOf, isYearLocked, type Side } from '@haushalt/core';
import { memo, type ReactNode } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../ui/Icon.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { countTyped } from './panels/ExceptionsPanel.tsx';
import type { PanelName } from './sheet/panelNames.ts';
import { SIDE_ORDER, SIDE_WORDS, type BudgetRows } from '../../parts/lines/rows.ts';
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
} from '../../parts/lines/view.ts';

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
  { value: 'month', words: 'Months' },
  { value: 'quarter', words: 'Quarters' },
  { value: 'year', words: 'Years' },
  { value: 'plan', words: 'Plan' },
] as const;

const SHOWS: readonly { readonly value: Show; readonly words: string; readonly title: string }[] = [
  { value: 'figures', words: 'Figures', title: 'The figures themselves' },
  { value: 'running', words: 'To date', title: 'What the figures have run up to since the plan’s start' },
  { value: 'rules', words: 'Rules', title: 'The rules behind the figures (F8)' },
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
      <Segments
        label="Rolled up by"
        value={view.span}
        options={SPANS.map((span, index) => ({ ...span, title: `${span.words} (Alt+${index + 1})` })).filter(
          (span) => several || span.value !== 'year',
        )}
        onChange={(span) => onView({ span })}
      />
      <Segments label="Shown" value={view.show} options={SHOWS} onChange={(show) => onView({ show })} />
      <Dropdown autoClose="outside">
        <Dropdown.Toggle as="button" type="button" className="tool">
          <Icon name="columns" /> Look
        </Dropdown.Toggle>
        <Dropdown.Menu className="look-menu">
          <Dropdown.Header>Columns</Dropdown.Header>
          {END_COLUMNS.map((end) => (
            <Choice key={end} checked={view.ends.includes(end)} onChoose={() => toggle(end)}>
              {ENDS[end]}
            </Choice>
          ))}
          <Dropdown.Divider />
          <Dropdown.Header>Rows</Dropdown.Header>
          {DENSITIES.map((density) => (
            <Choice key={density} one checked={view.density === density} onChoose={() => onView({ density })}>
              {DENSITY_WORDS[density]}
            </Choice>
          ))}
          <Dropdown.Divider />
          <Choice
            checked={view.labelWidth > 240}
            onChoose={() => onView({ labelWidth: view.labelWidth > 240 ? 182 : 320 })}
          >
            Wide names
          </Choice>
          <Choice checked={locked} onChoose={onLockYear}>
            Lock {year} against editing
          </Choice>
        </Dropdown.Menu>
      </Dropdown>
      <Dropdown autoClose="outside">
        <Dropdown.Toggle as="button" type="button" className={`tool ${view.sortBy !== 'order' ? 'is-on' : ''}`}>
          <Icon name="sort" /> {view.sortBy === 'order' ? 'Order' : SORTS[view.sortBy]}
        </Dropdown.Toggle>
        <Dropdown.Menu className="look-menu">
          {Object.entries(SORTS).map(([by, words]) => (
            <Choice key={by} one checked={view.sortBy === by} onChoose={() => onView({ sortBy: by as SortBy })}>
              {words}
            </Choice>
          ))}
          <Dropdown.Divider />
          <Choice
            checked={view.across}
            disabled={view.sortBy === 'order'}
            onChoose={() => onView({ across: !view.across })}
          >
            Across groups
          </Choice>
          <Choice disabled={view.sortBy === 'order' || view.across} onChoose={onKeepOrder}>
            Keep this order
          </Choice>
          <Dropdown.Divider />
          <Choice
            checked={view.collapsed.length > 0}
            onChoose={() => onView({ collapsed: view.collapsed.length > 0 ? [] : [...document.groups.keys()] })}
          >
            Collapse all groups
          </Choice>
          <Choice checked={view.hideEmpty} onChoose={() => onView({ hideEmpty: !view.hideEmpty })}>
            Hide empty lines
          </Choice>
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
              <Choice
                key={side ?? 'all'}
                one
                checked={filter.side === side}
                onChoose={() => onView({ filter: { ...filter, side } })}
              >
                {side === null ? 'All sides' : SIDE_WORDS[side]}
              </Choice>
            ))}
            <Dropdown.Divider />
            <Choice
              checked={filter.onlyExceptions}
              onChoose={() => onView({ filter: { ...filter, onlyExceptions: !filter.onlyExceptions } })}
            >
              Only lines with exceptions
            </Choice>
            <Choice
              checked={filter.onlyInUse}
              onChoose={() => onView({ filter: { ...filter, onlyInUse: !filter.onlyInUse } })}
            >
              Only lines in use in {year}
            </Choice>
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

interface ChoiceProps {
  /** Whether it is one of several, of which one holds; otherwise it is on or off by itself. */
  readonly one?: boolean;
  /** Whether it is chosen; nothing for something that is merely done. */
  readonly checked?: boolean;
  readonly disabled?: boolean;
  readonly onChoose: () => void;
  readonly children: ReactNode;
}

/** An entry of one of the menus, with a tick where it is chosen. */
function Choice({ one = false, checked, disabled = false, onChoose, children }: ChoiceProps) {
  const role = checked === undefined ? 'menuitem' : one ? 'menuitemradio' : 'menuitemcheckbox';
  return (
    <Dropdown.Item as="button" type="button" role={role} aria-checked={checked} disabled={disabled} onClick={onChoose}>
      {children}
    </Dropdown.Item>
  );
}
