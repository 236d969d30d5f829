import { AsyncLocalStorage } from 'node:async_hooks';

/** For whom something is done: the person whose request is answered, `''` for the server itself. Tasks are shared out by it. */
const owners = new AsyncLocalStorage<string>();

export const ownerNow = (): string => owners.getStore() ?? '';

/** Does something for a person, with all that follows from it. */
export const doneFor = <T>(personId: string, work: () => T): T => owners.run(personId, work);
