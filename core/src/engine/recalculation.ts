import { why } from '../formula/expression/evaluation.ts';
import type { Component } from '../graph/circles.ts';
import { markStale, type Node } from './node.ts';
import type { Series } from './series.ts';

/** A node whose figures an edit changed, and in which periods: `from` inclusive, `to` exclusive. */
export interface ChangedFigures {
  readonly id: string;
  readonly from: number;
  readonly to: number;
}

/** Nodes that are computed together, most of them alone. */
export interface Unit {
  readonly nodes: readonly Node[];
  readonly component: Component;
}

/** Computes what is stale, in the order given, over `count` months or items; stops where figures stay the same. */
export function recalculate(units: Iterable<Unit>, count: number): ChangedFigures[] {
  const changed: ChangedFigures[] = [];
  for (const { nodes, component } of units) {
    if (component.recurrent) recalculateMonthly(nodes, count, changed);
    else for (const node of nodes) recalculateNode(node, count, changed);
  }
  return changed;
}

function recalculateNode(node: Node, count: number, changed: ChangedFigures[]): void {
  const { stale, series, spare } = node;
  if (stale.from >= stale.to) return;
  const range = { from: stale.from, to: stale.to };
  stale.to = stale.from;
  node.evaluate(range);
  const difference = differenceOf(series, spare, range.from, range.to);
  if (!difference) return;
  if (range.from === 0 && range.to === count) series.swap(spare);
  else series.copyFrom(spare, difference.from, difference.to);
  report(node, difference, changed);
}

/** Nodes that feed back into each other are computed together, month after month. */
function recalculateMonthly(nodes: readonly Node[], count: number, changed: ChangedFigures[]): void {
  let from = count;
  for (const { stale } of nodes) if (stale.from < stale.to) from = Math.min(from, stale.from);
  if (from >= count) return;
  const range = { from, to: count };
  for (const { monthly } of nodes) {
    if (!monthly!.complete) range.from = 0;
    for (const operation of monthly!.hoisted) operation.widen?.(range);
  }
  range.to = count;
  ({ from } = range);
  for (const { monthly } of nodes) {
    for (const operation of monthly!.hoisted) operation.compute(range);
    monthly!.complete = true;
  }
  for (const { series, spare, stale } of nodes) {
    spare.copyFrom(series, from, count);
    stale.to = stale.from;
  }
  for (let index = from; index < count;) {
    const reached = nodes.length === 1 ? sweepFrom(nodes[0]!, index) : index;
    if (reached === index) {
      for (const { series, monthly } of nodes) {
        const value = monthly!.reader(index);
        series.set(index, value, why.code);
      }
      index++;
    } else index = reached;
  }
  for (const node of nodes) {
    node.series.settle();
    const difference = differenceOf(node.series, node.spare, from, count);
    if (difference) report(node, difference, changed);
  }
  for (const { stale } of nodes) stale.to = stale.from;
}

function report(node: Node, { from, to }: { from: number; to: number }, changed: ChangedFigures[]): void {
  changed.push({ id: node.id, from, to });
  for (const dependent of node.dependents) markStale(dependent, from, to);
}

/** Lets a node compute months in one go where it can; the first month that is still to be computed. */
function sweepFrom({ series, monthly }: Node, index: number): number {
  const range = monthly!.sweeps.find(({ from, to }) => from <= index && index < to);
  if (!range) return index;
  const reached = range.sweep(series, index, range.to);
  if (reached > index) series.markClean(index, reached);
  return reached;
}

/** The stretch in which two series differ, found from both ends; `null` when they do not. */
export function differenceOf(a: Series, b: Series, from: number, to: number): { from: number; to: number } | null {
  let first = from;
  while (first < to && a.sameAt(b, first)) first++;
  if (first === to) return null;
  let last = to;
  while (a.sameAt(b, last - 1)) last--;
  return { from: first, to: last };
}
