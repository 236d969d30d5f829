import { planOf, writeWithDecimals, yearsOf } from '@haushalt/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { api, type FileRequest, type SheetOnPaper } from '../../plan-session/api.ts';
import { useSaving, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useMe } from '../../parts/people/me.ts';
import { yearNow } from '../../parts/plan/useYear.ts';
import { copyText } from '../../ui/copyText.ts';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';
import { useStored } from '../../ui/useStored.ts';
import { ChoiceForm } from './ChoiceForm.tsx';
import { MailDialog } from './MailDialog.tsx';
import { PageView } from './PageView.tsx';
import { PARTS, printOf, readChoice, writeChoice, type Choice } from './choice.ts';
import { useFile } from './useFile.ts';
import './print.scss';
import { t, say, useLanguage } from '../../language/language.ts';

const NAME_KEY = 'haushalt:print-name';

/** Shows how the plan looks on paper, and how it goes elsewhere: pages as they will be, and files. */
export function PrintPage() {
  const { planId = '' } = useParams();
  const { document, model } = useSessionState();
  const { waiting } = useSaving();
  const [query, setQuery] = useSearchParams();
  const [name, setName] = useStored(NAME_KEY, (stored) => (typeof stored === 'string' ? stored : ''));
  const [wanted, setWanted] = useState(0);
  const notices = useNotices();
  const plan = planOf(document);
  const spoken = useLanguage();
  const years = yearsOf(model.calendar);
  // The address follows what is chosen, in its own time.
  const [choice, setChoice] = useState(() =>
    readChoice(query, {
      locale: plan.locale,
      language: spoken,
      thisYear: yearNow(years, model.calendar.yearBegins),
      years,
    }),
  );
  const { language } = choice;
  const print = printOf(choice, name);
  const isEmpty = choice.parts.length === 0 || choice.years.length === 0;
  const change = (part: Partial<Choice>) => {
    const next = { ...choice, ...part };
    setChoice(next);
    setQuery(writeChoice(next, plan.locale, spoken), { replace: true });
  };
  // What has been typed is on paper as soon as it is stored.
  const { data, error, isFetching, isPlaceholderData, refetch } = useQuery({
    queryKey: ['pages', planId, print, language, document, wanted],
    queryFn: ({ signal }) => api.pages(planId, { print, from: wanted, to: wanted + 1, language }, signal),
    enabled: waiting === 0 && !isEmpty,
    placeholderData: keepPreviousData,
    gcTime: 0,
    staleTime: Infinity,
    retry: false,
  });
  const me = useMe();
  const [isMailing, setMailing] = useState(false);
  const file = useFile(planId, (saved) => notices.say({ text: t('print.saved', { name: saved }) }));
  const make = (kind: FileRequest['kind']) => file.make({ ...choice, name, kind });
  const count = data?.count ?? 0;
  const shown = Math.min(wanted, Math.max(0, count - 1));
  if (data && !isPlaceholderData && count > 0 && wanted >= count) setWanted(count - 1);
  const page = data?.pages[0];
  // Until it is known in which there is anything, there is something to choose all the same.
  const parts = data?.parts ?? (choice.parts.length > 0 ? choice.parts : PARTS);
  const onPage = data?.contents.filter(({ page: begins }) => begins <= shown + 1).at(-1);
  const pt = (size: number) => writeWithDecimals(size, 'number', 1, plan);

  return (
    <div className="print">
      <div className="page-head">
        <h2>{t('print.printAndExport')}</h2>
        <p className="year-summary">
          {count > 0 && t('print.pageCount', { count })}
          {onPage && <span className="quiet"> · {t('print.textSize', { size: pt(onPage.size) })}</span>}
        </p>
        {me?.mail && (
          <ToolbarButton
            icon="mail"
            words={t('print.sendByMail')}
            onClick={() => setMailing(true)}
            isDisabled={isEmpty}
          />
        )}
        <ToolbarButton
          icon="copy"
          words={t('print.copyLink')}
          onClick={() =>
            copyText(window.location.href).then(
              () => notices.say({ text: t('print.linkCopied') }),
              () => notices.say({ text: window.location.href }),
            )
          }
        />
      </div>
      {isMailing && (
        <MailDialog
          planId={planId}
          request={{ ...choice, name }}
          language={plan.locale}
          onClose={() => setMailing(false)}
        />
      )}
      <div className="print-body">
        <form className="print-choices" onSubmit={(event) => event.preventDefault()}>
          <ChoiceForm
            choice={choice}
            parts={parts}
            years={years}
            name={name}
            onChange={(part) => {
              setWanted(0);
              change(part);
            }}
            onName={setName}
          />
          <Files
            choice={choice}
            planId={planId}
            isDisabled={isEmpty || file.progress !== null}
            onChange={change}
            onMake={make}
          />
        </form>
        <section className="print-pages" aria-label={t('print.printAndExport')}>
          <div className="print-note">
            {isEmpty && <p className="refusal">{t('print.partMissing')}</p>}
            {data && data.tooSmall.length > 0 && !isEmpty && (
              <TooSmall sheets={data.tooSmall} write={pt} onChange={(pages) => change({ pages })} />
            )}
            {data && data.missing.length > 0 && !isEmpty && (
              <p className="print-small" role="status">
                <Icon name="caution" /> {t('print.missingCharacters', { letters: data.missing.join(' ') })}
              </p>
            )}
            {file.progress !== null && (
              <p className="print-progress" role="status">
                <progress value={file.progress.done} max={1} aria-label={t('print.creatingFile')} />{' '}
                {say(file.progress.what) || t('print.creatingFile')}{' '}
                <button type="button" className="tool" onClick={file.cancel}>
                  {t('print.cancel')}
                </button>
              </p>
            )}
            {file.error !== null && (
              <p className="refusal" role="alert">
                <Icon name="alarm" /> {t('print.notCreated', { why: file.error })}
              </p>
            )}
            {error && (
              <p className="refusal" role="alert">
                <Icon name="alarm" /> {t('print.notShown', { why: error.message })}{' '}
                <button type="button" className="tool" onClick={() => void refetch()}>
                  {t('print.tryAgain')}
                </button>
              </p>
            )}
            {!isEmpty && !error && (isFetching || waiting > 0) && (
              <p className="quiet" role="status">
                {waiting > 0 ? t('print.waitingForSave') : t('print.preparingPreview')}
              </p>
            )}
          </div>
          {page && !isEmpty && !error && (
            <div className={`print-page ${isFetching ? 'is-fetching' : ''}`}>
              <PageView page={page} label={`${page.title}, ${t('print.pageOf', { page: shown + 1, count })}`} />
            </div>
          )}
          {count > 1 && !isEmpty && (
            <Pager
              count={count}
              shown={shown}
              contents={data?.contents ?? []}
              onShow={(next) => setWanted(Math.max(0, Math.min(count - 1, next)))}
            />
          )}
        </section>
      </div>
    </div>
  );
}

