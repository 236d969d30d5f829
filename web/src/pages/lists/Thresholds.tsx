import {
  TONES,
  highlightsOf,
  planOf,
  unitOfColumn,
  writeFigure,
  type HighlightRow,
  type ListColumnRow,
  type Tone,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { FigureField } from '../../fields/FigureField.tsx';
import { Select } from '../../fields/Select.tsx';
import { say, t } from '../../language/language.ts';
import { HIGHLIGHT_ICONS } from '../../parts/plan/highlightMarks.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';

type When = 'below' | 'above' | 'between';
const CONDITIONS: readonly When[] = ['below', 'above', 'between'];

/** When figures of a column get a tone, a word and a mark. */
export function Thresholds({ column }: { readonly column: ListColumnRow }) {
  const { document } = useSessionState();
  const send = useSend();
  const plan = planOf(document);
  const unit = unitOfColumn(document, column);
  const [isOpen, setOpen] = useState(false);
  const [when, setWhen] = useState<When>('above');
  const [low, setLow] = useState<number | null>(null);
  const [high, setHigh] = useState<number | null>(null);
  const [tone, setTone] = useState<Tone>('alarm');
  const [word, setWord] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const write = (figure: number | null) => (figure === null ? '' : writeFigure(figure, unit, plan));
  const limits = ({ when: condition, low: least, high: most }: HighlightRow) =>
    `${t(`lists.when.${condition}`)} ${[least, most]
      .filter((each) => each !== null)
      .map(write)
      .join('–')}`;
  const add = () => {
    const settings = { of: column.id, span: 'month', when, low: when === 'above' ? null : low, high: when === 'below' ? null : high, tone, word } as const; // prettier-ignore
    const refused = send({ kind: 'highlight.set', id: newId(), settings }, undefined, true);
    setRefusal(say(refused?.message ?? null));
    if (!refused) setOpen(false);
  };
  return (
    <fieldset className="panel-checks thresholds">
      <legend>{t('lists.highlights')}</legend>
      {highlightsOf(document, column.id).map((row) => (
        <p key={row.id} className={`highlight-${row.tone}`}>
          <Icon name={HIGHLIGHT_ICONS[row.tone]} />{' '}
          {t('lists.highlightInWords', { word: row.word, condition: limits(row) })}
          <button
            type="button"
            className="tool"
            aria-label={t('lists.removeHighlight', { word: row.word })}
            title={t('lists.removeHighlight', { word: row.word })}
            onClick={() => send({ kind: 'highlight.delete', id: row.id })}
          >
            <Icon name="delete" />
          </button>
        </p>
      ))}
      {isOpen ? (
        <div className="threshold-form">
          <label className="panel-field">
            <span>{t('lists.condition')}</span>
            <Select wide value={when} onChange={(event) => setWhen(event.target.value as When)}>
              {CONDITIONS.map((each) => (
                <option key={each} value={each}>
                  {t(`lists.when.${each}`)}
                </option>
              ))}
            </Select>
          </label>
          {when !== 'above' && (
            <FigureField
              label={when === 'between' ? t('lists.from') : t('lists.limit')}
              unit={unit}
              value={low}
              onChange={setLow}
            />
          )}
          {when !== 'below' && (
            <FigureField
              label={when === 'between' ? t('lists.upTo') : t('lists.limit')}
              unit={unit}
              value={high}
              onChange={setHigh}
            />
          )}
          <label className="panel-field">
            <span>{t('lists.tone')}</span>
            <Select wide value={tone} onChange={(event) => setTone(event.target.value as Tone)}>
              {TONES.map((each) => (
                <option key={each} value={each}>
                  {t(`lists.tones.${each}`)}
                </option>
              ))}
            </Select>
          </label>
          <label className="panel-field">
            <span>{t('lists.word')}</span>
            <Form.Control size="sm" value={word} maxLength={24} onChange={(event) => setWord(event.target.value)} />
          </label>
          {refusal && (
            <p className="refusal" role="alert">
              {refusal}
            </p>
          )}
          <p>
            <button type="button" className="btn btn-sm btn-primary" onClick={add}>
              {t('lists.save')}
            </button>{' '}
            <button type="button" className="btn btn-sm btn-link" onClick={() => setOpen(false)}>
              {t('lists.cancel')}
            </button>
          </p>
        </div>
      ) : (
        <button type="button" className="tool" onClick={() => setOpen(true)}>
          <Icon name="add" /> {t('lists.addHighlight')}
        </button>
      )}
    </fieldset>
  );
}
