import { columnsOf, freshTitle, hasFigures, type ListRow } from '@haushalt/core';
import { useMemo, useState } from 'react';
import { t } from '../../language/language.ts';
import { DrawingFields } from '../../parts/charts/DrawingFields.tsx';
import { listPicture, type ListDrawing } from '../../parts/charts/listPicture.ts';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { useListModel } from '../../parts/ledger/useListModel.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { SidePanel } from '../../ui/SidePanel.tsx';

/** Chosen columns of a list as a picture that follows every change. */
export function ListPicture({ list, onClose }: { readonly list: ListRow; readonly onClose: () => void }) {
  const { document } = useSessionState();
  const model = useListModel(list.id);
  const send = useSend();
  const columns = columnsOf(document, list.id);
  const figures = columns.filter((column) => hasFigures(column) && column.kind !== 'yesNo');
  const status = columns.find(({ kind }) => kind === 'status');
  const [drawing, setDrawing] = useState<ListDrawing>(() => {
    // Estimated beside actual, where the list compares them; else the columns that are added up.
    const compared = [status?.estimated, status?.actual].flatMap((id) => id ?? []);
    const money = figures.filter(({ total, kind }) => total && kind !== 'status').slice(0, 2);
    const chosen = compared.length > 0 ? compared : money.map(({ id }) => id);
    return { form: 'beside', along: null, columns: chosen.length > 0 ? chosen : figures.slice(-1).map(({ id }) => id) };
  });
  const picture = useMemo(() => listPicture(model, list, drawing), [model, list, drawing]);
  const keep = () => {
    const name = freshTitle(document, 'charts', list.name);
    const { form, along } = drawing;
    const settings = {
      name,
      form,
      span: 'month',
      year: null,
      from: null,
      until: null,
      axis: '',
      list: list.id,
      along,
    } as const;
    const mark = form === 'along' ? 'line' : 'bars';
    const series = drawing.columns.map((id) => ({ of: id, mark, scenario: null, projectedFrom: null }) as const);
    send({ kind: 'chart.set', id: newId(), settings, series }, t('lists.chartAdded', { name }));
  };
  return (
    <SidePanel title={t('lists.chart')} onClose={onClose}>
      <DrawingFields list={list} drawing={drawing} onChange={setDrawing} />
      {drawing.columns.length === 0 ? (
        <p className="quiet">{t('lists.chartNeedsColumns')}</p>
      ) : (
        <>
          <PictureView picture={picture} height={300} />
          <p>
            <button type="button" className="btn btn-sm btn-outline-secondary" onClick={keep}>
              {t('lists.addToCharts')}
            </button>
          </p>
        </>
      )}
    </SidePanel>
  );
}
