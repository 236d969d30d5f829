import { type Text, messageFor, type MonthValue } from '../../message.ts';
import type { Month } from '../../calendar/month.ts';
import { writeFigure } from '../../figure/write.ts';
import type { Unit } from '../../figure/unit.ts';
import { planOf, type Change, type Document } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { labelOf } from '../document/naming.ts';
import type { Refusal } from '../schema/refusal.ts';
import type { PlanRow } from '../schema/tables.ts';
import type { Fields, ValuesOf } from './fields.ts';

/**
 * A command is described once: what it is made of, how it reads in history, and what it does. Its type, the check of what
 * arrives at the server, and the sentence in undo and history follow.
 */
export interface CommandDescription<F extends Fields> {
  readonly fields: F;
  /** The command in a few words, for undo, redo and history: "Rent from May 2027 on: 1,190.00". */
  readonly label: (command: ValuesOf<F>, words: Words) => Text;
  /** Carries the command out on a draft; throws `Refused` where it cannot be. */
  readonly decide: (draft: Draft, command: ValuesOf<F>) => void;
  /** True when it means the same while a scenario is active, since it touches no figure of the plan. */
  readonly inAnyScenario: boolean;
}

type Given<F extends Fields> = Omit<CommandDescription<F>, 'inAnyScenario'> & { readonly inAnyScenario?: boolean };

/** Describes a command. */
export function command<const F extends Fields>(description: Given<F>): CommandDescription<F> {
  return { inAnyScenario: false, ...description };
}

/** Describes what a label is written with. */
export class Words {
  readonly document: Document;
  readonly plan: PlanRow;

  constructor(document: Document) {
    this.document = document;
    this.plan = planOf(document);
  }

  /** Returns what something that rules may name is called. */
  name(id: string): Text {
    return labelOf(this.document, id) ?? messageFor('document.deletedEntry');
  }

  month(month: Month): MonthValue {
    return { month };
  }

  figure(figure: number, unit: Unit): string {
    return writeFigure(figure, unit, this.plan);
  }
}

/** Describes what a command changes, or why it cannot be carried out. */
export type Decision =
  | { readonly ok: true; readonly changes: readonly Change[] }
  | { readonly ok: false; readonly refusal: Refusal };
