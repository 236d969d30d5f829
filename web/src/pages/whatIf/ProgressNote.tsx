import type { Computation } from './useComputation.ts';
import { t } from '../../language/language.ts';

/** Shows how far a computation is, with a way to end it; its room is kept while nothing is under way. */
export function ProgressNote({ computation }: { readonly computation: Computation<unknown> }) {
  const { done, error, cancel } = computation;
  return (
    <p className="progress-note" role="status">
      {error !== null && <span className="refusal">{error}</span>}
      {done !== null && (
        <>
          <progress value={done} max={1} aria-label={t('whatIf.calculating')} />
          <button type="button" className="tool" onClick={cancel}>
            {t('whatIf.cancel')}
          </button>
        </>
      )}
    </p>
  );
}
