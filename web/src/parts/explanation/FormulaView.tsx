import {
  nameOf as plainNameOf,
  notationOf,
  partInWords,
  planOf,
  printInParts,
  writeFigure,
  type Expression,
  type PrintedPart,
  type Explanation,
  type PlanModel,
} from '@haushalt/core';
import { useState, type KeyboardEvent } from 'react';
import { say, t } from '../../language/language.ts';

interface FormulaViewProps {
  readonly explanation: Explanation;
  readonly expression: Expression;
  readonly model: PlanModel;
  /** Goes to where a name stands in the page. */
  readonly onJump: (id: string, period: number | null) => boolean;
}

/** A rule whose every part tells its value: on hover, or when it is chosen; names lead to their place. */
export function FormulaView({ explanation, expression, model, onJump }: FormulaViewProps) {
  const { document } = model;
  const { id, period } = explanation;
  const [choice, setChoice] = useState<{ of: Expression; part: Expression | null } | null>(null);
  // What was chosen in another rule is none of this one's.
  const chosen = choice?.of === expression ? choice.part : null;
  const setChosen = (part: Expression | null) => setChoice({ of: expression, part });
  const style = {
    notation: notationOf(planOf(document).locale),
    nameOf: (ref: string) => plainNameOf(document, ref),
    typographic: true,
  };
  const printed = printInParts(expression, style);
  /** Returns what a part gives; the whole rule gives the figure itself, in the line's unit. */
  const valueOf = (part: Expression) =>
    part === expression && explanation.source === 'formula' && explanation.value !== null
      ? writeFigure(explanation.value, explanation.unit, planOf(document))
      : say(partInWords(model, id, part, period));

  const inOrder = partsIn(printed);

  /** The arrow keys go from part to part; Enter follows a name. */
  const keyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step !== 0) {
      const index = chosen ? inOrder.indexOf(chosen) : step > 0 ? -1 : 0;
      setChosen(inOrder[(index + step + inOrder.length) % inOrder.length]!);
    } else if (event.key === 'Enter' && chosen?.kind === 'ref') onJump(chosen.id, period);
    else if (event.key === 'Escape') setChosen(null);
    else return;
    event.preventDefault();
  };

  return (
    <span className="formula-view">
      <code tabIndex={0} role="group" aria-label={t('explanationPanel.ruleLabel')} onKeyDown={keyDown}>
        <Part part={printed} chosen={chosen} valueOf={valueOf} onChoose={setChosen} />
      </code>
      {chosen && (
        <span className="formula-chosen" role="status">
          {printedText(printInParts(chosen, style))} = <strong>{say(valueOf(chosen))}</strong>
          {chosen.kind === 'ref' && (
            <button type="button" className="jump" onClick={() => onJump(chosen.id, period)}>
              {t('explanationPanel.goTo')}
            </button>
          )}
        </span>
      )}
    </span>
  );
}

interface PartProps {
  readonly part: PrintedPart;
  readonly chosen: Expression | null;
  readonly valueOf: (part: Expression) => string;
  readonly onChoose: (part: Expression | null) => void;
}

/** One part of a rule, with its own parts inside it. */
function Part({ part, chosen, valueOf, onChoose }: PartProps) {
  const { expression, pieces } = part;
  const content = pieces.map((piece, index) =>
    typeof piece === 'string' ? (
      piece
    ) : (
      <Part key={index} part={piece} chosen={chosen} valueOf={valueOf} onChoose={onChoose} />
    ),
  );
  if (isPlain(expression)) return content;
  return (
    // By the keyboard the arrows choose a part, for the rule as a whole.
    <span
      role="presentation"
      className={`formula-part ${chosen === expression ? 'is-chosen' : ''}`}
      title={`${printedText(part)} = ${valueOf(expression)}`}
      onClick={(event) => {
        event.stopPropagation();
        onChoose(chosen === expression ? null : expression);
      }}
    >
      {content}
    </span>
  );
}

/** Numbers and months say themselves what they are. */
function isPlain({ kind }: Expression): boolean {
  return kind === 'number' || kind === 'date' || kind === 'option';
}

/** The parts of a rule that can be chosen, the whole before what it is made of. */
function partsIn({ expression, pieces }: PrintedPart): Expression[] {
  const inner = pieces.flatMap((piece) => (typeof piece === 'string' ? [] : partsIn(piece)));
  return isPlain(expression) ? inner : [expression, ...inner];
}

function printedText({ pieces }: PrintedPart): string {
  return pieces.map((piece) => (typeof piece === 'string' ? piece : printedText(piece))).join('');
}
