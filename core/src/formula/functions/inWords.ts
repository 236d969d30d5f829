import { FAMILIES, shapeOf, type Family } from './description.ts';
import { FUNCTIONS } from './functions.ts';

const HEADINGS: Readonly<Record<Family, string>> = {
  time: 'Along the months',
  logic: 'Conditions',
  numbers: 'Numbers',
  money: 'Money and rates',
};

/** All functions as Markdown, a list for each family: how each is written, what it gives, an example. */
export function functionsInWords(): string {
  return FAMILIES.map((family) => {
    const entries = FUNCTIONS.filter((each) => each.family === family).map(
      (each) => `- \`${each.name}(${shapeOf(each)})\`: ${each.summary}. \`${each.example}\``,
    );
    return `### ${HEADINGS[family]}\n\n${entries.join('\n')}\n`;
  }).join('\n');
}
