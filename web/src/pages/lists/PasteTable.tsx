import {
  MAX_COLUMNS,
  MAX_ITEMS,
  UNIT_WORDS,
  UNITS,
  freshName,
  guessTable,
  planOf,
  readingAs,
  today,
  valuesOfTable,
  writeCount,
  type GuessedColumn,
  type TableReading,
} from '@haushalt/core';
import Papa from 'papaparse';
import { useMemo, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { say, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';

interface PasteTableProps {
  readonly onMade: (list: string) => void;
  readonly onClose: () => void;
}

const KINDS: readonly GuessedColumn['kind'][] = ['text', 'choice', 'figure', 'date', 'yesNo'];
/** States how many rows of a table are shown before it is taken. */
const SHOWN = 6;

/** The largest file that is opened, in bytes: far more than the largest list takes. */
const MAX_FILE = 20_000_000;

/** The text of a file in UTF-8; in the one other encoding spreadsheets still write, where it is not that. */
function textOf(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Makes a list of a table that is pasted: what it is taken for is shown, and can be corrected before it is taken. */
export function PasteTable({ onMade, onClose }: PasteTableProps) {
  const { document } = useSessionState();
  const { id: planId, locale } = planOf(document);
  const send = useSend();
  const initial = () => ({ text: '', name: freshName(document, t('lists.newList')) });
  const draft = useDraft(`${planId}:pastedTable`, initial, onClose);
  const { text, name } = draft.given;
  const [corrected, setCorrected] = useState<TableReading | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const now = today();
  const dates = useMemo(() => ({ locale, today: now }), [locale, now]);
  const rows = useMemo(() => tableOf(text), [text]);
  const guessed = useMemo(() => guessTable(rows, dates), [rows, dates]);
  const reading = corrected ?? guessed;
  const read = useMemo(() => valuesOfTable(rows, reading, dates), [rows, reading, dates]);
  const isTooLarge = read.rows.length > MAX_ITEMS || reading.columns.length > MAX_COLUMNS;
  const put = (position: number, part: Partial<GuessedColumn>) =>
    setCorrected({
      ...reading,
      columns: reading.columns.map((column, index) => (index === position ? { ...column, ...part } : column)),
    });
  const begin = (given: string) => {
    draft.put({ text: given });
    setCorrected(null);
    setRefusal(null);
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MAX_FILE) return setRefusal(t('lists.tooLarge', { rows: MAX_ITEMS, columns: MAX_COLUMNS }));
    begin(textOf(new Uint8Array(await file.arrayBuffer())));
    draft.put({ name: freshName(document, file.name.replace(/\.[^.]*$/, '') || t('lists.newList')) });
  };
  const take = () => {
    if (rows.length === 0) return setRefusal(t('lists.pasteHere'));
    if (isTooLarge) return setRefusal(t('lists.tooLarge', { rows: MAX_ITEMS, columns: MAX_COLUMNS }));
    const id = newId();
    const columns = reading.columns.map(({ name: columnName, kind, unit }, index) => ({
      id: `${id}-c${index}`,
      settings: { name: columnName, kind, unit, total: kind === 'figure' && unit === 'money' },
    }));
    const items = read.rows.map((values, position) => ({
      id: `${id}-i${position}`,
      cells: values.flatMap((value, index) => (value === null ? [] : [{ column: columns[index]!.id, value }])),
    }));
    const refused = send(
      { kind: 'list.add', id, name, columns, items, before: null },
      t('lists.created', { name }),
      true,
    );
    if (refused) return setRefusal(say(refused.message));
    onMade(id);
    draft.close();
    return undefined;
  };
  const [wrong] = read.unreadable;
  return (
    <FormDialog
      title={t('lists.pasteTable')}
      submit={t('lists.createList')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <label className="wide">
        <span className="form-label">{t('lists.pasteHere')}</span>
        <Form.Control
          as="textarea"
          size="sm"
          rows={rows.length === 0 ? 8 : 3}
          autoFocus
          spellCheck={false}
          value={text}
          onChange={(event) => begin(event.target.value)}
        />
      </label>
      <label className="wide">
        <span className="form-label">{t('lists.orCsvFile')}</span>
        <Form.Control
          type="file"
          size="sm"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={(event) => void open((event.target as HTMLInputElement).files?.[0])}
        />
      </label>
      {rows.length > 0 && (
        <>
          <label>
            <span className="form-label">{t('lists.listName')}</span>
            <Form.Control size="sm" value={name} onChange={(event) => draft.put({ name: event.target.value })} />
          </label>
          <label>
            <span className="form-label">{t('lists.decimalSign')}</span>
            <Select
              wide
              value={reading.decimal}
              onChange={(event) =>
                setCorrected(readingAs(rows, reading.hasHeadings, event.target.value as '.' | ',', dates))
              }
            >
              <option value=".">{t('lists.point')}</option>
              <option value=",">{t('lists.comma')}</option>
            </Select>
          </label>
          <Form.Check
            className="wide"
            id="has-headings"
            label={t('lists.firstRowHasHeadings')}
            checked={reading.hasHeadings}
            onChange={(event) => setCorrected(readingAs(rows, event.target.checked, reading.decimal, dates))}
          />
          <div className="wide table-preview">
            <table>
              <thead>
                <tr>
                  {reading.columns.map((column, index) => (
                    <th key={index} scope="col">
                      <Form.Control
                        size="sm"
                        aria-label={t('lists.columnName')}
                        value={say(column.name)}
                        maxLength={80}
                        onChange={(event) => put(index, { name: event.target.value })}
                      />
                      <Select
                        aria-label={t('lists.columnType')}
                        value={column.kind === 'figure' ? `figure:${column.unit}` : column.kind}
                        onChange={({ target: { value } }) => {
                          const [kind, unit] = value.split(':') as [
                            GuessedColumn['kind'],
                            GuessedColumn['unit'] | undefined,
                          ];
                          put(index, { kind, unit: unit ?? 'number' });
                        }}
                      >
                        {KINDS.flatMap((kind) =>
                          kind === 'figure'
                            ? UNITS.map((unit) => (
                                <option key={unit} value={`figure:${unit}`}>
                                  {say(UNIT_WORDS[unit])}
                                </option>
                              ))
                            : [
                                <option key={kind} value={kind}>
                                  {t(`lists.kinds.${kind}`)}
                                </option>,
                              ],
                        )}
                      </Select>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.slice(reading.hasHeadings ? 1 : 0, SHOWN + 1).map((row, position) => (
                  <tr key={position}>
                    {reading.columns.map((column, index) => {
                      const isWrong = read.unreadable.some(
                        (each) => each.row === position + 1 && each.column === index,
                      );
                      return (
                        <td
                          key={index}
                          className={`${column.kind === 'figure' ? 'tabular' : ''} ${isWrong ? 'is-wrong' : ''}`}
                        >
                          {row[index] ?? ''}
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="wide quiet" aria-live="polite">
            {t('lists.rowsAndColumns', { rows: writeCount(read.rows.length, locale), columns: reading.columns.length })}{' '}
            {wrong &&
              t('lists.valuesDoNotMatch', {
                count: read.unreadable.length,
                place: t('lists.inRow', {
                  row: wrong.row,
                  column: reading.columns[wrong.column]!.name,
                  message: wrong.message,
                }),
              })}
          </p>
        </>
      )}
    </FormDialog>
  );
}

/** Pasted text as rows of fields: apart by tabs as grids hand them out, else as a table with commas or semicolons. */
function tableOf(text: string): string[][] {
  if (text.trim() === '') return [];
  const { data } = Papa.parse<string[]>(text.replace(/\r\n?/g, '\n').replace(/\n+$/, ''), {
    ...(text.includes('\t') ? { delimiter: '\t' } : {}),
    skipEmptyLines: 'greedy',
  });
  return data;
}
