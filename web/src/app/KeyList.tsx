import Modal from 'react-bootstrap/Modal';
import { sectionsFor } from './keyList.ts';
import { keysInWords, t } from '../language/language.ts';

interface KeyListProps {
  /** The page of a plan it is opened on; `null` where no plan is open. */
  readonly page: string | null;
  readonly open: boolean;
  readonly onClose: () => void;
}

/** The list of keys. */
export function KeyList({ page, open, onClose }: KeyListProps) {
  return (
    <Modal
      animation={false}
      show={open}
      onHide={onClose}
      {...(page === null ? {} : { size: 'xl' as const })}
      centered
      scrollable
      aria-labelledby="key-list-title"
    >
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="key-list-title">
          {t('shell.keys')}
        </Modal.Title>
      </Modal.Header>
      {/* Longer than the window, it is scrolled by the keyboard as well. */}
      <Modal.Body
        className={page === null ? 'key-list is-short' : 'key-list'}
        tabIndex={0}
        role="group"
        aria-label={t('shell.keys')}
      >
        {sectionsFor(page).map(({ title, keys }) => (
          <section key={title}>
            <h3>{title}</h3>
            <dl>
              {keys.map(({ shown, words }) => (
                <div key={shown}>
                  <dt>
                    <kbd>{keysInWords(shown)}</kbd>
                  </dt>
                  <dd>{words}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </Modal.Body>
    </Modal>
  );
}
