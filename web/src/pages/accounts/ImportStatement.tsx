import {
  dayInFigures,
  editFor,
  minorUnitsIn,
  planOf,
  writeFigure,
  type Balances,
  type EntryEdit,
  type PreviewLine,
} from '@haushalt/core';
import { useQuery, keepPreviousData } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Grid } from '../../grid/Grid.tsx';
import type { ColumnEditing, EditorProps } from '../../grid/editing.ts';
import { textInCell, type GridCell, type GridColumn, type GridRow } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { say, writeWithUnit, dayInWords, t } from '../../language/language.ts';
import { AccountSelect } from '../../parts/ledger/AccountSelect.tsx';
import { targetOf, whyInWords } from '../../parts/ledger/assignment.ts';
import { readTarget } from '../../parts/ledger/draft.ts';
import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { TargetEditor } from '../../parts/ledger/TargetEditor.tsx';
import type { Progress } from '../../plan-session/streamed.ts';
import { api, newId, type CsvFormat, type PreviewedStatement } from '../../plan-session/api.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import { CsvTerms } from './CsvTerms.tsx';
import type { Correction, StatementDraft, StatementSource } from './statementDraft.ts';
import { Closing, Unreadable } from './StatementRemarks.tsx';

interface ImportStatementProps {
  readonly planId: string;
  readonly source: StatementSource;
  readonly draft: StatementDraft;
  readonly balances: Balances | null;
  readonly onChange: (part: Partial<StatementDraft>) => void;
  readonly onCorrect: (line: string, part: Correction) => void;
  readonly onClose: () => void;
}

/** A line of the statement, with what was corrected. */
interface LineRow extends GridRow {
  readonly account: string;
  readonly line: PreviewLine;
  /** The entry it becomes. */
  readonly id: string;
  readonly target: string;
  readonly isTaken: boolean;
  readonly isCorrected: boolean;
}

const COLUMNS: readonly GridColumn[] = [
  {
    id: 'take',
    get heading() {
      return t('statement.columns.take');
    },
    width: 40,
    pin: null,
  },
  {
    id: 'date',
    get heading() {
      return t('statement.columns.date');
    },
    width: 92,
    pin: null,
  },
  {
    id: 'what',
    get heading() {
      return t('statement.columns.what');
    },
    width: 280,
    pin: null,
    className: 'text',
  },
  {
    id: 'amount',
    get heading() {
      return t('statement.columns.amount');
    },
    width: 104,
    pin: null,
  },
  {
    id: 'state',
    get heading() {
      return t('statement.columns.state');
    },
    width: 190,
    pin: null,
    className: 'text',
  },
  {
    id: 'target',
    get heading() {
      return t('statement.columns.target');
    },
    width: 250,
    pin: null,
    className: 'text',
  },
];
const NO_ROWS: readonly LineRow[] = [];

