import { say } from '../../language/language.ts';
import { noFigureInWords, type NoFigure } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** Why a calculator has no answer, where its figures would be. */
export function NoAnswer({ reason }: { readonly reason: NoFigure }) {
  const { model } = useSessionState();
  return (
    <p className="no-answer" role="status">
      <Icon name="warning" /> {say(noFigureInWords(model, reason))}
    </p>
  );
}
