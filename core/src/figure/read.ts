import { notationOf } from './notation.ts';
import { isFraction, type Unit } from './unit.ts';
import { messageFor, type Message } from '../message.ts';

/** A figure as someone typed it: read, or refused with a sentence for them. `null` is an empty entry. */
export type ReadFigure =
  | { readonly ok: true; readonly figure: number | null }
  | { readonly ok: false; readonly message: Message };

/** No figure of a plan may be larger: beyond it, cents no longer fit a double. */
export const LARGEST_FIGURE = 1e13;

/** Marks nobody sees: which way a text runs, as some locales put around figures, and that it is not to be parted. */
export const UNSEEN_MARKS = /[\u061c\u200e\u200f\u202a-\u202e\u2060\u2066-\u2069]/g;

/**
 * Reads a figure typed in a locale's notation: `1,234.50`, `-12`, `(12)`, `€ 12`, `5 %`. Thousands are optional, but
 * must stand in groups of three. For units that are fractions `2.4` and `2.4 %` both mean 0.024.
 */
export function readFigure(text: string, locale: string, unit: Unit = 'money'): ReadFigure {
  const shown = text.trim().length > 40 ? `${text.trim().slice(0, 40)}…` : text.trim();
  const refuse = (message: Message): ReadFigure => ({ ok: false, message });
  let body = text.replace(UNSEEN_MARKS, '').trim();
  if (body === '') return { ok: true, figure: null };
  if (/[\t\n\r]/.test(body)) return refuse(messageFor('figure.moreThanOne'));
  const { decimal, grouping, higherGroups } = notationOf(locale);
  const example = exampleOf(unit, decimal);

  const bracketed = /^\((.*)\)$/.exec(body);
  if (bracketed) body = bracketed[1]!.trim();
  const signed = /^([-−–+])\s*(.*)$/.exec(body);
  if (signed) body = signed[2]!;
  const percent = /^(.*?)\s*%$/.exec(body);
  if (percent) body = percent[1]!;
  if (unit === 'money')
    body = body.replace(/^(\p{Sc}|[A-Z]{3}(?=[-−–\s\d]))\s*/u, '').replace(/\s*(\p{Sc}|\s[A-Z]{3})$/u, '');
  const signedAfterSymbol = signed ? null : /^([-−–])\s*(.*)$/.exec(body);
  if (signedAfterSymbol) body = signedAfterSymbol[2]!;
  if (bracketed && (signed || signedAfterSymbol)) return refuse(messageFor('figure.parenthesesAndSign', { shown }));

  if (/^[\d.,]*\d[\d.,]*e[+-]?\d+$/i.test(body)) {
    return refuse(messageFor('figure.exponent', { shown, example }));
  }
  const group = grouping.trim() === '' ? '[\\s\\u00a0\\u202f]' : `[${escape(grouping)}'’\\u00a0\\u202f ]`;
  const shape = new RegExp(
    `^(?:\\d+|\\d{1,3}(?:${group}\\d{3})+|\\d{1,${higherGroups}}(?:${group}\\d{${higherGroups}})+${group}\\d{3})(?:${escape(decimal)}\\d*)?$|^${escape(decimal)}\\d+$`,
  );
  if (!shape.test(body)) {
    if (!/\d/.test(body)) return refuse(messageFor('figure.invalid', { shown, example }));
    const other = decimal === ',' ? '.' : ',';
    if (new RegExp(`^\\d+${escape(other)}\\d{1,2}$`).test(body)) {
      return refuse(messageFor('figure.wrongDecimalSign', { decimal, body: body.replace(other, decimal) }));
    }
    return refuse(messageFor('figure.notOneFigure', { shown, example }));
  }
  if (percent && !isFraction(unit) && unit !== 'number') {
    return refuse(messageFor('figure.percentForOtherUnit', { shown, unit }));
  }
  const digits = body.replace(new RegExp(group, 'g'), '').replace(decimal, '.');
  const figure = Number(percent || isFraction(unit) ? `${digits}e-2` : digits);
  if (figure > LARGEST_FIGURE) return refuse(messageFor('figure.tooLarge', { shown }));
  const negative = bracketed !== null || (signed !== null && signed[1] !== '+') || signedAfterSymbol !== null;
  return { ok: true, figure: negative && figure !== 0 ? -figure : figure };
}

function escape(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}

/** Returns a figure as it may be typed: a percentage where the unit is one, else an amount. */
function exampleOf(unit: Unit, decimal: string): string {
  const isComma = decimal === ',';
  if (isFraction(unit)) return isComma ? '2,5 %' : '2.5 %';
  return isComma ? '1.234,50' : '1,234.50';
}
