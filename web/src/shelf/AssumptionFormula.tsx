import {
  notationOf,
  planOf,
  toShown,
  unitFindings,
  readStored,
  type AssumptionRow,
  type Document,
} from '@haushalt/core';
import { Suspense, useState } from 'react';
import { readEntry } from '../formula/entry.ts';
import { FormulaField, completableNames } from '../formula/formulaField.ts';

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
  const findings =
    read?.kind === 'formula' ? unitFindings(readStored(read.stored), document, assumption.unit, notation) : [];
  const take = () => {
    if (read?.kind !== 'formula') return setRefusal(problem?.message ?? 'Write a formula, for example Inflation + 1%.');
    const refused = onFormula(read.stored);
    setRefusal(refused);
    if (refused === null) onDone();
  };
  return (
    <div className="assumption-formula">
      <Suspense fallback={<div className="formula-field is-loading">{text}</div>}>
        <FormulaField
          value={text}
          isBeingTyped={false}
          label={`Formula of ${assumption.name}`}
          names={completableNames(document).filter(({ name }) => name !== assumption.name)}
          notation={notation}
          problem={problem}
          onChange={(next) => {
            setText(next);
            setRefusal(null);
          }}
          onKey={(key) => {
            if (key === 'Enter') take();
            else if (key === 'Escape') onDone();
            else return false;
            return true;
          }}
          onReady={() => {}}
        />
      </Suspense>
      {(refusal ?? (text !== '' ? problem?.message : null)) && (
        <p className="refusal" role="alert">
          {refusal ?? problem?.message}
        </p>
      )}
      {findings.map((finding) => (
        <p key={finding.message} className="entry-finding">
          {finding.message}
        </p>
      ))}
      <div className="assumption-choices">
        <button type="button" className="btn btn-sm btn-primary" onClick={take}>
          Compute it
        </button>
        <button type="button" className="btn btn-sm btn-link" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
