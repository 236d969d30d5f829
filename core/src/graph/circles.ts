import type { Use } from './formulaUses.ts';
import { messageFor, type Message, listOf, type Text } from '../message.ts';

/** Nodes that need each other, in the order in which they can be computed; most components are a single node. */
export interface Component {
  readonly ids: readonly string[];
  /** True when its nodes feed back into themselves, so that they are computed month by month. */
  readonly recurrent: boolean;
  /** The ids of a circle without a time lag, first repeated at the end; `null` for a sound component. */
  readonly circle: readonly string[] | null;
}

/** The components of a dependency graph, every one after those it uses (Tarjan's algorithm, without recursion). */
export function componentsOf(uses: ReadonlyMap<string, readonly Use[]>): Component[] {
  const components: Component[] = [];
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const open: string[] = [];
  const isOpen = new Set<string>();
  let counter = 0;
  for (const root of uses.keys()) {
    if (index.has(root)) continue;
    const path: { id: string; next: number }[] = [{ id: root, next: 0 }];
    while (path.length > 0) {
      const step = path[path.length - 1]!;
      if (step.next === 0) {
        index.set(step.id, counter);
        low.set(step.id, counter++);
        open.push(step.id);
        isOpen.add(step.id);
      }
      const targets = uses.get(step.id)!;
      const target = targets[step.next++]?.id;
      if (target !== undefined) {
        if (!uses.has(target)) continue;
        if (!index.has(target)) path.push({ id: target, next: 0 });
        else if (isOpen.has(target)) low.set(step.id, Math.min(low.get(step.id)!, index.get(target)!));
        continue;
      }
      path.pop();
      const parent = path[path.length - 1];
      if (parent) low.set(parent.id, Math.min(low.get(parent.id)!, low.get(step.id)!));
      if (low.get(step.id) === index.get(step.id)) {
        const ids = open.splice(open.lastIndexOf(step.id));
        ids.forEach((id) => isOpen.delete(id));
        components.push(describe(ids, uses));
      }
    }
  }
  return components;
}

function describe(ids: string[], uses: ReadonlyMap<string, readonly Use[]>): Component {
  const inside = new Set(ids);
  const within = (id: string) => uses.get(id)!.filter((use) => inside.has(use.id));
  if (ids.length === 1 && within(ids[0]!).length === 0) return { ids, recurrent: false, circle: null };
  // Looking ahead, or anywhere, from within a component is a circle however the others look back.
  for (const id of ids) {
    const ahead = within(id).find((use) => use.lag < 0);
    if (ahead) return { ids, recurrent: false, circle: [id, ...pathBetween(ahead.id, id, within)] };
  }
  // Depth first along uses in the same month, without recursion: a chain may be thousands of nodes long.
  const order: string[] = [];
  const state = new Map<string, 'open' | 'done'>();
  for (const root of ids) {
    if (state.has(root)) continue;
    state.set(root, 'open');
    const trail: { readonly id: string; readonly uses: readonly Use[]; next: number }[] = [];
    trail.push({ id: root, uses: within(root), next: 0 });
    for (let step = trail.at(-1); step; step = trail.at(-1)) {
      const use = step.uses[step.next++];
      if (use === undefined) {
        trail.pop();
        state.set(step.id, 'done');
        order.push(step.id);
      } else if (use.lag === 0 && state.get(use.id) === 'open') {
        const path = trail.map(({ id }) => id);
        return { ids, recurrent: false, circle: [...path.slice(path.indexOf(use.id)), use.id] };
      } else if (use.lag === 0 && !state.has(use.id)) {
        state.set(use.id, 'open');
        trail.push({ id: use.id, uses: within(use.id), next: 0 });
      }
    }
  }
  return { ids: order, recurrent: true, circle: null };
}

/** The shortest way from one node to another along uses, both ends included. */
function pathBetween(from: string, to: string, within: (id: string) => readonly Use[]): string[] {
  const cameFrom = new Map<string, string | null>([[from, null]]);
  const queue = [from];
  for (let next = 0, id = queue[0]; id !== undefined && id !== to; id = queue[++next]) {
    for (const use of within(id)) {
      if (cameFrom.has(use.id)) continue;
      cameFrom.set(use.id, id);
      queue.push(use.id);
    }
  }
  const path: string[] = [];
  for (let id: string | null = to; id !== null; id = cameFrom.get(id) ?? null) path.push(id);
  return path.reverse();
}

const MOST_LINKS = 20;

/** A circle spelt out: "Rent needs Heating, Heating needs Rent. A rule …" */
export function circleSentence(
  circle: readonly string[],
  nameOf: (id: string) => Text,
  along: 'months' | 'items' = 'months',
): Message {
  const all = circle
    .slice(1)
    .map((id, index) => messageFor('graph.needs', { name: nameOf(circle[index]!), needed: nameOf(id) }));
  // Nobody reads hundreds of links: of a long circle its beginning and its end are told.
  const links =
    all.length <= MOST_LINKS
      ? all
      : [
          ...all.slice(0, MOST_LINKS - 1),
          messageFor('graph.moreLinks', { allCount: all.length - MOST_LINKS }),
          all.at(-1)!,
        ];
  const self = circle.length === 2;
  return messageFor('graph.circularReference', { links: listOf(links, 'comma'), self, along });
}
