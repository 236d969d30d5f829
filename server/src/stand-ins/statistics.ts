import express, { type Express } from 'express';
import { behaviourRoutes, type Behaviour } from './behaviour.ts';

/**
 * A stand-in for a statistics office: it publishes price indices by month, over HTTP as an office would. All figures are
 * made up. For demonstration and tests alone.
 */
interface Index {
  readonly id: string;
  readonly name: string;
  readonly source: string;
  /** Its rise from one year to the next, by year. */
  readonly rises: Readonly<Record<number, number>>;
}

const INDICES: readonly Index[] = [
  {
    id: 'consumer-prices',
    name: 'Consumer prices, all items',
    source: 'Office of Statistics of Weidenau, table 61-01',
    rises: { 2022: 0.061, 2023: 0.048, 2024: 0.027, 2025: 0.023, 2026: 0.0245 },
  },
  {
    id: 'household-energy',
    name: 'Household energy',
    source: 'Office of Statistics of Weidenau, table 61-04',
    rises: { 2022: 0.212, 2023: 0.094, 2024: -0.021, 2025: 0.031, 2026: 0.052 },
  },
];

/** States how prices rise in years nothing was made up for yet. */
const USUAL_RISE = 0.022;

/** The months an index is published for, from January of its first year to the month before its clock's. */
function valuesOf({ rises }: Index, until: string): { month: string; value: number }[] {
  const first = Math.min(...Object.keys(rises).map(Number));
  const years = Array.from({ length: Number(until.slice(0, 4)) - first + 1 }, (_, index) => first + index);
  const values: { month: string; value: number }[] = [];
  let level = 100;
  for (const year of years) {
    const monthly = (1 + (rises[year] ?? USUAL_RISE)) ** (1 / 12);
    for (let month = 1; month <= 12; month++) {
      level *= monthly;
      const key = `${year}-${String(month).padStart(2, '0')}`;
      if (key < until.slice(0, 7)) values.push({ month: key, value: Math.round(level * 100) / 100 });
    }
  }
  return values;
}

/** The office, whose clock says a day; `today` is asked where it has not been set. */
export function createStatisticsOffice(today: () => string): Express {
  const app = express();
  const behaviour: Behaviour = { delay: 0, answer: 'right', clock: null };
  app.use(behaviourRoutes(behaviour));
  app.get('/indices', (_request, response) => {
    response.json({ indices: INDICES.map(({ id, name, source }) => ({ id, name, source })) });
  });
  app.get('/indices/:id', (request, response) => {
    const index = INDICES.find(({ id }) => id === request.params.id);
    if (!index) return void response.status(404).json({ error: 'There is no such index.' });
    if (behaviour.answer === 'malformed') return void response.type('application/json').send('{"values": [');
    const { id, name, source } = index;
    const values = valuesOf(index, behaviour.clock ?? today());
    response.json({ id, name, source, base: '2021-12 = 100', values: behaviour.answer === 'repeating' ? [...values, ...values] : values }); // prettier-ignore
  });
  return app;
}
