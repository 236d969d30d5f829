import { inOrder, type Document } from '../plan/document/document.ts';
import type { LedgerEntry } from '../plan/schema/entries.ts';
import type { AssignmentRuleRow } from '../plan/schema/tables.ts';
import { minorUnitsIn } from './entries.ts';
import { plainText, textOfEntry } from './query.ts';

/** Describes what entries with the same description were last, and how often there were such. */
export interface EarlierEntry {
  readonly what: string;
  readonly line: string;
  readonly account: string;
  readonly toAccount: string;
  readonly amount: number;
  readonly count: number;
  /** The day of the last of them. */
  readonly date: string;
}

/** Returns what assigned entries with the same description, and the same direction, were last; the latest first. */
export function earlierFrom(entries: readonly LedgerEntry[]): EarlierEntry[] {
  const byText = new Map<string, EarlierEntry>();
  for (const entry of entries) {
    const { what, line, account, toAccount, amount, date } = entry;
    if (what === '' || (line === '' && toAccount === '')) continue;
    const key = `${textOfEntry(entry)}|${amount < 0}`;
    const before = byText.get(key);
    const count = (before?.count ?? 0) + 1;
    byText.set(key, before && before.date > date ? { ...before, count } : { what, line, account, toAccount, amount, count, date }); // prettier-ignore
  }
  return [...byText.values()].sort((a, b) => (a.date < b.date ? 1 : a.date > b.date ? -1 : 0));
}

/** Describes what an entry is about, as far as assigning it goes. */
export type Assignable = Pick<LedgerEntry, 'what' | 'account' | 'amount'>;

/** Where an entry belongs, and what says so. */
export interface Assignment {
  readonly line: string;
  readonly toAccount: string;
  readonly by: { readonly kind: 'rule'; readonly rule: string } | { readonly kind: 'proposal'; readonly like: string };
}

/** Tells whether an assignment rule is for an entry, whose words without capitals and accents are at hand. */
export function matcherOf(rule: AssignmentRuleRow, units: number): (entry: Assignable, text?: string) => boolean {
  const words = plainText(rule.text);
  return (entry, text = plainText(entry.what)) => {
    const size = Math.abs(entry.amount) / units;
    return (
      (rule.condition === 'begins' ? text.startsWith(words) : text.includes(words)) &&
      (rule.account === null || rule.account === entry.account) &&
      (rule.least === null || size >= rule.least) &&
      (rule.most === null || size <= rule.most) &&
      (rule.toAccount === null || rule.toAccount !== entry.account)
    );
  };
}

/** Assigns entries: by the first rule that is for them, else like what was assigned before. */
export class Assigner {
  private readonly rules: readonly { readonly row: AssignmentRuleRow; readonly isFor: ReturnType<typeof matcherOf> }[];
  private readonly exact = new Map<string, EarlierEntry>();
  private readonly words = new Map<string, Map<string, number>>();
  private readonly document: Document;

  constructor(document: Document, earlier: readonly EarlierEntry[]) {
    this.document = document;
    const units = minorUnitsIn(document);
    this.rules = inOrder(document.assignmentRules.values()).map((row) => ({ row, isFor: matcherOf(row, units) }));
    for (const each of earlier) {
      if (!this.stillGoes(each)) continue;
      const text = plainText(each.what);
      const key = `${text}|${Math.sign(each.amount)}`;
      const latest = this.exact.get(key);
      if (!latest || latest.date < each.date) this.exact.set(key, each);
      for (const word of wordsOf(text)) {
        let targets = this.words.get(word);
        if (!targets) this.words.set(word, (targets = new Map()));
        const target = `${each.line}|${each.toAccount}|${Math.sign(each.amount)}`;
        targets.set(target, (targets.get(target) ?? 0) + each.count);
      }
    }
  }

  /** Where an entry belongs; `null` when nothing says so. */
  assign(entry: Assignable): Assignment | null {
    const rule = this.ruleFor(entry);
    if (rule) return { line: rule.line ?? '', toAccount: rule.toAccount ?? '', by: { kind: 'rule', rule: rule.id } };
    return this.propose(entry);
  }

  /** The first assignment rule that is for an entry. */
  ruleFor(entry: Assignable): AssignmentRuleRow | null {
    const text = plainText(entry.what);
    return this.rules.find(({ isFor }) => isFor(entry, text))?.row ?? null;
  }

  /** The likeliest place of an entry, from what was assigned earlier. */
  private propose(entry: Assignable): Assignment | null {
    const text = plainText(entry.what);
    const sign = Math.sign(entry.amount);
    const same = this.exact.get(`${text}|${sign}`);
    if (same && same.toAccount !== entry.account)
      return { line: same.line, toAccount: same.toAccount, by: { kind: 'proposal', like: same.what } };
    // Words that stand with one line only say most; a word says less the more lines it stands with.
    const votes = new Map<string, number>();
    const telling = new Map<string, string>();
    for (const word of wordsOf(text)) {
      const targets = this.words.get(word);
      if (!targets) continue;
      const all = [...targets.values()].reduce((sum, count) => sum + count, 0);
      for (const [target, count] of targets) {
        if (!target.endsWith(`|${sign}`)) continue;
        votes.set(target, (votes.get(target) ?? 0) + count / all / targets.size);
        telling.set(target, telling.get(target) ?? word);
      }
    }
    const ranked = [...votes].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
    const [first, second] = ranked;
    if (!first || first[1] < LEAST_VOTE || (second && second[1] > first[1] * CLEARLY)) return null;
    const [line, toAccount] = first[0].split('|') as [string, string];
    if (toAccount !== '' && toAccount === entry.account) return null;
    return { line, toAccount, by: { kind: 'proposal', like: telling.get(first[0])! } };
  }

  private stillGoes({ line, toAccount }: EarlierEntry): boolean {
    if (line === '' && toAccount === '') return false;
    return (
      (line === '' || this.document.lines.has(line)) && (toAccount === '' || this.document.accounts.has(toAccount))
    );
  }
}

/** States how sure a proposal has to be, and how far behind the next one. */
const LEAST_VOTE = 0.4;
const CLEARLY = 0.8;

/** The words of a description that may tell something: of three letters and more, without numbers. */
function wordsOf(text: string): string[] {
  return [...new Set(text.split(/[^\p{L}]+/u).filter((word) => word.length >= 3))];
}
