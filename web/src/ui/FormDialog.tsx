import type { FormEvent, KeyboardEvent, ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { messages } from '../messages/ui.ts';

interface FormDialogProps {
  readonly title: string;
  /** What the button that confirms says. */
  readonly submit: string;
  /** What the core or the server said no to, shown above the buttons. */
  readonly refusal: string | null;
  readonly busy?: boolean;
  readonly onSubmit: (event: FormEvent) => unknown;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** The one way to ask for several things at once: a form in front of the page. */
export function FormDialog({ title, submit, refusal, busy = false, onSubmit, onClose, children }: FormDialogProps) {
  return (
    // Keys pressed in the dialog are none of the page's behind it.
    <Modal
      show
      // What fades away still holds the keyboard, and would take it back from wherever it has gone meanwhile.
      animation={false}
      onHide={onClose}
      centered
      aria-labelledby="form-dialog-title"
      onKeyDown={(event: KeyboardEvent) => event.stopPropagation()}
    >
      <Form noValidate onSubmit={(event: FormEvent) => void onSubmit(event)}>
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="form-dialog-title">
            {title}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="plan-form">
          {children}
          {refusal && (
            <p className="refusal wide" role="alert">
              {refusal}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={onClose}>
            {messages.cancel}
          </Button>
          <Button type="submit" disabled={busy}>
            {submit}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
