import { keepPreviousData, useQuery } from '@tanstack/react-query';
import {
  nameOfYear,
  planOf,
  writeDifference,
  writeFigure,
  type FieldDifference,
  type LineDifference,
  type Month,
  type RowDifference,
} from '@haushalt/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { say, monthInWords, t } from '../../language/language.ts';
import { peopleApi, type MomentName } from '../../plan-session/peopleApi.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Segments } from '../../ui/Segments.tsx';

interface ComparisonShownProps {
  readonly planId: string;
  readonly before: MomentName;
  readonly after: MomentName;
  /** True when what was set comes first, and figures by year, as for a single step. */
  readonly isShort?: boolean;
  /** Lines that are chosen, where they can be. */
  readonly chosen?: ReadonlyMap<string, string>;
  readonly onChoose?: (id: string, name: string) => void;
}

const SPANS = [
  {
    value: 'year',
    get words() {
      return t('history.byYear');
    },
  },
  {
    value: 'month',
    get words() {
      return t('history.byMonth');
    },
  },
] as const;
/** States how many rows a list shows before it asks whether more are wanted. */
const SHOWN = 60;

/** Shows what differs between two moments of a plan: figures by year or month, what was set, entries. */
export function ComparisonShown({ planId, before, after, isShort = false, chosen, onChoose }: ComparisonShownProps) {
  const [span, setSpan] = useState<'year' | 'month'>('year');
  const { document } = useSessionState();
  const session = useSession();
  const isOfThePast = before.kind === 'revision' && after.kind === 'revision';
  const { data, error, refetch } = useQuery({
    // What is compared with the plan as it is follows every change of it.
    queryKey: ['compare', planId, before, after, isOfThePast ? null : session.knownRevision],
    queryFn: ({ signal }) => peopleApi.compare(planId, before, after, signal),
    gcTime: 60_000,
    staleTime: isOfThePast ? Infinity : 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (error)
    return (
      <div role="alert">
        <p>{error.message}</p>
        <Button size="sm" variant="outline-primary" onClick={() => void refetch()}>
          {t('history.tryAgain')}
        </Button>
      </div>
    );
  if (!data) return <Loading what={t('history.comparing')} />;
  const { lines, rows, entries, entryCount } = data;
  if (lines.length === 0 && rows.length === 0 && entryCount === 0) return <p>{t('history.nothingDiffers')}</p>;
  const budget = lines.filter(({ what }) => what === 'budget');
  const actual = lines.filter(({ what }) => what === 'actual');
  const figures = lines.length > 0 && (
    <section className="comparison-figures">
      <div className="comparison-head">
        <h4>{t('history.figures')}</h4>
        <Segments label={t('history.span')} value={span} options={SPANS} onChange={setSpan} />
      </div>
      <Figures lines={budget} span={span} {...(chosen && onChoose ? { chosen, onChoose } : {})} />
      {actual.length > 0 && <h4>{t('history.actual')}</h4>}
      {actual.length > 0 && <Figures lines={actual} span={span} />}
    </section>
  );
  const settings = rows.length > 0 && (
    <section>
      <h4>{t('history.settings')}</h4>
      <Rows rows={rows} />
    </section>
  );
  return (
    <div className="comparison" lang={planOf(document).locale}>
      {isShort ? settings : figures}
      {isShort ? figures : settings}
      {entryCount > 0 && (
        <section>
          <h4>{t('history.entries', { count: entryCount })}</h4>
          <Rows rows={entries} all={entryCount} />
        </section>
      )}
    </div>
  );
}

interface FiguresProps {
  readonly lines: readonly LineDifference[];
  readonly span: 'year' | 'month';
  readonly chosen?: ReadonlyMap<string, string>;
  readonly onChoose?: (id: string, name: string) => void;
}

function Figures({ lines, span, chosen, onChoose }: FiguresProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const [most, setMost] = useState(SHOWN);
  if (lines.length === 0) return <p className="quiet">{t('history.noFigures')}</p>;
  const shown = lines.flatMap((line) =>
    (span === 'year' ? line.years : line.months).map((figure, index) => ({ line, figure, isFirst: index === 0 })),
  );
  const renamed = lines.filter(({ years, months }) => years.length === 0 && months.length === 0);
  const place = (source: number | Month) =>
    typeof source === 'number' ? nameOfYear(document, source) : monthInWords(source, plan.locale, 'short');
  return (
    <>
      <table className="comparison-table">
        <thead>
          <tr>
            <th scope="col">{t('history.line')}</th>
            <th scope="col">{span === 'year' ? t('history.year') : t('history.month')}</th>
            <th scope="col" className="tabular">
              {t('history.before')}
            </th>
            <th scope="col" className="tabular">
              {t('history.after')}
            </th>
            <th scope="col" className="tabular">
              {t('history.difference')}
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.slice(0, most).map(({ line, figure, isFirst }) => (
            <tr key={`${line.id} ${line.what} ${figure.of}`} className={isFirst ? 'is-first' : ''}>
              <th scope="row">
                {isFirst && <LineName line={line} {...(chosen && onChoose ? { chosen, onChoose } : {})} />}
              </th>
              <td>{place(figure.of)}</td>
              <td className="tabular">{figure.before === null ? '' : writeFigure(figure.before, line.unit, plan)}</td>
              <td className="tabular">{figure.after === null ? '' : writeFigure(figure.after, line.unit, plan)}</td>
              <td className="tabular">
                {writeDifference((figure.after ?? 0) - (figure.before ?? 0), line.unit, plan)}
              </td>
            </tr>
          ))}
          {renamed.map((line) => (
            <tr key={`${line.id} ${line.what}`} className="is-first">
              <th scope="row">
                <LineName line={line} />
              </th>
              <td colSpan={4} />
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length > most && (
        <Button size="sm" variant="link" onClick={() => setMost(shown.length)}>
          {t('history.moreEntries', { count: shown.length - most })}
        </Button>
      )}
    </>
  );
}

function LineName({
  line,
  chosen,
  onChoose,
}: { readonly line: LineDifference } & Pick<FiguresProps, 'chosen' | 'onChoose'>) {
  const { id, name, previousName, state, what, side } = line;
  const texts = [
    t(`history.states.${state}`) ?? '',
    previousName === null ? '' : t('history.formerly', { name: previousName }),
  ].filter(Boolean);
  const words = (
    <>
      {name}
      {texts.length > 0 && <small className="quiet"> {texts.join(', ')}</small>}
    </>
  );
  if (!onChoose || side === null || what === 'actual') return words;
  return (
    <label className="comparison-choice">
      <input
        type="checkbox"
        className="form-check-input"
        aria-label={t('history.choose', { name })}
        checked={chosen?.has(id) ?? false}
        onChange={() => onChoose(id, name)}
      />
      {words}
    </label>
  );
}

function Rows({ rows, all = rows.length }: { readonly rows: readonly RowDifference[]; readonly all?: number }) {
  const [most, setMost] = useState(SHOWN);
  return (
    <>
      <ul className="row-differences">
        {rows.slice(0, most).map(({ table, id, kind, name, state, fields }) => (
          <li key={`${table} ${id}`}>
            <span className="row-kind">{say(kind)}</span>
            <span className="row-name">
              {say(name)}{' '}
              {t(`history.states.${state}`) && <small className="quiet">{t(`history.states.${state}`)}</small>}
            </span>
            <Fields fields={fields} />
          </li>
        ))}
      </ul>
      {all > most &&
        (rows.length > most ? (
          <Button size="sm" variant="link" onClick={() => setMost(rows.length)}>
            {t('history.moreEntries', { count: all - most })}
          </Button>
        ) : (
          <p className="quiet">{t('history.moreEntries', { count: all - rows.length })}</p>
        ))}
    </>
  );
}

function Fields({ fields }: { readonly fields: readonly FieldDifference[] }) {
  return (
    <span className="row-fields">
      {fields.map(({ name, before, after }) => (
        <span key={say(name)} className="row-field">
          <small className="quiet">{say(name)}</small> {before !== null && <del>{say(before)}</del>}{' '}
          {after !== null && <ins>{say(after)}</ins>}
        </span>
      ))}
    </span>
  );
}
