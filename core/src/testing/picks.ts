/** Numbers handed out one after the other, and what is chosen by them. */
export class Picks {
  private readonly numbers: readonly number[];
  private next = 0;

  constructor(numbers: readonly number[]) {
    this.numbers = numbers;
  }

  below(count: number): number {
    const number = this.numbers[this.next++ % this.numbers.length]!;
    // Numbers used again are not the same again.
    return (number + this.next * Math.floor(this.next / this.numbers.length)) % Math.max(1, count);
  }

  of<T>(things: readonly T[]): T {
    return things[this.below(things.length)]!;
  }

  maybe<T>(make: () => T): T | null {
    return this.below(3) === 0 ? null : make();
  }
}

/** Names, some of which are likely to go wrong. */
export const NAMES = [
  'Rent', 'Food and drink', "Phone & internet's", 'Band 2', '5 o’clock', 'month', 'max', 'effective', 'a.b', 'years 2',
  '  Wide   name ', 'Ünïcode ñame', 'שם', 'İstanbul', 'Net pay', '{braces}', '"quoted"', '🥖 bread', 'x'.repeat(80),
  "'".repeat(40), 'Income', 'Total income', 'a\u0000b', 'line\nbreak', '\ud800lone', '\u0085', '',
]; // prettier-ignore
