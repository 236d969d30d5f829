import type { Message } from '../message.ts';
import { daysBetween } from '../calendar/day.ts';
import type { Day } from '../calendar/readDate.ts';
import type { Document } from '../plan/document/document.ts';
import { entryOf, givenOf, isTransfer, type EntryEdit, type LedgerEntry } from '../plan/schema/entries.ts';
import { Assigner, type Assignment, type EarlierEntry } from './assigning.ts';
import { effectOn } from './balances.ts';
import { sideOfLine } from './entries.ts';
import { plainText } from './query.ts';
import type { Expected } from './recurring.ts';

/** A line of a bank's statement, its amount in minor units as its account has it. */
export interface StatementLine {
  readonly date: Day;
  readonly what: string;
  readonly amount: number;
  readonly reference: string;
  /** Where it stands in its file, in words. */
  readonly place: Message;
}

/** Describes what becomes of a line: an entry is made, there is one already, or one that was expected has happened. */
export type LineState = 'new' | 'known' | 'expected';

/** A line of a statement with what it means for the plan, before anything is stored. */
export interface PreviewLine {
  readonly line: StatementLine;
  readonly state: LineState;
  /** The entry that is there already. */
  readonly known: LedgerEntry | null;
  readonly expected: Expected | null;
  /** Where it belongs, and what says so; `null` while nothing does. */
  readonly assignment: Assignment | null;
  /** An entry of the same amount about that day whose words are others: perhaps it is the same. */
  readonly similar: LedgerEntry | null;
}

/** Describes how many lines came to what. New ones are assigned by a rule, or not. */
export interface PreviewCounts {
  readonly new: number;
  readonly known: number;
  readonly expected: number;
  readonly assigned: number;
  readonly unassigned: number;
}

export interface PreviewGiven {
  readonly document: Document;
  /** The account the statement is of. */
  readonly account: string;
  readonly lines: readonly StatementLine[];
  /** The entries of that account from some days before the first line to some days after the last. */
  readonly entries: readonly LedgerEntry[];
  /** States what is expected about those days. */
  readonly expected: readonly Expected[];
  readonly earlier: readonly EarlierEntry[];
}

/** States how far a bank's day may lie from that of an entry, and from the day something is due. */
export const SAME_DAYS = 3;
export const DUE_DAYS = 8;
/** States how far an amount may lie from that of an expected entry of a similar description. */
const ABOUT = 0.25;

/** Returns what each line of a statement means for a plan. Each entry and each expected one is taken for one line only. */
export function previewStatement(given: PreviewGiven): PreviewLine[] {
  const { document, account, lines } = given;
  const assigner = new Assigner(document, given.earlier);
  const entries = new EntriesAtHand(account, given.entries);
  const expected = new Set(given.expected.filter((each) => effectOn(each, account) !== 0));
  // What the bank knows by a reference is found before anything is found by its words.
  const matches = lines.map((line) => entries.takeReferred(line));
  lines.forEach((line, index) => (matches[index] ??= entries.takeSame(line)));
  // Written out, since there may be many thousand lines.
  return lines.map((line, index): PreviewLine => {
    const entry = matches[index] ?? null;
    if (entry) return { line, state: 'known', known: entry, expected: null, assignment: null, similar: null };
    const foreseen = bestExpected(line, expected, account);
    if (foreseen) {
      expected.delete(foreseen);
      return { line, state: 'expected', known: null, expected: foreseen, assignment: null, similar: null };
    }
    const assignment = assigner.assign({ what: line.what, account, amount: line.amount });
    return { line, state: 'new', known: null, expected: null, assignment, similar: entries.similar(line) };
  });
}

/** Returns how many lines came to what. */
export function countsOf(preview: readonly PreviewLine[]): PreviewCounts {
  const count = (test: (each: PreviewLine) => boolean) => preview.filter(test).length;
  const isNew = (each: PreviewLine) => each.state === 'new';
  const isAssigned = (each: PreviewLine) => isNew(each) && each.assignment?.by.kind === 'rule';
  return {
    new: count(isNew),
    known: count(({ state }) => state === 'known'),
    expected: count(({ state }) => state === 'expected'),
    assigned: count(isAssigned),
    unassigned: count((each) => isNew(each) && !isAssigned(each)),
  };
}

/**
 * The change a line of a statement stands for: a new entry, one that was expected, or the bank's reference for one that is
 * there already; `null` where there is nothing to do. `target` says where it belongs.
 */
