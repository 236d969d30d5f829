import { isFraction, type PlanRow, type Unit } from '@haushalt/core';
import { useState } from 'react';
import { RangeSlider } from '../ui/RangeSlider.tsx';
import { writeWithUnit, t } from '../language/language.ts';

/** Describes what is tried: its unit and value, and its limits where it has some. */
export interface Tried {
  readonly name: string;
  readonly unit: Unit;
  readonly value: number;
  readonly low: number | null;
  readonly high: number | null;
}

interface SliderProps {
  readonly of: Tried;
  readonly plan: PlanRow;
  readonly onTry: (value: number | null) => void;
  readonly onKeep: (value: number) => void;
}

/** Tries values of an assumption or of what a calculator is given. */
export function Slider({ of, plan, onTry, onKeep }: SliderProps) {
  // The range stays as it is for as long as a value is being tried, or it would slip away under the pointer.
  const [heldRange, setHeldRange] = useState<ReturnType<typeof rangeOf> | null>(null);
  return (
    <RangeSlider
      label={t('fields.tryValuesOf', { name: of.name })}
      value={of.value}
      {...(heldRange ?? rangeOf(of))}
      write={(value) => writeWithUnit(value, of.unit, plan)}
      onTry={(value) => {
        setHeldRange(value === null ? null : (heldRange ?? rangeOf(of)));
        onTry(value);
      }}
      onKeep={(value) => {
        setHeldRange(null);
        onKeep(value);
      }}
    />
  );
}

/** The values a slider goes through: within the limits there are, else around the value. */
export function rangeOf({ unit, value, low, high }: Omit<Tried, 'name'>): { low: number; high: number; step: number } {
  const least = low ?? Math.min(0, value * 2);
  const usual = isFraction(unit) ? Math.max(value * 2, 0.1) : value > 0 ? value * 2 : unit === 'money' ? 100 : 12;
  const most = high ?? Math.max(usual, least + 1e-6);
  if (isFraction(unit)) return { low: least, high: most, step: 0.001 };
  if (unit === 'months' || unit === 'years') return { low: least, high: most, step: 1 };
  return { low: least, high: most, step: 10 ** Math.floor(Math.log10((most - least) / 100)) };
}
