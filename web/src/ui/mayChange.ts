import { createContext, useContext } from 'react';

/** Why nothing can be changed here, as a sentence; `null` where it can. */
export const MayChangeContext = createContext<string | null>(null);

export const useWhyNotChange = (): string | null => useContext(MayChangeContext);
