import { Component, type ReactNode } from 'react';
import { t } from '../language/language.ts';

/** Catches what goes wrong while a page is drawn, so that one fault does not leave an empty window. */
export class ErrorBoundary extends Component<{ readonly children: ReactNode }, { readonly failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    return (
      <main className="quiet-page" role="alert">
        <h1>{t('ui.somethingWentWrong')}</h1>
        <p>{t('ui.plansAreSafe')}</p>
        <p>
          <button type="button" className="btn btn-primary" onClick={() => window.location.reload()}>
            {t('ui.reloadPage')}
          </button>
        </p>
      </main>
    );
  }
}
