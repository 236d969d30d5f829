import { messages } from '../messages/ui.ts';
/** What is shown while a page or a plan is on its way; it stays invisible for the first moments. */
export function Loading({ what = messages.opening }: { readonly what?: string }) {
  return (
    <div className="quiet-page" role="status">
      <div className="loading-rule" aria-hidden="true" />
      <p>{what} …</p>
    </div>
  );
}
