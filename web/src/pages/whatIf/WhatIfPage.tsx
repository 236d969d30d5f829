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
import { messages } from '../../messages/whatIf.ts';

const WAYS = [
  { value: 'scenarios', words: messages.scenarios, title: messages.namedSetsOfValuesSide },
  { value: 'one', words: messages.oneValue, title: messages.figuresUnderARangeOf },
  { value: 'two', words: messages.twoValues, title: messages.oneFigureUnderTwoAssumptions },
  { value: 'solve', words: messages.solve, title: messages.theValueThatMakesA },
  { value: 'range', words: messages.uncertainty, title: messages.whatMayComeWhenValues },
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
        <h2>{messages.nothingToTryYet}</h2>
        <p>{messages.whatIsTriedHereAre}</p>
        <button type="button" className="btn btn-primary" onClick={shell.openAssumptions}>
          {messages.openTheAssumptions}
        </button>
      </div>
    );
  const props = { document, model, assumptions };
  return (
    <div className="what-if">
      <div className="page-head">
        <h2>{messages.whatIf}</h2>
        <Segments
          label={messages.whatToTry}
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
