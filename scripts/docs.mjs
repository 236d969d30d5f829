// Writes what the documents say of tables and functions from their descriptions: the JSON Schema of the plan file, and the
// functions of the formula language.
import { readFileSync, writeFileSync } from 'node:fs';
import { build, install } from './setup.mjs';

install();
build();
const { Speaker, catalogueFor } = await import('../language/dist/bundle/index.js');
const { functionsInWords, planFileSchema } = await import('../core/dist/bundle/index.js');

const inDocs = (name) => new URL(`../docs/${name}`, import.meta.url);

writeFileSync(inDocs('plan-file.schema.json'), `${JSON.stringify(planFileSchema(), null, 2)}\n`);

const { say } = new Speaker('en', await catalogueFor('en', 'programs'));
const formulas = readFileSync(inDocs('formulas.md'), 'utf8');
const [begin, end] = ['<!-- functions: written by npm run docs -->\n', '\n<!-- end of functions -->'];
const [before, rest] = formulas.split(begin);
writeFileSync(inDocs('formulas.md'), `${before}${begin}\n${functionsInWords(say)}${end}${rest.split(end)[1]}`);
