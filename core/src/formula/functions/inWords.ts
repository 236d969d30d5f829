import { messageFor, type Message } from '../../message.ts';
import { FAMILIES, shapeOf, type Family } from './description.ts';
import { FUNCTIONS } from './functions.ts';

const HEADINGS: Readonly<Record<Family, Message>> = {
  time: messageFor('function.family.time'),
  logic: messageFor('function.family.logic'),
  numbers: messageFor('function.family.numbers'),
  money: messageFor('function.family.money'),
};

/** All functions as Markdown, as `write` says it, a list for each family: how each is written, what it gives, an example. */
export function functionsInWords(write: (text: Message) => string): string {
  return FAMILIES.map((family) => {
    const entries = FUNCTIONS.filter((each) => each.family === family).map(
      (each) => `- \`${each.name}(${shapeOf(each)})\`: ${write(each.summary)}. \`${each.example}\``,
    );
    return `### ${write(HEADINGS[family])}\n\n${entries.join('\n')}\n`;
  }).join('\n');
}
