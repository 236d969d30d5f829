import { NET, plainDocument, planOf, unitOf, type Answer, type Document } from '@haushalt/core';
import { FigureField } from '../../fields/FigureField.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { AssumptionChoice, FigureChoice, WhenChoice, figureAt } from '../../parts/plan/Choices.tsx';
import { ProgressNote } from './ProgressNote.tsx';
import { useChosen, usualRange, type TryingProps } from './trying.ts';
import { useComputation } from './useComputation.ts';
import { nameOf, writeWithUnit, t, listInWords } from '../../language/language.ts';

/** Which value of an assumption makes a figure what it should be; the answer is shown before it is applied. */
export function SolveFor({ document, model, assumptions }: TryingProps) {
  const send = useSend();
  const plan = planOf(document);
  const [choice, change] = useChosen<{
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
  const { figure, when, target, low, high } = choice;
  const assumption = document.assumptions.get(choice.assumption)!;
  const targetFigure = figureAt(model, figure, when);
  // An answer is shown, and can be applied, only for the question it was given to.
  const key = JSON.stringify(choice);
  const computation = useComputation<{ document: Document; asked: string; answer: Answer }>(
    document,
    [choice],
    async (worker) => ({
      document,
      asked: key,
      answer: await worker.solve(plainDocument(document), {
        assumption: assumption.id,
        low,
        high,
        figure: targetFigure,
        target,
      }),
    }),
  );
  const { result } = computation;
  const answer = result?.document === document && result.asked === key ? result.answer : null;
  const value = (each: number) => writeWithUnit(each, assumption.unit, plan);
  const amount = (each: number) => writeWithUnit(each, unitOf(document, figure), plan);
  const what = nameOf(document, figure) ?? t('whatIf.theTargetFigure');

  const apply = (solution: number) => {
    const done = t('whatIf.isNow', { name: assumption.name, value: value(solution) });
    send({ kind: 'assumption.fix', assumption: assumption.id, value: solution }, done);
  };
  return (
    <>
      <div className="what-if-terms">
        <div className="range-fields" role="group" aria-label={t('whatIf.theQuestion')}>
          <span>{t('whatIf.whichValueOf')}</span>
          <AssumptionChoice
            label={t('whatIf.assumptionToSolveFor')}
            document={document}
            value={assumption.id}
            onChange={(id) => change(wide(usualRange(document.assumptions.get(id)!, 2)))}
          />
          <span>{t('whatIf.makes')}</span>
          <FigureChoice
            withOutputs
            label={t('whatIf.theFigure')}
            document={document}
            value={figure}
            onChange={(next) => change({ figure: next })}
          />
          <span>{t('whatIf.ofMonths')}</span>
          <WhenChoice label={t('whatIf.when')} model={model} value={when} onChange={(next) => change({ when: next })} />
          <span>{t('whatIf.equal')}</span>
          <FigureField
            isNeeded
            isBare
            key={figure}
            label={t('whatIf.targetValue')}
            unit={unitOf(document, figure) as 'money'}
            value={target}
            onChange={(next) => change({ target: next })}
          />
        </div>
        <div className="range-fields" role="group" aria-label={t('whatIf.rangeToSearch')}>
          <span>{t('whatIf.searchBetween')}</span>
          <FigureField
            isNeeded
            isBare
            key={`low-${assumption.id}`}
            label={t('whatIf.lowestValue')}
            unit={assumption.unit}
            value={low}
            onChange={(next) => change({ low: next })}
          />
          <span>{t('whatIf.andBetween')}</span>
          <FigureField
            isNeeded
            isBare
            key={`high-${assumption.id}`}
            label={t('whatIf.highestValue')}
            unit={assumption.unit}
            value={high}
            onChange={(next) => change({ high: next })}
          />
        </div>
        <ProgressNote computation={computation} />
      </div>
      {answer && (
        <section className="solve-answer" aria-live="polite" aria-label={t('whatIf.answer')}>
          <h3>{headline(answer, value)}</h3>
          <p>{sentence(answer, { name: assumption.name, what, target: amount(target), value, amount })}</p>
          <p className="check-why">
            {t('whatIf.isNowAndDated', {
              name: assumption.name,
              value: value(assumption.value),
              some: [...document.assumptionSteps.values()].some((step) => step.assumption === assumption.id),
            })}
          </p>
          <div className="solve-choices">
            {solutionsOf(answer).map((solution) => (
              <button key={solution} type="button" className="btn btn-primary" onClick={() => apply(solution)}>
                <Icon name="good" /> {t('whatIf.setTo', { name: assumption.name, value: value(solution) })}
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

/** States how many solutions are offered to be tried. */
const MOST_TRIED = 4;

function solutionsOf(answer: Answer): readonly number[] {
  switch (answer.kind) {
    case 'one':
      return [answer.value];
    case 'several':
      return answer.values.slice(0, MOST_TRIED).map(({ from }) => from);
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
  return from === to ? value(from) : t('whatIf.fromTo', { from: value(from), to: value(to) });
}

function headline(answer: Answer, value: (each: number) => string): string {
  switch (answer.kind) {
    case 'one':
      return value(answer.value);
    case 'several':
      return listInWords(
        answer.values.map((root) => rootInWords(root, value)),
        'or',
      );
    case 'range':
      return t('whatIf.anyFromTo', { from: value(answer.from), to: value(answer.to) });
    case 'any':
      return t('whatIf.anyValue');
    case 'none':
    case 'unmoved':
    case 'noFigure':
      return t('whatIf.noValue');
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
      return t('whatIf.answerOne', { name, value: value(answer.value), what, target });
    case 'several':
      return t('whatIf.answerSeveral', { what, target, valueCount: answer.values.length, name });
    case 'range':
      return t('whatIf.answerRange', { what, target, name, from: value(answer.from), to: value(answer.to) });
    case 'any':
      return t('whatIf.answerAny', { what, target, name });
    case 'unmoved':
      return t('whatIf.answerNoEffect', { name, what, amount: amount(answer.figure) });
    case 'none':
      return t('whatIf.answerNone', {
        name,
        what,
        target,
        value: value(answer.nearest),
        amount: amount(answer.figure),
      });
    case 'noFigure':
      return t('whatIf.answerNoFigure', { what, name });
  }
}
