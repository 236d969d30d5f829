/** States how far from nothing figures lie: the nearest and the furthest. */
export interface Reach {
  readonly least: number;
  readonly most: number;
}

export function reachOf(table: readonly ArrayLike<number>[]): Reach {
  let [least, most] = [Infinity, 0];
  for (const row of table)
    for (const value of Array.from(row)) {
      if (value !== value) continue;
      least = Math.min(least, Math.abs(value));
      most = Math.max(most, Math.abs(value));
    }
  return { least: Math.min(least, most), most };
}

/** The tone of a figure among others: red below nothing, blue above, the stronger the further from it. */
export function shadeOf(value: number, { least, most }: Reach): string {
  if (value !== value || most === 0) return 'transparent';
  const far = most === least ? 1 : (Math.abs(value) - least) / (most - least);
  return `color-mix(in srgb, ${value < 0 ? '#e7a58c' : '#9fc3d9'} ${Math.round(10 + far * 60)}%, transparent)`;
}

/** The edges of a cell at which a figure turns negative, as classes: towards the cell before it and the one above. */
export function turnsAt(table: readonly ArrayLike<number>[], row: number, column: number): string {
  const here = table[row]![column]!;
  const turns = (other: number | undefined) => other !== undefined && other < 0 !== here < 0;
  const edges = [
    column > 0 && turns(table[row]![column - 1]) ? 'turns-before' : '',
    row > 0 && turns(table[row - 1]![column]) ? 'turns-above' : '',
  ];
  return edges.filter((edge) => edge !== '').join(' ');
}
