import { figureAsFormula, figureOfFormula, type LoanRow } from '@haushalt/core';
import { Segments } from '../../ui/Segments.tsx';
import type { Settings } from './useSettings.ts';
import { t } from '../../language/language.ts';

/** Describes what loans and funds agree on besides their terms. */
type Agreed = Pick<LoanRow, 'months' | 'termIn' | 'due' | 'conversion'>;

interface ConventionProps {
  readonly of: Agreed;
  readonly onSet: Settings['set'];
}

/** Shows whether a duration is counted in months or years; a duration that is a figure is counted anew. */
export function DurationUnit({ of, onSet }: ConventionProps) {
  const choose = (termIn: Agreed['termIn']) => {
    const typed = of.months === null ? null : figureOfFormula(of.months);
    if (typed === null || termIn === of.termIn) return onSet({ termIn });
    onSet({ termIn, months: figureAsFormula(tidied(termIn === 'years' ? typed / 12 : typed * 12)) });
  };
  return (
    <Segments
      label={t('calculators.termIn')}
      value={of.termIn}
      options={[
        { value: 'months', words: t('calculators.months') },
        { value: 'years', words: t('calculators.years') },
      ]}
      onChange={choose}
    />
  );
}

interface ChoiceTermProps<V extends string> {
  readonly label: string;
  readonly value: V;
  readonly options: readonly { readonly value: V; readonly words: string; readonly title?: string }[];
  readonly onChange: (value: V) => void;
}

/** A term that is one of a few. */
export function ChoiceTerm<V extends string>({ label, value, options, onChange }: ChoiceTermProps<V>) {
  return (
    <div className="term">
      <span className="term-label">{label}</span>
      <Segments label={label} value={value} options={options} onChange={onChange} />
    </div>
  );
}

/** When within a month something falls due, and how the yearly rate becomes a monthly one. */
export function DueAndRate({ of, onSet, due }: ConventionProps & { readonly due: string }) {
  return (
    <>
      <ChoiceTerm
        label={due}
        value={of.due}
        options={[
          { value: 'end', words: t('calculators.end') },
          { value: 'start', words: t('calculators.start') },
        ]}
        onChange={(chosen) => onSet({ due: chosen })}
      />
      <ChoiceTerm
        label={t('calculators.rateIs')}
        value={of.conversion}
        options={[
          { value: 'nominal', words: t('calculators.nominal'), title: t('calculators.nominalHint') },
          { value: 'effective', words: t('calculators.effective'), title: t('calculators.effectiveHint') },
        ]}
        onChange={(conversion) => onSet({ conversion })}
      />
    </>
  );
}

/** A computed value as a figure to be given: without binary noise. */
export function tidied(value: number): number {
  return Number(value.toPrecision(12));
}
