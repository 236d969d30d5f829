// Writes the JSON Schema of the plan file from the description of the tables.
import { writeFileSync } from 'node:fs';
import { planFileSchema } from '../core/dist/index.js';

writeFileSync(
  new URL('../docs/plan-file.schema.json', import.meta.url),
  `${JSON.stringify(planFileSchema(), null, 2)}\n`,
);
