export { createApp, type AppOptions } from './http/app.ts';
export { LOG_LEVELS, createLog, type Log, type LogLevel } from './http/log.ts';
export { DatabaseError, copyDatabase, openDatabase } from './store/database.ts';
export { LOCAL_PERSON } from './store/people.ts';
export { openStore, type HistoryStep, type Order, type Outcome, type Store } from './store/store.ts';
export type { HistoryLine, LogEntry } from './store/log.ts';
export { PortTaken, ServeRefused, databaseFile, serve, type ServeOptions } from './serve.ts';
export { NO_OUTSIDE, startStandIns, type Outside } from './stand-ins/standIns.ts';
