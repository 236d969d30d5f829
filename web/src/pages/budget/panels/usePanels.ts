import { now, planOf } from '@haushalt/core';
import { useState } from 'react';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { useNotices } from '../../../ui/Notices.tsx';
import { useEventCallback } from '../../../ui/useEventCallback.ts';
import type { PanelName } from '../sheet/panelNames.ts';
import { trialFromNow, type Trial } from '../../../parts/trial/trial.ts';
import { t } from '../../../language/language.ts';

/** The panel that stands beside the budget, and the trial that goes on in it, if any. */
export function usePanels(row: BudgetRow | undefined) {
  const { document, history } = useSessionState();
  const notices = useNotices();
  const [panel, setPanel] = useState<PanelName | null>(null);
  const [trial, setTrial] = useState<Trial | null>(null);
  const beginTrial = () => trialFromNow(document, history, now(), planOf(document).locale);
  const toggleTrial = useEventCallback(() => setTrial((before) => (before ? null : beginTrial())));
  const openPanel = useEventCallback((name: PanelName) => {
    if (name === 'rule' && row?.kind !== 'line') return notices.say({ text: t('budget.selectLineForRule') });
    // Cutting is trying: it shows what it does to every figure, and can be gone back on.
    if (name === 'fit' && !trial) setTrial(beginTrial());
    setPanel(panel === name ? null : name);
  });
  return { panel, setPanel, trial, setTrial, openPanel, toggleTrial };
}
