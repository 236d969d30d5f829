import type { Month } from '@haushalt/core';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { ExceptionsPanel } from './ExceptionsPanel.tsx';
import { FitPanel } from './FitPanel.tsx';
import type { PanelName } from '../sheet/panelNames.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { RulePanel } from './RulePanel.tsx';
import { SplitPanel } from './SplitPanel.tsx';

interface PanelOfProps {
  readonly panel: PanelName;
  readonly year: number;
  readonly row: BudgetRow | undefined;
  /** The month selected, or the first shown. */
  readonly month: Month;
  readonly onShow: (id: string, month: Month) => void;
  readonly onEdit: (line: string, month: Month, asRule: boolean) => void;
  readonly onClose: () => void;
}

/** The panel that is open beside the budget. */
export function PanelOf({ panel, year, row, month, onShow, onEdit, onClose }: PanelOfProps) {
  const { document } = useSessionState();
  switch (panel) {
    case 'rule': {
      const line = row?.kind === 'line' ? document.lines.get(row.id) : undefined;
      if (!line) return null;
      return (
        <RulePanel
          key={line.id}
          line={line}
          month={month}
          onEdit={(month, asRule) => onEdit(line.id, month, asRule)}
          onClose={onClose}
        />
      );
    }
    case 'fit':
      return <FitPanel year={year} onShow={onShow} onClose={onClose} />;
    case 'typed':
      return <ExceptionsPanel onShow={onShow} onClose={onClose} />;
    case 'split':
      return <SplitPanel year={year} onClose={onClose} />;
  }
}
