import {
  FormulaError,
  namesOf,
  notationOf,
  planOf,
  readFigure,
  toStored,
  type Document,
  type FormulaProblem,
  type Unit,
} from '@haushalt/core';

/** Describes what someone has typed: a figure, a rule, or something that is neither. */
export type Entry =
  | { readonly kind: 'figure'; readonly figure: number | null }
  | { readonly kind: 'formula'; readonly stored: string }
  | { readonly kind: 'problem'; readonly problem: FormulaProblem };

/** Returns whether a text is meant as a rule rather than as a figure: it has names, operators or brackets in it. */
export function looksLikeFormula(text: string): boolean {
  const body = text.trim();
  if (/^[-−–+]?\s*\(?[\d.,'’\s]*e[+-]?\d*\)?$/i.test(body)) return false;
  if (/^[-−–+(]?\s*(\p{Sc}|[A-Z]{3}\s)?\s*[-−–]?\s*[\d.,'’\s]*\s*%?\s*(\p{Sc}|\s[A-Z]{3})?\s*\)?$/u.test(body))
    return false;
  return /[\p{L}'‘+*/^×÷<>=({]|\d\s*[-−–]/u.test(body);
}

/** Returns whether a rule is a calculation with figures alone, such as `12*3+5`: it stands for one figure. */
export function isCalculation(text: string): boolean {
  return looksLikeFormula(text) && !/[\p{L}'‘]/u.test(text);
}

/** Reads what has been typed where a figure in a unit or a rule can stand, in the plan's notation. */
export function readEntry(text: string, isFormula: boolean, unit: Unit, document: Document): Entry {
  const { locale } = planOf(document);
  if (isFormula) {
    try {
      return { kind: 'formula', stored: toStored(text, namesOf(document), notationOf(locale)) };
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      return { kind: 'problem', problem: error.problem };
    }
  }
  const read = readFigure(text, locale, unit);
  if (read.ok) return { kind: 'figure', figure: read.figure };
  return { kind: 'problem', problem: { message: read.message, place: { from: 0, to: text.length } } };
}
