import { planOf } from '@haushalt/core';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** Returns what has a browser check the spelling of a text in a language. */
export const spelledIn = (language: string) => ({ lang: language, spellCheck: true }) as const;

/** The same in the language of the open plan. */
export function useSpelling() {
  return spelledIn(planOf(useSessionState().document).locale);
}
