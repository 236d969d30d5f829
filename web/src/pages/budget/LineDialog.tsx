import { ROLL_UPS, UNITS, UNIT_WORDS, type LineRow, type RollUp } from '@haushalt/core';
import { useState, type FormEvent, type KeyboardEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { useForm } from 'react-hook-form';
import { useSession } from '../../plan-session/SessionProvider.tsx';

const ROLL_UP_WORDS: Readonly<Record<RollUp, string>> = {
  total: 'its months added up',
  last: 'its last month, as for a balance',
  average: 'the average, as for a price',
};

/** What a line counts, what its months make of a year, and a remark. */
export function LineDialog({ line, onClose }: { readonly line: LineRow; readonly onClose: () => void }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string | null>(null);
  const { register, handleSubmit } = useForm({
    defaultValues: { unit: line.unit, rollUp: line.rollUp, note: line.note },
  });
  const save = handleSubmit((settings) => {
    const refused = session.send({ kind: 'line.set', line: line.id, settings });
    if (refused) setRefusal(refused.message);
    else onClose();
  });
  return (
    <Modal
      show
      onHide={onClose}
      centered
      aria-labelledby="line-dialog-title"
      onKeyDown={(event: KeyboardEvent) => event.stopPropagation()}
    >
      <Form onSubmit={(event: FormEvent) => void save(event)}>
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="line-dialog-title">
            {line.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="plan-form">
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
          <Form.Group controlId="line-note" className="wide">
            <Form.Label>Note</Form.Label>
            <Form.Control as="textarea" rows={3} maxLength={2000} {...register('note')} />
          </Form.Group>
          {refusal && (
            <p className="refusal wide" role="alert">
              {refusal}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit">Save</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
