import { useState, type ReactNode } from 'react';
import { OutputExplanation } from './OutputExplanation.tsx';
import { t } from '../../language/language.ts';

/** Which figure is being explained, and a way to ask for another. */
export interface Explaining {
  readonly explained: string | null;
  readonly onExplain: (id: string | null) => void;
}

interface CalculatorLayoutProps {
  readonly name: string;
  /** States what the part with the figures is called. */
  readonly answerLabel: string;
  /** The period figures are explained in. */
  readonly period: number;
  readonly terms: ReactNode;
  readonly children: (explaining: Explaining) => ReactNode;
}

/** The two halves of a calculator: what it is given, and what it comes to, with the calculation of a figure below. */
export function CalculatorLayout({ name, answerLabel, period, terms, children }: CalculatorLayoutProps) {
  const [explained, onExplain] = useState<string | null>(null);
  return (
    <div className="calculator">
      <section className="calculator-terms" aria-label={t('calculators.termsOf', { name })}>
        {terms}
      </section>
      <section className="calculator-answer" aria-label={answerLabel}>
        {children({ explained, onExplain })}
        {explained !== null && <OutputExplanation id={explained} period={period} onClose={() => onExplain(null)} />}
      </section>
    </div>
  );
}
