import { NO_ACTUALS, type LedgerSummary } from '@haushalt/core';

/** A plan of which nothing has been entered. */
export const EMPTY_LEDGER: LedgerSummary = { actuals: NO_ACTUALS, settled: new Set() };
