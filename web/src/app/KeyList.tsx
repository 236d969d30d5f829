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
      ['Page Up, Page Down while typing', 'the last month of a stretch'],
      ['Enter, Tab', 'confirm and go down, go right'],
      ['Ctrl+Enter while typing', 'confirm from here on'],
      ['Ctrl+Shift+Enter while typing', 'confirm for every month'],
      ['Esc', 'leave it as it was'],
      ['Ctrl+Enter', 'change the rule of the line'],
      ['Alt+R', 'its steps, exceptions and patterns'],
      ['← → Delete on a step', 'move it by a month, remove it'],
      ['Delete', 'clear an exception; empty another month'],
      ['Alt+N', 'a note on the figure'],
    ],
  ],
  [
    'Blocks of figures',
    [
      ['Shift with a moving key', 'select a block'],
      ['Ctrl+Space, Ctrl+click', 'begin another block apart'],
      ['Ctrl+A', 'all figures'],
      ['Alt+C', 'raise, lower, spread'],
      ['Ctrl+C, Ctrl+V', 'copy, paste'],
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
      ['Space', 'collapse or open a group'],
      ['Alt+L', 'lock or unlock a line'],
      ['Shift+F10', 'everything else that can be done'],
    ],
  ],
  [
    'The view and the work beside it',
    [
      ['F8', 'rules in place of figures, and back'],
      ['Alt+1 … Alt+4', 'months, quarters, years, the plan'],
      ['Alt+S', 'find lines'],
      ['Alt+T', 'try something, keep it or go back'],
      ['Alt+Y', 'make the year fit'],
      ['Alt+E', 'exceptions and typed figures'],
    ],
  ],
  [
    'The other pages',
    [
      ['Enter on a projection', 'choose what the line or group grows by'],
      ['N on spending', 'enter what was paid or came in'],
      ['Enter on spending', 'to the entries of the line'],
      ['← → on a chart', 'from point to point, with its figures'],
      ['↑ ↓ on an assumption’s value', 'a little more, a little less'],
      ['← → on its slider', 'try values; all pages follow'],
      ['Alt+↑, Alt+↓ on an assumption', 'move it up or down'],
    ],
  ],
  [
    'Loans, savings, tax, break-even',
    [
      ['Enter, Esc in a field', 'take what was typed, leave it as it was'],
      ['letters or + − × in a field', 'a formula, with names to choose from'],
      ['↑ ↓ in a field', 'a little more, a little less'],
      ['← → on a slider', 'try values; all pages follow'],
      ['Ctrl+C in a schedule', 'copy it as a table'],
      ['F6', 'from the terms to the figures, and back'],
    ],
  ],
  [
    'Everywhere',
    [
      ['Ctrl+Z, Ctrl+Y', 'undo, redo'],
      ['Alt+A', 'assumptions open or closed'],
      ['F6', 'from the figures to what is beside them, and back'],
      ['?', 'this list'],
    ],
  ],
];

/** The list of keys. */
export function KeyList({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Modal
      animation={false}
      show={open}
      onHide={onClose}
      size="xl"
      centered
      scrollable
      aria-labelledby="key-list-title"
    >
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
