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

const WAYS = [
  { value: 'scenarios', words: 'Scenarios', title: 'Named sets of values, side by side' },
  { value: 'one', words: 'One value', title: 'Figures under a range of values of one assumption' },
  { value: 'two', words: 'Two values', title: 'One figure under two assumptions at once' },
  { value: 'solve', words: 'Solve', title: 'The value that makes a figure what it should be' },
  { value: 'range', words: 'Uncertainty', title: 'What may come, when values are only known roughly' },
] as const;
type Way = (typeof WAYS)[number]['value'];

/** What figures become under other values of the assumptions. The plan itself stays as it is. */
export function WhatIfPage() {
  const { document, model } = useSessionState();
  const shell = useShell();
  const [search, setSearch] = useSearchParams();
  const way: Way = WAYS.find(({ value }) => value === search.get('way'))?.value ?? 'scenarios';
  const assumptions = inOrder(document.assumptions.values());
  if (assumptions.length === 0)
    return (
      <div className="empty-state">
        <h2>Nothing to try yet</h2>
        <p>What is tried here are the plan’s assumptions: a price, a rate, a number of months. Add one first.</p>
        <button type="button" className="btn btn-primary" onClick={shell.openShelf}>
          Open the assumptions
        </button>
      </div>
    );
  const props = { document, model, assumptions };
  return (
    <div className="what-if">
      <div className="page-head">
        <h2>What if</h2>
        <Segments
          label="What to try"
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
