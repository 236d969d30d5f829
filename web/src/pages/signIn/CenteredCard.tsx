import type { ReactNode } from 'react';
import { messages } from '../../messages/people.ts';
import '../../parts/people/people.scss';

/** A page that asks for little. */
export function CenteredCard({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <main className="slip">
      <header className="slip-head plans-head">
        <span className="wordmark">{messages.haushalt}</span>
        <span className="plans-motto">{messages.moneyMonthByMonth}</span>
      </header>
      <h1>{title}</h1>
      {children}
    </main>
  );
}
