import { calendarOf, planOf, type Document } from '../plan/document/document.ts';
import { itemsOf, titleOfItem } from '../plan/document/lists.ts';
import { labelOf, nameOf } from '../plan/document/naming.ts';
import { notationOf } from '../figure/notation.ts';
import { writeFigure } from '../figure/write.ts';
import { BLANK, SITE_CAUSES, type Site } from '../formula/expression/evaluation.ts';
import { printFormula } from '../formula/print.ts';
import type { Expression } from '../formula/expression/syntax.ts';
import { messageFor, listOf, type Message, type Text } from '../message.ts';

/** Why a figure is missing. */
export type Cause =
  | 'emptyDivisor'
  | 'zeroDivisor'
  | 'noResult'
  | 'severalResults'
  | 'tooLarge'
  | 'circle'
  | 'badRule'
  | 'noAnswer';

/** An error as a value: what went wrong, in which line, group or total, in which period (from 0; -1 for all). */
export interface Problem {
  readonly cause: Cause;
  readonly node: string;
  readonly period: number;
  /** The part of the rule that is to blame. */
  readonly subject: Expression | null;
  /** For a circle, a rule that cannot be read or a calculator without an answer: the sentence. */
  readonly detail?: Message;
  /** For several results: these. */
  readonly results?: readonly number[];
}

/** Gives each distinct problem a number, so that it can travel through series of figures. */
export class Problems {
  private readonly list: Problem[] = [];
  private readonly codes = new Map<string, number>();

  code(problem: Problem): number {
    const { cause, node, period, subject, detail, results = [] } = problem;
    const key = `${cause}|${node}|${period}|${subject ? printFormula(subject) : ''}|${results.join()}|${detail ? JSON.stringify(detail) : ''}`;
    let code = this.codes.get(key);
    if (code === undefined) {
      this.list.push(problem);
      code = this.list.length + BLANK;
      this.codes.set(key, code);
    }
    return code;
  }

  get(code: number): Problem | undefined {
    return this.list[code - BLANK - 1];
  }
}

/** The place in a rule where problems may arise; remembers their codes by period. */
export class ProblemSite implements Site {
  private readonly known = new Map<number, number>();
  private readonly problems: Problems;
  private readonly node: string;
  private readonly subject: Expression | null;

  constructor(problems: Problems, node: string, subject: Expression | null) {
    this.problems = problems;
    this.node = node;
    this.subject = subject;
  }

  code(cause: (typeof SITE_CAUSES)[number], period: number, results?: readonly number[]): number {
    if (results) {
      return this.problems.code({ cause, node: this.node, period, subject: this.subject, results });
    }
    const key = period * SITE_CAUSES.length + SITE_CAUSES.indexOf(cause);
    let code = this.known.get(key);
    if (code === undefined) {
      code = this.problems.code({ cause, node: this.node, period, subject: this.subject });
      this.known.set(key, code);
    }
    return code;
  }
}

/** A problem as a message: "Bread sold is empty in March 2027, so Unit cost has no figure." */
export function problemSentence(problem: Problem, document: Document): Message {
  const plan = planOf(document);
  const owner = labelOf(document, problem.node) ?? messageFor('explanation.thisRule');
  const when = placeInWords(problem, document);
  const subject = problem.subject ? subjectInWords(problem.subject, document) : messageFor('explanation.partOfRule');
  switch (problem.cause) {
    case 'emptyDivisor':
      return messageFor('explanation.subjectIsEmpty', { subject, when, owner });
    case 'zeroDivisor':
      return messageFor('explanation.subjectIsZero', { subject, when, owner });
    case 'noResult':
      return messageFor('explanation.subjectHasNoResult', { subject, when, owner });
    case 'severalResults': {
      const rates = listOf((problem.results ?? []).map((rate) => writeFigure(rate, 'percent', plan)));
      return messageFor('explanation.moreThanOneResult', { subject, rates });
    }
    case 'tooLarge':
      return messageFor('explanation.tooLarge', { owner, when });
    case 'circle':
    case 'badRule':
      return problem.detail ?? messageFor('explanation.noFigureWhen', { owner, when });
    case 'noAnswer':
      return messageFor('explanation.noFigureBecause', { owner, detail: problem.detail ?? '' });
  }
}

/** The month a problem arose in, or of a list the item. */
function placeInWords({ node, period }: Problem, document: Document): Text {
  const column = document.listColumns.get(node);
  if (column) {
    const item = itemsOf(document, column.list)[period];
    return item === undefined
      ? ''
      : messageFor('explanation.inRowSuffix', {
          row: period + 1,
          title: titleOfItem(document, item),
          hasTitle: titleOfItem(document, item) !== '',
        });
  }
  const month = calendarOf(document).months[period];
  return month === undefined ? '' : messageFor('explanation.inMonthSuffix', { month: { month } });
}

/** A name as people know it; a longer part of a rule as it is written there. */
function subjectInWords(subject: Expression, document: Document): Text {
  if (subject.kind === 'ref') return labelOf(document, subject.id) ?? messageFor('explanation.deletedLine');
  return printFormula(subject, { notation: notationOf(planOf(document).locale), nameOf: (id) => nameOf(document, id) });
}
