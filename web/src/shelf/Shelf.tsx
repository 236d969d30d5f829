import { inOrder, planOf, type Document } from '@haushalt/core';
import { useEffect, useRef, useState } from 'react';
import { Icon } from '../app/Icon.tsx';
import { newId } from '../plan-session/api.ts';
import { useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import { AssumptionCard } from './AssumptionCard.tsx';
import './shelf.scss';

/** The shelf at the right: the assumptions of the plan, always at hand. */
export function Shelf({ onClose }: { readonly onClose: () => void }) {
  const session = useSession();
  const { document } = useSessionState();
  const [added, setAdded] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const list = useRef<HTMLUListElement>(null);
  const assumptions = inOrder(document.assumptions.values());

  useEffect(() => {
    if (added === null) return;
    const input = list.current?.querySelector<HTMLInputElement>(`[data-assumption="${added}"] .assumption-name`);
    input?.focus();
    input?.select();
  }, [added]);

  const add = () => {
    const id = newId();
    const refused = session.send({
      kind: 'assumption.add',
      id,
      name: freeName(document),
      unit: 'ratePerYear',
      value: 0,
      note: '',
      before: null,
    });
    setRefusal(refused?.message ?? null);
    if (!refused) setAdded(id);
  };

  return (
    <aside
      className="shelf"
      aria-label="Assumptions"
      onKeyDown={(event) => {
        if (event.key !== 'F6') return;
        event.preventDefault();
        window.document.querySelector<HTMLElement>('[role=grid]')?.focus();
      }}
    >
      <header>
        <h2>Assumptions</h2>
        <button type="button" className="tool" onClick={add}>
          <Icon name="add" />
          Add
        </button>
        <button type="button" className="btn-close" aria-label="Close the assumptions" onClick={onClose} />
      </header>
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      {assumptions.length === 0 ? (
        <p className="shelf-empty">
          What many lines share belongs here, once: inflation, a pay rise, a price. Rules use it by its name, and all of
          them follow when it changes.
        </p>
      ) : (
        <ul ref={list}>
          {assumptions.map((assumption) => (
            <AssumptionCard
              key={assumption.id}
              assumption={assumption}
              plan={planOf(document)}
              openAtFirst={assumption.id === added}
            />
          ))}
        </ul>
      )}
    </aside>
  );
}

function freeName(document: Document): string {
  const taken = new Set(
    [...document.lines.values(), ...document.groups.values(), ...document.assumptions.values()].map((row) =>
      row.name.toLowerCase(),
    ),
  );
  for (let count = 1; ; count++) {
    const name = count === 1 ? 'New assumption' : `New assumption ${count}`;
    if (!taken.has(name.toLowerCase())) return name;
  }
}
