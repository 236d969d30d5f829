import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { sketch } from '../testing/plans.ts';
import { applyChanges } from '../plan/document/document.ts';
import { decide } from '../plan/commands/decide.ts';
import { readAmount } from './readAmount.ts';

const irish = sketch({ lines: { costs: { Food: 1 } } });
const german = sketch({ locale: 'de-DE', lines: { costs: { Food: 1 } } });
const decision = decide(irish, { kind: 'plan.set', settings: { currency: 'JPY' } });
const yen = applyChanges(irish, decision.ok ? decision.changes : []);

describe('an amount that is typed', () => {
  it.each([
    ['42.5', 4250],
    ['12.50+3.20', 1570],
    ['0.1+0.2', 30],
    ['1200.05 - 0.05', 120_000],
    ['3*4.99', 1497],
    ['10/3', 333],
    ['-(2+3)', -500],
    ['-7', -700],
    ['200*19%', 3800],
  ])('“%s” is read', (text, amount) => {
    expect(readAmount(text, irish)).toEqual({ ok: true, amount });
  });

  it('follows the plan’s notation and its currency', () => {
    expect(readAmount('12,50+3,20', german)).toEqual({ ok: true, amount: 1570 });
    expect(readAmount('1200', yen)).toEqual({ ok: true, amount: 1200 });
    expect(readAmount('10/4', yen)).toEqual({ ok: true, amount: 3 });
    expect(readAmount('1.5', yen)).toMatchObject({ ok: false, message: expect.stringContaining('no decimals') });
  });

  it.each([
    ['', 'Enter an amount'],
    ['12.505', 'up to 2 decimals'],
    ['12+', ''],
    ['5/0', 'is not a valid amount'],
    ['12.50 + tip', ''],
    ['9e12*9', ''],
    ['max(3)', ''],
  ])('“%s” is refused with a sentence', (text, words) => {
    const read = readAmount(text, irish);
    expect(read.ok).toBe(false);
    expect(english(read.ok ? '' : read.message)).toContain(words);
    expect(read.ok ? '' : english(read.message).length).toBeGreaterThan(5);
  });
});
