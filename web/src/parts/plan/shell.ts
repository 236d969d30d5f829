import type { Month } from '@haushalt/core';
import { createContext, useContext } from 'react';

/** Describes what pages can ask of the frame around them. */
export interface ShellActions {
  readonly openAssumptions: () => void;
  /** Goes to where a line, group, total or assumption stands. */
  readonly goTo: (id: string, month?: Month | null) => void;
}

export const ShellContext = createContext<ShellActions>({ openAssumptions: () => {}, goTo: () => {} });

export function useShell(): ShellActions {
  return useContext(ShellContext);
}
