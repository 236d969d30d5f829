import { lazy } from 'react';
import { groupsWithLines, inOrder, TOTALS, type Document, type FormulaProblem, type Notation } from '@haushalt/core';

/** The keys a formula field hands on while no list of completions is open. */
export type FormulaKey = 'Enter' | 'Ctrl-Enter' | 'Ctrl-Shift-Enter' | 'Escape' | 'ArrowUp' | 'ArrowDown' | 'Tab';

export interface FormulaFieldProps {
  /** The text to begin with. */
  readonly value: string;
  /** Whether that text has just been typed, so that what it may become is offered at once. */
  readonly isBeingTyped: boolean;
  readonly label: string;
  readonly names: readonly { readonly name: string; readonly kind: string }[];
  readonly notation: Notation;
  readonly problem: FormulaProblem | null;
  readonly describedBy?: string;
  readonly onChange: (text: string) => void;
  /** Says whether the key was used. */
  readonly onKey: (key: string) => boolean;
  /** Called with `true` once typing arrives here. */
  readonly onReady: (ready: boolean) => void;
}

/** Everything in a plan a formula can name, with what it is. */
export function completableNames(document: Document): FormulaFieldProps['names'] {
  return [
    ...inOrder(document.assumptions.values()).map(({ name }) => ({ name, kind: 'assumption' })),
    ...groupsWithLines(document).flatMap(({ group, lines }) => [
      ...lines.map(({ name }) => ({ name, kind: group.name })),
      { name: group.name, kind: 'group' },
    ]),
    ...TOTALS.map(({ name }) => ({ name, kind: 'total' })),
  ];
}

const load = () => import('./FormulaField.tsx');

/** The formula field, fetched when it is first needed. */
export const FormulaField = lazy(load);

/** Fetches the formula field ahead of time, so that the first rule does not wait for it. */
export function preloadFormulaField(): void {
  void load();
}
