import { isFraction, moneyDecimals, type FigureStyle } from '@haushalt/core';
import type { CellFormat } from '../sheets/sheet.ts';

/**
 * Describes how a figure is written in a workbook, apart from any file format: its decimals, whether it is a percentage, and what
 * stands around it. `null` for texts.
 */
export interface NumberFormat {
  readonly kind: 'number' | 'percent' | 'month' | 'day';
  /** The least and the most decimals. */
  readonly decimals: readonly [number, number];
  /** The currency's sign and whether it comes first; `null` for none. */
  readonly currency: { readonly sign: string; readonly isFirst: boolean; readonly isApart: boolean } | null;
  readonly negatives: 'minus' | 'brackets' | 'tone';
  /** A word that stands behind it. */
  readonly word: string;
}

/** The format of a cell; `isSum` for totals, which bear their currency as in an account book. */
export function numberFormatOf(
  format: CellFormat | undefined,
  value: number | string | null,
  style: FigureStyle,
  isSum: boolean,
): NumberFormat | null {
  if (!format) return null;
  const base = { currency: null, negatives: style.negatives ?? 'minus', word: '' } as const;
  const { unit } = format;
  if (unit === 'date') return { ...base, kind: 'month', decimals: [0, 0] };
  if (unit === 'day') return { ...base, kind: 'day', decimals: [0, 0] };
  if (unit === 'count') return { ...base, kind: 'number', decimals: [0, 0] };
  if (unit === 'share') return { ...base, kind: 'percent', decimals: [1, 1] };
  const given = format.decimals ?? null;
  if (isFraction(unit)) return { ...base, kind: 'percent', decimals: given === null ? [1, 2] : [given, given] };
  if (unit === 'money') {
    const decimals = given ?? moneyDecimals(style);
    return { ...base, kind: 'number', decimals: [decimals, decimals], currency: isSum ? currencyIn(style) : null };
  }
  const isWhole = typeof value !== 'number' || Number.isInteger(value);
  const decimals = given ?? (isWhole ? 0 : 2);
  return { ...base, kind: 'number', decimals: [decimals, decimals] };
}

const currencies = new Map<string, NumberFormat['currency']>();

/** Returns how a locale writes a currency beside an amount. */
function currencyIn({ locale, currency }: FigureStyle): NumberFormat['currency'] {
  const key = `${locale} ${currency}`;
  let currencyFormat = currencies.get(key);
  if (currencyFormat === undefined) currencies.set(key, (currencyFormat = readCurrency(locale, currency)));
  return currencyFormat;
}

function readCurrency(locale: string, currency: string): NumberFormat['currency'] {
  const parts = new Intl.NumberFormat(locale, { style: 'currency', currency, numberingSystem: 'latn' }).formatToParts(
    1,
  );
  const index = parts.findIndex(({ type }) => type === 'currency');
  const sign = parts[index]?.value ?? currency;
  return { sign, isFirst: index === 0, isApart: parts.some(({ type }) => type === 'literal') };
}

/** The same as a format code of ISO/IEC 29500. */
export function formatCode({ kind, decimals: [least, most], currency, negatives, word }: NumberFormat): string {
  if (kind === 'month') return 'mmm yyyy';
  if (kind === 'day') return 'yyyy-mm-dd';
  const part = most === 0 ? '' : `.${'0'.repeat(least)}${'#'.repeat(most - least)}`;
  const figure = kind === 'percent' ? `0${part}%` : `#,##0${part}`;
  const space = currency?.isApart ? '\\ ' : '';
  const sign = currency === null ? '' : `[$${currency.sign}]`;
  const whole = currency === null ? figure : currency.isFirst ? `${sign}${space}${figure}` : `${figure}${space}${sign}`;
  const text = word === '' ? '' : `" ${word.replaceAll('"', '')}"`;
  const below = negatives === 'brackets' ? `(${whole})` : `-${whole}`;
  return `${whole}${text};${negatives === 'tone' ? '[Red]' : ''}${below}${text}`;
}