/** A bank's statement before it is taken in: what each line is, where it belongs, and what to correct. */
export function ImportStatement({
  planId,
  source,
  draft: { account: chosen, accounts, csv, corrections },
  balances,
  onChange,
  onCorrect,
  onClose,
}: ImportStatementProps) {
  const { document, ledger } = useSessionState();
  const session = useSession();
  const name = source.kind === 'file' ? source.file.name : t('statement.bank');
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  const send = useSend();
  // What comes into the ledger meanwhile, from whomever, may be on the statement: it is compared once more.
  const newest = ledger.reduce((last, { revision }) => Math.max(last, revision ?? 0), 0);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const { data, error, isPending, isFetching } = useQuery({
    queryKey: ['statement', planId, source, chosen, accounts, csv, newest],
    queryFn: ({ signal }) =>
      source.kind === 'file'
        ? api.previewStatement(
            planId,
            source.file,
            { account: chosen, accounts, csv },
            { signal, onProgress: setProgress },
          )
        : api.fetchStatement(planId, source.account, signal),
    placeholderData: keepPreviousData,
    gcTime: 0,
    staleTime: Infinity,
    retry: false,
  });
  const statements = useMemo(() => data?.statements.filter((each) => each.account !== null) ?? [], [data]);
  const proposed = useMemo(() => {
    const keyOf = distinctKeys();
    return statements.flatMap(({ account: id, preview }) =>
      preview.map((line): LineRow => ({
        key: keyOf(id!, line),
        label: line.line.what,
        className: `line is-${line.state}`,
        account: id!,
        line,
        id: newId(),
        target: line.assignment ? targetOf(line.assignment) : '',
        isTaken: line.state !== 'known',
        isCorrected: false,
      })),
    );
  }, [statements]);
  const rows = useMemo(
    () =>
      proposed.map((row): LineRow => {
        const corrected = corrections[row.key];
        return corrected ? { ...row, ...corrected, isCorrected: corrected.target !== undefined } : row;
      }),
    [proposed, corrections],
  );
  const edits = useMemo(
    () =>
      rows.flatMap((row): EntryEdit[] => {
        const isNew = row.line.state === 'known' && row.isTaken;
        if (!row.isTaken && row.line.state !== 'known') return [];
        // What is taken in although it seems to be there is an entry of its own.
        const line: PreviewLine = isNew ? { ...row.line, state: 'new', known: null } : row.line;
        const edit = editFor(line, readTarget(row.target), row.account, row.id, document);
        return edit ? [edit] : [];
      }),
    [rows, document],
  );
  const added = edits.filter(({ before }) => before === null).length;

  const takeIn = () => {
    const statedBalances = statements.flatMap(({ account: id, closing }) =>
      closing === null ? [] : [{ account: id!, on: closing.date, balance: closing.amount }],
    );
    // How the bank writes is remembered, and is a step of its own.
    if (data?.csv && chosen !== null && !isSameFormat(document.statementFormats.get(chosen), data.csv.format))
      session.send({ kind: 'account.setFormat', account: chosen, format: data.csv.format });
    if (edits.length === 0) return onClose();
    const from = name.slice(0, 120);
    const refused = send(
      { kind: 'entries.set', entries: edits, from, since: data!.revision, stated: statedBalances },
      t('statement.imported', { count: added }),
      true,
    );
    if (refused) return setRefusal(say(refused.message));
    onClose();
  };

  const editing: ColumnEditing<LineRow, GridColumn> = {
    readOnlyReason: (row, column) => (column.id !== 'target' ? t('statement.assignHint') : row.line.state === 'new' ? null : t('statement.cannotAssign')), // prettier-ignore
    begin: () => ({ text: '', options: { target: null } }),
    read(cell, { options }) {
      if (options.target != null) onCorrect(cell.row, { target: options.target });
      return { command: null };
    },
    Editor: LineTarget,
  };
  const cellOf = (row: LineRow, { id }: GridColumn): GridCell => {
    const { line, state, known, expected, similar, assignment } = row.line;
    switch (id) {
      case 'take':
        return {
          parts: [row.isTaken],
          content: (
            <input
              type="checkbox"
              tabIndex={-1}
              aria-label={t('statement.importEntry')}
              checked={row.isTaken}
              onChange={() => onCorrect(row.key, { isTaken: !row.isTaken })}
            />
          ),
        };
      case 'date':
        return { className: 'tabular', content: dayInFigures(line.date, plan.locale) };
      case 'what':
        return { className: 'text', content: line.what, title: `${line.what}\n${say(line.place)}` };
      case 'amount':
        return { className: `tabular ${line.amount < 0 ? '' : 'came-in'}`, content: writeFigure(line.amount / units, 'money', plan) }; // prettier-ignore
      case 'state': {
        const day = (date: string) => dayInWords(date, plan.locale, 'short');
        const more =
          known !== null
            ? t('statement.isKnownAs', { what: known.what, day: day(known.date), hasWhat: known.what !== '' })
            : expected !== null
              ? t('statement.isKnownAs', { what: expected.what, day: day(expected.due), hasWhat: expected.what !== '' })
              : similar !== null
                ? t('statement.maybeSame', { what: similar.what, day: day(similar.date), hasWhat: similar.what !== '' })
                : '';
        return {
          className: 'text',
          title: more,
          parts: [state, row.isTaken, more],
          content: (
            <>
              {row.isTaken || state === 'known' ? t(`statement.states.${state}`) : t('statement.states.skipped')}{' '}
              <small className="quiet">{more}</small>
            </>
          ),
        };
      }
      default: {
        if (state === 'known') return { className: 'text quiet', content: whereTo(known!, document) };
        if (expected) return { className: 'text', content: whereTo(expected, document) };
        if (row.target === '') return { className: 'text unassigned', content: t('statement.notAssigned') };
        const words = whereTo(readTarget(row.target), document);
        const why = assignment && !row.isCorrected ? whyInWords(assignment, document) : '';
        return {
          className: 'text proposal',
          title: why,
          parts: [words, why],
          content: (
            <>
              {words} <small>{why}</small>
            </>
          ),
        };
      }
    }
  };
  const control = useGrid<LineRow, GridColumn>({
    rows,
    columns: COLUMNS,
    first: { row: 0, column: COLUMNS.length - 1 },
    editingOf: (column) => (column.id === 'target' ? editing : null),
    onClear: () => {
      const { row } = control;
      if (row && row.line.state !== 'known' && row.line.expected === null) onCorrect(row.key, { target: '' });
    },
    onOpen(row, column, typed) {
      if (column.id === 'target') return false;
      control.open({ row: rows.indexOf(row), column: COLUMNS.length - 1 }, typed);
      return true;
    },
    onKey(event, row) {
      if (event.key !== ' ') return false;
      onCorrect(row.key, { isTaken: !row.isTaken });
      return true;
    },
    textOf: (row, column) => textInCell(cellOf(row, column)),
  });
  // What was said can be corrected.
  const previews = data?.statements.filter(({ account: id, number }) => id === null || number in accounts) ?? [];
  const isOneOfSeveral = (data?.statements.length ?? 0) > 1;
  const total = (select: (counts: PreviewedStatement['counts']) => number) =>
    statements.reduce((sum, { counts }) => sum + select(counts), 0);

  return (
    <section className="account-view import-statement" aria-label={t('statement.statementFrom', { file: name })}>
      <div className="section-head">
        <h3>{t('statement.statementFrom', { file: name })}</h3>
        {data && !error && (
          <p className="account-now">
            {t('statement.previewCounts', {
              added: total((counts) => counts.new),
              known: total((counts) => counts.known),
              expected: total((counts) => counts.expected),
            })}
          </p>
        )}
        {data && !error && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={rows.length === 0 || isFetching}
            onClick={takeIn}
          >
            {added === 0 && rows.length > 0 ? t('statement.allEntered') : t('statement.importAll', { count: added })}
          </button>
        )}
        <button type="button" className="btn btn-link btn-sm" onClick={onClose}>
          {isPending ? t('statement.cancelReading') : t('statement.cancel')}
        </button>
      </div>
      {isPending && (
        <p className="statement-note" role="status">
          {progress === null ? (
            <progress aria-label={t('statement.reading')} />
          ) : (
            <progress value={progress.done} max={1} aria-label={t('statement.reading')} />
          )}{' '}
          {say(progress?.what) ?? t('statement.reading')}
        </p>
      )}
      {(error || refusal) && (
        <p className="statement-note refusal" role="alert">
          <Icon name="alarm" />{' '}
          {!error
            ? refusal
            : source.kind === 'bank'
              ? error.message
              : t('statement.cannotBeRead', { why: error.message })}
        </p>
      )}
      {data?.csv && (
        <CsvTerms
          csv={data.csv}
          problem={say(data.problem)}
          onChange={(format) => {
            onChange({ csv: format, corrections: {} });
          }}
        />
      )}
      {data && !error && data.unreadable.length > 0 && <Unreadable lines={data.unreadable.map((line) => say(line))} />}
      {previews.map(({ number }) => (
        <p key={number} className="statement-note">
          <label>
            {t('statement.whichAccount', { number, hasNumber: number !== '' })}{' '}
            <AccountSelect
              value={(isOneOfSeveral ? accounts[number] : chosen) ?? ''}
              none={t('statement.chooseAccount')}
              onChange={(account) =>
                onChange(
                  isOneOfSeveral
                    ? { accounts: { ...accounts, [number]: account } }
                    : { account: account === '' ? null : account },
                )
              }
            />
          </label>
        </p>
      ))}
      {rows.length > 0 && !error && (
        <>
          {balances !== null &&
            statements.map((each) => (
              <Closing
                key={each.account}
                statement={each}
                edits={edits}
                balances={balances}
                money={(minor) => writeWithUnit(minor / units, 'money', plan)}
                units={units}
                locale={plan.locale}
              />
            ))}
          <p className="statement-note quiet">{t('statement.assignHint')}</p>
          <Grid
            control={control}
            label={t('statement.statementFrom', { file: name })}
            columns={COLUMNS}
            rows={rows}
            footer={NO_ROWS}
            rowHeight={26}
            cellOf={cellOf}
            partsOf={(row) => [plan, row.line, row.target, row.isTaken, document]}
          />
        </>
      )}
    </section>
  );
}

/** Names lines by what they say, so that what is corrected of one stays with it; lines that say the same are counted. */
function distinctKeys(): (account: string, line: PreviewLine) => string {
  const counts = new Map<string, number>();
  return (account, { line: { reference, date, amount, what } }) => {
    const lineKey = [account, reference, date, amount, what].join('|');
    const nth = counts.get(lineKey) ?? 0;
    counts.set(lineKey, nth + 1);
    return `${lineKey}|${nth}`;
  };
}

function LineTarget(props: EditorProps<LineRow, GridColumn>) {
  return <TargetEditor {...props} account={props.row.account} />;
}

function isSameFormat(earlier: CsvFormat | undefined, format: CsvFormat): boolean {
  return (
    earlier !== undefined && (Object.keys(format) as (keyof CsvFormat)[]).every((key) => earlier[key] === format[key])
  );
}
