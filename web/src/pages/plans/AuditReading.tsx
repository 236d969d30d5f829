import { SIDES, toMonth, writeFigure, type Side } from '@haushalt/core';
import type {
  ReadRow,
  ReadingCorrections,
  RowKind,
  RowCorrection,
  TableKind,
  WorkbookReading,
} from '@haushalt/formats';
import { memo, useCallback, useMemo } from 'react';
import { Select } from '../../fields/Select.tsx';
import { say, monthInWords, t } from '../../language/language.ts';
import type { AuditedWorkbook } from '../../plan-session/api.ts';
import { STYLE } from './auditStyle.ts';

/** States what a row may be, in the order of the words for it. */
const ROW_KINDS: readonly RowKind[] = ['heading', 'line', 'total', 'net', 'cumulative', 'other'];

interface AuditReadingProps {
  readonly reading: WorkbookReading;
  readonly findings: AuditedWorkbook['findings'];
  /** States what was said in place of what was taken. */
  readonly said: ReadingCorrections;
  readonly onCorrect: (next: (before: ReadingCorrections) => ReadingCorrections) => void;
}

/** A picture of the sheet with what each row was taken for, which is corrected there. */
export function AuditReading({ reading, findings, said, onCorrect }: AuditReadingProps) {
  const { sheet, sheets, heading, headings, from, until, columns, rows, assumptions, tables } = reading;
  const month = (text: string) => monthInWords(toMonth(text), STYLE.locale);
  const faults = useMemo(() => faultsByRow(findings), [findings]);
  const sayOfRow = useCallback(
    (row: number, more: RowCorrection) =>
      onCorrect((before) => ({
        ...before,
        sheet,
        rows: { ...before.rows, [row]: { ...before.rows?.[row], ...more } },
      })),
    [onCorrect, sheet],
  );
  const isCorrected = Object.keys(said).length > 0;
  return (
    <section className="audit-reading" aria-labelledby="audit-reading">
      <h3 id="audit-reading">
        {t('workbook.howRead')}{' '}
        <small className="quiet">{t('workbook.fromUntil', { from: month(from), until: month(until) })}</small>
      </h3>
      <p className="audit-choices">
        {sheets.length > 1 && (
          <label>
            {t('workbook.sheet')}{' '}
            <Select value={sheet} onChange={({ target }) => onCorrect(() => ({ sheet: target.value }))}>
              {sheets.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </Select>
          </label>
        )}
        {headings.length > 1 && (
          <label>
            {t('workbook.months')}{' '}
            <Select
              value={heading}
              onChange={({ target }) => onCorrect(() => ({ sheet, heading: Number(target.value) }))}
            >
              {headings.map((row) => (
                <option key={row}>{row}</option>
              ))}
            </Select>
          </label>
        )}
        {isCorrected ? (
          <button type="button" className="btn btn-link" onClick={() => onCorrect(() => ({}))}>
            {t('workbook.discardCorrections')}
          </button>
        ) : (
          <span className="quiet">{t('workbook.correctRowType')}</span>
        )}
      </p>
      {assumptions.length > 0 && (
        <p>
          {t('workbook.assumptions')}:{' '}
          {assumptions.map(({ cell, label }) => t('workbook.isAssumption', { cell, label })).join(', ')}
        </p>
      )}
      {tables.length > 0 && (
        <ul className="audit-tables" aria-label={t('workbook.tables')}>
          {tables.map(({ key, cells, name, kind, kinds }) => (
            <li key={key}>
              <strong>{name}</strong>{' '}
              <span className="quiet">
                {key.slice(0, key.lastIndexOf('!'))}, {cells}
              </span>
              <Select
                aria-label={t('workbook.tableType', { key: name })}
                value={said.tables?.[key] ?? kind}
                onChange={({ target }) =>
                  onCorrect((before) => ({ ...before, tables: { ...before.tables, [key]: target.value as TableKind } }))
                }
              >
                {kinds.map((each) => (
                  <option key={each} value={each}>
                    {t(`workbook.tableKinds.${each}`)}
                  </option>
                ))}
              </Select>
            </li>
          ))}
        </ul>
      )}
      <div className="audit-sheet" tabIndex={0} role="group" aria-label={sheet}>
        <table className="audit-table">
          <thead>
            <tr>
              <th scope="col">{t('workbook.row')}</th>
              <th scope="col">{t('workbook.name')}</th>
              <th scope="col">{t('workbook.rowType')}</th>
              <th scope="col">{t('workbook.side')}</th>
              {columns.map(({ column, month: month }) => (
                <th key={column} scope="col" className="tabular">
                  {column} <small className="quiet">{monthInWords(toMonth(month), STYLE.locale, 'short')}</small>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((each) => (
              <ReadingRow
                key={each.row}
                of={each}
                columns={columns}
                faults={faults.get(each.row) ?? NO_FAULTS}
                said={said.rows?.[each.row] ?? NO_CORRECTIONS}
                onCorrect={sayOfRow}
              />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const NO_FAULTS: ReadonlyMap<string, string> = new Map();
const NO_CORRECTIONS: RowCorrection = {};

/** Returns what is wrong with cells, by their rows. */
function faultsByRow(findings: AuditedWorkbook['findings']): Map<number, Map<string, string>> {
  const byRow = new Map<number, Map<string, string>>();
  for (const { cell, message } of findings) {
    const row = Number(/\d+$/.exec(cell)?.[0]);
    const faults = byRow.get(row) ?? new Map<string, string>();
    byRow.set(row, faults.set(cell, say(message)));
  }
  return byRow;
}

interface ReadingRowProps {
  readonly of: ReadRow;
  readonly columns: WorkbookReading['columns'];
  readonly faults: ReadonlyMap<string, string>;
  readonly said: RowCorrection;
  readonly onCorrect: (row: number, correction: RowCorrection) => void;
}

/** A row of the sheet; drawn again when something else is said or found of it, since there may be many hundred. */
const ReadingRow = memo(function ReadingRow({ of, columns, faults, said, onCorrect }: ReadingRowProps) {
  const { row, label, cells } = of;
  const kind = said.kind ?? of.kind;
  const side = said.side ?? of.side;
  return (
    <tr className={`is-${kind} ${said === NO_CORRECTIONS ? '' : 'is-corrected'}`}>
      <th scope="row">{row}</th>
      <td className="audit-label" title={label}>
        {label}
      </td>
      <td>
        <Select
          aria-label={t('workbook.rowTypeOf', { name: label })}
          value={kind}
          disabled={label === ''}
          onChange={({ target }) => onCorrect(row, { kind: target.value as RowKind })}
        >
          {ROW_KINDS.map((each) => (
            <option key={each} value={each}>
              {t(`workbook.kinds.${each}`)}
            </option>
          ))}
        </Select>
      </td>
      <td>
        {(kind === 'line' || kind === 'heading') && (
          <Select
            aria-label={t('workbook.sideOf', { name: label })}
            value={side ?? ''}
            onChange={({ target }) => onCorrect(row, { side: target.value as Side })}
          >
            {side === null && <option value="">–</option>}
            {SIDES.map((each) => (
              <option key={each} value={each}>
                {t(`workbook.sides.${each}`)}
              </option>
            ))}
          </Select>
        )}
      </td>
      {cells.map((value, index) => {
        const cell = `${columns[index]!.column}${row}`;
        const fault = faults.get(cell);
        return (
          <td key={cell} className={`tabular ${fault ? 'is-faulty' : ''}`} title={fault}>
            {typeof value === 'number' ? writeFigure(value, 'money', STYLE) : value}
          </td>
        );
      })}
    </tr>
  );
}, isSameRow);

/** Returns whether a row looks as it did: the answers of the server are other objects each time. */
function isSameRow(before: ReadingRowProps, after: ReadingRowProps): boolean {
  return (
    before.said === after.said &&
    before.onCorrect === after.onCorrect &&
    JSON.stringify([before.of, [...before.faults]]) === JSON.stringify([after.of, [...after.faults]])
  );
}
