import { useLayoutEffect, useRef, useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../../ui/Icon.tsx';
import { LineDialog } from '../dialogs/LineDialog.tsx';
import type { OnRow } from './rowDeeds.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';

/** Everything that can be done with a line or group, by mouse or by keyboard. The menu itself is made when it is opened. */
export function RowMenu({ row, onRow }: { readonly row: BudgetRow; readonly onRow: OnRow }) {
  const [details, setDetails] = useState(false);
  const [open, setOpen] = useState(false);
  const menu = useRef<HTMLSpanElement>(null);
  useLayoutEffect(() => {
    // The menu reaches beyond its row, and lies over the rows below.
    menu.current?.closest('.grid-row')?.classList.toggle('has-menu', open);
    if (open) menu.current?.querySelector<HTMLElement>('.dropdown-item')?.focus({ preventScroll: true });
  }, [open]);
  const wasAsked = useRef(false);
  useLayoutEffect(() => {
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
        onClick={() => onRow('addLine', row)}
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
          <Entries row={row} onRow={onRow} onDetails={() => setDetails(true)} />
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
  readonly onRow: OnRow;
  readonly onDetails: () => void;
}

function Entries({ row, onRow, onDetails }: EntriesProps) {
  const isLine = row.kind === 'line';
  return (
    <Dropdown.Menu popperConfig={{ strategy: 'fixed' }} renderOnMount>
      <Dropdown.Item as="button" onClick={() => onRow('rename', row)}>
        {isLine ? 'Rename' : 'Name, side and rhythm …'} <kbd>Enter</kbd>
      </Dropdown.Item>
      {isLine && (
        <>
          <Dropdown.Item as="button" onClick={onDetails}>
            Unit, look and note …
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => onRow('openRule', row)}>
            Rule and patterns … <kbd>Alt+R</kbd>
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => onRow('lock', row)}>
            {row.line.locked ? 'Unlock' : 'Lock against editing'} <kbd>Alt+L</kbd>
          </Dropdown.Item>
        </>
      )}
      {row.kind === 'heading' && (
        <Dropdown.Item as="button" onClick={() => onRow('collapse', row)}>
          {row.collapsed ? 'Open' : 'Collapse'} <kbd>Space</kbd>
        </Dropdown.Item>
      )}
      <Dropdown.Item as="button" onClick={() => onRow('highlight', row)}>
        Highlights …
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('addLine', row)}>
        New line below <kbd>+</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('duplicate', row)}>
        Duplicate <kbd>Ctrl+D</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('moveUp', row)}>
        Move up <kbd>Alt+↑</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('moveDown', row)}>
        Move down <kbd>Alt+↓</kbd>
      </Dropdown.Item>
      <Dropdown.Divider />
      <Dropdown.Item as="button" onClick={() => onRow('remove', row)}>
        Delete <kbd>Delete</kbd>
      </Dropdown.Item>
    </Dropdown.Menu>
  );
}
