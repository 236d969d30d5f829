import { notationOf, planOf, toShown, type AssumptionRow, type Document } from '@haushalt/core';
import { useState } from 'react';
import { readEntry } from '../../fields/formula/entry.ts';
import { RuleDoubts } from '../../fields/formula/RuleDoubts.tsx';
import { FormulaInput } from '../../fields/formula/FormulaInput.tsx';
import { completableNames } from '../../fields/formula/formulaField.ts';
import { say, t } from '../../language/language.ts';

interface AssumptionFormulaProps {
  readonly assumption: AssumptionRow;
  readonly document: Document;
  /** Takes the formula in its stored form; returns why it cannot. */
  readonly onFormula: (stored: string) => string | null;
  readonly onDone: () => void;
}

/** The formula that gives an assumption's value from others. Enter takes it, Escape leaves it as it was. */
export function AssumptionFormula({ assumption, document, onFormula, onDone }: AssumptionFormulaProps) {
  const notation = notationOf(planOf(document).locale);
  const [text, setText] = useState(assumption.formula === null ? '' : toShown(assumption.formula, document, notation));
  const [refusal, setRefusal] = useState<string | null>(null);
  const read = text.trim() === '' ? null : readEntry(text, true, assumption.unit, document);
  const problem = read?.kind === 'problem' ? read.problem : null;
  const take = () => {
    if (read?.kind !== 'formula') return setRefusal(say(problem?.message ?? t('assumptions.formulaMissing')));
    const refused = onFormula(read.stored);
    setRefusal(refused);
    if (refused === null) onDone();
  };
  const change = (next: string) => {
    setText(next);
    setRefusal(null);
  };
  const key = (name: string): boolean => {
    if (name === 'Enter') take();
    else if (name === 'Escape') onDone();
    else return false;
    return true;
  };
  return (
    <div className="assumption-formula">
      <FormulaInput
        autoFocus
        value={text}
        label={t('assumptions.formulaOf', { name: assumption.name })}
        names={completableNames(document).filter(({ name }) => name !== assumption.name)}
        notation={notation}
        problem={problem}
        onChange={change}
        onKey={key}
      />
      {(refusal ?? (text !== '' ? problem?.message : null)) && (
        <p className="refusal" role="alert">
          {say(refusal ?? problem?.message)}
        </p>
      )}
      {!problem && <RuleDoubts text={text} unit={assumption.unit} onChange={change} />}
      <div className="assumption-choices">
        <button type="button" className="btn btn-sm btn-primary" onClick={take}>
          {t('assumptions.useFormula')}
        </button>
        <button type="button" className="btn btn-sm btn-link" onClick={onDone}>
          {t('assumptions.cancel')}
        </button>
      </div>
    </div>
  );
}
