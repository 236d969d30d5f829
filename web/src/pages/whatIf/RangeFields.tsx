import type { Document } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { FigureField } from '../../fields/FigureField.tsx';
import { AssumptionChoice } from '../../parts/plan/Choices.tsx';
import { usualRange, type Range } from './trying.ts';
import { t } from '../../language/language.ts';

interface RangeFieldsProps {
  readonly label: string;
  readonly document: Document;
  readonly range: Range;
  readonly most: number;
  readonly onChange: (range: Range) => void;
}

/** Chooses an assumption, and between which values it is tried in how many steps. */
export function RangeFields({ label, document, range, most, onChange }: RangeFieldsProps) {
  const { name, unit } = document.assumptions.get(range.assumption)!;
  return (
    <div className="range-fields" role="group" aria-label={label}>
      <AssumptionChoice
        label={label}
        document={document}
        value={range.assumption}
        onChange={(id) => onChange(usualRange(document.assumptions.get(id)!, range.count))}
      />
      <span>{t('whatIf.from')}</span>
      <FigureField
        isNeeded
        isBare
        key={`low-${range.assumption}`}
        label={t('whatIf.lowestOf', { name })}
        unit={unit}
        value={range.low}
        onChange={(low) => onChange({ ...range, low })}
      />
      <span>{t('whatIf.to')}</span>
      <FigureField
        isNeeded
        isBare
        key={`high-${range.assumption}`}
        label={t('whatIf.highestOf', { name })}
        unit={unit}
        value={range.high}
        onChange={(high) => onChange({ ...range, high })}
      />
      <span>{t('whatIf.inSteps')}</span>
      <Form.Control
        size="sm"
        type="number"
        aria-label={t('whatIf.valuesOf', { name })}
        min={2}
        max={most}
        value={range.count}
        onChange={(event) => {
          const count = Math.round(Number(event.target.value));
          if (count >= 2) onChange({ ...range, count: Math.min(most, count) });
        }}
      />
      <span>{t('whatIf.values')}</span>
    </div>
  );
}
