import { planOf, type Unit } from '@haushalt/core';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { writeWithUnit, t } from '../../language/language.ts';

/** One of the figures a calculator comes to. */
export interface KeyFigure {
  readonly label: string;
  /** The figure, or what is said in place of one. */
  readonly value: number | string | null;
  readonly unit?: Unit;
  /** Its id among the figures, for its calculation. */
  readonly id?: string;
  /** A second, quieter line. */
  readonly also?: string;
}

interface KeyFiguresProps {
  readonly figures: readonly KeyFigure[];
  readonly explained: string | null;
  readonly onExplain: (id: string | null) => void;
}

/** Shows what a calculator comes to, at one glance; each figure can be asked for its calculation. */
export function KeyFigures({ figures, explained, onExplain }: KeyFiguresProps) {
  const { document, glow } = useSessionState();
  const plan = planOf(document);
  return (
    <dl className="key-figures">
      {figures.map(({ label, value, unit = 'money', id, also }) => {
        const text = typeof value === 'string' ? value : value === null ? '–' : writeWithUnit(value, unit, plan);
        const glows = id !== undefined && glow?.changed.has(id);
        return (
          <div key={label}>
            <dt>{label}</dt>
            <dd className={`${glows ? 'glow' : ''} ${typeof value === 'number' && value < 0 ? 'negative' : ''}`}>
              {id === undefined ? (
                text
              ) : (
                <button
                  type="button"
                  aria-pressed={explained === id}
                  title={t('calculators.showCalculation')}
                  onClick={() => onExplain(explained === id ? null : id)}
                >
                  {text}
                </button>
              )}
              {also && <small>{also}</small>}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
