import type { Command, Refusal } from '@haushalt/core';
import { useCallback } from 'react';
import { useNotices } from '../ui/Notices.tsx';
import { useSession } from './SessionProvider.tsx';
import { say, t } from '../language/language.ts';

/**
 * Carries out commands and says what became of them: why not, where one is refused; and, where words for it are given, that
 * it is done, with an Undo that takes back this very command, whatever has been done since. `isToldThere` says that the
 * refusal is shown where the command was given.
 */
export function useSend(): (command: Command, done?: string, isShownThere?: boolean) => Refusal | null {
  const session = useSession();
  const notices = useNotices();
  return useCallback(
    (command, done, isShownThere = false) => {
      const before = session.state.undo;
      const refusal = session.send(command);
      const step = session.state.undo;
      if (refusal && !isShownThere) notices.say({ text: say(refusal.message), tone: 'warning' });
      else if (!refusal && done !== undefined && step && step !== before) {
        const undo = () => {
          const refused = session.undoCommand(step.commandId);
          if (refused) notices.say({ text: say(refused.message), tone: 'warning' });
        };
        notices.say({ text: done, action: { label: t('session.undo'), run: undo } });
      }
      return refusal;
    },
    [session, notices],
  );
}
