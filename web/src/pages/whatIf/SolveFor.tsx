import { NET, nameOf, plainDocument, planOf, unitOf, writeWithUnit, type Answer, type Document } from '@haushalt/core';
import { FigureField } from '../../fields/FigureField.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { AssumptionChoice, BearerChoice, WhenChoice, figureAt } from '../../parts/plan/Choices.tsx';
import { ProgressNote } from './ProgressNote.tsx';
import { useChosen, usualRange, type TryingProps } from './trying.ts';
import { useComputation } from './useComputation.ts';

/** Which value of an assumption makes a figure what it should be; the answer is shown before it is applied. */
export function SolveFor({ document, model, assumptions }: TryingProps) {
  const send = useSend();
  const plan = planOf(document);
  const [kept, change] = useChosen<{
    assumption: string;
    figure: string;
    when: string;
    target: number;
    low: number;
    high: number;
  }>(
    'solve',
    { ...wide(usualRange(assumptions[0]!, 2)), figure: NET, when: 'plan', target: 0 },
    ({ assumption, figure }) => document.assumptions.has(assumption) && nameOf(document, figure) !== undefined,
  );
  const { figure, when, target, low, high } = kept;
  const assumption = document.assumptions.get(kept.assumption)!;
  const at = figureAt(model, figure, when);
  // An answer is shown, and can be applied, only for the question it was given to.
  const asked = JSON.stringify(kept);
  const computation = useComputation<{ document: Document; asked: string; answer: Answer }>(
    document,
    [kept],
    async (worker) => ({
      document,
      asked,
      answer: await worker.solve(plainDocument(document), { assumption: assumption.id, low, high, figure: at, target }),
    }),
  );
  const { result } = computation;
  const answer = result?.document === document && result.asked === asked ? result.answer : null;
  const value = (each: number) => writeWithUnit(each, assumption.unit, plan);
  const amount = (each: number) => writeWithUnit(each, unitOf(document, figure), plan);
  const what = nameOf(document, figure) ?? 'the figure';

  const apply = (solution: number) => {
    const done = `${assumption.name} is ${value(solution)} now.`;
    send({ kind: 'assumption.fix', assumption: assumption.id, value: solution }, done);
  };
  return (
    <>
      <div className="what-if-terms">
        <div className="range-fields" role="group" aria-label="The question">
          <span>Which value of</span>
          <AssumptionChoice
            label="The assumption to solve for"
            document={document}
            value={assumption.id}
            onChange={(id) => change(wide(usualRange(document.assumptions.get(id)!, 2)))}
          />
          <span>makes</span>
          <BearerChoice
            withOutputs
            label="The figure"
            document={document}
            value={figure}
            onChange={(next) => change({ figure: next })}
          />
          <span>of</span>
          <WhenChoice label="When" model={model} value={when} onChange={(next) => change({ when: next })} />
          <span>come to</span>
          <FigureField
            isNeeded
            isBare
            key={figure}
            label="What the figure should be"
            unit={unitOf(document, figure) as 'money'}
            value={target}
            onChange={(next) => change({ target: next })}
          />
        </div>
        <div className="range-fields" role="group" aria-label="Where to look">
          <span>Looked for between</span>
          <FigureField
            isNeeded
            isBare
            key={`low-${assumption.id}`}
            label="Lowest value"
            unit={assumption.unit}
            value={low}
            onChange={(next) => change({ low: next })}
          />
          <span>and</span>
          <FigureField
            isNeeded
            isBare
            key={`high-${assumption.id}`}
            label="Highest value"
            unit={assumption.unit}
            value={high}
            onChange={(next) => change({ high: next })}
          />
        </div>
        <ProgressNote computation={computation} />
      </div>
      {answer && (
        <section className="solve-answer" aria-live="polite" aria-label="Answer">
          <h3>{headline(answer, value)}</h3>
          <p>{sentence(answer, { name: assumption.name, what, target: amount(target), value, amount })}</p>
          <p className="check-why">
            {assumption.name} is {value(assumption.value)} now.
            {[...document.assumptionSteps.values()].some((step) => step.assumption === assumption.id) &&
              ' The answer holds for all months; its dated values would go.'}
          </p>
          <div className="solve-choices">
            {solutionsOf(answer).map((solution) => (
              <button key={solution} type="button" className="btn btn-primary" onClick={() => apply(solution)}>
                <Icon name="good" /> Set {assumption.name} to {value(solution)}
              </button>
            ))}
          </div>
        </section>
      )}
    </>
  );
}

/** Solutions are looked for well beyond the usual values. */
function wide({ assumption, low, high }: { assumption: string; low: number; high: number }) {
  return { assumption, low, high: low + (high - low) * 5 };
}

function solutionsOf(answer: Answer): readonly number[] {
  switch (answer.kind) {
    case 'one':
      return [answer.value];
    case 'several':
      return answer.values.slice(0, 4).map(({ from }) => from);
    case 'range':
      return [answer.from, answer.to];
    default:
      return [];
  }
}

/** Values in words; a stretch of them from one to another. */
function rootInWords(
  { from, to }: { readonly from: number; readonly to: number },
  value: (each: number) => string,
): string {
  return from === to ? value(from) : `from ${value(from)} to ${value(to)}`;
}

function headline(answer: Answer, value: (each: number) => string): string {
  switch (answer.kind) {
    case 'one':
      return value(answer.value);
    case 'several':
      return answer.values.map((root) => rootInWords(root, value)).join(' or ');
    case 'range':
      return `Any from ${value(answer.from)} to ${value(answer.to)}`;
    case 'any':
      return 'Any value';
    case 'none':
    case 'unmoved':
    case 'noFigure':
      return 'No value';
  }
}

interface Words {
  readonly name: string;
  readonly what: string;
  readonly target: string;
  readonly value: (each: number) => string;
  readonly amount: (each: number) => string;
}

function sentence(answer: Answer, { name, what, target, value, amount }: Words): string {
  switch (answer.kind) {
    case 'one':
      return `With ${name} at ${value(answer.value)}, ${what} comes to ${target}.`;
    case 'several':
      return `${what} comes to ${target} with each of ${answer.values.length} values of ${name}.`;
    case 'range':
      return `${what} comes to ${target} with every value of ${name} from ${value(answer.from)} to ${value(answer.to)}.`;
    case 'any':
      return `${what} comes to ${target} whatever ${name} is.`;
    case 'unmoved':
      return `${name} does not move ${what}: it is ${amount(answer.figure)} whatever it is.`;
    case 'none':
      return `No value of ${name} looked at makes ${what} come to ${target}. The nearest is ${value(answer.nearest)}, with ${amount(answer.figure)}.`;
    case 'noFigure':
      return `${what} has no figure with any of these values of ${name}.`;
  }
}
