import {
  Model,
  applyChanges,
  decide,
  periodOf,
  type Cell,
  type Command,
  type Document,
  type Refusal,
} from '@haushalt/core';

/** Describes what a command would make of a plan, or why it cannot be. */
export type Preview = { readonly ok: true; readonly model: Model } | { readonly ok: false; readonly refusal: Refusal };

/** Returns what a command would make of a document, without doing it. */
export function previewOf(document: Document, command: Command): Preview {
  const decision = decide(document, command);
  return decision.ok ? { ok: true, model: new Model(applyChanges(document, decision.changes)) } : decision;
}

/** Types the figures some cells have in a model; cells without a figure are left as they are. */
export function figuresAfter(model: Model, cells: readonly Cell[]): Command {
  const figures = cells.flatMap(({ line, month }) => {
    const figure = model.seriesOf(line)?.valueAt(periodOf(model.calendar, month)) ?? NaN;
    // Fifteen digits drop what binary fractions add at the end.
    return figure === figure ? [{ line, month, figure: Number(figure.toPrecision(15)) }] : [];
  });
  return { kind: 'figures.set', as: 'exceptions', figures };
}
