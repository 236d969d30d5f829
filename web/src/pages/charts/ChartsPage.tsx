import { type Command, freshTitle, modelWithEntries, planOf, yearsOf } from '@haushalt/core';
import { useMemo, useRef, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { yearNow } from '../../parts/plan/useYear.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { drawingOf, listPicture } from '../../parts/charts/listPicture.ts';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { ChartSettings } from './ChartSettings.tsx';
import { useLedger } from '../../parts/ledger/useLedger.ts';
import { chartModels } from './chartModels.ts';
import { chartPicture } from './chartPicture.ts';
import { USUAL_CHART, USUAL_ID, chartsOf, type ChartDraft } from '../../parts/charts/draft.ts';
import './charts.scss';
import { saveBlob } from '../../ui/saveBlob.ts';
import { say, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

/** The pictures people keep: named charts that follow every edit. */
export function ChartsPage() {
  const notices = useNotices();
  const { document, model, base } = useSessionState();
  const [search, setSearch] = useSearchParams();
  const { planId = '' } = useParams();
  const { actuals, items } = useLedger(planId);
  const [full, setFull] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const years = yearsOf(model.calendar);
  const thisYear = yearNow(years, model.calendar.yearBegins);
  const charts = chartsOf(document, thisYear);
  const chart = charts.find(({ id }) => id === search.get('chart')) ?? charts[0]!;
  const picture = useMemo(() => {
    const list = chart.settings.list === null ? undefined : document.lists.get(chart.settings.list);
    if (list) return listPicture(modelWithEntries(model, list.id, items), list, drawingOf(chart));
    return chartPicture(model, chart, chartModels(model, base), actuals);
    // A chart is the same as long as its plan is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [model, base, chart.id, actuals, items]);

  const sending = useSend();
  const send = (command: Command, done?: string): string | null => say(sending(command, done)?.message ?? null);
  const open = (id: string) => setSearch({ chart: id }, { replace: true });
  const keep = ({ id, settings, series }: ChartDraft) => send({ kind: 'chart.set', id, settings, series });
  const add = () => {
    const id = newId();
    const settings = {
      ...USUAL_CHART.settings,
      year: thisYear,
      name: freshTitle(document, 'charts', t('charts.newChart')),
    };
    if (keep({ ...USUAL_CHART, id, settings }) === null) open(id);
  };
  const remove = () => {
    if (send({ kind: 'chart.delete', id: chart.id }, t('charts.deleted', { name: chart.settings.name })) !== null)
      return;
  };
  const index = charts.indexOf(chart);
  const moveUp = () => send({ kind: 'chart.move', id: chart.id, before: charts[index - 1]!.id });
  const savePicture = () => {
    const canvas = frame.current?.querySelector('canvas');
    if (canvas) saveAsPng(canvas, `${planOf(document).name}, ${chart.settings.name}.png`);
  };

  const savePdf = async () => {
    const { pictureAsPdf } = await import('../../parts/charts/pictureAsPdf.ts');
    const { name } = chart.settings;
    const plan = planOf(document).name;
    saveBlob(await pictureAsPdf(picture, name, plan), `${plan}, ${name}.pdf`);
  };
  const saveSvg = async () => {
    const { pictureAsSvg } = await import('../../parts/charts/pictureAsPdf.ts');
    const svg = new Blob([pictureAsSvg(picture)], { type: 'image/svg+xml' });
    saveBlob(svg, `${planOf(document).name}, ${chart.settings.name}.svg`);
  };

  return (
    <div className={`charts ${full ? 'is-full' : ''}`}>
      <div className="page-head">
        <h2>{t('charts.charts')}</h2>
        <Select
          className="chart-choice"
          aria-label={t('charts.chartShown')}
          value={chart.id}
          onChange={(event) => open(event.target.value)}
        >
          {charts.map(({ id, settings }) => (
            <option key={id} value={id}>
              {settings.name}
            </option>
          ))}
        </Select>
        <button type="button" className="tool tool-near" onClick={add}>
          <Icon name="add" /> {t('charts.newChart')}
        </button>
        <span className="page-head-end">
          <button type="button" className="tool" onClick={savePicture} title={t('charts.savePngHint')}>
            <Icon name="saveFile" /> {t('charts.saveAsPng')}
          </button>
          <button
            type="button"
            className="tool"
            disabled={chart.series.length === 0}
            onClick={() => void savePdf().catch(() => notices.say({ text: t('charts.notSaved'), tone: 'warning' }))}
            title={t('charts.savePdfHint')}
          >
            <Icon name="saveFile" /> {t('charts.pdf')}
          </button>
          <button
            type="button"
            className="tool"
            disabled={chart.series.length === 0}
            onClick={() => void saveSvg().catch(() => notices.say({ text: t('charts.notSaved'), tone: 'warning' }))}
            title={t('charts.saveSvgHint')}
          >
            <Icon name="saveFile" /> {t('charts.svg')}
          </button>
          {index > 0 && document.charts.has(charts[index - 1]!.id) && (
            <button type="button" className="tool" onClick={moveUp} title={t('charts.earlierHint')}>
              <Icon name="up" /> {t('charts.earlier')}
            </button>
          )}
          <button type="button" className="tool" aria-pressed={full} onClick={() => setFull(!full)}>
            <Icon name="chart" /> {t('charts.fillThePage')}
          </button>
          {document.charts.has(chart.id) && (
            <button type="button" className="tool" onClick={remove}>
              <Icon name="delete" /> {chart.id === USUAL_ID ? t('charts.reset') : 'Delete'}
            </button>
          )}
        </span>
      </div>
      <div className="charts-body">
        <div className="chart-frame" ref={frame}>
          <h3>{chart.settings.name}</h3>
          {chart.series.length === 0 ? (
            <p className="quiet">{t('charts.empty')}</p>
          ) : document.lines.size === 0 && chart.settings.list === null ? (
            <p className="quiet">{t('charts.noFigures')}</p>
          ) : (
            <PictureView picture={picture} height="100%" />
          )}
        </div>
        {!full && (
          <ChartSettings
            key={chart.id}
            chart={chart}
            document={document}
            years={yearsOf(model.calendar)}
            onKeep={keep}
          />
        )}
      </div>
    </div>
  );
}

/** Hands a canvas out as a PNG file, on the page's own ground. */
function saveAsPng(canvas: HTMLCanvasElement, name: string): void {
  const copy = window.document.createElement('canvas');
  copy.width = canvas.width;
  copy.height = canvas.height;
  const context = copy.getContext('2d');
  if (!context) return;
  context.fillStyle = '#fffdf8';
  context.fillRect(0, 0, copy.width, copy.height);
  context.drawImage(canvas, 0, 0);
  copy.toBlob((blob) => blob && saveBlob(blob, name), 'image/png');
}
