import { isDay } from '@haushalt/core';
import { messageFor } from '../message.ts';
import {
  StatementError,
  described,
  referenceOf,
  type StatedBalance,
  type Statement,
  type StatementEntry,
  type StatementFile,
} from './statement.ts';

/** A field of a message: its tag, its text, and the line it begins in. */
interface Field {
  readonly tag: string;
  readonly text: string;
  readonly line: number;
}

/**
 * Customer statements of SWIFT's MT940. Source: SWIFT Standards MT, category 9: fields 25, 60a, 61, 86, 62a. Statements of
 * one account that follow each other are one.
 */
export function readMt940(text: string): StatementFile {
  const statements: Statement[] = [];
  let account = '';
  let opening: StatedBalance | null = null;
  let currency = '';
  let entries: StatementEntry[] = [];
  const isOpen = () => account !== '' || opening !== null || entries.length > 0;
  const finish = (closing: StatedBalance | null) => {
    statements.push({ account, currency, opening, closing, entries });
    account = '';
    opening = null;
    entries = [];
  };
  for (const field of fieldsOf(text)) {
    const { tag, text: value, line } = field;
    if (tag === '20' && isOpen()) finish(null);
    else if (tag === '25') account = value.replace(/\s+/g, '').replace(/^.*\//, '');
    else if (tag === '60F' || tag === '60M') {
      currency = value.slice(7, 10);
      opening ??= balanceOf(field);
    } else if (tag === '61') entries.push(entryOf(field));
    else if (tag === '86' && entries.length > 0) {
      const last = entries.at(-1)!;
      entries[entries.length - 1] = { ...last, what: informationOf(value) || last.what };
    } else if (tag === '62F' || tag === '62M') {
      if (!isOpen())
        throw new StatementError(messageFor('formats.place.line', { line }), messageFor('formats.statement.none'));
      finish(balanceOf(field));
    }
  }
  if (isOpen()) finish(null);
  if (statements.length === 0) throw new StatementError(null, messageFor('formats.statement.none'));
  return { format: 'mt940', statements };
}

function fieldsOf(text: string): Field[] {
  const fields: { tag: string; text: string; line: number }[] = [];
  text.split(/\r\n|\r|\n/).forEach((row, index) => {
    const begins = /^(?:\{4:)?:(\d{2}[A-Z]?):(.*)$/.exec(row);
    if (begins) fields.push({ tag: begins[1]!, text: begins[2]!, line: index + 1 });
    // A line that begins no field goes on with the one before; a dash ends the message.
    else if (/^(-\}?|\{.*|)$/.test(row.trim())) return;
    else if (fields.length > 0) fields.at(-1)!.text += `\n${row}`;
  });
  return fields;
}

/** `C260930EUR1234,56`: credit or debit, day, currency, amount. */
function balanceOf({ tag, text, line }: Field): StatedBalance {
  const parts = /^([CD])(\d{6})([A-Z]{3})([\d,]+)/.exec(text.trim());
  if (!parts)
    throw new StatementError(
      messageFor('formats.place.field', { tag, line }),
      messageFor('formats.statement.invalidBalance', { text }),
    );
  const amount = decimal(parts[4]!, tag, line);
  return { date: dayOf(parts[2]!, tag, line), amount: parts[1] === 'D' ? -amount : amount };
}

/** `2611031103D12,34NTRFNONREF//bank's reference`: value day, booking day, direction, amount, kind, references. */
function entryOf({ tag, text, line }: Field): StatementEntry {
  const [head = '', ...more] = text.split('\n');
  const parts = /^(\d{6})(\d{4})?(R?[CD])[A-Z]?([\d,]+)([A-Z][A-Z0-9]{3})(.*)$/.exec(head.trim());
  if (!parts)
    throw new StatementError(
      messageFor('formats.place.field', { tag, line }),
      messageFor('formats.statement.invalidEntry', { text: head }),
    );
  const [, value, booked, mark, size, , references] = parts as unknown as string[];
  const amount = decimal(size!, tag, line);
  const valueDay = dayOf(value!, tag, line);
  // The reversal of a credit takes it away again.
  const isPaid = mark === 'D' || mark === 'RC';
  const [own = '', bank = ''] = references!.split('//');
  return {
    date: booked === undefined ? valueDay : bookingDay(valueDay, booked, tag, line),
    what: described([own === 'NONREF' ? '' : own, ...more]),
    amount: isPaid ? -amount : amount,
    reference: referenceOf(bank),
    place: messageFor('formats.place.field', { tag, line }),
  };
}

/** The booking day has no year: it is the one nearest to the value day. */
function bookingDay(valueDay: string, booked: string, tag: string, line: number): string {
  const year = Number(valueDay.slice(0, 4));
  const days = [year - 1, year, year + 1]
    .map((each) => `${each}-${booked.slice(0, 2)}-${booked.slice(2)}`)
    .filter(isDay);
  if (days.length === 0)
    throw new StatementError(
      messageFor('formats.place.field', { tag, line }),
      messageFor('formats.statement.invalidDate', { text: booked }),
    );
  const distance = (day: string) => Math.abs(Date.parse(day) - Date.parse(valueDay));
  return days.reduce((nearest, day) => (distance(day) < distance(nearest) ? day : nearest));
}

/** Returns what a payment was for: subfields such as `?20` where the bank has them, else the text as it is. */
function informationOf(text: string): string {
  const joined = text.replace(/\n/g, '');
  if (!/\?\d\d/.test(joined)) return described(text.split('\n'));
  const fields = new Map<string, string>();
  for (const [, key, value] of joined.matchAll(/\?(\d\d)([^?]*)/g)) fields.set(key!, value!);
  const select = (from: number, to: number) =>
    [...fields].filter(([key]) => Number(key) >= from && Number(key) <= to).map(([, value]) => value).join(''); // prettier-ignore
  // The lines of the purpose may begin with codes in capitals and a plus sign.
  const purpose = `${select(20, 29)}${select(60, 63)}`
    .replace(/\b(EREF|KREF|MREF|CRED|DEBT|ABWA)\+\S*/g, ' ')
    .replace(/SVWZ\+/g, ' ');
  return described([select(32, 33), purpose]) || described([fields.get('00') ?? '']);
}

function decimal(text: string, tag: string, line: number): number {
  if (!/^\d{1,12}(,\d{0,3})?$/.test(text))
    throw new StatementError(
      messageFor('formats.place.field', { tag, line }),
      messageFor('formats.statement.invalidAmount', { text }),
    );
  return Number(text.replace(',', '.'));
}

function dayOf(text: string, tag: string, line: number): string {
  const year = Number(text.slice(0, 2));
  const day = `${year >= 80 ? 1900 + year : 2000 + year}-${text.slice(2, 4)}-${text.slice(4, 6)}`;
  if (!isDay(day))
    throw new StatementError(
      messageFor('formats.place.field', { tag, line }),
      messageFor('formats.statement.invalidDate', { text }),
    );
  return day;
}
