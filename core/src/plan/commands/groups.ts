import { inOrder } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { freeName } from '../document/naming.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { tidy } from '../schema/names.ts';
import type { GroupRow } from '../schema/tables.ts';
import { checkName, checkNewId, checkSide, existing, withOneRate } from './guards.ts';
import { command } from './command.ts';
import { columns, id, name, placement, some } from './fields.ts';
import { copyRule, refuseLossInLockedYears } from './lines.ts';
import { positionBefore, refuseUsed } from './placing.ts';
import { messageFor } from '../../message.ts';

/** States what is done with groups of lines. */
export const groupCommands = {
  'group.add': command({
    fields: { id, name, ...columns('groups', 'side', 'rhythm'), before: placement },
    label: ({ name }) => messageFor('change.group.add', { name }),
    decide: addGroup,
  }),

  'group.set': command({
    fields: { group: id, settings: some(columns('groups', 'name', 'side', 'rhythm', 'projectionRate', 'ownRate')) },
    label: ({ group }, words) => messageFor('change.group.set', { group: words.name(group) }),
    decide(draft, { group: groupId, settings }) {
      const group = existing(draft, 'groups', groupId, messageFor('command.thisGroup'));
      const next = { ...group, ...settings };
      if (settings.name !== undefined) checkName(draft, next.name, group.id, 'name');
      if (next.side !== 'expense') next.rhythm = null;
      checkSide(next.side, next.rhythm);
      draft.set('groups', { ...withOneRate(draft, next, settings), name: tidy(next.name) });
    },
  }),

  'group.move': command({
    fields: { group: id, before: placement },
    label: ({ group }, words) => messageFor('change.group.move', { group: words.name(group) }),
    decide(draft, { group: groupId, before }) {
      const group = existing(draft, 'groups', groupId, messageFor('command.thisGroup'));
      draft.set('groups', { ...group, position: positionBefore(draft, 'groups', before, group.id) });
    },
  }),

  'group.duplicate': command({
    fields: { group: id, id },
    label: ({ group }, words) => messageFor('change.group.duplicate', { group: words.name(group) }),
    decide: (draft, { group, id }) => duplicateGroup(draft, group, id),
  }),

  /** Deletes a group with its lines, unless something else needs one of them. */
  'group.delete': command({
    fields: { group: id },
    label: ({ group }, words) => messageFor('change.group.delete', { group: words.name(group) }),
    decide(draft, { group: groupId }) {
      const group = existing(draft, 'groups', groupId, messageFor('command.thisGroup'));
      refuseUsed(draft, 'groups', group);
      for (const line of rowsWhere(draft.document.lines, 'group', groupId)) refuseLossInLockedYears(draft, line);
      deleteWithAll(draft, 'groups', groupId);
    },
  }),
};

type NewGroup = Pick<GroupRow, 'id' | 'name' | 'side' | 'rhythm'> & { readonly before: string | null };

/** Adds a group in front of another, or at the end. */
export function addGroup(draft: Draft, { id, name, side, rhythm, before }: NewGroup): void {
  checkNewId(draft, id);
  checkName(draft, name, null, 'name');
  checkSide(side, rhythm);
  const position = positionBefore(draft, 'groups', before, null);
  draft.set('groups', { id, name: tidy(name), side, rhythm, projectionRate: null, ownRate: null, position });
}

/** Copies a group with its lines. Rules that name another line of the group name its copy. */
function duplicateGroup(draft: Draft, groupId: string, id: string): void {
  const group = existing(draft, 'groups', groupId, messageFor('command.thisGroup'));
  checkNewId(draft, id);
  const order = inOrder(draft.document.groups.values());
  const after = order[order.findIndex((other) => other.id === group.id) + 1]?.id ?? null;
  const name = freeName(draft.document, group.name);
  const lines = inOrder(rowsWhere(draft.document.lines, 'group', group.id));
  draft.set('groups', { ...group, id, name, position: positionBefore(draft, 'groups', after, null) });
  const copies = new Map([[group.id, id]]);
  lines.forEach((line, index) => copies.set(line.id, `${id.slice(0, 58)}-${index + 1}`));
  for (const line of lines) {
    const copyId = copies.get(line.id)!;
    checkNewId(draft, copyId);
    draft.set('lines', { ...line, id: copyId, group: id, name: freeName(draft.document, line.name) });
    copyRule(draft, line.id, copyId, copies);
  }
}
