import { monthInWords, nameOf, planOf } from '@haushalt/core';
import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** Whether the page is being printed: then everything is drawn, not only what is in sight. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return printing;
}

/** All notes of the plan, for the printed page, where nothing can be hovered. */
export function PrintNotes() {
  const { document } = useSessionState();
  const { locale } = planOf(document);
  const notes = [
    ...[...document.lines.values(), ...document.assumptions.values()]
      .filter((row) => row.note !== '')
      .map((row) => ({ id: row.id, about: row.name, text: row.note })),
    ...[...document.figureNotes.values()]
      .sort((a, b) => (a.month < b.month ? -1 : 1))
      .map((row) => ({
        id: row.id,
        about: `${nameOf(document, row.of)}, ${monthInWords(row.month, locale)}`,
        text: row.text,
      })),
  ];
  if (notes.length === 0) return null;
  return (
    <section className="print-notes" aria-hidden="true">
      <h3>Notes</h3>
      <dl>
        {notes.map(({ id, about, text }) => (
          <div key={id}>
            <dt>{about}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
