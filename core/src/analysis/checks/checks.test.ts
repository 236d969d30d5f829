import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { Model } from '../../engine/model.ts';
import type { Month } from '../../calendar/month.ts';
import { calculate } from '../../engine/results.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { decide } from '../../plan/commands/decide.ts';
import { applyChanges, type Document } from '../../plan/document/document.ts';
import { toShown } from '../../plan/document/formulas.ts';
import { namesOf } from '../../plan/document/naming.ts';
import { parsePlan } from '../../plan/file/file.ts';
import type { HighlightSettings } from '../../plan/document/highlights.ts';
import { toPlanFile } from '../../plan/file/writeFile.ts';
import { sketch } from '../../testing/plans.ts';
import { findingsOf, reasonOf } from './checks.ts';
import { CHECK_KINDS, CONSEQUENCES, type CheckKind } from './finding.ts';
import { differByALetter } from './rules.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

function after(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

function findingsOfKind(document: Document, kind: CheckKind) {
  return findingsOf(new Model(document)).filter((finding) => finding.kind === kind);
}

const messages = (document: Document, kind: CheckKind) => findingsOfKind(document, kind).map(({ message }) => message);

/** Carries out a finding's mend; the finding is to be gone afterwards. */
function fixed(document: Document, kind: CheckKind): Document {
  const next = after(document, findingsOfKind(document, kind)[0]!.fix!.command);
  expect(messages(next, kind)).toEqual([]);
  return next;
}

const ruleOf = (document: Document, line: string) => {
  const id = idOf(document, line);
  const step = [...document.ruleSteps.values()].find((row) => row.line === id)!;
  return toShown(step.formula!, document);
};

describe('checks', () => {
  it('find nothing in a plan that is as it should be, and say of every kind why it matters', () => {
    const document = sketch({
      assumptions: { Inflation: ['ratePerYear', 0.024] },
      lines: { income: { Pay: 2000 }, expense: { Rent: 1000, Food: '400 * (1 + Inflation)^years' } },
    });
    expect(findingsOf(new Model(document))).toEqual([]);
    for (const kind of CHECK_KINDS) expect(english(CONSEQUENCES[kind])).toMatch(/^[A-Z].*\.$/);
  });

  it('a typed number that is an assumption’s value is named, and gives way to the name', () => {
    const document = sketch({
      assumptions: { Inflation: ['ratePerYear', 0.024] },
      lines: { income: { Pay: '2000 * (1 + 2.4%)' }, expense: { Rent: 'Pay * 0.024 + 12' } },
    });
    expect(messages(document, 'typedNumber')).toEqual([
      'The rule of Pay contains the number 2.4\u00a0% a year, which is the value of Inflation.',
      'The rule of Rent contains the number 2.4\u00a0% a year, which is the value of Inflation.',
    ]);
    const next = after(document, findingsOfKind(document, 'typedNumber')[0]!.fix!.command);
    expect(ruleOf(next, 'Pay')).toBe('2000 * (1 + Inflation)');
    expect(calculate(next).figures('Pay')).toEqual(calculate(document).figures('Pay'));
  });

  it('exceptions that outnumber the months of a rule can become the rule', () => {
    const months = Object.fromEntries(Array.from({ length: 7 }, (_, index) => [`2026-0${index + 1}`, 100 + index]));
    const document = sketch({ lines: { income: { Pay: 50 } }, exceptions: { Pay: months } });
    expect(messages(document, 'manyExceptions')).toEqual(['Pay has exceptions in 7 months and follows its rule in 5.']);
    const next = fixed(document, 'manyExceptions');
    expect(calculate(next).figures('Pay')).toEqual(calculate(document).figures('Pay'));
  });

  it('sums that hold something and a part of it, and lines that repeat their side, count double', () => {
    const document = sketch({
      lines: {
        income: { Pay: 2000, Side: 100 },
        expense: { Rent: 1000, Food: 300, Again: 'Rent + Food' },
        memo: { Both: 'Pay + Total income', Fine: 'Pay + Side' },
      },
    });
    expect(messages(document, 'doubleCount')).toEqual([
      'Again repeats Rent and Food, which Total expenses already includes.',
      'The rule of Both adds Pay and Total income, which contains it.',
    ]);
  });

  it('a blank used as divisor or factor is found where it is blank', () => {
    const document = sketch({
      units: { Units: 'number' },
      lines: {
        income: { Sales: 'Units * 3' },
        expense: { Flour: 40 },
        memo: { Units: { start: 10, '2026-03': null, '2026-05': 10 }, Cost: 'Flour / Units' },
      },
    });
    expect(messages(document, 'blankFactor')).toEqual([
      'Sales multiplies by Units, which is empty in March 2026 and 1 more.',
      'Cost divides by Units, which is empty in March 2026 and 1 more.',
    ]);
    expect(findingsOfKind(document, 'blankFactor')[0]!.place).toEqual({
      id: idOf(document, 'Units'),
      month: '2026-03',
    });
  });

  it('units that do not go together are mended in the rule, at one click', () => {
    const document = sketch({
      assumptions: { Rate: ['ratePerYear', 0.06] },
      lines: { income: { Balance: 1000, Interest: 'Balance * Rate', Raised: 'Balance + Rate' } },
    });
    expect(messages(document, 'units')).toEqual([
      'The rule of Interest: Applies the yearly rate Rate to a monthly amount.',
      'The rule of Raised: Adds a rate per year to money.',
    ]);
    const [interest, raised] = findingsOfKind(document, 'units');
    const next = after(after(document, interest!.fix!.command), raised!.fix!.command);
    expect(ruleOf(next, 'Interest')).toBe('Balance * monthly(Rate)');
    expect(ruleOf(next, 'Raised')).toBe('Balance * (1 + Rate)');
    expect(messages(next, 'units')).toEqual([]);
  });

  it('months and years in the red are named', () => {
    const document = sketch({
      months: 24,
      lines: { income: { Pay: 100 }, expense: { Rent: { start: 90, '2026-11': 110, '2027-01': 102.5 } } },
    });
    expect(messages(document, 'monthsInTheRed')).toEqual([
      'In 2026, expenses exceed income in 2 months: Nov, Dec.',
      'In every month of 2027, expenses exceed income.',
    ]);
    expect(messages(document, 'yearInTheRed')).toEqual(['In 2027, expenses exceed income by €30.00.']);
  });

  it('shares over the whole are found among targets and among rules', () => {
    const document = sketch({
      lines: { income: { Pay: 100 }, expense: { A: 1, B: 1 } },
    });
    const a = idOf(document, 'A');
    const split = after(document, {
      kind: 'income.split',
      shares: [
        { line: a, share: 0.6 },
        { line: idOf(document, 'B'), share: 0.5 },
      ],
    });
    const aimed = after(split, { kind: 'line.set', line: a, settings: { targetShare: 1.2 } });
    expect(messages(aimed, 'sharesOver')).toEqual([
      'The target shares of all lines add up to 120.0\u00a0% of the income.',
      'The rules of all lines allocate 110.0\u00a0% of the income.',
    ]);
  });

  it('what lies outside the plan is removed', () => {
    const document = sketch({
      months: 24,
      assumptions: { Inflation: ['ratePerYear', 0.02, { '2027-06': 0.03 }] },
      lines: { income: { Pay: { start: '100 * (1 + Inflation)', '2027-05': 120 } } },
      exceptions: { Pay: { '2027-12': 1 } },
    });
    const shorter = after(document, { kind: 'plan.set', settings: { months: 12 } });
    const outside = findingsOfKind(shorter, 'outsidePlan');
    expect(outside.map(({ message }) => message)).toEqual([
      'A step of Pay begins in May 2027, after the plan’s end.',
      'Pay has an exception in December 2027, outside the plan.',
      'A value of Inflation begins in June 2027, after the plan’s end.',
    ]);
    const next = outside.reduce((now, { fix }) => after(now, fix!.command), shorter);
    expect(messages(next, 'outsidePlan')).toEqual([]);
  });

  it('unused assumptions, idle highlights, and names that differ by a letter', () => {
    const document = sketch({
      assumptions: { Inflation: ['ratePerYear', 0.02] },
      lines: { income: { Groceries: 1, Grocerien: 2, Empty: null } },
    });
    expect(messages(document, 'unusedAssumption')).toEqual(['Nothing uses the assumption Inflation.']);
    fixed(document, 'unusedAssumption');
    const watched = after(document, {
      kind: 'highlight.set', id: 'h',
      settings: { of: idOf(document, 'Empty'), span: 'month', when: 'below', low: 5, high: null, tone: 'alarm', word: 'low' },
    }); // prettier-ignore
    expect(messages(watched, 'idleHighlight')).toEqual(['The highlight “low” is set for Empty, which has no figures.']);
    fixed(watched, 'idleHighlight');
    expect(messages(document, 'similarNames')).toEqual(['Groceries and Grocerien differ by only one letter.']);
    expect(differByALetter('rent', 'rents')).toBe(true);
    expect(differByALetter('offer 1', 'offer 2')).toBe(false);
    expect(differByALetter('pay', 'day')).toBe(false);
    expect(differByALetter('rent', 'tern')).toBe(false);
  });

  describe('highlights that can never show', () => {
    const rent = sketch({ lines: { expense: { Rent: 900 }, memo: { Share: 0.25 } } });
    const watching = (...settings: Partial<HighlightSettings>[]) => {
      const plain = { of: idOf(rent, 'Rent'), span: 'month', when: 'above', low: null, high: null, tone: 'caution' } as const;
      return settings.reduce(
        (now, own, index) => after(now, { kind: 'highlight.set', id: `h${index}`, settings: { ...plain, word: `word ${index}`, ...own } }),
        rent,
      );
    }; // prettier-ignore
    const idle = (...settings: Partial<HighlightSettings>[]) => messages(watching(...settings), 'idleHighlight');

    it.each([
      ['a guard not reached yet', [{ high: 1200 }], 0],
      ['a limit just within reach', [{ high: 9000 }], 0],
      ['a limit out of reach above', [{ high: 9001 }], 1],
      ['a limit out of reach below', [{ when: 'below', low: -9001 }], 1],
      ['a range out of reach', [{ when: 'between', low: 9001, high: 9500 }], 1],
      ['a range that begins within reach', [{ when: 'between', low: 100, high: 99_000 }], 0],
      ['a year is twelve months', [{ span: 'year', high: 100_000 }], 0],
      ['a budget looks at the year so far', [{ when: 'overBudget', high: 100_000 }], 0],
      ['a wider one of the same tone stands before it', [{ high: 500 }, { high: 800 }], 1],
      ['a narrower one stands before it', [{ high: 800 }, { high: 500 }], 0],
      ['a graver one covers it, wherever it stands', [{ high: 800 }, { high: 500, tone: 'alarm' }], 1],
      ['a milder one does not', [{ high: 500 }, { high: 800, tone: 'alarm' }], 0],
      ['a range within what is below', [{ when: 'below', low: 900 }, { when: 'between', low: 1, high: 899 }], 1],
      ['a range that has its upper limit to itself', [{ when: 'below', low: 900 }, { when: 'between', low: 1, high: 900 }], 0],
      ['the same range twice', [{ when: 'between', low: 1, high: 900 }, { when: 'between', low: 1, high: 900 }], 1],
      ['months and years do not cover each other', [{ high: 500 }, { span: 'year', high: 5000 }], 0],
      ['a figure and a budget do not cover each other', [{ high: 500 }, { when: 'overBudget', high: 800 }], 0],
    ] as const)('%s', (_, settings, count) => {
      expect(idle(...settings)).toHaveLength(count);
    }); // prettier-ignore

    it('says why', () => {
      expect(idle({ high: 500 }, { high: 800 })).toEqual([
        'The highlight “word 1” on Rent is never shown, because “word 0” is shown in its place.',
      ]);
      expect(idle({ high: 12_000 })).toEqual([
        'The highlight “word 0” is shown when Rent reaches 12,000.00, but the figure farthest from zero is 900.00.',
      ]);
      const share = after(rent, { kind: 'line.set', line: idOf(rent, 'Share'), settings: { unit: 'percent' } });
      const slip = after(share, {
        kind: 'highlight.set', id: 'h',
        settings: { of: idOf(rent, 'Share'), span: 'month', when: 'above', low: null, high: 30, tone: 'alarm', word: 'much' },
      }); // prettier-ignore
      expect(english(messages(slip, 'idleHighlight')[0])).toMatch(/Was 30\.0\s% meant\?$/);
      fixed(slip, 'idleHighlight');
    });
  });

  it('what is set aside without ever being left over', () => {
    const lines = (aside: number) =>
      sketch({ lines: { income: { Pay: 100 }, expense: { Rent: 90 }, 'set aside': { Fund: aside } } });
    expect(messages(lines(20), 'setAsideNever')).toEqual([
      'Fund is planned in 12 months in which not enough money is left for it.',
    ]);
    expect(messages(lines(10), 'setAsideNever')).toEqual([]);
  });

  it('a finding is set aside with a reason, kept in the plan file, and taken up again', () => {
    const document = sketch({ assumptions: { Inflation: ['ratePerYear', 0.02] }, lines: { income: { Pay: 1 } } });
    const [finding] = findingsOfKind(document, 'unusedAssumption');
    expect(decide(document, { kind: 'finding.waive', finding: finding!.key, reason: '  ' })).toMatchObject({
      ok: false, refusal: { field: 'reason' },
    }); // prettier-ignore
    const waived = after(document, { kind: 'finding.waive', finding: finding!.key, reason: 'Needed next year.' });
    const read = parsePlan(JSON.parse(JSON.stringify(toPlanFile(waived))));
    expect(reasonOf(read, findingsOfKind(read, 'unusedAssumption')[0]!)).toBe('Needed next year.');
    const again = after(waived, { kind: 'finding.takeUp', finding: finding!.key });
    expect(reasonOf(again, finding!)).toBeNull();
  });

  it('a step’s formula is rewritten where it stands, unless the line is locked', () => {
    const document = sketch({
      lines: { income: { Pay: { start: 1, '2026-04': 'period * 2' } } },
      exceptions: { Pay: { '2026-06': 7 } },
    });
    const line = idOf(document, 'Pay');
    const command: Command = { kind: 'line.rewriteStep', line, from: '2026-04' as Month, formula: 'period * 3' };
    expect(calculate(after(document, command)).figures('Pay').slice(2, 7)).toEqual([1, 12, 15, 7, 21]);
    const locked = after(document, { kind: 'line.set', line, settings: { locked: true } });
    expect(decide(locked, command)).toMatchObject({ ok: false, refusal: { code: 'locked' } });
  });
});

describe('checks of calculators', () => {
  const plan = (rest: Record<string, unknown>) =>
    parsePlan({
      version: 1,
      plan: { name: 'Plan', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      assumptions: [{ name: 'Years to pay', unit: 'years', value: 3 }],
      ...rest,
    });
  const van = { name: 'Van', amount: 1200, rate: 0.05, months: 12, first: '2026-03' };

  it('find what has no answer, and not what waits for a mistake elsewhere', () => {
    expect(messages(plan({ loans: [van] }), 'withoutAnswer')).toEqual([]);
    expect(messages(plan({ loans: [{ ...van, rate: null }] }), 'withoutAnswer')).toEqual([
      'Van: The yearly rate is empty, so the monthly payment cannot be calculated yet.',
    ]);
    expect(messages(plan({ loans: [{ ...van, amount: '1 / 0' }] }), 'withoutAnswer')).toEqual([]);
  });

  it('doubt the units of inputs, with the mend', () => {
    const document = plan({ loans: [{ ...van, months: 'Years to pay + 0 * Years to pay', fee: '5 + 10%' }] });
    expect(messages(document, 'units')).toEqual([
      'The term of Van: This gives years, but months is expected.',
      'The fee of Van: This gives a plain number, but money is expected.',
    ]);
    const mixed = plan({
      assumptions: [
        { name: 'Price', unit: 'money', value: 1000 },
        { name: 'Rise', unit: 'percent', value: 0.1 },
      ],
      loans: [{ ...van, amount: 'Price + Rise' }],
    });
    expect(messages(mixed, 'units')).toEqual(['The amount of Van: Adds a percent to money.']);
    const right = fixed(mixed, 'units');
    expect(toShown([...right.loans.values()][0]!.amount!, right)).toBe('Price * (1 + Rise)');
  });

  it('find extra payments and entries outside the run of their loan or fund, and remove them', () => {
    const loanExtras = [
      { loan: 'Van', every: 'once', from: '2026-02', amount: 50 },
      // Begun before the loan, and paid while it runs.
      { loan: 'Van', every: 'monthly', from: '2025-01', amount: 1 },
      { loan: 'Van', every: 'yearly', from: '2025-01', until: '2026-01', amount: 1 },
    ];
    const early = plan({ loans: [van], loanExtras });
    expect(messages(early, 'outsidePlan')).toEqual([
      'The extra payment of Van in January 2025 is outside its months.',
      'The extra payment of Van in February 2026 is outside its months.',
    ]);
    const [first] = findingsOfKind(early, 'outsidePlan');
    expect(messages(after(early, first!.fix!.command), 'outsidePlan')).toHaveLength(1);
    const fund = { name: 'Fund', deposit: 10, rate: 0, months: 6, first: '2026-01' };
    const savingsMoves = [
      { fund: 'Fund', kind: 'withdrawal', from: '2026-08', amount: 5 },
      { fund: 'Fund', kind: 'pause', from: '2026-05', until: '2026-12' },
    ];
    const late = plan({ savings: [fund], savingsMoves });
    expect(messages(late, 'outsidePlan')).toEqual(['An entry of Fund in August 2026 is outside its months.']);
    fixed(late, 'outsidePlan');
  });
});

describe('a number typed into a rule', () => {
  const plan = (rules: Record<string, string>, units: Record<string, string> = {}) =>
    sketch({
      months: 36,
      assumptions: { Fee: ['money', 20], Term: ['months', 24], Members: ['number', 30] },
      lines: { income: { Pay: 2000, ...rules }, memo: { Units: 40, Counted: 'Units + 1' } },
      units: { Units: 'number', Counted: 'number', ...units },
    });

  it.each(['Fee * 20', 'prior(Pay, 24)', 'round(Pay / 3, 24)', 'Pay * EFFECT(4.9%, 24)'])('is a count in %s', (rule) =>
    expect(messages(plan({ X: rule }), 'typedNumber')).toEqual([]),
  );

  it.each(['20 * Units', 'Units + 20'])('is no money in %s, which counts', (rule) => {
    expect(messages(plan({ X: rule }, { X: 'number' }), 'typedNumber')).toEqual([]);
  });

  it('is the value where it may stand for it, and not of what changes with time', () => {
    const document = plan({ X: 'Pay - 20' });
    expect(messages(document, 'typedNumber')).toEqual([
      'The rule of X contains the number €20.00, which is the value of Fee.',
    ]);
    const fee = idOf(document, 'Fee');
    const dated = after(document, { kind: 'assumption.setStep', assumption: fee, from: '2027-01' as Month, value: 22 });
    expect(messages(dated, 'typedNumber')).toEqual([]);
  });
});

describe('findings that would be told apart by nothing', () => {
  it('have keys of their own, so that one is set aside alone', () => {
    const document = sketch({
      months: 24,
      lines: { memo: { Gaps: 'if(MOD(month, 4) > 0, month)', X: '100 / Gaps' } },
      units: { Gaps: 'number' },
    });
    const two = after(document, { kind: 'line.setFormula', line: idOf(document, 'X'), month: '2026-07' as Month, reach: 'onward', formula: '200 / Gaps' }); // prettier-ignore
    const keys = findingsOfKind(two, 'blankFactor').map(({ key }) => key);
    expect(keys).toHaveLength(2);
    expect(new Set(keys).size).toBe(2);
  });

  it('two things at one price are no repetition, and what is looked at gives nothing out', () => {
    const document = sketch({
      lines: {
        income: { Pay: 1000 },
        expense: { 'Gym Ann': 20, 'Gym Bo': 'Gym Ann', Rent: '60% * Total income' },
        memo: { Half: '50% * Total income' },
      },
    });
    expect(messages(document, 'doubleCount')).toEqual([]);
    expect(messages(document, 'sharesOver')).toEqual([]);
  });
});

describe('a calendar word that is a name by now', () => {
  it('is found in rules of earlier times, and gives way to the name', () => {
    const before = sketch({ lines: { expense: { Fee: 'Span * 2', Span: 3 } } });
    const [step] = [...before.ruleSteps.values()].filter(({ line }) => line === idOf(before, 'Fee'));
    // As it was stored before a name came before the calendar's word.
    const earlier = applyChanges(before, [
      { table: 'ruleSteps', id: step!.id, before: step!, after: { ...step!, formula: 'days * 2' } },
    ]);
    expect(messages(earlier, 'calendarWord')).toEqual([]);
    const named = after(earlier, { kind: 'line.set', line: idOf(earlier, 'Span'), settings: { name: 'Days' } });
    expect(messages(named, 'calendarWord')).toEqual(['The rule of Fee uses days of the calendar, but Days now has the same name.']); // prettier-ignore
    expect(calculate(named).figures('Fee')[0]).toBe(62);
    const next = fixed(named, 'calendarWord');
    expect(calculate(next).figures('Fee')[0]).toBe(6);
  });
});

describe('checks leave right rules alone', () => {
  const right = (rules: Record<string, string | number | null>, units: Record<string, string> = {}) =>
    sketch({
      months: 12,
      assumptions: { 'Loan rate': ['ratePerYear', 0.059], Trips: ['number', 19], 'End year': ['number', 2027] },
      lines: { memo: { Bal: 5000, Gaps: 'if(MOD(month, 4) > 0, month)', ...rules } },
      units: { Gaps: 'number', ...units },
    });

  it.each([
    ['Bal * Loan rate / 12'],
    ['Bal / 12 * Loan rate'],
    ['Loan rate / 12 * Bal'],
    ['Bal * (Loan rate / 12)'],
    ['Bal * prior(Loan rate) / 12'],
    ['Bal * Loan rate / 4'],
    ['Bal * Loan rate / 52'],
    ['Bal * Loan rate * days / 365'],
    ['Bal * Loan rate * 30 / 360'],
    ['Bal * Loan rate * years'],
    ['if(month = 12, Bal * Loan rate)'],
    ['if(month = 12, average(Bal, year) * Loan rate)'],
    ['prior(Bal, 12) * Loan rate'],
    ['total(Bal, year) * Loan rate'],
  ])('%s: a yearly rate divided by twelve is a monthly one', (rule) => {
    expect(messages(right({ X: rule }), 'units')).toEqual([]);
  });

  it.each([
    ['Bal * Loan rate', 'Bal * monthly(Loan rate)'],
    ['Bal * prior(Loan rate)', 'Bal * monthly(prior(Loan rate))'],
    ['Bal * Loan rate / 2', 'Bal * monthly(Loan rate) / 2'],
  ])('%s is mended to %s', (rule, expected) => {
    const document = right({ X: rule });
    expect(messages(document, 'units')).toHaveLength(1);
    expect(ruleOf(fixed(document, 'units'), 'X')).toBe(expected);
  });

  it('an empty month that a condition asks for first is no finding, one that leaves no figure is', () => {
    expect(messages(right({ X: 'if(Gaps > 0, 100 / Gaps)' }), 'blankFactor')).toEqual([]);
    expect(messages(right({ X: 'if(Gaps > 0, 100 / Gaps, 5 * Gaps)' }), 'blankFactor')).toEqual([]);
    expect(messages(right({ X: '100 / Gaps' }), 'blankFactor')).toEqual([
      'X divides by Gaps, which is empty in April 2026 and 2 more.',
    ]);
    expect(messages(right({ X: 'share(100, Gaps)' }, { X: 'percent' }), 'blankFactor')).toHaveLength(1);
  });

  it('a percentage is no assumption of as many, and a year beside the calendar is a year', () => {
    expect(messages(right({ X: 'Bal * 19%' }), 'typedNumber')).toEqual([]);
    expect(messages(right({ X: 'if(year >= 2027, Bal)' }), 'typedNumber')).toEqual([]);
    expect(messages(right({ X: 'Bal * 19' }), 'typedNumber')).toHaveLength(1);
  });

  it('a letter that stands by itself tells names apart', () => {
    expect(differByALetter('child a', 'child b')).toBe(false);
    expect(differByALetter('a house', 'b house')).toBe(false);
    expect(differByALetter('rents', 'rentz')).toBe(true);
  });

  it('figures that are missing are found, each cause once, where it arose', () => {
    const document = right({ X: '100 / Gaps', Y: 'X * 2', Z: 'Bal / (Bal - 5000)' });
    expect(messages(document, 'missingFigure')).toEqual([
      'Gaps is empty in April 2026, so X has no figure. The same in 2 more months.',
      'Bal - 5000 is zero in January 2026, and nothing can be divided by zero, so Z has no figure. The same in 11 more months.',
    ]);
  });

  it('a total counted with what it contains is found, totals of totals too', () => {
    const document = sketch({
      lines: { income: { Pay: 100 }, costs: { Rent: 5 }, memo: { X: 'Net + Total income', Y: 'Left over + Net' } },
    });
    expect(messages(document, 'doubleCount')).toEqual([
      'The rule of X adds Total income and Net, which contains it.',
      'The rule of Y adds Net and Left over, which contains it.',
    ]);
  });
});
