import {
  FormulaError,
  inferUnit,
  namesInList,
  notationOf,
  planOf,
  readStored,
  styleOf,
  toShownInList,
  toStored,
  unitOf,
  unitOfColumn,
  UNITS,
  type FormulaProblem,
  type ListColumnRow,
} from '@haushalt/core';
import { useState } from 'react';
import { FormulaInput } from '../../fields/formula/FormulaInput.tsx';
import { RuleDoubts } from '../../fields/formula/RuleDoubts.tsx';
import { completableInList } from '../../fields/formula/formulaField.ts';
import { say, t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';

/** The one rule of a column. Enter takes it, Escape leaves it as it was; a doubt about its units is said at once. */
export function ColumnRule({ column }: { readonly column: ListColumnRow }) {
  const { document } = useSessionState();
  const send = useSend();
  const notation = notationOf(planOf(document).locale);
  const shown = column.formula === null ? '' : toShownInList(column.formula, document, column.list, notation);
  const [text, setText] = useState(shown);
  const [refusal, setRefusal] = useState<string | null>(null);
  const read = text.trim() === '' ? null : readRule(text);
  const problem = read !== null && typeof read !== 'string' ? read : null;
  const take = () => {
    if (typeof read !== 'string') return setRefusal(say(problem?.message ?? t('lists.ruleMissing')));
    const unit = column.formula === null ? unitFrom(read) : null;
    const settings = { formula: read, ...(unit === null ? {} : { unit }) };
    setRefusal(say(send({ kind: 'listColumn.set', column: column.id, settings }, undefined, true)?.message ?? null));
  };
  const key = (name: string): boolean => {
    if (name === 'Enter') take();
    else if (name === 'Escape' && text !== shown) setText(shown);
    else return false;
    return true;
  };
  const change = (next: string) => {
    setText(next);
    setRefusal(null);
  };
  return (
    <div className="column-rule">
      <span>{t('lists.rule')}</span>
      <FormulaInput
        value={text}
        label={t('lists.ruleOf', { column: column.name })}
        names={completableInList(document, column.list)}
        notation={notation}
        problem={problem}
        onChange={change}
        onKey={key}
      />
      {(refusal ?? problem?.message) && (
        <p className="refusal" role="alert">
          {say(refusal ?? problem?.message)}
        </p>
      )}
      {!problem && (
        <RuleDoubts text={text} unit={unitOfColumn(document, column)} list={column.list} onChange={change} />
      )}
      {text !== shown && (
        <p>
          <button type="button" className="btn btn-sm btn-primary" onClick={take}>
            {t('lists.useThisRule')}
          </button>{' '}
          <button type="button" className="btn btn-sm btn-link" onClick={() => change(shown)}>
            {t('lists.cancel')}
          </button>
        </p>
      )}
    </div>
  );

  /** The rule in its stored form, or what is wrong with it. */
  function readRule(written: string): string | FormulaProblem {
    try {
      return toStored(written, namesInList(document, column.list), notation);
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      return error.problem;
    }
  }

  /** A first rule says what the column counts. */
  function unitFrom(stored: string): ListColumnRow['unit'] | null {
    const style = styleOf(document, notation, column.list);
    const context = { unitOf: (id: string) => unitOf(document, id), style, byMonth: false };
    const { unit } = inferUnit(readStored(stored), context);
    return UNITS.find((each) => each === unit) ?? null;
  }
}
