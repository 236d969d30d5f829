import { nameOfYear, planOf } from '@haushalt/core';
import { LANGUAGES, OWN_NAMES, languageOf } from '@haushalt/language';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { CommitField } from '../../fields/CommitField.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import type { Part } from '@haushalt/formats';
import { PARTS, type Choice } from './choice.ts';
import { t } from '../../language/language.ts';

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
  const toggled = <T,>(list: readonly T[], source: T, order: readonly T[]) =>
    list.includes(source)
      ? list.filter((each) => each !== source)
      : order.filter((each) => each === source || list.includes(each));
  return (
    <>
      <fieldset>
        <legend>{t('print.contents')}</legend>
        <Form.Check
          id="print-booklet"
          label={t('print.wholePlan')}
          checked={choice.isBooklet}
          onChange={({ target }) =>
            onChange(target.checked ? { isBooklet: true, parts: PARTS } : { isBooklet: false, parts: ['budget'] })
          }
        />
        <div className="print-parts">
          {parts.map((part) => (
            <Form.Check
              key={part}
              id={`print-${part}`}
              label={t(`print.parts.${part as Part}`)}
              checked={choice.parts.includes(part)}
              onChange={() => onChange({ parts: toggled(choice.parts, part, PARTS) })}
            />
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend>{t('print.years')}</legend>
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
          label={t('print.columns')}
          value={choice.span}
          options={[
            { value: 'month', words: t('print.months') },
            { value: 'quarter', words: t('print.quarters') },
          ]}
          onChange={(span) => onChange({ span })}
        />
      </fieldset>
      <fieldset>
        <legend>{t('print.paper')}</legend>
        <div className="print-row">
          <Segments
            label={t('print.paper')}
            value={choice.paper}
            options={[
              { value: 'A4', words: 'A4' },
              { value: 'Letter', words: 'Letter' },
            ]}
            onChange={(paper) => onChange({ paper })}
          />
          <Segments
            label={t('print.orientation')}
            value={choice.orientation}
            options={[
              { value: 'auto', words: t('print.automatic') },
              { value: 'upright', words: t('print.portrait') },
              { value: 'across', words: t('print.landscape') },
            ]}
            onChange={(orientation) => onChange({ orientation })}
          />
        </div>
        <p className="print-label">{t('print.pages')}</p>
        <Segments
          label={t('print.pages')}
          value={choice.pages}
          options={[
            { value: 'auto', words: t('print.automatic') },
            { value: 'one', words: t('print.onePage') },
            { value: 'two', words: t('print.twoPages') },
            { value: 'many', words: t('print.manyPages') },
          ]}
          onChange={(pages) => onChange({ pages })}
        />
        <div className="print-row">
          <Form.Check
            id="print-notes"
            label={t('print.withNotes')}
            checked={choice.withNotes}
            onChange={({ target }) => onChange({ withNotes: target.checked })}
          />
          <Form.Check
            id="print-black"
            label={t('print.blackAndWhite')}
            checked={choice.isBlackAndWhite}
            onChange={({ target }) => onChange({ isBlackAndWhite: target.checked })}
          />
        </div>
      </fieldset>
      <div className="print-names">
        <span>{t('print.language')}</span>
        <Select
          aria-label={t('print.language')}
          value={choice.language}
          onChange={({ target }) => onChange({ language: languageOf([target.value]) })}
        >
          {LANGUAGES.map((language) => (
            <option key={language} value={language} lang={language}>
              {OWN_NAMES[language]}
            </option>
          ))}
        </Select>
        <span>{t('print.title')}</span>
        <CommitField
          label={t('print.title')}
          shown={choice.title}
          entry={choice.title}
          placeholder={plan.name}
          language={plan.locale}
          onCommit={(text) => {
            if (text.length > MOST_LETTERS) return t('print.tooLong', { most: MOST_LETTERS });
            onChange({ title: text.trim() });
            return null;
          }}
        />
        <span>{t('print.name')}</span>
        <CommitField
          label={t('print.name')}
          shown={name}
          entry={name}
          placeholder={t('print.namePlaceholder')}
          onCommit={(text) => {
            if (text.length > MOST_LETTERS) return t('print.tooLong', { most: MOST_LETTERS });
            onName(text.trim());
            return null;
          }}
        />
      </div>
    </>
  );
}
