import { quoteName } from './print.ts';
import { mapNames, type Role } from './mapNames.ts';
import { wordOf } from './functions/description.ts';
import { functionOf } from './functions/functions.ts';
import { FormulaError, childrenOf, type Expression, type Place } from './expression/syntax.ts';
import { messageFor, type Message, listOf } from '../message.ts';

/** Describes what a name can stand for: an id, with the name as people see it. */
export interface NamedThing {
  readonly id: string;
  readonly name: string;
  /** For a calculator or a list: what it is called, and its outputs, of which a formula has to name one. */
  readonly calculator?: {
    readonly word: Message;
    readonly outputs: readonly NamedOutput[];
    /** True when `tax` can reckon by it. */
    readonly isSchedule: boolean;
  };
}

/** Describes what stands after the dot: as people write it, and as it is stored. */
export interface NamedOutput {
  readonly name: string;
  readonly key: string;
}

/** The names of a plan, looked up without regard to case and spacing. */
export interface Names {
  /** True when they are those of a list, whose rules look along its items and not along months. */
  readonly isOfList?: boolean;
  find(name: string): NamedThing | undefined;
  thing(id: string): NamedThing | undefined;
  all(): readonly NamedThing[];
}

/** Names from a list. A name already taken keeps its first owner; `aliases` only count where nothing has that name. */
export class ListedNames implements Names {
  private readonly byName = new Map<string, NamedThing>();
  private readonly byId = new Map<string, NamedThing>();

  constructor(things: Iterable<NamedThing>, aliases: Iterable<NamedThing> = []) {
    for (const thing of things) {
      this.byId.set(thing.id, thing);
      if (!this.byName.has(nameKey(thing.name))) this.byName.set(nameKey(thing.name), thing);
    }
    for (const alias of aliases) if (!this.byName.has(nameKey(alias.name))) this.byName.set(nameKey(alias.name), alias);
  }

  find(name: string): NamedThing | undefined {
    return this.byName.get(nameKey(name));
  }

  thing(id: string): NamedThing | undefined {
    return this.byId.get(id);
  }

  all(): NamedThing[] {
    return [...this.byId.values()];
  }
}

/** Up to three names that are spelt like `name`, nearest first. */
export function nearestNames(names: Names, name: string): string[] {
  const key = nameKey(name);
  const limit = Math.max(1, Math.floor(key.length / 3));
  return names
    .all()
    .flatMap((thing) => {
      const other = nameKey(thing.name);
      // Names of other lengths need more letters changed than that; only a beginning may be much shorter.
      if (Math.abs(other.length - key.length) > limit && !other.startsWith(key)) return [];
      return [{ name: thing.name, distance: likeness(key, other) }];
    })
    .filter((candidate) => candidate.distance <= limit)
    .sort((a, b) => a.distance - b.distance || a.name.localeCompare(b.name))
    .slice(0, 3)
    .map((candidate) => candidate.name);
}

/** Returns what makes two names the same: case, composition and spacing do not. */
export function nameKey(name: string): string {
  return name.normalize('NFC').trim().replace(/\s+/g, ' ').toLowerCase();
}

/**
 * Replaces names by the ids they stand for. A calendar word is a name where something is called so; with `wordsFirst`, as
 * in files that were written before that was so, it stays the calendar's. Throws `FormulaError` at the first name or id
 * that is unknown.
 */
export function resolveNames(expression: Expression, names: Names, wordsFirst = false): Expression {
  const resolved = mapNames(expression, (leaf, role) => {
    if (leaf.kind === 'word') {
      const { kind, word, place } = leaf;
      if (role === 'word') return { kind, word, place };
      const named = names.find(word);
      if (leaf.called || !named || !canStand(named, role)) return { kind, word, called: true, place };
      return wordsFirst ? leaf : refTo(named, undefined, place, role);
    }
    if (leaf.kind === 'ref') {
      const [owner = '', output] = leaf.id.split('.');
      const thing = names.thing(owner);
      if (!thing) throw new FormulaError(messageFor('formula.deletedReference'), leaf.place);
      return refTo(thing, output, leaf.place, role);
    }
    const thing = names.find(leaf.name);
    if (!thing) {
      const nearest = nearestNames(names, leaf.name);
      const hint = messageFor('formula.didYouMean', { nearestCount: nearest.length, nearest: listOf(nearest, 'or') });
      throw new FormulaError(messageFor('formula.unknownName', { name: leaf.name, hint }), leaf.place, nearest);
    }
    return refTo(thing, leaf.output, leaf.place, role);
  });
  refuseOutOfPlace(resolved, names.isOfList ?? false);
  return resolved;
}

