import { applyChanges, decide, type Command, type Document, type Model } from '@haushalt/core';

/** Edits a model takes over one after another, round and round; what they change is decided beforehand. */
export function editsInTurn(model: Model, start: Document, count: number, draw: () => Command): () => void {
  let document = start;
  const edits = Array.from({ length: count }, () => {
    const decision = decide(document, draw());
    if (!decision.ok) throw new Error(decision.refusal.message.id);
    document = applyChanges(document, decision.changes);
    return { document, changes: decision.changes };
  });
  let next = 0;
  return () => {
    const edit = edits[next]!;
    model.update(edit.document, edit.changes);
    next = (next + 1) % edits.length;
  };
}
