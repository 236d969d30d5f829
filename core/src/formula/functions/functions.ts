import type { FunctionDescription } from './description.ts';
import { LOGIC } from './logic.ts';
import { MONEY } from './money.ts';
import { NUMBERS } from './numbers.ts';
import { TIME } from './time.ts';

/** The functions people can use, in the order they are listed to them. Each is described in its family's file, and nowhere else. */
export const FUNCTIONS: readonly FunctionDescription[] = [...TIME, ...LOGIC, ...NUMBERS, ...MONEY];

const byName = new Map(FUNCTIONS.map((description) => [description.name.toLowerCase(), description]));

/** The function of that name; case does not matter. */
export function functionNamed(name: string): FunctionDescription | undefined {
  return byName.get(name.toLowerCase());
}

/** The function that a call names. */
export function functionOf({ name }: { readonly name: string }): FunctionDescription {
  const description = functionNamed(name);
  if (!description) throw new RangeError(`There is no function called ${name}.`);
  return description;
}
