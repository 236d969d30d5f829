import { monthInWords, toMonth, writeCount, writeDifference, writeFigure, type FigureStyle } from '@haushalt/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import { api, type AuditedWorkbook } from '../../plan-session/api.ts';
import type { Progress } from '../../plan-session/streamed.ts';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import './audit.scss';
import { messages } from '../../messages/workbook.ts';

interface AuditViewProps {
  readonly file: File;
  readonly onClose: () => void;
}

/** How figures of a workbook are written before it is a plan. */
const STYLE: FigureStyle = { locale: 'en-IE', currency: 'EUR' };
/** How many cells that differ are listed. */
const MOST_LISTED = 40;

/** A workbook from elsewhere before it becomes a plan: what it was taken for, what is wrong with it, and which cells differ. */
export function AuditView({ file, onClose }: AuditViewProps) {
  const [mend, setMend] = useState(false);
  const [progress, setProgress] = useState<Progress | null>(null);
  const navigate = useNavigate();
  const notices = useNotices();
  const title = file.name.replace(/\.[^.]*$/, '').slice(0, 80) || file.name;
  const { data, error, isFetching } = useQuery({
    queryKey: ['workbook', file, mend],
    queryFn: ({ signal }) => api.auditWorkbook(file, title, mend, { signal, onProgress: setProgress }),
    gcTime: 0,
    staleTime: Infinity,
    retry: false,
  });
  const take = useMutation({
    mutationFn: (plan: unknown) => api.importFile(JSON.stringify(plan)),
    onSuccess: ({ id }) => {
      notices.say({ text: messages.isTaken(title) });
      void navigate(`/plans/${id}/budget`);
    },
  });
  const refusal = error ?? take.error;
  return (
    <section className="audit" aria-label={messages.workbook(file.name)}>
      <div className="audit-head">
        <h2>{messages.workbook(file.name)}</h2>
        {data && !error && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={isFetching || take.isPending}
            onClick={() => take.mutate(data.plan)}
          >
            {messages.takeAsPlan}
          </button>
        )}
        {data && (
          <button type="button" className="btn btn-outline-primary btn-sm" onClick={() => window.print()}>
            <Icon name="print" /> {messages.print}
          </button>
        )}
        <button type="button" className="btn btn-link btn-sm" onClick={onClose}>
          {isFetching ? messages.cancel : messages.leave}
        </button>
      </div>
      {isFetching && (
        <p role="status">
          <progress value={progress?.done ?? 0} max={1} aria-label={messages.reading} />{' '}
          {progress?.what ?? messages.reading}
        </p>
      )}
      {refusal && (
        <p className="refusal" role="alert">
          <Icon name="alarm" /> {messages.cannotBeTaken(refusal.message)}
        </p>
      )}
      {data && !error && (
        <>
          {data.remarks.map((remark) => (
            <p key={remark}>{remark}</p>
          ))}
          {data.findings.length > 0 && (
            <Form.Check
              id="audit-mend"
              label={
                <>
                  {messages.mend} <small className="quiet">{messages.mendSays}</small>
                </>
              }
              checked={mend}
              onChange={({ target }) => setMend(target.checked)}
            />
          )}
          <p className="audit-cells">
            {messages.cells(writeCount(data.cells.equal, STYLE.locale), writeCount(data.cells.compared, STYLE.locale))}
          </p>
          <Findings audited={data} />
          <Differences audited={data} />
          <Reading audited={data} />
        </>
      )}
    </section>
  );
}

interface PartProps {
  readonly audited: AuditedWorkbook;
}

function Findings({ audited: { findings } }: PartProps) {
  return (
    <>
      <h3>{messages.found(findings.length)}</h3>
      {findings.length > 0 && (
        <table className="audit-table">
          <thead>
            <tr>
              <th scope="col">{messages.cell}</th>
              <th scope="col">{messages.what}</th>
              <th scope="col" className="tabular">
                {messages.costs}
              </th>
              <th scope="col">{messages.how}</th>
            </tr>
          </thead>
          <tbody>
            {findings.map(({ sheet, cell, kind, message, mend, money }) => (
              <tr key={`${cell}${kind}`}>
                <th scope="row" title={`${sheet}, ${cell}`}>
                  {cell}
                </th>
                <td>{message}</td>
                <td className="tabular">{money === null ? '' : writeDifference(money, 'money', STYLE)}</td>
                <td>{mend}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

function Differences({ audited: { cells } }: PartProps) {
  const { differences } = cells;
  const figure = (value: number | null) => (value === null ? '–' : writeFigure(value, 'money', STYLE));
  if (differences.length === 0) return null;
  return (
    <>
      <h3>{messages.differing}</h3>
      <table className="audit-table">
        <thead>
          <tr>
            <th scope="col">{messages.cell}</th>
            <th scope="col" className="tabular">
              {messages.theirs}
            </th>
            <th scope="col" className="tabular">
              {messages.ours}
            </th>
            <th scope="col">{messages.why}</th>
          </tr>
        </thead>
        <tbody>
          {differences.slice(0, MOST_LISTED).map(({ cell, sheet, theirs, ours, reason }) => (
            <tr key={`${sheet}${cell}`}>
              <th scope="row">{cell}</th>
              <td className="tabular">{figure(theirs)}</td>
              <td className="tabular">{figure(ours)}</td>
              <td>{reason}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {differences.length > MOST_LISTED && (
        <p className="quiet">{messages.andMore(differences.length - MOST_LISTED)}</p>
      )}
    </>
  );
}

function Reading({ audited: { reading } }: PartProps) {
  if (!reading) return null;
  const { sheet, from, until, rows, assumptions } = reading;
  const month = (text: string) => monthInWords(toMonth(text), STYLE.locale);
  return (
    <details className="audit-reading" open>
      <summary>{messages.takenFor(sheet, month(from), month(until))}</summary>
      <table className="audit-table">
        <thead>
          <tr>
            <th scope="col">{messages.row}</th>
            <th scope="col">{messages.label}</th>
            <th scope="col">{messages.kind}</th>
          </tr>
        </thead>
        <tbody>
          {assumptions.map(({ cell, label }) => (
            <tr key={cell}>
              <th scope="row">{cell}</th>
              <td>{label}</td>
              <td>{messages.assumption}</td>
            </tr>
          ))}
          {rows.map(({ row, label, kind }) => (
            <tr key={row} className={`is-${kind}`}>
              <th scope="row">{row}</th>
              <td>{label}</td>
              <td>{messages.kinds[kind] ?? kind}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