interface PagerProps {
  readonly count: number;
  readonly shown: number;
  readonly contents: readonly SheetOnPaper[];
  readonly onShow: (page: number) => void;
}

/** Goes from page to page, or to where a part begins. */
function Pager({ count, shown, contents, onShow }: PagerProps) {
  const here = contents.filter(({ page }) => page <= shown + 1).at(-1);
  return (
    <div className="print-pager" role="group" aria-label={t('print.pageShown')}>
      <ToolbarButton
        icon="left"
        isBare
        words={t('print.previousPage')}
        isDisabled={shown === 0}
        onClick={() => onShow(shown - 1)}
      />
      <span className="tabular">{t('print.pageOf', { page: shown + 1, count })}</span>
      <ToolbarButton
        icon="right"
        isBare
        words={t('print.nextPage')}
        isDisabled={shown >= count - 1}
        onClick={() => onShow(shown + 1)}
      />
      {contents.length > 1 && (
        <select
          className="form-select form-select-sm"
          aria-label={t('print.pageShown')}
          value={here?.page ?? 1}
          onChange={({ target }) => onShow(Number(target.value) - 1)}
        >
          {contents.map(({ title, page }) => (
            <option key={page} value={page}>
              {title}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}

interface TooSmallProps {
  readonly sheets: readonly SheetOnPaper[];
  readonly write: (size: number) => string;
  readonly onChange: (pages: Choice['pages']) => void;
}

/** Says that letters become too small to read on one page, and offers more. */
function TooSmall({ sheets, write, onChange }: TooSmallProps) {
  const titles = sheets.map(({ title }) => title).join(', ');
  const size = write(Math.max(...sheets.map((sheet) => sheet.size)));
  return (
    <p className="print-small" role="status">
      <Icon name="caution" />{' '}
      {sheets.length === 1 ? t('print.tooSmall', { titles, size }) : t('print.tooSmallSeveral', { titles, size })}{' '}
      <button type="button" className="jump" onClick={() => onChange('two')}>
        {t('print.useTwo')}
      </button>{' '}
      <button type="button" className="jump" onClick={() => onChange('many')}>
        {t('print.useMany')}
      </button>
    </p>
  );
}

interface FilesProps {
  readonly choice: Choice;
  readonly planId: string;
  readonly isDisabled: boolean;
  readonly onChange: (part: Partial<Choice>) => void;
  readonly onMake: (kind: FileRequest['kind']) => void;
}

/** The files a plan goes elsewhere as. */
function Files({ choice, planId, isDisabled, onChange, onMake }: FilesProps) {
  const button = (kind: FileRequest['kind'], words: string, isMain = false) => (
    <button
      type="button"
      className={`btn btn-sm ${isMain ? 'btn-primary' : 'btn-outline-primary'}`}
      disabled={isDisabled}
      onClick={() => onMake(kind)}
    >
      {words}
    </button>
  );
  return (
    <div className="print-files">
      {button('pdf', t('print.savePdf'), true)}
      <fieldset>
        <legend>{t('print.workbook')}</legend>
        <p className="quiet">{t('print.workbookHint')}</p>
        <Segments
          label={t('print.sheets')}
          value={choice.by}
          options={[
            { value: 'year', words: t('print.byYear') },
            { value: 'plan', words: t('print.byPlan') },
          ]}
          onChange={(by) => onChange({ by })}
        />
        <div className="print-row">
          {button('ods', t('print.openDocument'))}
          {button('xlsx', t('print.officeOpenXml'))}
        </div>
      </fieldset>
      <fieldset>
        <legend>{t('print.table')}</legend>
        <p className="quiet">{t('print.tableHint')}</p>
        <Segments
          label={t('print.numberFormat')}
          value={choice.notation}
          options={[
            { value: 'plan', words: t('print.asInPlan') },
            { value: 'neutral', words: t('print.neutral') },
          ]}
          onChange={(notation) => onChange({ notation })}
        />
        <div className="print-row">{button('csv', t('print.csv'))}</div>
      </fieldset>
      <fieldset>
        <legend>{t('print.planFile')}</legend>
        <p className="quiet">{t('print.planFileHint')}</p>
        <a className="btn btn-sm btn-outline-primary" href={`/api/plans/${encodeURIComponent(planId)}/file`} download>
          {t('print.savePlanFile')}
        </a>
      </fieldset>
    </div>
  );
}
