export { createApp, type AppOptions } from './http/app.ts';
export { LOG_LEVELS, createLog, type Log, type LogLevel } from './http/log.ts';
export { examine, type Examined } from './doctor.ts';
export { createPeopleStore, type PeopleStore } from './store/people.ts';
export {
  DatabaseError,
  copyDatabase,
  databaseVersion,
  newestVersion,
  openDatabase,
  takeLock,
} from './store/database.ts';
export { LOCAL_PERSON } from './store/people.ts';
export type { Demo, DemoPlan } from './demo.ts';
export { BACKUPS_KEPT, Maintenance } from './maintenance.ts';
export { hashOfNew } from './http/passwords.ts';
export { strengthOf } from './threads/strength.ts';
export { creatingFrom } from './http/createFrom.ts';
export type { Rule } from './http/routing.ts';
export { Work } from './threads/work.ts';
export { openStore, type Outcome, type Store } from './store/store.ts';
export type { HistoryStep, Order } from './store/orders.ts';
export type { HistoryLine, LogEntry } from './store/log.ts';
export { PortTaken, ServeRefused, databaseFile, serve, type ServeOptions } from './serve.ts';
export { NO_OUTSIDE, startStandIns, type Outside } from './stand-ins/standIns.ts';
