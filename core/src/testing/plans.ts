import { parsePlan } from '../plan/file/file.ts';
import type { Document } from '../plan/document/document.ts';

/** A rule in short: a figure, a formula, nothing, or dated steps of these. */
type Rule = number | string | null | Readonly<Record<string, number | string | null>>;

interface Sketch {
  readonly months?: number;
  readonly firstMonth?: string;
  readonly locale?: string;
  /** The month its years begin in; January when left out. */
  readonly yearBegins?: number;
  /** Assumptions: name to unit and value, with dated values after it. */
  readonly assumptions?: Readonly<Record<string, readonly [string, number, Readonly<Record<string, number>>?]>>;
  /** Lines by group; a group's name says its side by its beginning: `income`, `set aside`, `memo`, else expenses. */
  readonly lines: Readonly<Record<string, Readonly<Record<string, Rule>>>>;
  /** Line to month to figure or formula. */
  readonly exceptions?: Readonly<Record<string, Readonly<Record<string, number | string | null>>>>;
  /** Accounts by name, with what is said of them; their ids are the names in lower case. */
  readonly accounts?: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  /** Lines that count something else than money. */
  readonly units?: Readonly<Record<string, string>>;
}

/** A plan from a sketch, for tests. */
export function sketch({
  months = 12,
  firstMonth = '2026-01',
  locale = 'en-IE',
  yearBegins = 1,
  ...rest
}: Sketch): Document {
  const source = (value: number | string | null) =>
    typeof value === 'string' ? { formula: value } : { amount: value };
  const side = (group: string) =>
    /^income/i.test(group)
      ? 'income'
      : /^set aside/i.test(group)
        ? 'setAside'
        : /^memo/i.test(group)
          ? 'memo'
          : 'expense';
  const lines = Object.entries(rest.lines).flatMap(([group, linesOfGroup]) =>
    Object.entries(linesOfGroup).map(([name, rule]) => ({ group, name, rule })),
  );
  return parsePlan({
    version: 1,
    plan: { name: 'Sketch', currency: 'EUR', locale, firstMonth, months, yearBegins },
    accounts: Object.entries(rest.accounts ?? {}).map(([name, text]) => ({ id: name.toLowerCase(), name, ...text })),
    assumptions: Object.entries(rest.assumptions ?? {}).map(([name, [unit, value]]) => ({ name, unit, value })),
    assumptionSteps: Object.entries(rest.assumptions ?? {}).flatMap(([assumption, [, , steps]]) =>
      Object.entries(steps ?? {}).map(([from, value]) => ({ assumption, from, value })),
    ),
    groups: Object.keys(rest.lines).map((group) => ({ name: `${group} group`, side: side(group) })),
    lines: lines.map(({ group, name }) => ({ group: `${group} group`, name, unit: rest.units?.[name] ?? 'money' })),
    ruleSteps: lines.flatMap(({ name, rule }) => {
      if (rule === null) return [];
      if (typeof rule !== 'object') return [{ line: name, ...source(rule) }];
      return Object.entries(rule).map(([from, value]) => ({
        line: name,
        from: from === 'start' ? null : from,
        ...source(value),
      }));
    }),
    exceptions: Object.entries(rest.exceptions ?? {}).flatMap(([line, figures]) =>
      Object.entries(figures).map(([month, value]) => ({ line, month, ...source(value) })),
    ),
  });
}
