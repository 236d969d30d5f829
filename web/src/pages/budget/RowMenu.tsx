import { useEffect, useRef, useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../app/Icon.tsx';
import { LineDialog } from './LineDialog.tsx';
import type { RowActions } from './cells.tsx';
import type { BudgetRow } from './rows.ts';

/** Everything that can be done with a line or group, by mouse or by keyboard. The menu itself is made when it is opened. */
export function RowMenu({ row, actions }: { readonly row: BudgetRow; readonly actions: RowActions }) {
  const [details, setDetails] = useState(false);
  const [open, setOpen] = useState(false);
  const menu = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    // The menu reaches beyond its field, and lies over the rows below.
    menu.current?.closest('.grid-cell')?.classList.toggle('has-menu', open);
    if (open) menu.current?.querySelector<HTMLElement>('.dropdown-item')?.focus({ preventScroll: true });
  }, [open]);
  const wasAsked = useRef(false);
  useEffect(() => {
    // The keys are the grid's again once the dialog is closed.
    if (wasAsked.current && !details) menu.current?.closest<HTMLElement>('[role=grid]')?.focus();
    wasAsked.current = details;
  }, [details]);
  const more = { type: 'button', className: 'row-more', tabIndex: -1, title: 'More' } as const;
  return (
    <span className={`row-menu ${open ? 'is-open' : ''}`} ref={menu}>
      <button
        type="button"
        className="row-add"
        tabIndex={-1}
        title="New line below (+)"
        aria-label={`New line below ${row.label}`}
        onClick={() => actions.addLine(row)}
      >
        <Icon name="add" />
      </button>
      {open ? (
        <Dropdown
          show
          onToggle={() => {
            // The keys are the grid's again once the menu is closed.
            menu.current?.closest<HTMLElement>('[role=grid]')?.focus();
            setOpen(false);
          }}
        >
          <Dropdown.Toggle as="button" {...more} aria-label={`More for ${row.label}`}>
            <Icon name="more" />
          </Dropdown.Toggle>
          <Entries row={row} actions={actions} onDetails={() => setDetails(true)} />
        </Dropdown>
      ) : (
        <button {...more} aria-label={`More for ${row.label}`} aria-haspopup="menu" onClick={() => setOpen(true)}>
          <Icon name="more" />
        </button>
      )}
      {details && row.kind === 'line' && <LineDialog line={row.line} onClose={() => setDetails(false)} />}
    </span>
  );
}

interface EntriesProps {
  readonly row: BudgetRow;
  readonly actions: RowActions;
  readonly onDetails: () => void;
}

function Entries({ row, actions, onDetails }: EntriesProps) {
  const isLine = row.kind === 'line';
  return (
    <Dropdown.Menu popperConfig={{ strategy: 'fixed' }} renderOnMount>
      <Dropdown.Item as="button" onClick={() => actions.rename(row)}>
        {isLine ? 'Rename' : 'Name, side and rhythm …'} <kbd>Enter</kbd>
      </Dropdown.Item>
      {isLine && (
        <>
          <Dropdown.Item as="button" onClick={onDetails}>
            Unit, look and note …
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => actions.openRule(row)}>
            Rule and patterns … <kbd>Alt+R</kbd>
          </Dropdown.Item>
          <Dropdown.Item
            as="button"
            onClick={() => actions.send({ kind: 'line.set', line: row.id, settings: { locked: !row.line.locked } })}
          >
            {row.line.locked ? 'Unlock' : 'Lock against editing'} <kbd>Alt+L</kbd>
          </Dropdown.Item>
        </>
      )}
      {row.kind === 'heading' && (
        <Dropdown.Item as="button" onClick={() => actions.collapse(row)}>
          {row.collapsed ? 'Open' : 'Collapse'} <kbd>Space</kbd>
        </Dropdown.Item>
      )}
      <Dropdown.Item as="button" onClick={() => actions.highlight(row)}>
        Highlights …
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => actions.addLine(row)}>
        New line below <kbd>+</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => actions.duplicate(row)}>
        Duplicate <kbd>Ctrl+D</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => actions.move(row, -1)}>
        Move up <kbd>Alt+↑</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => actions.move(row, 1)}>
        Move down <kbd>Alt+↓</kbd>
      </Dropdown.Item>
      <Dropdown.Divider />
      <Dropdown.Item as="button" onClick={() => actions.remove(row)}>
        Delete <kbd>Delete</kbd>
      </Dropdown.Item>
    </Dropdown.Menu>
  );
}
