import { useSearchParams } from 'react-router';
import { t } from '../../language/language.ts';
import { Segments } from '../../ui/Segments.tsx';
import { CompareView } from './CompareView.tsx';
import { SnapshotsView } from './SnapshotsView.tsx';
import { StepsView } from './StepsView.tsx';
import './history.scss';

const VIEWS = [
  {
    value: 'steps',
    get words() {
      return t('history.changes');
    },
  },
  {
    value: 'compare',
    get words() {
      return t('history.compare');
    },
  },
  {
    value: 'snapshots',
    get words() {
      return t('history.snapshots');
    },
  },
] as const;
type View = (typeof VIEWS)[number]['value'];

/** Shows what was changed in the plan, by whom and when; moments of it side by side; and those that are kept. */
export function HistoryPage() {
  const [search, setSearch] = useSearchParams();
  const viewParam = search.get('view');
  const view: View = VIEWS.some(({ value }) => value === viewParam) ? (viewParam as View) : 'steps';
  return (
    <div className="scrolled-page history-page">
      <div className="page-head">
        <h2>{t('history.history')}</h2>
        <Segments
          label={t('history.view')}
          value={view}
          options={VIEWS}
          onChange={(next) => setSearch({ view: next })}
        />
      </div>
      <div className="page-body">
        {view === 'steps' && <StepsView />}
        {view === 'compare' && <CompareView />}
        {view === 'snapshots' && <SnapshotsView />}
      </div>
    </div>
  );
}
