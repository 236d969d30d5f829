/** A number not below zero written out in full, without an exponent: `0.0000001`, as many digits as tell it from all others. */
export function decimalText(value: number): string {
  const text = String(value);
  const match = /^(\d)(?:\.(\d+))?e([+-]\d+)$/.exec(text);
  if (!match) return text;
  return shifted(`${match[1]!}.${match[2] ?? '0'}`, Number(match[3]));
}

/** A number's text with its decimal mark moved to the right: `0.024` by 2 is `2.4`. */
export function shifted(text: string, places: number): string {
  const [whole = '0', part = ''] = text.split('.');
  const digits = whole + part;
  const pointPosition = whole.length + places;
  const all =
    pointPosition <= 0
      ? `0.${'0'.repeat(-pointPosition)}${digits}`
      : `${digits.padEnd(pointPosition, '0').slice(0, pointPosition)}.${digits.slice(pointPosition)}`;
  return all
    .replace(/^0+(?=\d)/, '')
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '');
}
