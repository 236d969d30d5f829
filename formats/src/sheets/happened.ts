import { NO_ACTUALS, type Happened } from '@haushalt/core';

/** A plan of which nothing has been entered. */
export const NOTHING_HAPPENED: Happened = { actuals: NO_ACTUALS, settled: new Set() };
