import { english } from '../../../core/src/testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../core/src/testing/setup.ts';
import { activeOf, selectOne } from './selection.ts';
import {
  editingIn,
  firstState,
  selectionIn,
  step,
  type Draft,
  type Editing,
  type GridEvent,
  type GridState,
} from './state.ts';

/** A small sheet: what has been taken into which cell, and why some texts cannot be taken. */
class Sheet {
  rows: string[];
  columns: string[];
  readonly taken: [row: string, column: string, text: string][] = [];
  readonly said: string[] = [];
  stays = false;
  state: GridState;

  constructor(rows = 'Pay Rent Heating', columns = 'label Jan Feb Mar') {
    this.rows = rows.split(' ');
    this.columns = columns.split(' ');
    this.state = firstState(selectOne({ row: 1, column: 2 }), this.named);
  }

  get named() {
    return { rows: this.rows.map((key) => ({ key })), columns: this.columns.map((id) => ({ id })) };
  }

  private readonly take = ({ at, draft }: Editing) => {
    if (draft.text.includes('x'))
      return {
        code: 'invalid',
        message: { id: 'figure.invalid', values: { shown: draft.text, example: '1' } },
      } as const;
    this.taken.push([at.row, at.column, draft.options.reach ? `${draft.text} ${draft.options.reach}` : draft.text]);
    return null;
  };

  do(event: GridEvent): this {
    const next = step(this.state, event, { ...this.named, take: this.take });
    this.state = next.state;
    this.stays = next.stays;
    if (next.notice !== null) this.said.push(next.notice);
    return this;
  }

  /** Opens the selected cell, typing over it or changing what is there. */
  open(text: string, isTyped = true): this {
    const began: Draft = { text, options: { reach: null } };
    return this.do({ kind: 'open', editing: { at: this.active, block: null, began, isTyped } });
  }

  type(text: string): this {
    return this.do({ kind: 'draft', draft: { ...editingIn(this.state)!.draft, text } });
  }

  layOut(rows: string, columns = this.columns.join(' ')): this {
    this.rows = rows.split(' ');
    this.columns = columns.split(' ');
    return this.do({ kind: 'laidOut' });
  }

  get active() {
    const { row, column } = activeOf(selectionIn(this.state, this.named));
    return { row: this.rows[row]!, column: this.columns[column]! };
  }

  get editing() {
    return editingIn(this.state);
  }
}

const press = (row: number, column: number, how: 'one' | 'extend' | 'add' = 'one'): GridEvent => ({
  kind: 'press',
  place: { row, column },
  how,
});

