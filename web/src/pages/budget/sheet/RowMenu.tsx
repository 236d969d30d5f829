import { useLayoutEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../../ui/Icon.tsx';
import { FollowDialog } from '../dialogs/FollowDialog.tsx';
import { LineDialog } from '../dialogs/LineDialog.tsx';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { useSend } from '../../../plan-session/useSend.ts';
import type { OnRow } from './rowActions.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { keysInWords, t } from '../../../language/language.ts';

/** Everything that can be done with a line or group, by mouse or by keyboard. The menu itself is made when it is opened. */
export function RowMenu({ row, onRow }: { readonly row: BudgetRow; readonly onRow: OnRow }) {
  const [details, setDetails] = useState<'line' | 'follow' | null>(null);
  const [open, setOpen] = useState(false);
  const menu = useRef<HTMLSpanElement>(null);
  useLayoutEffect(() => {
    // The menu reaches beyond its row, and lies over the rows below.
    menu.current?.closest('.grid-row')?.classList.toggle('has-menu', open);
    if (open)
      window.document.querySelector<HTMLElement>('.row-menu-entries .dropdown-item')?.focus({ preventScroll: true });
  }, [open]);
  const wasAsked = useRef(false);
  useLayoutEffect(() => {
    // The keys are the grid's again once the dialog is closed.
    if (wasAsked.current && !details) menu.current?.closest<HTMLElement>('[role=grid]')?.focus();
    wasAsked.current = details !== null;
  }, [details]);
  const more = { type: 'button', className: 'row-more', tabIndex: -1, title: t('budget.more') } as const;
  return (
    <span className={`row-menu ${open ? 'is-open' : ''}`} ref={menu}>
      <button
        type="button"
        className="row-add"
        tabIndex={-1}
        title={t('budget.newLineHint')}
        aria-label={t('budget.newLineBelowOf', { label: row.label })}
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
          <Dropdown.Toggle as="button" {...more} aria-label={t('budget.moreFor', { label: row.label })}>
            <Icon name="more" />
          </Dropdown.Toggle>
          <Entries row={row} onRow={onRow} onDetails={setDetails} />
        </Dropdown>
      ) : (
        <button
          {...more}
          aria-label={t('budget.moreFor', { label: row.label })}
          aria-haspopup="menu"
          onClick={() => setOpen(true)}
        >
          <Icon name="more" />
        </button>
      )}
      {details === 'line' && row.kind === 'line' && <LineDialog line={row.line} onClose={() => setDetails(null)} />}
      {details === 'follow' && row.kind === 'line' && <FollowDialog line={row.line} onClose={() => setDetails(null)} />}
    </span>
  );
}

interface EntriesProps {
  readonly row: BudgetRow;
  readonly onRow: OnRow;
  readonly onDetails: (which: 'line' | 'follow') => void;
}

function Entries({ row, onRow, onDetails }: EntriesProps) {
  const isLine = row.kind === 'line';
  const send = useSend();
  const follows = useSessionState().document.feeds.has(isLine ? row.line.id : '');
  const stop = () => {
    if (isLine)
      send({ kind: 'line.unfollow', line: row.line.id }, t('budget.followsNoLonger', { line: row.line.name }));
  };
  // Over everything else: a row is moved by a transform, which would hold what is placed within it.
  return createPortal(
    <Dropdown.Menu className="row-menu-entries" popperConfig={{ strategy: 'fixed' }} renderOnMount>
      <Dropdown.Item as="button" onClick={() => onRow('rename', row)}>
        {isLine ? t('budget.rename') : t('budget.groupSettings')} <kbd>{t('budget.enterKey')}</kbd>
      </Dropdown.Item>
      {isLine && (
        <>
          <Dropdown.Item as="button" onClick={() => onDetails('line')}>
            {t('budget.lineSettings')}
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => onRow('openRule', row)}>
            {t('budget.ruleSettings')} <kbd>{t('budget.altR')}</kbd>
          </Dropdown.Item>
          {follows ? (
            <Dropdown.Item as="button" onClick={stop}>
              {t('budget.stopFollowing')}
            </Dropdown.Item>
          ) : (
            <Dropdown.Item as="button" onClick={() => onDetails('follow')}>
              {t('budget.followAnother')}
            </Dropdown.Item>
          )}
          <Dropdown.Item as="button" onClick={() => onRow('lock', row)}>
            {row.line.locked ? t('budget.unlock') : t('budget.lockLine')} <kbd>{t('budget.altL')}</kbd>
          </Dropdown.Item>
        </>
      )}
      {row.kind === 'heading' && (
        <Dropdown.Item as="button" onClick={() => onRow('collapse', row)}>
          {row.collapsed ? t('budget.open') : t('budget.collapse')} <kbd>{t('budget.space')}</kbd>
        </Dropdown.Item>
      )}
      <Dropdown.Item as="button" onClick={() => onRow('highlight', row)}>
        {t('budget.highlights')}
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('addLine', row)}>
        {t('budget.newLineBelow')} <kbd>+</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('duplicate', row)}>
        {t('budget.duplicate')} <kbd>{t('budget.ctrlD')}</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('moveUp', row)}>
        {t('budget.moveUp')} <kbd>{t('budget.altUp')}</kbd>
      </Dropdown.Item>
      <Dropdown.Item as="button" onClick={() => onRow('moveDown', row)}>
        {t('budget.moveDown')} <kbd>{t('budget.altDown')}</kbd>
      </Dropdown.Item>
      <Dropdown.Divider />
      <Dropdown.Item as="button" onClick={() => onRow('remove', row)}>
        {t('budget.delete')} <kbd>{keysInWords('Delete')}</kbd>
      </Dropdown.Item>
    </Dropdown.Menu>,
    window.document.body,
  );
}
