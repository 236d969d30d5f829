import { SIDE_ORDER, SIDE_WORDS, yearsOf, isYearLocked, nameOfYear, type Side } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { memo, useState, type ReactNode } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../ui/Icon.tsx';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { countTyped } from './panels/ExceptionsPanel.tsx';
import type { PanelName } from './sheet/panelNames.ts';
import type { BudgetRows } from '../../parts/lines/rows.ts';
import {
  DENSITIES,
  END_COLUMNS,
  NO_FILTER,
  isFiltered,
  linkToView,
  type BudgetView,
  type Density,
  type EndColumn,
  type Show,
  type SortBy,
} from '../../parts/lines/view.ts';
import { copyText } from '../../ui/copyText.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { useIsNarrow } from '../../ui/useWindowWidth.ts';
import { say, t } from '../../language/language.ts';

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
  {
    value: 'month',
    get words() {
      return t('budget.months');
    },
  },
  {
    value: 'quarter',
    get words() {
      return t('budget.quarters');
    },
  },
  {
    value: 'year',
    get words() {
      return t('budget.years');
    },
  },
  {
    value: 'plan',
    get words() {
      return t('budget.plan');
    },
  },
] as const;

const SHOWS: readonly { readonly value: Show; readonly words: string; readonly title: string }[] = [
  {
    value: 'figures',
    get words() {
      return t('budget.figures');
    },
    get title() {
      return t('budget.figuresHint');
    },
  },
  {
    value: 'running',
    get words() {
      return t('budget.cumulative');
    },
    get title() {
      return t('budget.cumulativeHint');
    },
  },
  {
    value: 'rules',
    get words() {
      return t('budget.rules');
    },
    get title() {
      return t('budget.rulesHint');
    },
  },
];

const ENDS: Readonly<Record<EndColumn, string>> = {
  get total() {
    return t('budget.column.yearTotal');
  },
  get average() {
    return t('budget.column.monthlyAverage');
  },
  get ownAverage() {
    return t('budget.column.averageWithFigure');
  },
  get running() {
    return t('budget.column.cumulative');
  },
  get ofIncome() {
    return t('budget.column.shareOfIncome');
  },
  get ofGroup() {
    return t('budget.column.shareOfGroup');
  },
  get ofExpenses() {
    return t('budget.column.shareOfExpenses');
  },
  get target() {
    return t('budget.column.targetShare');
  },
};

const DENSITY_WORDS: Readonly<Record<Density, string>> = {
  get tight() {
    return t('budget.density.compact');
  },
  get usual() {
    return t('budget.density.standard');
  },
  get airy() {
    return t('budget.density.comfortable');
  },
};

const SORTS: Readonly<Record<SortBy, string>> = {
  get order() {
    return t('budget.ownOrder');
  },
  get name() {
    return t('budget.byName');
  },
  get total() {
    return t('budget.byTotal');
  },
  get share() {
    return t('budget.byShare');
  },
};

