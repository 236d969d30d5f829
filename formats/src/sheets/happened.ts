import { NO_ACTUALS, type LedgerSummary } from '@haushalt/core';

/** A plan of which nothing has been entered. */
export const NOTHING_HAPPENED: LedgerSummary = { actuals: NO_ACTUALS, settled: new Set() };
