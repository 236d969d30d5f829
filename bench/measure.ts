/** One row of the speed table. */
export interface Row {
  readonly name: string;
  readonly measured: number;
  readonly limit: number;
  readonly unit: string;
  readonly ok: boolean;
}

/** The median time of one call in microseconds, over `rounds` rounds of `calls` calls each, after a warm-up. */
export function medianOf(rounds: number, calls: number, work: () => void): number {
  for (let i = 0; i < calls * 3; i++) work();
  const times: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const start = process.hrtime.bigint();
    for (let i = 0; i < calls; i++) work();
    times.push(Number(process.hrtime.bigint() - start) / 1000 / calls);
  }
  return median(times);
}

/** The medians of two works measured in turn, so that both meet the same state of the machine. */
export function mediansInTurn(
  rounds: number,
  callsA: number,
  a: () => void,
  callsB: number,
  b: () => void,
): [number, number] {
  const timesA: number[] = [];
  const timesB: number[] = [];
  medianOf(1, callsA, a);
  medianOf(1, callsB, b);
  for (let round = 0; round < rounds; round++) {
    timesA.push(timed(callsA, a));
    timesB.push(timed(callsB, b));
  }
  return [median(timesA), median(timesB)];
}

function timed(calls: number, work: () => void): number {
  const start = process.hrtime.bigint();
  for (let i = 0; i < calls; i++) work();
  return Number(process.hrtime.bigint() - start) / 1000 / calls;
}

export function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)]!;
}

export function atMost(name: string, measured: number, limit: number, unit: string): Row {
  return { name, measured, limit, unit, ok: measured <= limit };
}

export function atLeast(name: string, measured: number, limit: number, unit: string): Row {
  return { name, measured, limit, unit, ok: measured >= limit };
}
