import type { Express } from 'express';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { today as presentDay, type Day, type Month } from '@haushalt/core';
import { WRITTEN_FOR } from '../demoDay.ts';
import { createBank } from './bank.ts';
import { createMailBox } from './mail.ts';
import { createStatisticsOffice } from './statistics.ts';

/** Where services outside are found; `null` for one there is not. */
export interface Outside {
  readonly bank: string | null;
  readonly statistics: string | null;
  /** A mail box. */
  readonly mail: string | null;
}

export const NO_OUTSIDE: Outside = { bank: null, statistics: null, mail: null };

interface StandInTerms {
  readonly today?: () => Day;
  /** The month the bank's book begins with. */
  readonly begins?: Month;
}

/** Starts the stand-ins on this machine alone, each on a port of its own. */
export async function startStandIns({ today = presentDay, begins = WRITTEN_FOR }: StandInTerms = {}): Promise<{
  outside: Outside;
  close: () => Promise<void>;
}> {
  const [bank, statistics, mail] = await Promise.all([
    listening(createBank(today, begins)),
    listening(createStatisticsOffice(today)),
    listening(createMailBox()),
  ]);
  return {
    outside: { bank: bank.url, statistics: statistics.url, mail: mail.url },
    close: async () => void (await Promise.all([bank.close(), statistics.close(), mail.close()])),
  };
}

async function listening(app: Express): Promise<{ url: string; close: () => Promise<void> }> {
  const server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(0, '127.0.0.1', resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${port}`,
    close: () =>
      new Promise((resolve) => {
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}
