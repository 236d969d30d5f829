import type { Text } from '../../message.ts';
import { lostTotal } from '../../graph/references.ts';
import { changesStructure, refuseCircles } from '../../graph/structure.ts';
import { applyChanges, type Document } from '../document/document.ts';
import { Draft } from '../document/draft.ts';
import { limitRefusal } from '../document/limits.ts';
import { Refused } from '../schema/refusal.ts';
import { rowRefusal } from '../schema/values.ts';
import { Words, type CommandDescription, type Decision } from './command.ts';
import { COMMANDS, type Command } from './commands.ts';
import type { Fields } from './fields.ts';

/** The description of a command, which fits what the command holds. */
function descriptionOf({ kind }: Command): CommandDescription<Fields> {
  return COMMANDS[kind] as unknown as CommandDescription<Fields>;
}

/**
 * Decides what a command changes in a document, or why it cannot be carried out. The document itself is not touched.
 * The same function runs in the browser, for an answer at once, and on the server, for the answer that counts.
 */
export function decide(document: Document, command: Command): Decision {
  try {
    const draft = new Draft(document);
    descriptionOf(command).decide(draft, command);
    const changes = draft.changes();
    for (const { table, after } of changes) {
      const doubt = after && rowRefusal(table, after);
      if (doubt) return { ok: false, refusal: { code: 'invalid', message: doubt.message, field: doubt.column } };
    }
    const lost = lostTotal(document, draft.document, changes);
    if (lost !== null) return { ok: false, refusal: { code: 'used', message: lost } };
    const tooLarge = limitRefusal(draft.document, changes);
    if (tooLarge) return { ok: false, refusal: tooLarge };
    if (changesStructure(changes)) refuseCircles(applyChanges(document, changes));
    return { ok: true, changes: [...changes, ...draft.ledgerChanges()] };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal };
    throw error;
  }
}

/** A command in a few words, for undo, redo and history: "Rent from May 2027 on: 1,190.00". */
export function describeCommand(command: Command, document: Document): Text {
  return descriptionOf(command).label(command, new Words(document));
}
