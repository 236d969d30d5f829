import { useLayoutEffect, useRef, type ReactNode } from 'react';
import { t } from '../language/language.ts';
import './sidePanel.scss';

interface SidePanelProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A panel beside the page, for work that goes on while the page is in view. Escape closes it. */
export function SidePanel({ title, onClose, children }: SidePanelProps) {
  const panel = useRef<HTMLElement>(null);
  useLayoutEffect(() => {
    const first = panel.current?.querySelector<HTMLElement>('[data-first], .panel-body :is(input, select, button)');
    (first ?? panel.current)?.focus({ preventScroll: true });
  }, [title]);
  return (
    <aside
      ref={panel}
      className="side-panel"
      aria-label={title}
      tabIndex={-1}
      onKeyDown={(event) => {
        if (event.defaultPrevented) return;
        if (event.key === 'Escape') onClose();
        else if (event.key === 'F6') window.document.querySelector<HTMLElement>('[role=grid]')?.focus();
        else return;
        event.preventDefault();
      }}
    >
      <header>
        <h3>{title}</h3>
        <button type="button" className="btn-close" aria-label={t('ui.closePanel', { title })} onClick={onClose} />
      </header>
      <div className="panel-body">{children}</div>
    </aside>
  );
}
