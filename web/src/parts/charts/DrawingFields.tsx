import { columnsOf, hasFigures, type ListRow } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import type { ListDrawing } from './listPicture.ts';

interface DrawingFieldsProps {
  readonly list: ListRow;
  readonly drawing: ListDrawing;
  readonly onChange: (drawing: ListDrawing) => void;
}

const FORMS: readonly ListDrawing['form'][] = ['beside', 'ring', 'along'];

/** Chooses which columns of a list are drawn, and how. */
export function DrawingFields({ list, drawing, onChange }: DrawingFieldsProps) {
  const { document } = useSessionState();
  const columns = columnsOf(document, list.id);
  const figures = columns.filter((column) => hasFigures(column) && column.kind !== 'yesNo');
  const { form, along, columns: drawn } = drawing;
  const isRing = form === 'ring';
  const setForm = (next: ListDrawing['form']) =>
    onChange({ ...drawing, form: next, along: next === 'along' ? (along ?? figures[0]?.id ?? null) : null });
  const choose = (id: string, isChosen: boolean) => {
    const others = drawn.filter((each) => each !== id);
    onChange({ ...drawing, columns: isRing ? [id] : isChosen ? [...others, id] : others });
  };
  return (
    <>
      <Segments
        label={t('charts.type')}
        value={form}
        options={FORMS.map((each) => ({ value: each, words: t(`charts.listForms.${each}`) }))}
        onChange={setForm}
      />
      {form === 'along' && (
        <label className="panel-field">
          <span>{t('charts.along')}</span>
          <Select
            wide
            value={along ?? ''}
            onChange={(event) => onChange({ ...drawing, along: event.target.value || null })}
          >
            <option value="">{t('charts.items')}</option>
            {columns
              .filter((column) => hasFigures(column) || column.kind === 'date')
              .map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </Select>
        </label>
      )}
      <fieldset className="panel-checks">
        <legend>{t('charts.columns')}</legend>
        {figures.map(({ id, name }) => (
          <Form.Check
            key={id}
            id={`draw-${id}`}
            type={isRing ? 'radio' : 'checkbox'}
            name="drawn"
            label={name}
            checked={isRing ? drawn[0] === id : drawn.includes(id)}
            onChange={(event) => choose(id, event.target.checked)}
          />
        ))}
      </fieldset>
    </>
  );
}
