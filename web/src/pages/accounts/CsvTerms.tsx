import { DATE_ORDERS, type DateOrder } from '@haushalt/core';
import type { ReactNode } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import type { CsvFormat, StatementPreview } from '../../plan-session/api.ts';

interface CsvTermsProps {
  readonly csv: NonNullable<StatementPreview['csv']>;
  /** Why it cannot be read so. */
  readonly problem: string | null;
  readonly onChange: (format: CsvFormat) => void;
}

const SEPARATORS = [',', ';', '\t', '|'] as const;
const ENCODINGS = ['utf-8', 'windows-1252', 'utf-16le', 'utf-16be'] as const;
const COLUMNS = ['date', 'amount', 'paid', 'received', 'reference', 'balance'] as const;

/** States how many of its lines are shown. */
const SHOWN = 4;

/** Shows how a bank's table is read: guessed, shown with its first lines, and to be corrected. */
export function CsvTerms({ csv: { format, headings, sample }, problem, onChange }: CsvTermsProps) {
  const put = (part: Partial<CsvFormat>) => onChange({ ...format, ...part });
  const field = (label: string, select: ReactNode) => (
    <label>
      <span>{label}</span>
      {select}
    </label>
  );
  const columns = (name: (typeof COLUMNS)[number]) =>
    field(
      t(`statement.column.${name}`),
      <Select value={format[name]} onChange={(event) => put({ [name]: event.target.value })}>
        <option value="">{t('statement.none')}</option>
        {headings.map((heading) => (
          <option key={heading} value={heading}>
            {heading}
          </option>
        ))}
      </Select>,
    );
  const whats = format.what.split('\t').filter((heading) => heading !== '');
  return (
    <details className="csv-terms" open={problem !== null}>
      <summary>{t('statement.howRead')}</summary>
      {problem !== null && (
        <p className="refusal" role="alert">
          {problem}
        </p>
      )}
      <div className="csv-fields">
        {field(
          t('statement.separator'),
          <Select
            value={format.separator}
            onChange={(event) => put({ separator: event.target.value as CsvFormat['separator'] })}
          >
            {SEPARATORS.map((each) => (
              <option key={each} value={each}>
                {t(`statement.separators.${each}`)}
              </option>
            ))}
          </Select>,
        )}
        {field(
          t('statement.encoding'),
          <Select
            value={format.encoding}
            onChange={(event) => put({ encoding: event.target.value as CsvFormat['encoding'] })}
          >
            {ENCODINGS.map((each) => (
              <option key={each} value={each}>
                {each.toUpperCase()}
              </option>
            ))}
          </Select>,
        )}
        {field(
          t('statement.decimal'),
          <Select
            value={format.decimal}
            onChange={(event) => put({ decimal: event.target.value as CsvFormat['decimal'] })}
          >
            <option value=".">1234.50</option>
            <option value=",">1234,50</option>
          </Select>,
        )}
        {field(
          t('statement.dates'),
          <Select value={format.dates} onChange={(event) => put({ dates: event.target.value as DateOrder })}>
            {DATE_ORDERS.map((each) => (
              <option key={each} value={each}>
                {t(`statement.dateOrders.${each}`)}
              </option>
            ))}
          </Select>,
        )}
        {field(
          t('statement.heading'),
          <Form.Control
            size="sm"
            type="number"
            min={1}
            max={200}
            value={format.heading ?? 1}
            onChange={(event) => {
              const heading = Number(event.target.value);
              if (Number.isInteger(heading) && heading >= 1 && heading <= 200) put({ heading });
            }}
          />,
        )}
        {COLUMNS.map((name) => (
          <span key={name} className="csv-column">
            {columns(name)}
          </span>
        ))}
        <fieldset>
          <legend>{t('statement.column.what')}</legend>
          {headings.map((heading) => (
            <Form.Check
              key={heading}
              inline
              id={`csv-what-${heading}`}
              label={heading}
              checked={whats.includes(heading)}
              onChange={(event) => {
                const next = headings.filter((each) =>
                  each === heading ? event.target.checked : whats.includes(each),
                );
                put({ what: next.join('\t') });
              }}
            />
          ))}
        </fieldset>
      </div>
      <div className="csv-sample">
        <table aria-label={t('statement.firstRows')}>
          <thead>
            <tr>
              {headings.map((heading) => (
                <th key={heading} scope="col">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sample.slice(0, SHOWN).map((row, nth) => (
              <tr key={nth}>
                {headings.map((heading, index) => (
                  <td key={heading}>{row[index] ?? ''}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
