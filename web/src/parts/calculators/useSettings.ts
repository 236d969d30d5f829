import { say } from '../../language/language.ts';
import { commandForSettings, type CalculatorTable, type Command } from '@haushalt/core';
import { useNotices } from '../../ui/Notices.tsx';
import { useSession } from '../../plan-session/SessionProvider.tsx';

/** Ways of changing a calculator; what cannot be done is said in a notice. */
export interface Settings {
  /** Carries out a command; says whether it could be. */
  readonly send: (command: Command) => boolean;
  /** Changes what is said of the calculator itself. */
  readonly set: (settings: Readonly<Record<string, string | number | null>>) => boolean;
}

/** Changes a calculator from its page. */
export function useSettings(table: CalculatorTable, id: string): Settings {
  const session = useSession();
  const notices = useNotices();
  const send = (command: Command): boolean => {
    const refused = session.send(command);
    if (refused) notices.say({ text: say(refused.message), tone: 'warning' });
    return !refused;
  };
  return { send, set: (settings) => send(commandForSettings(table, id, settings)) };
}
