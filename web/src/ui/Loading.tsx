import { t } from '../language/language.ts';
/** Shows what is shown while a page or a plan is on its way; it stays invisible for the first moments. */
export function Loading({ what = t('ui.opening') }: { readonly what?: string }) {
  return (
    <div className="quiet-page" role="status">
      <div className="loading-rule" aria-hidden="true" />
      <p>{what} …</p>
    </div>
  );
}
