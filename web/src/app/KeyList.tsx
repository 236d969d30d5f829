import Modal from 'react-bootstrap/Modal';

const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Moving',
    [
      ['↑ ↓ ← →', 'one field on; past December into the next year'],
      ['Home, End', 'first and last month; again: the name, the year'],
      ['Ctrl+Home, Ctrl+End', 'first and last line'],
      ['Page Up, Page Down', 'a screenful of lines'],
      ['Alt+Page Up, Alt+Page Down', 'year before, year after'],
    ],
  ],
  [
    'Figures and rules',
    [
      ['0–9 − (', 'type a figure; letters begin a rule'],
      ['Enter or F2', 'change what is there'],
      ['↑ ↓ while typing', 'choose the reach'],
      ['Enter, Tab', 'confirm and go down, go right'],
      ['Ctrl+Enter while typing', 'confirm from here on'],
      ['Ctrl+Shift+Enter while typing', 'confirm for every month'],
      ['Esc', 'leave it as it was'],
      ['Ctrl+Enter', 'change the rule of the line'],
      ['Delete', 'clear an exception; empty another month'],
    ],
  ],
  [
    'Lines and groups (on their name)',
    [
      ['Enter or F2', 'rename'],
      ['Insert or +', 'new line below'],
      ['Alt+↑, Alt+↓', 'move up, down, into the next group'],
      ['Ctrl+D', 'duplicate'],
      ['Delete', 'delete'],
      ['Shift+F10', 'everything else that can be done'],
    ],
  ],
  [
    'Everywhere',
    [
      ['Ctrl+Z, Ctrl+Y', 'undo, redo'],
      ['Alt+A', 'assumptions open or closed'],
      ['F6', 'from the figures to the assumptions and back'],
      ['?', 'this list'],
    ],
  ],
];

/** The list of keys. */
export function KeyList({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Modal show={open} onHide={onClose} size="lg" centered aria-labelledby="key-list-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="key-list-title">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="key-list">
        {KEYS.map(([title, keys]) => (
          <section key={title}>
            <h3>{title}</h3>
            <dl>
              {keys.map(([key, meaning]) => (
                <div key={key}>
                  <dt>
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{meaning}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </Modal.Body>
    </Modal>
  );
}
