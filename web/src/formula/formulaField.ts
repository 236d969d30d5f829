import type { ComponentType } from 'react';
import {
  TOTALS,
  calculatorsOf,
  groupsWithLines,
  inOrder,
  outputsOf,
  quoteName,
  type Document,
  type FormulaProblem,
  type Notation,
} from '@haushalt/core';

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
  /** Whether that text has just been typed, so that what it may become is offered at once. */
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

/** Everything in a plan a formula can name, with what it is. */
export function completableNames(document: Document): FormulaFieldProps['names'] {
  return [
    ...inOrder(document.assumptions.values()).map(({ name }) => ({ name, kind: 'assumption' })),
    ...groupsWithLines(document).flatMap(({ group, lines }) => [
      ...lines.map(({ name }) => ({ name, kind: group.name })),
      { name: group.name, kind: 'group' },
    ]),
    ...TOTALS.map(({ name }) => ({ name, kind: 'total' })),
    ...calculatorsOf(document).flatMap((calculator) => {
      const { name } = calculator.row;
      const outputs = outputsOf(calculator).map(({ name: output, about }) => ({
        name: `${name}.${output}`,
        kind: about,
        written: `${quoteName(name)}.${output}`,
      }));
      return calculator.table === 'taxSchedules' ? [{ name, kind: 'tax schedule' }, ...outputs] : outputs;
    }),
  ];
}

type Field = ComponentType<FormulaFieldProps>;

let loaded: Field | null = null;
let loading: Promise<void> | undefined;

/** Fetches the formula field, before it can be needed; settles when it is there, or cannot be had. */
export function loadFormulaField(): Promise<void> {
  loading ??= import('./FormulaField.tsx').then(
    (module) => {
      loaded = module.default;
    },
    () => {
      // Formulas are typed without completion then; the next page tries again.
      loading = undefined;
    },
  );
  return loading;
}

/**
 * The formula field, if it is there: what has begun to be typed in another field goes on there. It takes the place of a
 * field only within the keystroke that makes a formula of what is typed, so that no key ever finds neither.
 */
export function formulaField(): Field | null {
  return loaded;
}
