import type { FormulaProblem, Notation } from '@haushalt/core';

/** The keys a formula field hands on while no list of completions is open. */
export type FormulaKey = 'Enter' | 'Ctrl-Enter' | 'Ctrl-Shift-Enter' | 'Escape' | 'ArrowUp' | 'ArrowDown' | 'Tab';

/** A name a formula can use; `written` is how, where that is more than the name in quotes. */
export interface CompletableName {
  readonly name: string;
  readonly kind: string;
  readonly written?: string;
}

export interface FormulaFieldProps {
  /** The text to begin with. */
  readonly value: string;
  /** Where the caret begins; at the end when left out. */
  readonly caret?: number;
  /** True when that text has just been typed, so that what it may become is offered at once. */
  readonly isBeingTyped: boolean;
  readonly label: string;
  readonly names: readonly CompletableName[];
  readonly notation: Notation;
  readonly problem: FormulaProblem | null;
  readonly describedBy?: string;
  readonly onChange: (text: string) => void;
  /** Says whether the key was used. */
  readonly onKey: (key: string) => boolean;
}
