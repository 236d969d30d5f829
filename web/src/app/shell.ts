import { createContext, useContext } from 'react';

/** What pages can ask of the frame around them. */
export interface ShellActions {
  readonly openShelf: () => void;
}

export const ShellContext = createContext<ShellActions>({ openShelf: () => {} });

export function useShell(): ShellActions {
  return useContext(ShellContext);
}
