import { solve, sweep, sweepTwo, uncertainty } from '@haushalt/core';
import { expose } from 'comlink';

/** States what is computed away from the page, so that the page never waits. */
const computations = { solve, sweep, sweepTwo, uncertainty };

export type Computations = typeof computations;

expose(computations);
