import { inOrder } from '@haushalt/core';
import { useSearchParams } from 'react-router';
import { Segments } from '../../ui/Segments.tsx';
import { useShell } from '../../parts/plan/shell.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { OneValue } from './OneValue.tsx';
import { Scenarios } from './Scenarios.tsx';
import { SolveFor } from './SolveFor.tsx';
import { TwoValues } from './TwoValues.tsx';
import { Uncertain } from './Uncertain.tsx';
import './whatIf.scss';
import { t } from '../../language/language.ts';

const WAYS = [
  {
    value: 'scenarios',
    get words() {
      return t('whatIf.scenarios');
    },
    get title() {
      return t('whatIf.scenariosHint');
    },
  },
  {
    value: 'one',
    get words() {
      return t('whatIf.oneValue');
    },
    get title() {
      return t('whatIf.oneValueHint');
    },
  },
  {
    value: 'two',
    get words() {
      return t('whatIf.twoValues');
    },
    get title() {
      return t('whatIf.twoValuesHint');
    },
  },
  {
    value: 'solve',
    get words() {
      return t('whatIf.solve');
    },
    get title() {
      return t('whatIf.solveHint');
    },
  },
  {
    value: 'range',
    get words() {
      return t('whatIf.uncertainty');
    },
    get title() {
      return t('whatIf.uncertaintyHint');
    },
  },
] as const;
type Way = (typeof WAYS)[number]['value'];

/** Shows what figures become under other values of the assumptions. The plan itself stays as it is. */
export function WhatIfPage() {
  const { document, model } = useSessionState();
  const shell = useShell();
  const [search, setSearch] = useSearchParams();
  const way: Way = WAYS.find(({ value }) => value === search.get('way'))?.value ?? 'scenarios';
  const assumptions = inOrder(document.assumptions.values());
  if (assumptions.length === 0)
    return (
      <div className="empty-state">
        <h2>{t('whatIf.nothingToTry')}</h2>
        <p>{t('whatIf.nothingToTryHint')}</p>
        <button type="button" className="btn btn-primary" onClick={shell.openAssumptions}>
          {t('whatIf.openAssumptions')}
        </button>
      </div>
    );
  const props = { document, model, assumptions };
  return (
    <div className="what-if">
      <div className="page-head">
        <h2>{t('whatIf.whatIf')}</h2>
        <Segments
          label={t('whatIf.tools')}
          value={way}
          options={WAYS}
          onChange={(next) => setSearch({ way: next }, { replace: true })}
        />
      </div>
      <div className="what-if-body">
        {way === 'scenarios' && <Scenarios />}
        {way === 'one' && <OneValue {...props} />}
        {way === 'two' && <TwoValues {...props} />}
        {way === 'solve' && <SolveFor {...props} />}
        {way === 'range' && <Uncertain {...props} />}
      </div>
    </div>
  );
}
