import {
  FormulaError,
  namesOf,
  notationOf,
  planOf,
  readFigure,
  toStored,
  type Document,
  type FormulaProblem,
  type LineRow,
  type Reach,
} from '@haushalt/core';

/** What someone has typed into a month: a figure, a rule, or something that is neither. */
export type Entry =
  | { readonly kind: 'figure'; readonly figure: number | null }
  | { readonly kind: 'formula'; readonly stored: string }
  | { readonly kind: 'problem'; readonly problem: FormulaProblem };

/** Whether a text is meant as a rule rather than as a figure: it has names, operators or brackets in it. */
export function looksLikeFormula(text: string): boolean {
  const body = text.trim();
  if (/^[-−–+]?\s*\(?[\d.,'’\s]*e[+-]?\d*\)?$/i.test(body)) return false;
  if (/^[-−–+(]?\s*(\p{Sc}|[A-Z]{3}\s)?\s*[-−–]?\s*[\d.,'’\s]*\s*%?\s*(\p{Sc}|\s[A-Z]{3})?\s*\)?$/u.test(body))
    return false;
  return /[\p{L}'‘+*/^×÷<>=({]|\d\s*[-−–]/u.test(body);
}

/** Reads what has been typed for a line, in the plan's notation. */
export function readEntry(text: string, isFormula: boolean, line: LineRow, document: Document): Entry {
  const { locale } = planOf(document);
  if (isFormula) {
    try {
      return { kind: 'formula', stored: toStored(text, namesOf(document), notationOf(locale)) };
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      return { kind: 'problem', problem: error.problem };
    }
  }
  const read = readFigure(text, locale, line.unit);
  if (read.ok) return { kind: 'figure', figure: read.figure };
  return { kind: 'problem', problem: { message: read.message, place: { from: 0, to: text.length } } };
}

/**
 * The reach an entry begins with: a line that has no rule yet takes it for every month, a rule stays a rule, and a
 * figure in a line that has one is an exception.
 */
export function firstReach(document: Document, line: string, isFormula: boolean): Reach {
  if (isFormula) return 'every';
  for (const step of document.ruleSteps.values()) if (step.line === line) return 'month';
  for (const exception of document.exceptions.values()) if (exception.line === line) return 'month';
  return 'every';
}

/** How many dated steps and exceptions of a line an entry would replace. */
export function replacedBy(
  document: Document,
  line: string,
  month: string,
  reach: Reach,
  until: string,
): { steps: number; exceptions: number } {
  if (reach === 'month') return { steps: 0, exceptions: 0 };
  const covers = (when: string | null) =>
    reach === 'every' || (when !== null && when > month && (reach !== 'until' || when <= until));
  let steps = 0;
  let exceptions = 0;
  for (const step of document.ruleSteps.values())
    if (step.line === line && step.from !== null && covers(step.from)) steps++;
  for (const exception of document.exceptions.values()) {
    if (exception.line === line && (covers(exception.month) || exception.month === month)) exceptions++;
  }
  return { steps, exceptions };
}
