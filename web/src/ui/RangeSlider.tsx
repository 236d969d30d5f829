import { useEffect, useRef } from 'react';
import Form from 'react-bootstrap/Form';

interface RangeSliderProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly write: (value: number) => string;
  /** The value is being tried; `null` ends that without keeping it. */
  readonly onTry: (value: number | null) => void;
  readonly onKeep: (value: number) => void;
}

/** Tries values: while it is dragged all pages follow, and where it is let go is kept. */
export function RangeSlider({ label, value, low, high, step, write, onTry, onKeep }: RangeSliderProps) {
  const triedValue = useRef<number | null>(null);
  const end = useRef(onTry);
  useEffect(() => {
    end.current = onTry;
  });
  // Whatever was being tried is put back when the slider goes.
  useEffect(() => () => (triedValue.current === null ? undefined : end.current(null)), []);

  const keep = () => {
    if (triedValue.current !== null) onKeep(triedValue.current);
    triedValue.current = null;
  };
  return (
    <div className="range-slider">
      <Form.Range
        aria-label={label}
        aria-valuetext={write(value)}
        min={low}
        max={high}
        step={step}
        value={value}
        onChange={(event) => {
          triedValue.current = Number(Number(event.target.value).toFixed(8));
          onTry(triedValue.current);
        }}
        onPointerUp={keep}
        onKeyUp={keep}
        onBlur={keep}
      />
      <span className="range-ends" aria-hidden="true">
        <span>{write(low)}</span>
        <span>{write(high)}</span>
      </span>
    </div>
  );
}
