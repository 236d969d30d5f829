import { doubtsIn, notationOf, planOf, type Unit } from '@haushalt/core';
import { say, t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

interface RuleDoubtsProps {
  /** The rule as it is written, in the plan's notation. */
  readonly text: string;
  readonly unit: Unit;
  /** The list it is a rule of; `null` for one of the plan. */
  readonly list?: string | null;
  /** Takes the rule written otherwise. */
  readonly onChange: (text: string) => void;
}

/** Shows what is doubtful about a rule while it is written, with what would mend it; nothing keeps it from being taken. */
export function RuleDoubts({ text, unit, list = null, onChange }: RuleDoubtsProps) {
  const { document } = useSessionState();
  const doubts = doubtsIn(text, document, unit, notationOf(planOf(document).locale), list);
  return doubts.map(({ message, place, fix }) => (
    <p key={`${say(message)}|${place.from}`} className="entry-finding">
      {say(message)}{' '}
      {fix && (
        <button
          type="button"
          className="jump"
          // The keyboard stays in the field.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onChange(text.slice(0, place.from) + fix.replacement + text.slice(place.to))}
        >
          {t('fields.write', { replacement: fix.replacement })}
        </button>
      )}
    </p>
  ));
}
