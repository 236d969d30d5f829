import { MAX_PROJECTED_YEARS, STEPPINGS, type Stepping } from '@haushalt/core';
import { useCallback } from 'react';
import { oneOf, partsOf, useStored } from '../../ui/useStored.ts';

/** States what a projection starts from: the base year as planned, or as it really was, as far as that is known. */
export const BASES = ['plan', 'actual'] as const;
export type Base = (typeof BASES)[number];

export const MONIES = ['nominal', 'today', 'both'] as const;
export type MoneyShown = (typeof MONIES)[number];

/** Describes how the projection is looked at; kept for each plan in this browser. */
export interface ProjectionView {
  readonly years: number;
  readonly base: Base;
  readonly stepping: Stepping;
  readonly money: MoneyShown;
  /** True when every year shows its change, as an amount and a percentage. */
  readonly changes: boolean;
  readonly picture: boolean;
  /** The assumption prices rise by, for figures in today's money; the one projected with when none is chosen. */
  readonly deflator: string | null;
}

const USUAL: ProjectionView = {
  years: 1,
  base: 'plan',
  stepping: 'yearly',
  money: 'nominal',
  changes: true,
  picture: false,
  deflator: null,
};

export function useProjectionView(planId: string): [ProjectionView, (part: Partial<ProjectionView>) => void] {
  const [view, keep] = useStored(`haushalt:projection:${planId}`, read);
  const change = useCallback((part: Partial<ProjectionView>) => keep((before) => ({ ...before, ...part })), [keep]);
  return [view, change];
}

/** A view as it was kept; whatever cannot be read of it is as usual. */
export function read(stored: unknown): ProjectionView {
  const value = partsOf(stored);
  const years = Number(value.years);
  return {
    years: Number.isInteger(years) && years >= 1 && years <= MAX_PROJECTED_YEARS ? years : USUAL.years,
    base: oneOf(BASES, value.base, USUAL.base),
    stepping: oneOf(STEPPINGS, value.stepping, USUAL.stepping),
    money: oneOf(MONIES, value.money, USUAL.money),
    changes: typeof value.changes === 'boolean' ? value.changes : USUAL.changes,
    picture: typeof value.picture === 'boolean' ? value.picture : USUAL.picture,
    deflator: typeof value.deflator === 'string' ? value.deflator : USUAL.deflator,
  };
}
