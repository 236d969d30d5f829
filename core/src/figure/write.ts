import { isSame } from './compare.ts';
import { decimalText, shifted } from './decimal.ts';
import { notationOf } from './notation.ts';
import { roundTo } from './rounding.ts';
import { isFraction, type Unit } from './unit.ts';
import { messageFor, type Text } from '../message.ts';

/** Describes how a plan writes its figures. */
export interface FigureStyle {
  readonly locale: string;
  readonly currency: string;
  /** The decimals of money; those of the currency when there are none. */
  readonly decimals?: number | null;
  /** States how figures below zero are written; with a minus when left out. */
  readonly negatives?: 'minus' | 'brackets' | 'tone';
}

const formats = new Map<string, Intl.NumberFormat>();

function format(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale}|${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.NumberFormat(locale, { numberingSystem: 'latn', ...options });
    formats.set(key, format);
  }
  return format;
}

/** The most figures kept written out, for each way of writing them. */
const MOST_KEPT = 5000;

type Writer = (value: number) => string;
const writers = new Map<string, Writer>();

/** Writes numbers with so many decimals. Most figures are written again and again, so what was written is kept. */
function decimal(locale: string, least: number, most: number): Writer {
  const key = `${locale}|${least}|${most}`;
  const existing = writers.get(key);
  if (existing) return existing;
  const number = format(locale, { minimumFractionDigits: least, maximumFractionDigits: most });
  const written = new Map<number, string>();
  const writer: Writer = (value) => {
    let text = written.get(value);
    if (text === undefined) {
      if (written.size >= MOST_KEPT) written.clear();
      text = number.format(roundTo(value, most));
      written.set(value, text);
    }
    return text;
  };
  writers.set(key, writer);
  return writer;
}

/** The decimals of a currency's minor unit: 2 for EUR, 0 for JPY. */
export function decimalsOf(currency: string): number {
  let decimals = decimalsByCurrency.get(currency);
  if (decimals === undefined) {
    decimals = format('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
    decimalsByCurrency.set(currency, decimals);
  }
  return decimals;
}

const decimalsByCurrency = new Map<string, number>();

/** The decimals a plan shows money with. */
export function moneyDecimals(style: FigureStyle): number {
  return style.decimals ?? decimalsOf(style.currency);
}

/** A figure in words of its unit: `1,234.50`, `2.4 %`, `42`. Negative figures carry a true minus sign, or brackets. */
export function writeFigure(figure: number, unit: Unit, style: FigureStyle): string {
  const text = isFraction(unit) ? `${fraction(figure, style.locale)}\u00a0%` : plain(figure, unit, style);
  return withSign(text, style);
}

/** A figure with so many decimals, whatever its unit usually has; `null` leaves it to the unit. */
export function writeWithDecimals(figure: number, unit: Unit, decimals: number | null, style: FigureStyle): string {
  if (decimals === null) return writeFigure(figure, unit, style);
  const isPart = isFraction(unit);
  const text = decimal(style.locale, decimals, decimals)(isPart ? figure * 100 : figure);
  return withSign(isPart ? `${text}\u00a0%` : text, style);
}

/** Returns how many there are, in the figures of a locale: `1,234` in Ireland, `1.234` in Germany. */
export function writeCount(count: number, locale: string): string {
  return decimal(locale, 0, 0)(count);
}

/** A difference, always with its sign: `+12.00`, `−3.50`. */
export function writeDifference(difference: number, unit: Unit, style: FigureStyle): string {
  const text = writeFigure(difference, unit, { ...style, negatives: 'minus' });
  return difference > 0 && /[1-9]/.test(text) ? `+${text}` : text;
}

/** A minus as locales write it, with the marks of direction some put around it. */
const MINUS = /^[\u061c\u200e\u200f]*[-−][\u061c\u200e\u200f]*/;

function withSign(text: string, { negatives }: FigureStyle): string {
  if (!MINUS.test(text)) return text;
  const rest = text.replace(MINUS, '');
  return negatives === 'brackets' ? `(${rest})` : `−${rest}`;
}

/** A share of something, always with one decimal so that shares line up: `28.4 %`. */
export function writeShare(fraction: number, locale: string): string {
  return withSign(`${decimal(locale, 1, 1)(fraction * 100)}\u00a0%`, { locale, currency: '' });
}

/** Keeps what stands around it on one line (Unicode's word joiner). */
const JOINED = '\u2060';

/** A figure with its currency or unit: `€1,234.50`, `2.4 % a year`, `42 months`. */
export function writeWithUnit(figure: number, unit: Unit, style: FigureStyle): Text {
  if (unit === 'money') {
    const decimals = moneyDecimals(style);
    const text = format(style.locale, {
      style: 'currency',
      currency: style.currency,
      minimumFractionDigits: decimals,
      maximumFractionDigits: decimals,
    }).format(roundTo(figure, decimals));
    // A minus that stands before a currency's sign would be parted from it at the end of a line.
    return (MINUS.test(text) ? withSign(text, style) : text.replace('-', '−')).replace(/^−(?=\D)/, `−${JOINED}`);
  }
  const text = writeFigure(figure, unit, style);
  if (unit === 'ratePerYear') return messageFor('figure.perYear', { text });
  if (unit === 'ratePerMonth') return messageFor('figure.perMonth', { text });
  if (unit === 'months' || unit === 'years')
    return messageFor(unit === 'months' ? 'figure.months' : 'figure.years', {
      text,
      count: isSame(figure, 1) ? 1 : figure,
    });
  if (unit === 'yesNo') return messageFor('figure.yesOrNoOf', { figure });
  return text;
}

/** A figure as someone would type it again, in full and without grouping: `1234.5`, `2.4` for a rate of 0.024. */
export function writeForEntry(figure: number, unit: Unit, locale: string): string {
  const text = decimalText(Math.abs(figure));
  const plain = isFraction(unit) ? shifted(text, 2) : text;
  return `${figure < 0 ? '-' : ''}${plain.replace('.', notationOf(locale).decimal)}`;
}

function fraction(figure: number, locale: string): string {
  return decimal(locale, 1, 2)(figure * 100);
}

function plain(figure: number, unit: Unit, style: FigureStyle): string {
  const decimals = unit === 'money' ? moneyDecimals(style) : null;
  return decimal(style.locale, decimals ?? 0, decimals ?? 2)(figure);
}
