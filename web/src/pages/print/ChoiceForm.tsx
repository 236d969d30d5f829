import { nameOfYear, planOf } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { CommitField } from '../../fields/CommitField.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import type { Choice } from './choice.ts';
import { messages } from '../../messages/print.ts';

interface ChoiceFormProps {
  readonly choice: Choice;
  /** The parts to choose from. */
  readonly parts: readonly string[];
  readonly years: readonly number[];
  readonly name: string;
  readonly onChange: (part: Partial<Choice>) => void;
  readonly onName: (name: string) => void;
}

/** The longest heading or name. */
const MOST_LETTERS = 120;

/** Chooses what of a plan is on paper, and how. */
export function ChoiceForm({ choice, parts, years, name, onChange, onName }: ChoiceFormProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const toggled = <T,>(list: readonly T[], of: T, order: readonly T[]) =>
    list.includes(of) ? list.filter((each) => each !== of) : order.filter((each) => each === of || list.includes(each));
  return (
    <>
      <fieldset>
        <legend>{messages.what}</legend>
        <Form.Check
          id="print-booklet"
          label={messages.wholePlan}
          checked={choice.isBooklet}
          onChange={({ target }) =>
            onChange(
              target.checked
                ? { isBooklet: true, parts: Object.keys(messages.parts) }
                : { isBooklet: false, parts: ['budget'] },
            )
          }
        />
        <div className="print-parts">
          {parts.map((part) => (
            <Form.Check
              key={part}
              id={`print-${part}`}
              label={messages.parts[part] ?? part}
              checked={choice.parts.includes(part)}
              onChange={() => onChange({ parts: toggled(choice.parts, part, Object.keys(messages.parts)) })}
            />
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend>{messages.years}</legend>
        <div className="print-years">
          {years.map((year) => (
            <Form.Check
              key={year}
              id={`print-year-${year}`}
              label={nameOfYear(document, year)}
              checked={choice.years.includes(year)}
              onChange={() => onChange({ years: toggled(choice.years, year, years) })}
            />
          ))}
        </div>
        <Segments
          label={messages.columns}
          value={choice.span}
          options={[
            { value: 'month', words: messages.months },
            { value: 'quarter', words: messages.quarters },
          ]}
          onChange={(span) => onChange({ span })}
        />
      </fieldset>
      <fieldset>
        <legend>{messages.paper}</legend>
        <div className="print-row">
          <Segments
            label={messages.paper}
            value={choice.paper}
            options={[
              { value: 'A4', words: 'A4' },
              { value: 'Letter', words: 'Letter' },
            ]}
            onChange={(paper) => onChange({ paper })}
          />
          <Segments
            label={messages.orientation}
            value={choice.orientation}
            options={[
              { value: 'auto', words: messages.automatic },
              { value: 'upright', words: messages.portrait },
              { value: 'across', words: messages.landscape },
            ]}
            onChange={(orientation) => onChange({ orientation })}
          />
        </div>
        <p className="print-label">{messages.pages}</p>
        <Segments
          label={messages.pages}
          value={choice.pages}
          options={[
            { value: 'auto', words: messages.automatic },
            { value: 'one', words: messages.onePage },
            { value: 'two', words: messages.twoPages },
            { value: 'many', words: messages.manyPages },
          ]}
          onChange={(pages) => onChange({ pages })}
        />
        <div className="print-row">
          <Form.Check
            id="print-notes"
            label={messages.withNotes}
            checked={choice.withNotes}
            onChange={({ target }) => onChange({ withNotes: target.checked })}
          />
          <Form.Check
            id="print-black"
            label={messages.blackAndWhite}
            checked={choice.isBlackAndWhite}
            onChange={({ target }) => onChange({ isBlackAndWhite: target.checked })}
          />
        </div>
      </fieldset>
      <div className="print-names">
        <span>{messages.title}</span>
        <CommitField
          label={messages.title}
          shown={choice.title}
          entry={choice.title}
          placeholder={plan.name}
          language={plan.locale}
          onCommit={(text) => {
            if (text.length > MOST_LETTERS) return messages.tooLong(MOST_LETTERS);
            onChange({ title: text.trim() });
            return null;
          }}
        />
        <span>{messages.name}</span>
        <CommitField
          label={messages.name}
          shown={name}
          entry={name}
          placeholder={messages.namePlaceholder}
          onCommit={(text) => {
            if (text.length > MOST_LETTERS) return messages.tooLong(MOST_LETTERS);
            onName(text.trim());
            return null;
          }}
        />
      </div>
    </>
  );
}
