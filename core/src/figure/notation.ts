/** States how a locale writes numbers: its decimal mark, the mark between thousands, and between a formula's arguments. */
export interface Notation {
  readonly decimal: '.' | ',';
  readonly grouping: string;
  readonly separator: ',' | ';';
  /** States how many digits stand between the marks left of the thousands: three, or two as in 12,34,567. */
  readonly higherGroups: 2 | 3;
}

/** The notation formulas are stored in: `1250.5`, arguments apart by commas. */
export const CANONICAL: Notation = { decimal: '.', grouping: ',', separator: ',', higherGroups: 3 };

const notations = new Map<string, Notation>();

/** The notation of a locale, `CANONICAL` for one the platform does not know. */
export function notationOf(locale: string): Notation {
  let notation = notations.get(locale);
  if (!notation) {
    const parts = isLocale(locale)
      ? new Intl.NumberFormat(locale, { numberingSystem: 'latn' }).formatToParts(-1234567.5)
      : [];
    const decimal = parts.find((part) => part.type === 'decimal')?.value === ',' ? ',' : '.';
    const grouping = parts.find((part) => part.type === 'group')?.value ?? (decimal === ',' ? '.' : ',');
    const groups = parts.filter((part) => part.type === 'integer').map(({ value }) => value.length);
    const higherGroups = groups.length > 2 && groups.at(-2) === 2 ? 2 : 3;
    notation = { decimal, grouping, separator: decimal === ',' ? ';' : ',', higherGroups };
    notations.set(locale, notation);
  }
  return notation;
}

/** Returns whether the platform can format for `locale`, for example `en-IE`. */
export function isLocale(locale: string): boolean {
  try {
    return Intl.NumberFormat.supportedLocalesOf([locale]).length === 1;
  } catch {
    return false;
  }
}

/** Returns whether `code` is a currency of ISO 4217 the platform knows, for example `EUR`. */
export function isCurrency(code: string): boolean {
  return currencies().has(code);
}

/** The currencies of ISO 4217 the platform knows. */
export function currencies(): ReadonlySet<string> {
  return (all ??= new Set(Intl.supportedValuesOf('currency')));
}

let all: ReadonlySet<string> | undefined;
