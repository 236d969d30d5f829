import { Component, type ReactNode } from 'react';

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
        <h1>Something went wrong in Haushalt itself</h1>
        <p>Your plans are safe: everything you had confirmed is kept. Open the page again to go on.</p>
        <p>
          <button type="button" className="btn btn-primary" onClick={() => window.location.reload()}>
            Open the page again
          </button>
        </p>
      </main>
    );
  }
}
