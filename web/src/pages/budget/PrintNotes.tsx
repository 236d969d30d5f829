import { planOf } from '@haushalt/core';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { nameOf, monthInWords, t } from '../../language/language.ts';

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
      <h3>{t('budget.notes')}</h3>
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
