import type { Month } from '../calendar/month.ts';

import type { Unit } from '../figure/unit.ts';

import { type Expression } from '../formula/expression/syntax.ts';

import { type Text } from '../message.ts';

/** Where a figure comes from. */
export type Source = 'exception' | 'amount' | 'formula' | 'sum' | 'assumption' | 'calculator' | 'list' | 'nothing';

/** One thing a figure was made of, with its figure in the month it was taken from. */
export interface ExplanationPart {
  /** The line, group, assumption or total it is, for following it further. */
  readonly id: string;
  /** States what it is called, or the part of the rule that looks along the months: `running(Net)`. */
  readonly label: Text;
  readonly unit: Unit;
  readonly value: number | null;
  /** The period it was taken from, or `null` when it spans several. */
  readonly period: number | null;
  /** True when it is subtracted from the rest of a sum. */
  readonly subtracted: boolean;
}

/** Describes how one figure came about. */
export interface Explanation {
  readonly id: string;
  readonly name: Text;
  readonly unit: Unit;
  readonly period: number;
  readonly month: Month;
  readonly value: number | null;
  readonly source: Source;
  /** The rule in words. */
  readonly words: Text;
  /** For a formula: as people write it, and with values in place of names. */
  readonly formula: string | null;
  /** The same formula as a tree, so that each part of it can be asked for its value. */
  readonly expression: Expression | null;
  readonly worked: Text | null;
  readonly parts: readonly ExplanationPart[];
  /** Why there is no figure. */
  readonly problem: Text | null;
}

export type ExplanationText = Pick<Explanation, 'source' | 'words'> &
  Partial<Pick<Explanation, 'formula' | 'expression' | 'worked' | 'parts'>>;
