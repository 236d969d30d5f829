import {
  EMPHASES,
  ROLL_UPS,
  UNITS,
  UNIT_WORDS,
  planOf,
  readFigure,
  writeForEntry,
  type Emphasis,
  type LineRow,
  type RollUp,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';

const ROLL_UP_WORDS: Readonly<Record<RollUp, string>> = {
  total: 'its months added up',
  last: 'its last month, as for a balance',
  average: 'the average, as for a price',
};

const EMPHASIS_WORDS: Readonly<Record<Emphasis, string>> = {
  none: 'as the others',
  soft: 'a little stronger',
  clear: 'clearly stronger',
  strong: 'strongest',
};

/** What a line counts, what its months make of a year, and a remark. */
export function LineDialog({ line, onClose }: { readonly line: LineRow; readonly onClose: () => void }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string | null>(null);
  const { locale } = planOf(useSessionState().document);
  const { register, handleSubmit } = useForm({
    defaultValues: {
      unit: line.unit,
      rollUp: line.rollUp,
      note: line.note,
      emphasis: line.emphasis,
      locked: line.locked,
      target: line.targetShare === null ? '' : writeForEntry(line.targetShare, 'percent', locale),
    },
  });
  const save = handleSubmit(({ target, ...rest }) => {
    const read = readFigure(target, locale, 'percent');
    if (!read.ok) return setRefusal(read.message);
    const settings = { ...rest, targetShare: read.figure };
    const refused = session.send({ kind: 'line.set', line: line.id, settings });
    if (refused) setRefusal(refused.message);
    else onClose();
  });
  return (
    <FormDialog title={line.name} submit="Save" refusal={refusal} onSubmit={save} onClose={onClose}>
      <Form.Group controlId="line-unit">
        <Form.Label>It counts</Form.Label>
        <Form.Select {...register('unit')} autoFocus>
          {UNITS.map((unit) => (
            <option key={unit} value={unit}>
              {UNIT_WORDS[unit]}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="line-roll-up">
        <Form.Label>A year of it is</Form.Label>
        <Form.Select {...register('rollUp')}>
          {ROLL_UPS.map((rollUp) => (
            <option key={rollUp} value={rollUp}>
              {ROLL_UP_WORDS[rollUp]}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="line-emphasis">
        <Form.Label>It stands out</Form.Label>
        <Form.Select {...register('emphasis')}>
          {EMPHASES.map((emphasis) => (
            <option key={emphasis} value={emphasis}>
              {EMPHASIS_WORDS[emphasis]}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="line-target">
        <Form.Label>Target share of income</Form.Label>
        <Form.Control {...register('target')} placeholder="none" inputMode="decimal" autoComplete="off" />
      </Form.Group>
      <Form.Check
        className="wide"
        type="checkbox"
        id="line-locked"
        label="Locked against editing"
        {...register('locked')}
      />
      <Form.Group controlId="line-note" className="wide">
        <Form.Label>Note</Form.Label>
        <Form.Control as="textarea" rows={3} maxLength={2000} {...register('note')} />
      </Form.Group>
    </FormDialog>
  );
}
