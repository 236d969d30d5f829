import { valuesBetween, type AssumptionRow, type Document, type PlanModel } from '@haushalt/core';
import { useCallback } from 'react';
import { partsOf, useStored } from '../../ui/useStored.ts';
import { useParams } from 'react-router';
import { rangeOf } from '../../fields/Slider.tsx';

/** Describes what every way of trying is given. */
export interface TryingProps {
  readonly document: Document;
  readonly model: PlanModel;
  readonly assumptions: readonly AssumptionRow[];
}

/** A range of an assumption's values, in so many steps. */
export interface Range {
  readonly assumption: string;
  readonly low: number;
  readonly high: number;
  readonly count: number;
}

/** The range an assumption is first tried over. */
export function usualRange(assumption: AssumptionRow, count: number): Range {
  const { low, high } = rangeOf(assumption);
  return { assumption: assumption.id, low, high, count };
}

/** The values of a range, with the present one among them; each once, in order. */
export function valuesWith(range: Range, present: number): number[] {
  const values = valuesBetween(range.low, range.high, range.count);
  const inside = present >= Math.min(range.low, range.high) && present <= Math.max(range.low, range.high);
  const near = Math.abs(range.high - range.low) * 1e-6;
  if (!inside || values.some((value) => Math.abs(value - present) <= near)) return values;
  return [...values, present].sort((a, b) => (range.low <= range.high ? a - b : b - a));
}

/** Something chosen on this page, kept for the plan in this browser as long as what it names is there. */
export function useChosen<T extends object>(
  name: string,
  usual: T,
  isStill: (stored: T) => boolean,
): [T, (part: Partial<T>) => void] {
  const { planId = '' } = useParams();
  const [value, keep] = useStored(`haushalt:${name}:${planId}`, (stored): T => {
    const read = { ...usual, ...(partsOf(stored) as Partial<T>) };
    const isLike = (Object.keys(usual) as (keyof T)[]).every(
      (key) => usual[key] === null || read[key] === null || typeof read[key] === typeof usual[key],
    );
    return isLike && isStill(read) ? read : usual;
  });
  const change = useCallback((part: Partial<T>) => keep((before) => ({ ...before, ...part })), [keep]);
  return [isStill(value) ? value : usual, change];
}
