import {
  nameOf,
  notationOf,
  partInWords,
  planOf,
  printInParts,
  type Expression,
  type Model,
  type PrintedPart,
  type Reckoning,
} from '@haushalt/core';
import { useState } from 'react';

interface FormulaViewProps {
  readonly reckoning: Reckoning;
  readonly expression: Expression;
  readonly model: Model;
  /** Goes to where a name stands in the page. */
  readonly onJump: (id: string, period: number | null) => boolean;
}

/** A rule whose every part tells its value: on hover, or when it is chosen; names lead to their place. */
export function FormulaView({ reckoning, expression, model, onJump }: FormulaViewProps) {
  const { document } = model;
  const { id, period } = reckoning;
  const [chosen, setChosen] = useState<Expression | null>(null);
  const style = {
    notation: notationOf(planOf(document).locale),
    nameOf: (ref: string) => nameOf(document, ref),
    typographic: true,
  };
  const printed = printInParts(expression, style);
  const valueOf = (part: Expression) => partInWords(model, id, part, period);

  return (
    <span className="formula-view">
      <code>
        <Part part={printed} chosen={chosen} valueOf={valueOf} onChoose={setChosen} />
      </code>
      {chosen && (
        <span className="formula-chosen" role="status">
          {printedText(printInParts(chosen, style))} = <strong>{valueOf(chosen)}</strong>
          {chosen.kind === 'ref' && (
            <button type="button" className="jump" onClick={() => onJump(chosen.id, period)}>
              Go there
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
  const plain = expression.kind === 'number' || expression.kind === 'date' || expression.kind === 'option';
  const content = pieces.map((piece, index) =>
    typeof piece === 'string' ? (
      piece
    ) : (
      <Part key={index} part={piece} chosen={chosen} valueOf={valueOf} onChoose={onChoose} />
    ),
  );
  if (plain) return content;
  return (
    <span
      className={`formula-part ${chosen === expression ? 'is-chosen' : ''}`}
      role="button"
      tabIndex={expression.kind === 'ref' ? 0 : -1}
      title={`${printedText(part)} = ${valueOf(expression)}`}
      onClick={(event) => {
        event.stopPropagation();
        onChoose(chosen === expression ? null : expression);
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        onChoose(chosen === expression ? null : expression);
      }}
    >
      {content}
    </span>
  );
}

function printedText({ pieces }: PrintedPart): string {
  return pieces.map((piece) => (typeof piece === 'string' ? piece : printedText(piece))).join('');
}
