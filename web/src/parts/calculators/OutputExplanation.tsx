import { useShell } from '../plan/shell.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { ExplanationPanel } from '../explanation/ExplanationPanel.tsx';

interface OutputExplanationProps {
  readonly id: string;
  readonly period: number;
  readonly onClose: () => void;
}

/** Shows how a figure of a calculator came about. */
export function OutputExplanation({ id, period, onClose }: OutputExplanationProps) {
  const plan = useSessionState();
  const shell = useShell();
  return (
    <ExplanationPanel
      plan={plan}
      id={id}
      period={period}
      over={null}
      onJump={(target) => {
        shell.goTo(target);
        return true;
      }}
      onChangeRule={null}
      onClearException={null}
      onNote={null}
      onOpenRule={null}
      onClose={onClose}
    />
  );
}
