import {
  Assigner,
  dayInFigures,
  givenOf,
  minorUnitsIn,
  planOf,
  writeFigure,
  type Assignment,
  type EarlierEntry,
  type LedgerEntry,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { Grid } from '../../grid/Grid.tsx';
import type { ColumnEditing, EditorProps } from '../../grid/editing.ts';
import { textInCell, type GridCell, type GridColumn, type GridRow } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { t } from '../../language/language.ts';

import { assigned, targetOf, whyInWords } from '../../parts/ledger/assignment.ts';
import { readTarget } from '../../parts/ledger/draft.ts';
import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { TargetEditor } from '../../parts/ledger/TargetEditor.tsx';
import { useEntries } from '../../parts/ledger/useLedger.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import type { ViewProps } from './MonthView.tsx';
import { RuleForm, type RuleGiven } from './RuleForm.tsx';
import { RuleList } from './RuleList.tsx';

interface AssigningProps extends ViewProps {
  readonly earlier: readonly EarlierEntry[];
}

interface OpenRow extends GridRow {
  readonly entry: LedgerEntry;
  readonly proposal: Assignment | null;
}

const COLUMNS: readonly GridColumn[] = [
  {
    id: 'date',
    get heading() {
      return t('entries.date');
    },
    width: 92,
    pin: null,
  },
  {
    id: 'what',
    get heading() {
      return t('entries.description');
    },
    width: 240,
    pin: null,
    className: 'text',
  },
  {
    id: 'account',
    get heading() {
      return t('entries.account');
    },
    width: 130,
    pin: null,
    className: 'text',
  },
  {
    id: 'amount',
    get heading() {
      return t('entries.amount');
    },
    width: 96,
    pin: null,
  },
  {
    id: 'line',
    get heading() {
      return t('entries.line');
    },
    width: 236,
    pin: null,
    className: 'text',
  },
];
const LINE = COLUMNS.length - 1;
const NO_ROWS: readonly OpenRow[] = [];

/** Shows what is not assigned yet, worked through with the keyboard, and the rules by which entries are assigned. */
export function Assigning({ planId, ledger, earlier }: AssigningProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const gone = useMemo(
    () => [...ledger.actuals.lines.keys()].filter((line) => line !== '' && !document.lines.has(line)),
    [ledger.actuals, document],
  );
  const open = useEntries(planId, { lines: ['', ...gone] });
  const assigner = useMemo(() => new Assigner(document, earlier), [document, earlier]);
  const rows = useMemo(
    () =>
      open.entries.map((entry): OpenRow => ({
        key: entry.id,
        label: entry.what || t('entries.noDescription'),
        className: 'line',
        entry,
        proposal: assigner.assign(entry),
      })),
    [open.entries, assigner],
  );
  const [last, setLast] = useState<RuleGiven | null>(null);
  const [rule, setRule] = useState<RuleGiven | null>(null);

  const assign = (entry: LedgerEntry, target: string) => {
    const { line, toAccount } = readTarget(target);
    const after = assigned(entry, line, toAccount);
    const refusal = send(
      { kind: 'entries.set', entries: [{ entry: entry.id, before: givenOf(entry), after: givenOf(after) }] },
      t('spending.assigned', { what: entry.what || t('entries.entry'), where: whereTo(after, document) }),
    );
    if (!refusal) setLast(ruleFrom(entry, target));
    return refusal;
  };
  const accept = ({ entry, proposal }: OpenRow) => proposal && assign(entry, targetOf(proposal));
  const acceptAll = () => {
    const ready = rows.filter(({ proposal }) => proposal !== null);
    const edits = ready.map(({ entry, proposal }) => {
      const after = assigned(entry, proposal!.line, proposal!.toAccount);
      return { entry: entry.id, before: givenOf(entry), after: givenOf(after) };
    });
    send({ kind: 'entries.set', entries: edits }, t('spending.entriesAssigned', { count: edits.length }));
  };
  const editing: ColumnEditing<OpenRow, GridColumn> = {
    readOnlyReason: (_row, column) => (column.id === 'line' ? null : t('spending.lineMissing')),
    begin: () => ({ text: '', options: { target: null } }),
    read(cell, { options }) {
      const entry = rows.find(({ key }) => key === cell.row)?.entry;
      if (!entry || options.target == null) return { command: null };
      const { line, toAccount } = readTarget(options.target);
      const after = assigned(entry, line, toAccount);
      setLast(ruleFrom(entry, options.target));
      return {
        command: {
          kind: 'entries.set',
          entries: [{ entry: entry.id, before: givenOf(entry), after: givenOf(after) }],
        },
      };
    },
    Editor: OpenTarget,
  };
  const cellOf = ({ entry, proposal }: OpenRow, { id }: GridColumn): GridCell => {
    switch (id) {
      case 'date':
        return { className: 'tabular', content: dayInFigures(entry.date, plan.locale) };
      case 'what':
        return { className: 'text', content: entry.what, title: entry.note || entry.what };
      case 'account':
        return { className: 'text', content: document.accounts.get(entry.account)?.name ?? '' };
      case 'amount':
        return { className: 'tabular', content: writeFigure(entry.amount / minorUnitsIn(document), 'money', plan) };
      default: {
        if (!proposal) return { className: 'text quiet', content: t('spending.typeLine') };
        const words = whereTo(proposal, document);
        return {
          className: 'text proposal',
          title: whyInWords(proposal, document),
          parts: [words, whyInWords(proposal, document)],
          content: (
            <>
              {words} <small>{whyInWords(proposal, document)}</small>
            </>
          ),
        };
      }
    }
  };
  const control = useGrid<OpenRow, GridColumn>({
    rows,
    columns: COLUMNS,
    first: { row: 0, column: LINE },
    editingOf: (column) => (column.id === 'line' ? editing : null),
    send: (command) => send(command),
    onOpen(row, column, typed) {
      if (column.id === 'line' && (typed !== null || row.proposal === null)) return false;
      if (typed === null && row.proposal) accept(row);
      else control.open({ row: rows.indexOf(row), column: LINE }, typed);
      return true;
    },
    onKey(event, row) {
      if (event.key !== 'F2') return false;
      control.select({
        ranges: [{ anchor: { row: rows.indexOf(row), column: LINE }, focus: { row: rows.indexOf(row), column: LINE } }],
      });
      // Another line than the one proposed.
      control.open({ row: rows.indexOf(row), column: LINE }, '');
      return true;
    },
    textOf: (row, column) => (column.id === 'line' ? '' : textInCell(cellOf(row, column))),
  });
  const proposed = rows.filter(({ proposal }) => proposal !== null).length;

  return (
    <div className="assigning">
      <section aria-label={t('spending.notAssignedYet')}>
        <div className="section-head">
          <h3>
            {t('spending.notAssignedYet')} <small>{t('entries.entryCount', { total: open.total })}</small>
          </h3>
          {proposed > 1 && (
            <button type="button" className="tool" onClick={acceptAll}>
              <Icon name="good" /> {t('spending.acceptAll', { count: proposed })}
            </button>
          )}
        </div>
        {open.problem !== null && (
          <p className="refusal" role="alert">
            {t('entries.notShown', { problem: open.problem })}
          </p>
        )}
        {last && (
          <p className="last-assigned" role="status">
            {t('spending.wasAssigned', { what: last.text, where: whereTo(readTarget(last.target), document) })}
            <button type="button" className="btn btn-link btn-sm" onClick={() => setRule(last)}>
              {t('spending.createRule')}
            </button>
          </p>
        )}
        {rows.length === 0 && !open.isLoading ? (
          <p className="quiet all-assigned">
            <Icon name="good" /> {t('spending.allAssigned')}
          </p>
        ) : (
          <>
            <p className="quiet">{t('spending.howToAssign')}</p>
            <Grid
              control={control}
              label={t('spending.notAssignedYet')}
              columns={COLUMNS}
              rows={rows}
              footer={NO_ROWS}
              rowHeight={28}
              cellOf={cellOf}
              partsOf={({ entry, proposal }) => [plan, entry, proposal, document]}
            />
          </>
        )}
      </section>
      <RuleList onEdit={setRule} />
      {rule && <RuleForm planId={planId} given={rule} onClose={() => setRule(null)} />}
    </div>
  );
}

/** An assignment rule that would do what was done with an entry. */
function ruleFrom(entry: LedgerEntry, target: string): RuleGiven {
  return { rule: null, condition: 'contains', text: entry.what, least: null, most: null, account: '', target };
}

function OpenTarget(props: EditorProps<OpenRow, GridColumn>) {
  return <TargetEditor {...props} account={props.row.entry.account} />;
}
