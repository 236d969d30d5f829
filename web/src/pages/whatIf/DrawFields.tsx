import { SPREADS, drawRefusal, type Document, type Draw } from '@haushalt/core';
import { FigureField } from '../../fields/FigureField.tsx';
import { Select } from '../../fields/Select.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { AssumptionChoice } from '../../parts/plan/Choices.tsx';
import { around, spreadAs } from './draws.ts';
import { messages } from '../../messages/whatIf.ts';

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
  uniform: messages.uniform,
  triangular: messages.triangular,
  normal: messages.normal,
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
    <div className="range-fields" role="group" aria-label={messages.rangeOf(name)}>
      <AssumptionChoice
        label={messages.uncertainValue(nth)}
        document={document}
        value={draw.assumption}
        onChange={(id) => {
          const chosen = document.assumptions.get(id)!;
          if (!taken.includes(id)) onChange(spreadAs(around(chosen), draw.spread, chosen.value));
        }}
      />
      <Select
        aria-label={messages.distributionOf(name)}
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
          <span>{messages.withMean}</span>
          {figure(messages.meanOf(name), draw.mean, (mean) => ({ ...draw, mean }))}
          <span>{messages.andDeviation}</span>
          {figure(messages.deviationOf(name), draw.deviation, (deviation) => ({ ...draw, deviation }))}
        </>
      ) : (
        <>
          <span>{messages.between}</span>
          {figure(messages.atLeast(name), draw.low, (low) => ({ ...draw, low }))}
          <span>{messages.andBetween}</span>
          {figure(messages.atMost(name), draw.high, (high) => ({ ...draw, high }))}
          {draw.spread === 'triangular' && (
            <>
              <span>{messages.mostLikely}</span>
              {figure(messages.likeliestOf(name), draw.likeliest, (likeliest) => ({ ...draw, likeliest }))}
            </>
          )}
        </>
      )}
      {onLeaveOut && (
        <button type="button" className="tool" aria-label={messages.leaveOutAssumption(name)} onClick={onLeaveOut}>
          <Icon name="delete" />
        </button>
      )}
      {refusal && (
        <small className="refusal" role="alert">
          {refusal}
        </small>
      )}
    </div>
  );
}
