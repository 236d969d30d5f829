export { createApp, type AppOptions } from './http/app.ts';
export { DatabaseError, openDatabase } from './store/database.ts';
export { LOCAL_PERSON } from './store/people.ts';
export { openStore, type HistoryStep, type Order, type Outcome, type Store } from './store/store.ts';
export type { LogEntry } from './store/log.ts';
export { PortTaken, databaseFile, serve, type ServeOptions } from './serve.ts';
