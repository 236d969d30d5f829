import { useRef, useState, type FormEvent, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { t } from '../language/language.ts';
import { dialogKeys } from './dialogKeys.ts';
import type { Draft } from './useDraft.ts';

interface FormDialogProps {
  readonly title: string;
  /** States what the button that confirms says. */
  readonly submit: string;
  /** States what the core or the server said no to, shown above the buttons. */
  readonly refusal: string | null;
  readonly busy?: boolean;
  readonly onSubmit: (event: FormEvent) => unknown;
  readonly onClose: () => void;
  /** States what of it was filled in at an earlier visit. */
  readonly draft?: Pick<Draft<object>, 'isKept' | 'startOver'>;
  readonly children: ReactNode;
}

/**
 * The one way to ask for several things at once: a form in front of the page. Escape, its cross and a click beside it close
 * it; where something has been typed they ask first.
 */
export function FormDialog({
  title,
  submit,
  refusal,
  busy = false,
  onSubmit,
  onClose,
  draft,
  children,
}: FormDialogProps) {
  const [isTyped, setTyped] = useState(draft?.isKept ?? false);
  const [isAsking, setAsking] = useState(false);
  const lastField = useRef<HTMLElement | null>(null);
  const form = useRef<HTMLFormElement>(null);
  /** Gives the keyboard to the first field, or to the button that confirms, unless a field has asked for it. */
  const takeKeyboard = () => {
    if (form.current?.contains(document.activeElement)) return;
    const first = form.current?.querySelector<HTMLElement>('.modal-body :is(input, select, textarea):not(:disabled)');
    (first ?? form.current?.querySelector<HTMLElement>('[type=submit]'))?.focus();
  };
  const leave = () => {
    if (!isTyped) return onClose();
    if (isAsking) return goOn();
    lastField.current = document.activeElement as HTMLElement | null;
    setAsking(true);
  };
  const goOn = () => {
    lastField.current?.focus();
    setAsking(false);
  };
  return (
    <Modal
      show
      // What fades away still holds the keyboard, and would take it back from wherever it has gone meanwhile.
      animation={false}
      onHide={leave}
      onShow={() => queueMicrotask(takeKeyboard)}
      centered
      aria-labelledby="form-dialog-title"
      {...dialogKeys(leave)}
    >
      <Form ref={form} noValidate onInput={() => setTyped(true)} onSubmit={(event: FormEvent) => void onSubmit(event)}>
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="form-dialog-title">
            {title}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="plan-form">
          {draft?.isKept && (
            <p className="wide quiet kept-draft" role="status">
              {t('ui.earlierEntries')}{' '}
              <button
                type="button"
                className="btn btn-link btn-sm"
                onClick={() => {
                  draft.startOver();
                  setTyped(false);
                  form.current?.querySelector<HTMLElement>('.modal-body :is(input, select, textarea)')?.focus();
                }}
              >
                {t('ui.startOver')}
              </button>
            </p>
          )}
          {children}
          {refusal && (
            <p className="refusal wide" role="alert">
              {refusal}
            </p>
          )}
        </Modal.Body>
        {isAsking ? (
          <Modal.Footer role="alert">
            <span className="me-auto">{t('ui.discardQuestion')}</span>
            <Button variant="link" onClick={goOn}>
              {t('ui.continueEditing')}
            </Button>
            <Button autoFocus onClick={onClose}>
              {t('ui.discard')}
            </Button>
          </Modal.Footer>
        ) : (
          <Modal.Footer>
            <Button variant="link" onClick={onClose}>
              {t('ui.cancel')}
            </Button>
            <Button type="submit" disabled={busy}>
              {submit}
            </Button>
          </Modal.Footer>
        )}
      </Form>
    </Modal>
  );
}
