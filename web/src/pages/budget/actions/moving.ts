import { groupsWithLines, type Command, type Document, type GroupRow, type LineRow } from '@haushalt/core';
import type { BudgetRow } from '../../../parts/lines/rows.ts';

/** The command that moves a line one place up or down, across groups at their ends; `null` at the very end. */
export function moveLine(
  document: Document,
  rows: readonly BudgetRow[],
  line: LineRow,
  direction: 1 | -1,
): Command | null {
  const siblings = rows.filter((row) => row.kind === 'line' && row.group.id === line.group).map((row) => row.id!);
  const index = siblings.indexOf(line.id);
  if (direction === -1 && index > 0)
    return { kind: 'line.move', line: line.id, group: line.group, before: siblings[index - 1]! };
  if (direction === 1 && index < siblings.length - 1) {
    return { kind: 'line.move', line: line.id, group: line.group, before: siblings[index + 2] ?? null };
  }
  const headings = rows.flatMap((row) => (row.kind === 'heading' ? [row.group.id] : []));
  const group = headings[headings.indexOf(line.group) + direction];
  if (group === undefined) return null;
  const first = groupsWithLines(document).find((candidate) => candidate.group.id === group)?.lines[0]?.id ?? null;
  return { kind: 'line.move', line: line.id, group, before: direction === 1 ? first : null };
}

/** The command that moves a group one place up or down among the groups of its side. */
export function moveGroup(document: Document, group: GroupRow, direction: 1 | -1): Command | null {
  const all = groupsWithLines(document).map((candidate) => candidate.group);
  const peers = all.filter((candidate) => candidate.side === group.side);
  const index = peers.findIndex((candidate) => candidate.id === group.id);
  const target = peers[index + direction];
  if (!target) return null;
  if (direction === -1) return { kind: 'group.move', group: group.id, before: target.id };
  const after = all[all.findIndex((candidate) => candidate.id === target.id) + 1];
  return { kind: 'group.move', group: group.id, before: after?.id ?? null };
}

/** The command for a row dropped on another: it goes to where that one stands. */
export function moveRowTo(document: Document, dragged: BudgetRow, target: BudgetRow): Command | null {
  if (target.kind === 'total' || target.kind === 'side') return null;
  if (dragged.kind === 'heading') {
    if (target.group.id === dragged.group.id || target.group.side !== dragged.group.side) return null;
    const peers = groupsWithLines(document).map((candidate) => candidate.group.id);
    const down = peers.indexOf(target.group.id) > peers.indexOf(dragged.group.id);
    const before = down ? (peers[peers.indexOf(target.group.id) + 1] ?? null) : target.group.id;
    return { kind: 'group.move', group: dragged.group.id, before };
  }
  if (dragged.kind !== 'line') return null;
  const lines = groupsWithLines(document).find((candidate) => candidate.group.id === target.group.id)?.lines ?? [];
  if (target.kind !== 'line')
    return { kind: 'line.move', line: dragged.id, group: target.group.id, before: lines[0]?.id ?? null };
  const index = lines.findIndex((line) => line.id === target.id);
  const from = lines.findIndex((line) => line.id === dragged.id);
  const down = from >= 0 && from < index;
  const before = down ? (lines[index + 1]?.id ?? null) : target.id;
  return { kind: 'line.move', line: dragged.id, group: target.group.id, before };
}