describe('a grid that is typed into', () => {
  it('takes what is typed where it was typed, and goes on', () => {
    const sheet = new Sheet().open('1').type('12').do({ kind: 'confirm', onward: 'down' });
    expect(sheet.taken).toEqual([['Rent', 'Feb', '12']]);
    expect(sheet.active).toEqual({ row: 'Heating', column: 'Feb' });
    sheet.open('3').do({ kind: 'confirm', onward: 'right' });
    expect(sheet.active).toEqual({ row: 'Heating', column: 'Mar' });
  });

  it('takes it before anything else is selected, by pointer or key', () => {
    const sheet = new Sheet().open('1').do(press(0, 1));
    expect(sheet.taken).toEqual([['Rent', 'Feb', '1']]);
    expect(sheet.active).toEqual({ row: 'Pay', column: 'Jan' });
    sheet.open('2').do({ kind: 'go', place: { row: 2, column: 3 }, extend: false });
    expect(sheet.taken.at(-1)).toEqual(['Pay', 'Jan', '2']);
    expect(sheet.active).toEqual({ row: 'Heating', column: 'Mar' });
  });

  it('stays in its cell, with the reason, as long as what is typed cannot be taken', () => {
    const sheet = new Sheet().open('x');
    for (const event of [
      press(0, 1),
      { kind: 'confirm', onward: 'down' },
      { kind: 'go', place: { row: 0, column: 1 }, extend: true },
    ] as const) {
      sheet.do(event);
      expect(sheet.stays).toBe(true);
      expect(sheet.active).toEqual({ row: 'Rent', column: 'Feb' });
      expect(english(sheet.editing?.refusal?.message)).toBe('“x” is not a valid figure. Enter it like 1.');
    }
    expect(sheet.type('7').editing?.refusal).toBeNull();
    expect(sheet.do({ kind: 'confirm', onward: 'stay' }).taken).toEqual([['Rent', 'Feb', '7']]);
  });

  it('leaves what has only been looked at as it is, unless an option is asked for', () => {
    const sheet = new Sheet().open('800', false).do({ kind: 'confirm', onward: 'down' });
    expect(sheet.taken).toEqual([]);
    sheet.open('118', false).do({ kind: 'confirm', onward: 'stay', options: { reach: 'every' } });
    expect(sheet.taken).toEqual([['Heating', 'Feb', '118 every']]);
    sheet.open('118', false).type('119').do({ kind: 'cancel' });
    expect([sheet.taken.length, sheet.editing]).toEqual([1, null]);
  });

  it('keeps what is typed with its cell when rows come above it or change places', () => {
    const sheet = new Sheet().open('1').layOut('New Pay Rent Heating');
    expect(sheet.active).toEqual({ row: 'Rent', column: 'Feb' });
    sheet.type('12').layOut('Heating Rent Pay New').do({ kind: 'confirm', onward: 'down' });
    expect(sheet.taken).toEqual([['Rent', 'Feb', '12']]);
    expect(sheet.active.row).toBe('Pay');
  });

  it('takes it for its own cell when that is filtered away or its month is not shown any more', () => {
    const filtered = new Sheet().open('12').layOut('Pay Heating');
    expect([filtered.taken, filtered.said, filtered.editing]).toEqual([[['Rent', 'Feb', '12']], [], null]);
    const turned = new Sheet().open('7').layOut('Pay Rent Heating', 'label Q1 Q2');
    expect(turned.taken).toEqual([['Rent', 'Feb', '7']]);
    expect(new Sheet().open('5').do({ kind: 'leave' }).taken).toEqual([['Rent', 'Feb', '5']]);
  });

  it('says so when it has to be dropped', () => {
    expect(new Sheet().open('x').layOut('Pay Heating').said).toEqual([
      '“x” was not accepted. “x” is not a valid figure. Enter it like 1.',
    ]);
    expect(new Sheet().open('x').do({ kind: 'leave' }).said).toHaveLength(1);
    expect(new Sheet().open('x', false).do({ kind: 'leave' }).said).toEqual([]);
  });

  it('chooses a block as long as the pointer is down', () => {
    const sheet = new Sheet().do(press(0, 1)).do({ kind: 'reach', place: { row: 1, column: 3 } });
    sheet.do({ kind: 'release' }).do({ kind: 'reach', place: { row: 2, column: 3 } });
    expect(selectionIn(sheet.state, sheet.named).ranges).toEqual([
      { anchor: { row: 0, column: 1 }, focus: { row: 1, column: 3 } },
    ]);
    sheet
      .do(press(2, 1, 'add'))
      .do({ kind: 'release' })
      .do(press(2, 2, 'extend'));
    expect(selectionIn(sheet.state, sheet.named).ranges).toHaveLength(2);
  });

  it('never puts what is typed into another cell, nor loses it without a word, whatever happens', () => {
    const place = fc.record({ row: fc.nat(4), column: fc.nat(3) });
    const rows = fc.constantFrom('Pay Rent Heating', 'New Pay Rent Heating', 'Heating Rent Pay', 'Pay Heating', 'Rent');
    const columns = fc.constantFrom('label Jan Feb Mar', 'label Q1 Q2');
    const onwards = fc.constantFrom('down' as const, 'right' as const, 'stay' as const);
    const happening = fc.oneof(
      place.map((place) => (sheet: Sheet) => sheet.do(press(place.row, place.column))),
      place.map((to) => (sheet: Sheet) => sheet.do({ kind: 'go', place: to, extend: false })),
      place.map((to) => (sheet: Sheet) => sheet.do({ kind: 'reach', place: to })),
      fc.tuple(rows, columns).map((layout) => (sheet: Sheet) => sheet.layOut(...layout)),
      onwards.map((onward) => (sheet: Sheet) => sheet.do({ kind: 'confirm', onward })),
      fc.constant((sheet: Sheet) => sheet.do({ kind: 'release' })),
    );
    fc.assert(
      fc.property(fc.boolean(), fc.array(happening, { maxLength: 12 }), (bad, happenings) => {
        const sheet = new Sheet();
        const { row, column } = sheet.active;
        sheet.open(bad ? 'x' : '12');
        for (const happen of happenings) happen(sheet);
        sheet.do({ kind: 'leave' });
        expect(sheet.taken).toEqual(bad ? [] : [[row, column, '12']]);
        expect(sheet.said).toHaveLength(bad ? 1 : 0);
      }),
      runs(300),
    );
  });
});
