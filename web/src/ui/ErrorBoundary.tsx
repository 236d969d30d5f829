import { Component, type ReactNode } from 'react';
import { messages } from '../messages/ui.ts';

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
        <h1>{messages.somethingWentWrongInHaushalt}</h1>
        <p>{messages.yourPlansAreSafeEverything}</p>
        <p>
          <button type="button" className="btn btn-primary" onClick={() => window.location.reload()}>
            {messages.openThePageAgain}
          </button>
        </p>
      </main>
    );
  }
}
