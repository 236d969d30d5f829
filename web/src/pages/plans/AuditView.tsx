import { writeCount, writeDifference, writeFigure } from '@haushalt/core';
import type { ReadingCorrections, WorkbookReading } from '@haushalt/formats';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import { api, type AuditedWorkbook } from '../../plan-session/api.ts';
import type { Progress } from '../../plan-session/streamed.ts';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { saveBlob } from '../../ui/saveBlob.ts';
import { AuditReading } from './AuditReading.tsx';
import { STYLE } from './auditStyle.ts';
import { NO_CORRECTIONS, type WorkbookSaid } from './openWorkbook.ts';
import './audit.scss';
import { say, t } from '../../language/language.ts';

interface AuditViewProps {
  readonly file: File;
  /** States what has been said of it, and how more is said. */
  readonly said: WorkbookSaid;
  readonly onCorrect: (next: (before: WorkbookSaid) => WorkbookSaid) => void;
  readonly onClose: () => void;
}

/** States how many cells that differ are listed. */
const MOST_LISTED = 40;

/** A workbook from elsewhere before it becomes a plan: what it was taken for, what is wrong with it, and which cells differ. */
export function AuditView({ file, said: { reading: corrections, fix }, onCorrect, onClose }: AuditViewProps) {
  const sayOfReading = useCallback(
    (next: (before: ReadingCorrections) => ReadingCorrections) =>
      onCorrect((before) => ({ ...before, reading: next(before.reading) })),
    [onCorrect],
  );
  const [progress, setProgress] = useState<Progress | null>(null);
  const navigate = useNavigate();
  const notices = useNotices();
  const title = file.name.replace(/\.[^.]*$/, '').slice(0, 80) || file.name;
  const { data, error, isFetching } = useQuery({
    queryKey: ['workbook', file, fix, corrections],
    queryFn: ({ signal }) =>
      api.auditWorkbook(file, { title, fix, said: corrections }, { signal, onProgress: setProgress }),
    placeholderData: keepPreviousData,
    gcTime: 0,
    staleTime: Infinity,
    retry: false,
  });
  // What was said may make no plan: it is taken back on the picture of before.
  const [reading, setReading] = useState<WorkbookReading | null>(null);
  if (data && data.reading !== reading) setReading(data.reading);
  const take = useMutation({
    mutationFn: (plan: unknown) => api.importFile(JSON.stringify(plan)),
    onSuccess: ({ id }) => {
      notices.say({ text: t('workbook.created', { name: title }) });
      onClose();
      void navigate(`/plans/${id}/budget`);
    },
  });
  const save = useMutation({
    mutationFn: () =>
      api.auditAsPdf(
        file,
        { title, fix, said: corrections },
        { signal: new AbortController().signal, onProgress: () => {} },
      ),
    onSuccess: (pages) => {
      saveBlob(pages, t('workbook.auditFile', { title }));
      notices.say({ text: t('workbook.saved', { name: t('workbook.auditFile', { title }) }) });
    },
    onError: (refused) => notices.say({ text: refused.message, tone: 'warning' }),
  });
  const refusal = error ?? take.error;
  const progressShown = (
    <span role="status">
      <progress value={progress?.done ?? 0} max={1} aria-label={t('workbook.reading')} />{' '}
      {say(progress?.what) ?? t('workbook.reading')}
    </span>
  );
  return (
    <section className="audit" aria-label={t('workbook.workbook', { name: file.name })}>
      <div className="audit-head">
        <h2>{t('workbook.workbook', { name: file.name })}</h2>
        {data && !error && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={isFetching || take.isPending}
            onClick={() => take.mutate(data.plan)}
          >
            {t('workbook.createPlan')}
          </button>
        )}
        {data && isFetching && progressShown}
        {data && (
          <button
            type="button"
            className="btn btn-outline-primary btn-sm"
            disabled={isFetching || save.isPending}
            onClick={() => save.mutate()}
          >
            <Icon name="saveFile" /> {t('workbook.saveAudit')}
          </button>
        )}
        <button type="button" className="btn btn-link btn-sm" onClick={onClose}>
          {isFetching && !data ? t('workbook.cancel') : t('workbook.leave')}
        </button>
      </div>
      {!data && isFetching && <p>{progressShown}</p>}
      {refusal && (
        <p className="refusal" role="alert">
          <Icon name="alarm" /> {t('workbook.cannotBeImported', { why: refusal.message })}
          {/* Without a picture of before, there is no other place to take it back at. */}
          {!reading && Object.keys(corrections).length > 0 && (
            <button type="button" className="btn btn-link" onClick={() => onCorrect(() => NO_CORRECTIONS)}>
              {t('workbook.discardCorrections')}
            </button>
          )}
        </p>
      )}
      {data?.remarks.map((remark) => (
        <p key={say(remark)}>{say(remark)}</p>
      ))}
      {reading && (
        <AuditReading reading={reading} findings={data?.findings ?? []} said={corrections} onCorrect={sayOfReading} />
      )}
      {data && (
        <>
          <Findings audited={data} />
          {data.findings.length > 0 && (
            <Form.Check
              id="audit-mend"
              label={
                <>
                  {t('workbook.fixProblems')} <small className="quiet">{t('workbook.fixProblemsHint')}</small>
                </>
              }
              checked={fix}
              onChange={({ target }) => onCorrect((before) => ({ ...before, fix: target.checked }))}
            />
          )}
          <p className="audit-cells">
            {t('workbook.cellsEqual', {
              equal: writeCount(data.cells.equal, STYLE.locale),
              compared: writeCount(data.cells.compared, STYLE.locale),
            })}
          </p>
          <Differences audited={data} />
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
      <h3>{t('workbook.problemsFound', { count: findings.length })}</h3>
      {findings.length > 0 && (
        <table className="audit-table">
          <thead>
            <tr>
              <th scope="col">{t('workbook.cell')}</th>
              <th scope="col">{t('workbook.problem')}</th>
              <th scope="col" className="tabular">
                {t('workbook.difference')}
              </th>
              <th scope="col">{t('workbook.fix')}</th>
            </tr>
          </thead>
          <tbody>
            {findings.map(({ sheet, cell, kind, message, fix, money }) => (
              <tr key={`${cell}${kind}`}>
                <th scope="row" title={`${sheet}, ${cell}`}>
                  {cell}
                </th>
                <td>{say(message)}</td>
                <td className="tabular">{money === null ? '' : writeDifference(money, 'money', STYLE)}</td>
                <td>{say(fix)}</td>
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
      <h3>{t('workbook.cellsThatDiffer')}</h3>
      <table className="audit-table">
        <thead>
          <tr>
            <th scope="col">{t('workbook.cell')}</th>
            <th scope="col" className="tabular">
              {t('workbook.inWorkbook')}
            </th>
            <th scope="col" className="tabular">
              {t('workbook.inPlan')}
            </th>
            <th scope="col">{t('workbook.why')}</th>
          </tr>
        </thead>
        <tbody>
          {differences.slice(0, MOST_LISTED).map(({ cell, sheet, theirs, ours, reason }) => (
            <tr key={`${sheet}${cell}`}>
              <th scope="row">{cell}</th>
              <td className="tabular">{figure(theirs)}</td>
              <td className="tabular">{figure(ours)}</td>
              <td>{say(reason)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {differences.length > MOST_LISTED && (
        <p className="quiet">{t('workbook.andMore', { count: differences.length - MOST_LISTED })}</p>
      )}
    </>
  );
}
