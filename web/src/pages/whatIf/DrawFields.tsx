import { SPREADS, drawRefusal, type Document, type Draw } from '@haushalt/core';
import { FigureField } from '../../fields/FigureField.tsx';
import { Select } from '../../fields/Select.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { AssumptionChoice } from '../../parts/plan/Choices.tsx';
import { around, spreadAs } from './draws.ts';
import { say, t } from '../../language/language.ts';

interface DrawFieldsProps {
  readonly document: Document;
  readonly draw: Draw;
  /** Its place among the uncertain values, from 1. */
  readonly nth: number;
  /** Assumptions that are uncertain already. */
  readonly taken: readonly string[];
  readonly onChange: (draw: Draw) => void;
  /** `null` for the only one, which cannot be left out. */
  readonly onLeaveOut: (() => void) | null;
}

const SPREAD_WORDS: Readonly<Record<Draw['spread'], string>> = {
  get uniform() {
    return t('whatIf.uniform');
  },
  get triangular() {
    return t('whatIf.triangular');
  },
  get normal() {
    return t('whatIf.normal');
  },
};

/** One uncertain value: how it is spread, and over what. */
export function DrawFields({ document, draw, nth, taken, onChange, onLeaveOut }: DrawFieldsProps) {
  const { name, unit, value } = document.assumptions.get(draw.assumption)!;
  const refusal = drawRefusal(draw);
  const figure = (label: string, shown: number, put: (value: number) => Draw) => (
    <FigureField
      key={`${draw.spread} ${label}`}
      isNeeded
      isBare
      label={label}
      unit={unit}
      value={shown}
      onChange={(next) => onChange(put(next))}
    />
  );
  return (
    <div className="range-fields" role="group" aria-label={t('whatIf.rangeOf', { name })}>
      <AssumptionChoice
        label={t('whatIf.uncertainValue', { index: nth })}
        document={document}
        value={draw.assumption}
        onChange={(id) => {
          const chosen = document.assumptions.get(id)!;
          if (!taken.includes(id)) onChange(spreadAs(around(chosen), draw.spread, chosen.value));
        }}
      />
      <Select
        aria-label={t('whatIf.distributionOf', { name })}
        value={draw.spread}
        onChange={(event) => onChange(spreadAs(draw, event.target.value as Draw['spread'], value))}
      >
        {SPREADS.map((spread) => (
          <option key={spread} value={spread}>
            {SPREAD_WORDS[spread]}
          </option>
        ))}
      </Select>
      {draw.spread === 'normal' ? (
        <>
          <span>{t('whatIf.withMean')}</span>
          {figure(t('whatIf.meanOf', { name }), draw.mean, (mean) => ({ ...draw, mean }))}
          <span>{t('whatIf.andDeviation')}</span>
          {figure(t('whatIf.deviationOf', { name }), draw.deviation, (deviation) => ({ ...draw, deviation }))}
        </>
      ) : (
        <>
          <span>{t('whatIf.between')}</span>
          {figure(t('whatIf.atLeast', { name }), draw.low, (low) => ({ ...draw, low }))}
          <span>{t('whatIf.andBetween')}</span>
          {figure(t('whatIf.atMost', { name }), draw.high, (high) => ({ ...draw, high }))}
          {draw.spread === 'triangular' && (
            <>
              <span>{t('whatIf.mostLikely')}</span>
              {figure(t('whatIf.likeliestOf', { name }), draw.likeliest, (likeliest) => ({ ...draw, likeliest }))}
            </>
          )}
        </>
      )}
      {onLeaveOut && (
        <button type="button" className="tool" aria-label={t('whatIf.removeAssumption', { name })} onClick={onLeaveOut}>
          <Icon name="delete" />
        </button>
      )}
      {refusal && (
        <small className="refusal" role="alert">
          {say(refusal)}
        </small>
      )}
    </div>
  );
}
