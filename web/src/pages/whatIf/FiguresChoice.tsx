import type { Document } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { FigureChoice } from '../../parts/plan/Choices.tsx';
import { nameOf, t } from '../../language/language.ts';

interface FiguresChoiceProps {
  readonly document: Document;
  /** Whose figures are chosen; at least one. */
  readonly ids: readonly string[];
  readonly most: number;
  readonly onChange: (ids: string[]) => void;
}

/** Chooses several figures, each once: any of them can be another one or left out, and more can be added. */
export function FiguresChoice({ document, ids, most, onChange }: FiguresChoiceProps) {
  const change = (next: readonly string[]) => onChange([...new Set(next)]);
  return (
    <>
      {ids.map((id, index) => (
        <span key={id} className="figure-choice">
          <FigureChoice
            withOutputs
            label={t('whatIf.figure', { index: index + 1 })}
            document={document}
            value={id}
            onChange={(next) => change(ids.map((each) => (each === id ? next : each)))}
          />
          {ids.length > 1 && (
            <button
              type="button"
              className="tool"
              aria-label={t('whatIf.removeFigure', { of: nameOf(document, id) ?? id })}
              onClick={() => change(ids.filter((each) => each !== id))}
            >
              <Icon name="delete" />
            </button>
          )}
        </span>
      ))}
      {ids.length < most && (
        <FigureChoice
          withOutputs
          label={t('whatIf.addFigure')}
          document={document}
          value=""
          none={t('whatIf.andMore')}
          onChange={(id) => id !== '' && change([...ids, id])}
        />
      )}
    </>
  );
}