/** Returns whether a thing is a figure, or a tax schedule where one is asked for, without one of its outputs being named. */
function canStand({ calculator }: NamedThing, role: Role): boolean {
  return role === 'schedule' ? calculator?.isSchedule === true : calculator === undefined;
}

/** Where a text says a calendar word that is taken for a name, and what is written where the calendar's is meant. */
export interface WordTaken {
  readonly place: Place;
  /** States what it is taken for. */
  readonly named: NamedThing;
  readonly replacement: string;
}

/** The calendar words in what somebody writes that are taken for names. */
export function calendarWordsTaken(expression: Expression, names: Names): WordTaken[] {
  const words: WordTaken[] = [];
  mapNames(expression, (leaf, role) => {
    if (leaf.kind !== 'word' || leaf.called || role === 'word') return leaf;
    const named = names.find(leaf.word);
    if (named && canStand(named, role)) words.push({ place: leaf.place, named, replacement: `${leaf.word}()` });
    return leaf;
  });
  return words;
}

/** A reference to a thing or to one of its outputs. Throws `FormulaError` where that is not what can stand there. */
function refTo(thing: NamedThing, output: string | undefined, place: Place, role: Role): Expression {
  const { id, name, calculator } = thing;
  if (role === 'schedule') {
    if (!calculator?.isSchedule || output !== undefined)
      throw new FormulaError(messageFor('formula.taxWithoutSchedule'), place);
    return { kind: 'ref', id, place };
  }
  if (!calculator) {
    if (output !== undefined) throw new FormulaError(messageFor('formula.unknownOutput', { name, output }), place);
    return { kind: 'ref', id, place };
  }
  const { outputs, word } = calculator;
  const write = (each: NamedOutput) => `${quoteName(name)}.${quoteName(each.name)}`;
  if (output === undefined) {
    const examples = outputs.slice(0, 3).map(write);
    throw new FormulaError(
      messageFor('formula.outputMissing', {
        name,
        word,
        example: examples[0] ?? null,
        hasExample: examples[0] !== undefined,
      }),
      place,
      examples,
    );
  }
  const match = outputs.find((each) => each.key === output) ?? outputs.find((each) => isSameName(each.name, output));
  if (match !== undefined) return { kind: 'ref', id: `${id}.${match.key}`, place };
  const nearest = outputs.filter((each) => isNear(nameKey(output), nameKey(each.name)));
  throw new FormulaError(
    messageFor('formula.unknownOutputOf', { name, output, outputs: outputs.map((each) => each.name).join(', ') }),
    place,
    nearest.slice(0, 3).map(write),
  );
}

/** Refuses what says nothing where a formula stands: items in a rule of the plan, months in one of a list. */
function refuseOutOfPlace(expression: Expression, isOfList: boolean): void {
  if (expression.kind === 'word' && expression.word === 'row' && !isOfList)
    throw new FormulaError(messageFor('formula.rowOutsideList'), expression.place);
  if (expression.kind === 'date' && isOfList)
    throw new FormulaError(messageFor('formula.listHasNoMonths'), expression.place);
  if (expression.kind === 'call') {
    const word = isOfList ? wordOf(functionOf(expression)) : undefined;
    const span = word && expression.args[word.at];
    if (span?.kind === 'word')
      throw new FormulaError(messageFor('formula.listHasNoYears', { name: expression.name }), span.place);
  }
  for (const part of childrenOf(expression)) refuseOutOfPlace(part, isOfList);
}

function isSameName(a: string, b: string): boolean {
  return nameKey(a) === nameKey(b);
}

function isNear(a: string, b: string): boolean {
  return likeness(a, b) <= Math.max(1, b.length / 3);
}

/** The beginning of a longer name counts as near; otherwise the number of letters to change, add, drop or swap. */
function likeness(a: string, b: string): number {
  if (a.length >= 3 && b.startsWith(a)) return 1;
  return editDistance(a, b);
}

/** The number of letters to change, add, drop or swap with a neighbour to make one text of the other. */
export function editDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let cost = Math.min(rows[i - 1]![j]! + 1, row[j - 1]! + 1, rows[i - 1]![j - 1]! + (same ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        cost = Math.min(cost, rows[i - 2]![j - 2]! + 1);
      row.push(cost);
    }
    rows.push(row);
  }
  return rows[a.length]![b.length]!;
}