/** Shows what the budget shows and how, and the work that can be done beside it. */
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
  const notices = useNotices();
  const copyLink = () => {
    const link = new URL(linkToView(view, year), window.location.href).href;
    copyText(link).then(
      () => notices.say({ text: t('budget.linkIsCopied') }),
      () => notices.say({ text: link }),
    );
  };

  // On a phone the tools fold away.
  const isNarrow = useIsNarrow();
  const [isOpen, setOpen] = useState(false);
  if (isNarrow && !isOpen)
    return (
      <button type="button" className="tool budget-tools-toggle" aria-expanded={false} onClick={() => setOpen(true)}>
        <Icon name="columns" /> {t('budget.viewAndTools')} <Icon name="down" />
      </button>
    );
  return (
    <div className="budget-toolbar" role="toolbar" aria-label={t('budget.viewOfBudget')}>
      {isNarrow && (
        <button type="button" className="tool" aria-expanded onClick={() => setOpen(false)}>
          <Icon name="columns" /> {t('budget.viewAndTools')}
        </button>
      )}
      <Segments
        label={t('budget.groupedBy')}
        value={view.span}
        options={SPANS.map((span, index) => ({
          ...span,
          title: t('budget.withKey', { words: span.words, index: index + 1 }),
        })).filter((span) => several || span.value !== 'year')}
        onChange={(span) => onView({ span })}
      />
      <Segments label={t('budget.shown')} value={view.show} options={SHOWS} onChange={(show) => onView({ show })} />
      <Dropdown autoClose="outside">
        <Dropdown.Toggle as="button" type="button" className="tool">
          <Icon name="columns" /> {t('budget.view')}
        </Dropdown.Toggle>
        <Dropdown.Menu className="look-menu">
          <Dropdown.Header>{t('budget.columns')}</Dropdown.Header>
          {END_COLUMNS.map((end) => (
            <Choice key={end} checked={view.ends.includes(end)} onChoose={() => toggle(end)}>
              {ENDS[end]}
            </Choice>
          ))}
          <Dropdown.Divider />
          <Dropdown.Header>{t('budget.rows')}</Dropdown.Header>
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
            {t('budget.wideNames')}
          </Choice>
          <Choice checked={locked} onChoose={onLockYear}>
            {t('budget.lockYear', { year: nameOfYear(document, year) })}
          </Choice>
          <Dropdown.Divider />
          <Dropdown.Item as="button" type="button" onClick={copyLink}>
            {t('budget.copyLinkToView')}
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      <Dropdown autoClose="outside">
        <Dropdown.Toggle as="button" type="button" className={`tool ${view.sortBy !== 'order' ? 'is-on' : ''}`}>
          <Icon name="sort" /> {view.sortBy === 'order' ? t('budget.sort') : SORTS[view.sortBy]}
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
            {t('budget.acrossGroups')}
          </Choice>
          <Choice disabled={view.sortBy === 'order' || view.across} onChoose={onKeepOrder}>
            {t('budget.keepThisOrder')}
          </Choice>
          <Dropdown.Divider />
          <Choice
            checked={view.collapsed.length > 0}
            onChoose={() => onView({ collapsed: view.collapsed.length > 0 ? [] : [...document.groups.keys()] })}
          >
            {t('budget.collapseAllGroups')}
          </Choice>
          <Choice checked={view.hideEmpty} onChoose={() => onView({ hideEmpty: !view.hideEmpty })}>
            {t('budget.hideEmptyLines')}
          </Choice>
        </Dropdown.Menu>
      </Dropdown>
      <div className={`filter ${isFiltered(view) ? 'is-on' : ''}`}>
        <Form.Control
          size="sm"
          type="search"
          className="filter-text"
          aria-label={t('budget.findLines')}
          title={t('budget.findLinesHint')}
          placeholder={t('budget.findLines')}
          value={filter.text}
          onChange={(event) => onView({ filter: { ...filter, text: event.target.value } })}
        />
        <Dropdown autoClose="outside">
          <Dropdown.Toggle
            as="button"
            type="button"
            className="tool"
            aria-label={t('budget.moreFilters')}
            title={t('budget.moreFilters')}
          >
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
                {say(side === null ? t('budget.allSides') : SIDE_WORDS[side])}
              </Choice>
            ))}
            <Dropdown.Divider />
            <Choice
              checked={filter.onlyExceptions}
              onChoose={() => onView({ filter: { ...filter, onlyExceptions: !filter.onlyExceptions } })}
            >
              {t('budget.onlyLinesWithExceptions')}
            </Choice>
            <Choice
              checked={filter.onlyInUse}
              onChoose={() => onView({ filter: { ...filter, onlyInUse: !filter.onlyInUse } })}
            >
              {t('budget.onlyLinesInUse', { year: nameOfYear(document, year) })}
            </Choice>
          </Dropdown.Menu>
        </Dropdown>
        {(isFiltered(view) || view.hideEmpty) && rows.shown < rows.lines && (
          <button
            type="button"
            className="tool filter-count"
            title={t('budget.showAllLines')}
            onClick={() => onView({ filter: NO_FILTER, hideEmpty: false })}
          >
            {t('budget.linesShown', { shown: rows.shown, lines: rows.lines })}
          </button>
        )}
      </div>
      <div className="toolbar-end">
        <button
          type="button"
          className="tool"
          aria-pressed={panel === 'typed'}
          onClick={() => onPanel('typed')}
          title={t('budget.exceptionsHint')}
        >
          <span className="exception-mark" aria-hidden="true" />{' '}
          {t('budget.exceptionCount', { exceptions: typed.exceptions })}
        </button>
        <ToolbarButton
          icon="split"
          words={t('budget.split')}
          title={t('budget.splitHint')}
          isOn={panel === 'split'}
          onClick={() => onPanel('split')}
        />
        <ToolbarButton
          icon="fit"
          words={t('budget.balance')}
          title={t('budget.balanceHint')}
          isOn={panel === 'fit'}
          onClick={() => onPanel('fit')}
        />
        <ToolbarButton icon="trial" words={t('budget.try')} title={t('budget.tryHint')} isOn={trying} onClick={onTry} />
      </div>
    </div>
  );
});

interface ChoiceProps {
  /** True when it is one of several, of which one holds; otherwise it is on or off by itself. */
  readonly one?: boolean;
  /** True when it is chosen; nothing for something that is merely done. */
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