export function editFor(
  { line, state, known, expected }: PreviewLine,
  target: { readonly line: string; readonly toAccount: string },
  account: string,
  id: string,
  document: Document,
): EntryEdit | null {
  const { date, what, amount, reference } = line;
  if (state === 'known') {
    const field = known!.account === account ? 'reference' : 'toReference';
    if (reference === '' || known![field] !== '') return null;
    return { entry: known!.id, before: givenOf(known!), after: givenOf({ ...known!, [field]: reference }) };
  }
  const belongs = expected ? { line: expected.line, toAccount: otherEnd(expected, account) } : target;
  const standing = expected ? { standing: expected.standing, due: expected.due } : {};
  const moved = belongs.toAccount !== '' && (belongs.line === '' || sideOfLine(document, belongs.line) === 'setAside');
  const ends = !moved
    ? { account, amount, reference }
    : amount < 0
      ? { account, toAccount: belongs.toAccount, amount, reference }
      : { account: belongs.toAccount, toAccount: account, amount: -amount, toReference: reference };
  const entry = entryOf(id, { date, what: what || (expected?.what ?? ''), line: belongs.line, ...standing, ...ends });
  return { entry: id, before: null, after: givenOf(entry) };
}

/** The account at the other end of an expected transfer. */
function otherEnd({ account, toAccount }: Expected, here: string): string {
  return toAccount === '' ? '' : toAccount === here ? account : toAccount;
}

/** The expected entry a line most likely is: of the same amount, or about it with words in common; the nearest day first. */
function bestExpected(line: StatementLine, expected: ReadonlySet<Expected>, account: string): Expected | null {
  let best: Expected | null = null;
  let least = Infinity;
  for (const each of expected) {
    const away = Math.abs(daysBetween(each.due, line.date));
    const foreseen = effectOn(each, account);
    if (away > DUE_DAYS || Math.sign(foreseen) !== Math.sign(line.amount)) continue;
    const isExact = foreseen === line.amount;
    const isAlike = hasCommonWord(each.what, line.what);
    if (!isExact && !(isAlike && Math.abs(line.amount - foreseen) <= Math.abs(foreseen) * ABOUT)) continue;
    const score = away + (isExact ? 0 : 20) + (isAlike ? 0 : 10);
    if (score < least) [best, least] = [each, score];
  }
  return best;
}

/** The entries of an account, each to be found once. */
class EntriesAtHand {
  private readonly account: string;
  private readonly byReference = new Map<string, LedgerEntry[]>();
  private readonly byAmount = new Map<number, LedgerEntry[]>();
  private readonly taken = new Set<LedgerEntry>();

  constructor(account: string, entries: readonly LedgerEntry[]) {
    this.account = account;
    const add = <K>(map: Map<K, LedgerEntry[]>, key: K, entry: LedgerEntry) => {
      const list = map.get(key);
      if (list) list.push(entry);
      else map.set(key, [entry]);
    };
    for (const entry of entries) {
      const reference = this.referenceOf(entry);
      if (reference !== '') add(this.byReference, reference, entry);
      add(this.byAmount, effectOn(entry, account), entry);
    }
  }

  /** The entry the bank knows by the reference of a line. */
  takeReferred({ reference, amount }: StatementLine): LedgerEntry | null {
    if (reference === '') return null;
    const match = this.byReference.get(reference)?.find((entry) => !this.taken.has(entry) && effectOn(entry, this.account) === amount); // prettier-ignore
    return this.take(match);
  }

  /** An entry of the same amount about the same day that says the same; a transfer says what its other end does. */
  takeSame(line: StatementLine): LedgerEntry | null {
    return this.take(
      this.near(line).find(
        (entry) => (isTransfer(entry) || saysSame(entry.what, line.what)) && !this.isOther(entry, line),
      ),
    );
  }

  /** An entry of the same amount about the same day that says something else. */
  similar(line: StatementLine): LedgerEntry | null {
    return this.near(line).find((entry) => !this.isOther(entry, line)) ?? null;
  }

  private near({ amount, date }: StatementLine): LedgerEntry[] {
    const alike = this.byAmount.get(amount);
    if (!alike) return [];
    const distance = (entry: LedgerEntry) => Math.abs(daysBetween(entry.date, date));
    return alike
      .filter((entry) => !this.taken.has(entry) && distance(entry) <= SAME_DAYS)
      .sort((a, b) => distance(a) - distance(b));
  }

  /** Returns whether the bank itself says that an entry is another one: it has another reference. */
  private isOther(entry: LedgerEntry, { reference }: StatementLine): boolean {
    const name = this.referenceOf(entry);
    return name !== '' && reference !== '' && name !== reference;
  }

  private referenceOf(entry: LedgerEntry): string {
    return entry.account === this.account ? entry.reference : entry.toReference;
  }

  private take(entry: LedgerEntry | undefined): LedgerEntry | null {
    if (!entry) return null;
    this.taken.add(entry);
    return entry;
  }
}

/** Returns whether two descriptions say the same: letter by letter, or one within the other. */
function saysSame(a: string, b: string): boolean {
  const [one, other] = [normal(a), normal(b)];
  if (one === '' || other === '') return one === other;
  return one.includes(other) || other.includes(one);
}

function hasCommonWord(a: string, b: string): boolean {
  const words = new Set(normal(a).split(' ').filter((word) => word.length >= 4)); // prettier-ignore
  return normal(b).split(' ').some((word) => words.has(word)); // prettier-ignore
}

function normal(text: string): string {
  return plainText(text).replace(/[^\p{L}\p{N}]+/gu, ' ').trim(); // prettier-ignore
}
