import { english } from './english.ts';
import fc from 'fast-check';
import { addMonths, toMonth, type Month } from '../calendar/month.ts';
import { UNITS } from '../figure/unit.ts';
import { countsOf, wordOf } from '../formula/functions/description.ts';
import { FUNCTIONS } from '../formula/functions/functions.ts';
import { quoteName } from '../formula/print.ts';
import { calculatorsOf, outputsOf } from '../plan/document/calculators.ts';
import { COMMANDS, type Command, type CommandKind } from '../plan/commands/commands.ts';
import type { Field, Fields } from '../plan/commands/fields.ts';
import { STEPPINGS } from '../plan/commands/rollForward.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, calendarOf, type Document } from '../plan/document/document.ts';
import {
  BREAK_EVEN_KINDS,
  CHART_FORMS,
  CHART_MARKS,
  CHART_SPANS,
  EMPHASES,
  ACCOUNT_KINDS,
  AT_NEW_RATE,
  EXTRAS_LOWER,
  RECURRING_ONLY_FREQUENCIES,
  HIGHLIGHT_CONDITIONS,
  LOAN_UNKNOWNS,
  NEGATIVES,
  FREQUENCIES,
  ROLL_UPS,
  SAVINGS_MOVES,
  SAVINGS_UNKNOWNS,
  SIDES,
  RECURRING_FREQUENCIES,
  TEXT_CONDITIONS,
  TONES,
  WITHDRAWALS,
} from '../plan/schema/tables.ts';
import { TOTALS } from '../plan/schema/totals.ts';
import { NAMES, Picks } from './picks.ts';
import { sketch } from './plans.ts';
import { LIST_FURNITURE, listCommandFor } from './randomLists.ts';

/**
 * Random plans and commands, for the property tests of the engine, undo, the plan file and the server: all kinds of
 * commands, all functions, recurrences, and names and figures that are likely to go wrong. A draw is a list of numbers
 * from which a command is made for the plan as it is then, so that most commands fit.
 */

/** Describes what one command is made from. */
export interface Draw {
  readonly kind: CommandKind;
  readonly numbers: readonly number[];
}

const TEXTS = ['', 'A remark.', 'two\nlines', '“quotes”', 'x'.repeat(81), '\ud800', 'a\u0000b'];
const FIGURES = [0, 1, -1, 5, 12, 0.1, 0.3, 1e-7, -0.02, 19, 100, 250.5, 1234.56, -5000, 2027, 1e13, 1e14];
const RATES = [0, 0.02, 0.05, -0.01, 1e-7, 0.5, -2];

/** States how deep random formulas are nested. */
const DEPTH = 4;

/** A formula over what there is in a plan, as someone might write it. */
function formulaFor(document: Document, picks: Picks, depth = DEPTH): string {
  const inner = () => formulaFor(document, picks, depth - 1);
  const number = () => String(picks.of([0, 1, 2, 3, 12, 0.5, 0.1, 1.05, 100, 2027]));
  if (depth === 0 || picks.below(4) === 0) {
    switch (picks.below(8)) {
      case 0:
        return number();
      case 1:
        return `${picks.of([5, 19, 2.5])}%`;
      case 2:
        return picks.of(['month', 'quarter', 'year', 'period', 'years']);
      case 3:
        return calendarOf(document).first;
      default:
        return nameIn(document, picks);
    }
  }
  switch (picks.below(9)) {
    case 0:
      return `-${inner()}`;
    case 1:
      return `(${inner()})%`;
    case 2:
    case 3:
      return `(${inner()} ${picks.of(['+', '-', '*', '/', '+', '*', '=', '<>', '<', '<=', '>', '>=', '^'])} ${inner()})`;
    case 4:
      return `prior(${inner()}${picks.of(['', ', 2', ', 13', `, ${number()}`])})`;
    default:
      return callFor(document, picks, inner);
  }
}

function callFor(document: Document, picks: Picks, inner: () => string): string {
  const description = picks.of(FUNCTIONS);
  const { name } = description;
  const { least, most } = countsOf(description);
  const word = wordOf(description);
  if (name === 'tax') {
    const schedule = [...document.taxSchedules.values()][0];
    return schedule ? `tax(${quoteName(schedule.name)}, ${inner()})` : inner();
  }
  const count = Math.min(6, least + picks.below(Math.min(most, least + 2) - least + 1));
  const args = Array.from({ length: count }, (_, index) => {
    if (word?.at === index && !(word.orFigures && picks.below(2))) return picks.of(word.words);
    return inner();
  });
  return `${name}(${args.join(', ')})`;
}

function nameIn(document: Document, picks: Picks): string {
  const calculators = calculatorsOf(document);
  if (calculators.length > 0 && picks.below(4) === 0) {
    const calculator = picks.of(calculators);
    return `${quoteName(calculator.row.name)}.${picks.of(outputsOf(calculator)).name}`;
  }
  const names = [...document.lines.values(), ...document.groups.values(), ...document.assumptions.values(), ...TOTALS];
  return quoteName(picks.of(names).name);
}

/** The command a draw stands for in a plan as it is now; `null` where there is nothing to do it to. `nth` makes new ids. */
export function commandFor(document: Document, { kind, numbers }: Draw, nth: number): Command | null {
  const picks = new Picks(numbers);
  const calendar = calendarOf(document);
  const newId = (part = '') => `new-${nth}${part}`;
  const idIn = (table: keyof Document) => picks.of([...document[table].keys()]) as string | undefined;
  const [line, group] = [idIn('lines'), idIn('groups')];
  const [assumption, scenario] = [idIn('assumptions'), idIn('scenarios')];
  const name = () => picks.of(NAMES) + (picks.below(3) === 0 ? '' : ` ${nth}`);
  const text = () => picks.of(TEXTS);
  const figure = () => picks.of(FIGURES);
  const amount = () => picks.maybe(figure);
  const month = (): Month => addMonths(calendar.first, picks.below(calendar.count + 8) - 4);
  const day = () => `${month()}-${picks.of(['01', '14', '28'])}`;
  const reach = () => picks.of(['month', 'onward', 'until', 'every'] as const);
  const formula = () => formulaFor(document, picks);
  const input = () => picks.maybe(() => (picks.below(3) === 0 ? formula() : String(Math.abs(figure()))));
  const rate = () => picks.maybe(() => (picks.below(2) ? formula() : String(picks.of(RATES))));
  const before = (table: keyof Document) => (picks.below(2) ? null : (idIn(table) ?? null));
  const unit = () => picks.of(UNITS);
  const side = () => picks.of(SIDES);
  const figureRef = () => picks.of([line ?? '@net', group ?? '@income', '@net', '@cumulativeNet']);
  const cells = () => {
    const from = month();
    return Array.from({ length: 1 + picks.below(5) }, (_, index) => ({ line: line!, month: addMonths(from, index) }));
  };
  const rates = () => picks.of([{ projectionRate: assumption ?? null }, { ownRate: picks.of(RATES) }, {}]);
  const calculator = () => picks.of(calculatorsOf(document))?.row.id;
  const terms = { termIn: picks.of(['months', 'years'] as const), conversion: picks.of(['nominal', 'effective'] as const), due: picks.of(['end', 'start'] as const) }; // prettier-ignore
  const existingOr = (table: keyof Document) => (picks.below(2) && idIn(table)) || newId();
  const named = (id: string, table: keyof Document) =>
    document[table].has(id) && picks.below(2) ? {} : { name: name() };

  const ofLists = listCommandFor(document, kind, picks, newId);
  if (ofLists !== undefined) return ofLists;
  switch (kind) {
    case 'plan.rollForward':
      return {
        kind,
        years: 1 + picks.below(2),
        stepping: picks.of(STEPPINGS),
        rate: picks.maybe(() => assumption ?? null),
      };
    case 'plan.set':
      return {
        kind,
        settings: picks.of([
          { months: 1 + picks.below(40) },
          { yearBegins: 1 + picks.below(12) },
          { firstMonth: addMonths(calendar.first, picks.below(8) - 3) },
          { currency: picks.of(['EUR', 'JPY', 'KWD']) },
          { locale: picks.of(['en-IE', 'de-DE', 'en-IN', 'ar', 'fr-CH']) },
          { name: name() },
          { projectionRate: assumption ?? null },
          { decimals: picks.maybe(() => picks.below(5)), negatives: picks.of(NEGATIVES) },
        ]),
      };
    case 'group.add': {
      const chosenSide = side();
      const rhythm = chosenSide === 'expense' ? picks.of(FREQUENCIES) : null;
      return { kind, id: newId(), name: name(), side: chosenSide, rhythm, before: before('groups') };
    }
    case 'group.set':
      return group ? { kind, group, settings: picks.of([{ name: name() }, { side: side() }, rates()]) } : null;
    case 'group.move':
      return group ? { kind, group, before: before('groups') } : null;
    case 'group.duplicate':
      return group ? { kind, group, id: newId() } : null;
    case 'group.delete':
      return group ? { kind, group } : null;
    case 'line.add':
      return group ? { kind, id: newId(), group, name: name(), unit: unit(), before: null } : null;
    case 'line.set':
      return line
        ? {
            kind,
            line,
            settings: picks.of([
              { name: name() },
              { unit: unit(), rollUp: picks.of(ROLL_UPS) },
              { note: text(), emphasis: picks.of(EMPHASES) },
              { locked: picks.below(4) === 0 },
              { targetShare: amount() },
              { carryOver: picks.below(2) === 0 },
              rates(),
            ]),
          }
        : null;
    case 'line.move':
      return line && group ? { kind, line, group, before: null } : null;
    case 'line.duplicate':
      return line ? { kind, line, id: newId() } : null;
    case 'line.delete':
      return line ? { kind, line } : null;
    case 'line.follow':
      return { kind, line: line!, plan: picks.of(['stall', 'other']), of: '@net', source: 'Stall.Net', by: 'local' };
    case 'line.fed':
      return { kind, line: idIn('feeds') ?? line!, source: 'Stall.Net', figures: cells().map((cell) => ({ month: cell.month, amount: amount() })) }; // prettier-ignore
    case 'line.feedLost':
    case 'line.unfollow':
      return { kind, line: idIn('feeds') ?? line! };
    case 'line.setFigure':
      return line ? { kind, line, month: month(), reach: reach(), until: month(), figure: amount() } : null;
    case 'line.setFormula':
      return line ? { kind, line, month: month(), reach: reach(), until: month(), formula: formula() } : null;
    case 'line.rewriteStep': {
      const step = picks.of([...document.ruleSteps.values()]);
      return step ? { kind, line: step.line, from: step.from, formula: formula() } : null;
    }
    case 'line.clearException':
      return line ? { kind, line, month: month() } : null;
    case 'line.removeStep': {
      const step = picks.of([...document.ruleSteps.values()]);
      return step ? { kind, line: step.line, from: step.from } : null;
    }
    case 'line.moveStep': {
      const step = picks.of([...document.ruleSteps.values()].filter(({ from }) => from !== null));
      return step ? { kind, line: step.line, from: step.from!, to: month() } : null;
    }
    case 'line.moveException': {
      const row = picks.of([...document.exceptions.values()]);
      return row ? { kind, line: row.line, month: row.month, to: month() } : null;
    }
    case 'lines.order': {
      const lines = [...document.lines.values()].filter((row) => row.group === group).map(({ id }) => id);
      return group && lines.length > 0 ? { kind, groups: [{ group, lines: lines.reverse() }] } : null;
    }
    case 'figures.set':
      return line
        ? {
            kind,
            figures: cells().map((cell) => ({ ...cell, figure: amount() })),
            as: picks.of(['exceptions', 'rule'] as const),
          }
        : null;
    case 'figures.clear':
      return line ? { kind, cells: cells() } : null;
    case 'figures.adjust': {
      const notBelowZero = picks.below(2) === 0;
      const by = picks.below(2)
        ? ({ kind: 'factor', factor: picks.of([0, 0.5, 1.05, 2, -1]), notBelowZero } as const)
        : ({ kind: 'amount', amount: picks.of([-100, 0.1, 7]), notBelowZero } as const);
      return line ? { kind, cells: cells(), by } : null;
    }
    case 'income.split':
      return line ? { kind, shares: [{ line, share: picks.of([0, 0.1, 0.333, 1.5]) }] } : null;
    case 'year.lock':
      return { kind, year: 2026 + picks.below(3), locked: picks.below(4) === 0 };
    case 'figureNote.set':
      return { kind, of: figureRef(), month: month(), text: text() };
    case 'highlight.set': {
      const settings = { of: figureRef(), span: picks.of(['month', 'year'] as const), when: picks.of(HIGHLIGHT_CONDITIONS), low: amount(), high: amount(), tone: picks.of(TONES), word: picks.of(['low', 'over', ' ']) }; // prettier-ignore
      return { kind, id: existingOr('highlights'), settings };
    }
    case 'highlight.delete': {
      const id = idIn('highlights');
      return id ? { kind, id } : null;
    }
    case 'scenario.set':
      return { kind, id: picks.of([existingOr('scenarios'), line ?? newId()]), name: name() };
    case 'scenario.delete':
      return scenario ? { kind, id: scenario } : null;
    case 'scenario.setValues':
      return scenario && assumption ? { kind, scenario, values: [{ assumption, value: amount() }] } : null;
    case 'scenario.setFigures':
      return scenario && line
        ? { kind, scenario, figures: cells().map((cell) => ({ ...cell, figure: amount() })) }
        : null;
    case 'scenario.clearFigures':
      return scenario && line ? { kind, scenario, cells: cells() } : null;
    case 'scenario.adopt':
      return scenario ? { kind, id: scenario } : null;
    case 'chart.set': {
      const series = Array.from({ length: picks.below(3) }, () => ({ of: figureRef(), mark: picks.of(CHART_MARKS), scenario: picks.maybe(() => scenario ?? null), projectedFrom: picks.of([null, null, 2026, 1]), actual: picks.below(3) === 0 })); // prettier-ignore
      const settings = { name: name(), form: picks.of(CHART_FORMS), span: picks.of(CHART_SPANS), year: picks.of([null, 2026, 3000]), from: picks.maybe(month), until: picks.maybe(month), axis: text() }; // prettier-ignore
      return { kind, id: existingOr('charts'), settings, series };
    }
    case 'chart.move': {
      const id = idIn('charts');
      return id ? { kind, id, before: before('charts') } : null;
    }
    case 'chart.delete': {
      const id = idIn('charts');
      return id ? { kind, id } : null;
    }
    case 'lines.place': {
      const newGroup = picks.maybe(() => ({ name: name(), side: side() }));
      const to = newGroup ? newId('-g') : group;
      return to
        ? { kind, group: to, newGroup, lines: [{ id: newId(), name: name(), unit: unit(), formula: formula() }] }
        : null;
    }
    case 'loan.set': {
      const loan = existingOr('loans');
      const settings = picks.of([
        { unknown: picks.of(LOAN_UNKNOWNS), amount: input(), rate: rate(), months: input(), payment: input() },
        { ...terms, balloon: input(), fee: input(), interestOnly: input() },
        { first: month(), note: text(), atNewRate: picks.of(AT_NEW_RATE) },
      ]);
      return { kind, loan, settings: { ...named(loan, 'loans'), ...settings } };
    }
    case 'loan.setExtra': {
      const loan = idIn('loans');
      const until = picks.maybe(month);
      const settings = picks.maybe(() => ({
        loan: loan!,
        every: picks.of(RECURRING_ONLY_FREQUENCIES),
        from: month(),
        until,
        amount: input(),
        lowers: picks.of(EXTRAS_LOWER),
      }));
      return loan ? { kind, id: existingOr('loanExtras'), settings } : null;
    }
    case 'loan.takeOffer': {
      const offer = idIn('loans');
      return offer ? { kind, offer } : null;
    }
    case 'fund.set': {
      const fund = existingOr('savings');
      const settings = picks.of([
        { unknown: picks.of(SAVINGS_UNKNOWNS), opening: input(), deposit: input(), rate: rate(), goal: input() },
        { ...terms, months: input(), growth: rate(), inflation: rate() },
        { withdrawals: picks.of(WITHDRAWALS), withdrawal: input(), withdrawalMonths: input(), first: month() },
      ]);
      return { kind, fund, settings: { ...named(fund, 'savings'), ...settings } };
    }
    case 'fund.setMove': {
      const fund = idIn('savings');
      const until = picks.maybe(month);
      const settings = picks.maybe(() => ({
        fund: fund!,
        kind: picks.of(SAVINGS_MOVES),
        from: month(),
        until,
        amount: input(),
      }));
      return fund ? { kind, id: existingOr('savingsMoves'), settings } : null;
    }
    case 'taxSchedule.set': {
      const schedule = existingOr('taxSchedules');
      const settings = {
        ...named(schedule, 'taxSchedules'),
        income: input(),
        allowance: input(),
        rebateLimit: input(),
      };
      return { kind, schedule, settings };
    }
    case 'taxSchedule.setBands': {
      const schedule = idIn('taxSchedules');
      const bands = Array.from({ length: picks.below(4) }, (_, index) => ({
        from: picks.below(5) === 0 ? formula() : index * 1000,
        rate: picks.below(5) === 0 ? formula() : index / 10,
      }));
      return schedule ? { kind, schedule, validFrom: picks.of([null, 2026, 2027]), bands } : null;
    }
    case 'breakEven.set': {
      const breakEven = existingOr('breakEvens');
      const settings = picks.of([
        { about: picks.of(BREAK_EVEN_KINDS) },
        { fixedCosts: input(), price: input(), variableCost: input(), plannedUnits: input(), targetProfit: input() },
        { costs: input(), units: input(), flow: input(), firstCosts: input(), secondCosts: input(), firstName: text() },
      ]);
      return { kind, breakEven, settings: { ...named(breakEven, 'breakEvens'), ...settings } };
    }
    case 'calculator.copy': {
      const source = calculator();
      return source
        ? { kind, calculator: source, as: newId(), name: picks.maybe(name), offer: picks.below(3) === 0 }
        : null;
    }
    case 'calculator.delete': {
      const gone = calculator();
      return gone ? { kind, calculator: gone } : null;
    }
    case 'finding.waive':
      return {
        kind,
        finding: picks.of(['units|x|', 'doubleCount|y|', text()]),
        reason: picks.of(['Meant so.', text()]),
      };
    case 'finding.takeUp': {
      const finding = idIn('waivedFindings');
      return finding ? { kind, finding } : null;
    }
    case 'assumption.add':
      return {
        kind,
        id: newId(),
        name: name(),
        unit: unit(),
        value: figure(),
        note: text(),
        before: before('assumptions'),
      };
    case 'assumption.set':
      return assumption
        ? {
            kind,
            assumption,
            settings: picks.of([
              { name: name() },
              { value: figure() },
              { formula: picks.maybe(formula) },
              { low: amount(), high: amount() },
              { section: text(), note: text(), unit: unit() },
            ]),
          }
        : null;
    case 'assumption.fix':
      return assumption ? { kind, assumption, value: figure() } : null;
    case 'assumption.setStep':
      return assumption ? { kind, assumption, from: month(), value: figure() } : null;
    case 'assumption.moveStep': {
      const step = picks.of([...document.assumptionSteps.values()]);
      return step ? { kind, assumption: step.assumption, from: step.from, to: month() } : null;
    }
    case 'assumption.removeStep': {
      const step = picks.of([...document.assumptionSteps.values()]);
      return step ? { kind, assumption: step.assumption, from: step.from } : null;
    }
    case 'assumption.move':
      return assumption ? { kind, assumption, before: before('assumptions'), section: text() } : null;
    case 'assumption.delete':
      return assumption ? { kind, assumption } : null;
    case 'account.set':
      return { kind, account: existingOr('accounts'), settings: { name: name(), kind: picks.of(ACCOUNT_KINDS), opening: figure(), openingOn: picks.maybe(day), closed: picks.below(3) === 0, limit: amount() } }; // prettier-ignore
    case 'account.move':
    case 'account.delete': {
      const account = idIn('accounts');
      if (!account) return null;
      return kind === 'account.move' ? { kind, account, before: before('accounts') } : { kind, account };
    }
    case 'standing.set': {
      const settings = { what: text(), line: line ?? null, account: idIn('accounts') ?? null, toAccount: picks.below(5) === 0 ? (idIn('accounts') ?? null) : null, amount: amount(), rhythm: picks.of(RECURRING_FREQUENCIES), every: 1 + picks.below(4), from: day(), lastDay: picks.below(2) === 0, until: picks.below(4) === 0 ? day() : null }; // prettier-ignore
      return { kind, standing: existingOr('standingEntries'), settings };
    }
    case 'standing.changeFrom': {
      const standing = idIn('standingEntries');
      if (!standing) return null;
      const from = day();
      return { kind, standing, as: newId(), from, ...(picks.below(3) === 0 ? { first: picks.below(2) === 0 ? from : day() } : {}), settings: { amount: figure(), ...(picks.below(3) === 0 ? { rhythm: picks.of(RECURRING_FREQUENCIES) } : {}) } }; // prettier-ignore
    }
    case 'standing.skip': {
      const row = picks.of([...document.standingEntries.values()]);
      return row
        ? { kind, standing: row.id, due: picks.below(2) ? row.from : day(), skipped: picks.below(3) > 0 }
        : null;
    }
    case 'standing.delete': {
      const standing = idIn('standingEntries');
      return standing ? { kind, standing } : null;
    }
    case 'assignmentRule.set': {
      const settings = { condition: picks.of(TEXT_CONDITIONS), text: text(), least: amount(), most: amount(), account: picks.maybe(() => idIn('accounts') ?? null), line: line ?? null }; // prettier-ignore
      return { kind, rule: existingOr('assignmentRules'), settings };
    }
    case 'assignmentRule.move':
    case 'assignmentRule.delete': {
      const rule = idIn('assignmentRules');
      if (!rule) return null;
      return kind === 'assignmentRule.move' ? { kind, rule, before: before('assignmentRules') } : { kind, rule };
    }
    case 'entries.set': {
      const after = { date: day(), what: picks.of(['', 'Shop', 'Zoë']), line: picks.of([line ?? '', '']), account: picks.of(['', idIn('accounts') ?? '']), amount: picks.of([1, -500, 123_456]) }; // prettier-ignore
      return { kind, entries: [{ entry: newId(), before: null, after }] };
    }
    case 'assumption.fill':
      return assumption
        ? { kind, assumption, value: picks.of(RATES), steps: [{ from: month(), value: picks.of(RATES) }], note: text() }
        : null;
    default:
      return { kind, ...valuesFor(COMMANDS[kind].fields, document, picks) } as Command;
  }
}

/** Values for the fields of a command that is drawn in no way of its own. */
function valuesFor(fields: Fields, document: Document, picks: Picks): Record<string, unknown> {
  const drawn = Object.entries(fields).filter(([, { isOptional }]) => !isOptional || picks.below(2) > 0);
  return Object.fromEntries(drawn.map(([name, field]) => [name, valueFor(field, document, picks)]));
}

function valueFor({ form, orNull }: Field, document: Document, picks: Picks): unknown {
  const { first, count } = calendarOf(document);
  const month = () => addMonths(first, picks.below(count + 8) - 4);
  if (orNull && picks.below(3) === 0) return null;
  switch (form.kind) {
    case 'id':
      return picks.of([...document.lines.keys(), ...document.groups.keys(), ...document.assumptions.keys(), 'nowhere']);
    case 'bearer':
      return picks.of([...document.lines.keys(), '@net']);
    case 'name':
      return picks.of(NAMES);
    case 'text':
      return picks.of(TEXTS);
    case 'number':
      return picks.of(FIGURES);
    case 'whole':
      return Math.max(form.least, Math.min(form.most, picks.below(3) === 0 ? form.least : picks.below(5000) - 500));
    case 'month':
      return month();
    case 'date':
      return `${month()}-${picks.of(['01', '14', '31'])}`;
    case 'formula':
    case 'input':
    case 'bandPart':
      return formulaFor(document, picks);
    case 'currency':
      return picks.of(['EUR', 'JPY']);
    case 'locale':
      return picks.of(['en-IE', 'de-DE']);
    case 'yesNo':
      return picks.below(2) === 0;
    case 'choice':
      return picks.of(form.options);
    case 'all':
    case 'some':
      return valuesFor(form.fields, document, picks);
    case 'list':
      return Array.from({ length: form.least + picks.below(3) }, () => valueFor(form.of, document, picks));
    case 'oneOf':
      return valueFor(picks.of(form.options), document, picks);
  }
}

/** States how often kinds of commands are drawn, rules and figures more often than the rest; one that is not here is drawn once. */
const WEIGHTS: Readonly<Partial<Record<CommandKind, number>>> = {
  'plan.rollForward': 1, 'plan.set': 3, 'group.add': 1, 'group.set': 2, 'group.move': 1, 'group.duplicate': 1,
  'group.delete': 1, 'line.add': 2, 'line.set': 2, 'line.move': 2, 'line.duplicate': 1, 'line.delete': 1,
  'line.setFigure': 6, 'line.setFormula': 16, 'line.rewriteStep': 3, 'line.clearException': 2, 'line.removeStep': 1,
  'line.moveStep': 1, 'line.moveException': 1, 'lines.order': 1, 'figures.set': 3, 'figures.clear': 1,
  'figures.adjust': 3, 'income.split': 1, 'year.lock': 1, 'figureNote.set': 1, 'highlight.set': 2,
  'highlight.delete': 1, 'scenario.set': 2, 'scenario.delete': 1, 'scenario.setValues': 1, 'scenario.setFigures': 1,
  'scenario.clearFigures': 1, 'scenario.adopt': 1, 'chart.set': 2, 'chart.move': 1, 'chart.delete': 1,
  'lines.place': 1, 'loan.set': 3, 'loan.setExtra': 1, 'loan.takeOffer': 1, 'fund.set': 3, 'fund.setMove': 1,
  'taxSchedule.set': 2, 'taxSchedule.setBands': 2, 'breakEven.set': 3, 'calculator.copy': 1, 'calculator.delete': 1,
  'finding.waive': 1, 'finding.takeUp': 1, 'assumption.add': 2, 'assumption.set': 4, 'assumption.fix': 1,
  'assumption.setStep': 2, 'assumption.moveStep': 1, 'assumption.removeStep': 1, 'assumption.move': 1,
  'assumption.delete': 1, 'entries.set': 2, 'account.set': 2, 'standing.set': 3, 'standing.skip': 2,
  'assignmentRule.set': 2, 'list.add': 2, 'listColumn.add': 3, 'listColumn.set': 8, 'listItems.add': 3, 'listCells.set': 10,
}; // prettier-ignore

/** Draws of commands of all kinds. */
export const draws: fc.Arbitrary<Draw> = fc.record({
  kind: fc.oneof(
    ...(Object.keys(COMMANDS) as CommandKind[]).map((kind) => ({
      weight: WEIGHTS[kind] ?? 1,
      arbitrary: fc.constant(kind),
    })),
  ),
  numbers: fc.array(fc.nat(997), { minLength: 24, maxLength: 24 }),
});

/** A small plan in which lines hang together in many ways, for commands to be drawn for. */
export function startingPlan(): Document {
  const lines = sketch({
    months: 33,
    firstMonth: '2026-04',
    assumptions: {
      Rate: ['ratePerYear', 0.03],
      Price: ['money', 4, { '2027-02': 5 }],
      Zero: ['number', 0],
    },
    lines: {
      Income: { Pay: { start: 2000, '2027-01': 'prior(Pay) * (1 + monthly(Rate))' }, Sales: 'Units * Price' },
      Costs: {
        Rent: 800,
        Share: 'Pay * 10%',
        Seasonal: 'if(month = 3, 212)',
        Lagged: 'prior(Seasonal, 2) + next(Rent)',
      },
      'Set aside': { Fund: 'max(Net - 100, 0)', Ratio: 'Rent / Gaps' },
      Memo: {
        Units: { start: 100, '2026-09': 'Gaps + 5' },
        Gaps: 'if(MOD(month, 4) > 0, month)',
        Balance: 'prior(Balance) * (1 + monthly(Rate)) + Fund',
        Coupled: 'prior(Other) * 0.5 + Rent',
        Other: 'prior(Coupled) * 0.25 + prior(running(Rent, year))',
        Run: 'running(Net, year) + running(Seasonal)',
        Yearly: 'total(Pay, year) + highest(Gaps, quarter) + average(Balance) - lowest(Rent)',
        Powers: '(1 + Rate)^years * Pay',
        Blank: 'Zero / Gaps',
        Grown: 'grow(Pay, Rate, 2026-07) + grow(100, monthly(Rate, effective), 2027-01, month)',
        Recent: 'recent(Gaps, 3) + recent(Pay, 2)',
        Feeding: 'prior(running(Feeding)) * 0.01 + total(Rent, year)',
        Placed: 'at(Rent, prior(Placed) * 0 + 3) + prior(Gaps, 1 + 0 * prior(Placed))',
        Trail: 'if(period < 3, Rent, recent(Trail, 3) + grow(prior(Trail), Rate, 2026-04))',
      },
    },
  });
  return [...FURNITURE, ...LIST_FURNITURE].reduce((document, command) => {
    const decision = decide(document, command);
    if (!decision.ok) throw new Error(`${command.kind}: ${english(decision.refusal.message)}`);
    return applyChanges(document, decision.changes);
  }, lines);
}

const APRIL = toMonth('2026-04');

/** One of everything a plan may have beside lines, for commands to be about. */
const FURNITURE: readonly Command[] = [
  { kind: 'account.set', account: 'bank', settings: { name: 'Bank', opening: 100, openingOn: '2026-04-01', limit: 50 } },
  { kind: 'account.set', account: 'nest-account', settings: { name: 'Nest', kind: 'savings' } },
  { kind: 'standing.set', standing: 'standing', settings: { what: 'Rent', line: 'line-rent', account: 'bank', from: '2026-04-03' } },
  { kind: 'standing.skip', standing: 'standing', due: '2026-05-03', skipped: true },
  { kind: 'assignmentRule.set', rule: 'rule', settings: { text: 'shop', line: 'line-rent', account: 'bank' } },
  { kind: 'account.reconcile', id: 'reconciled', settings: { account: 'bank', on: '2026-04-30', balance: 100, finished: '2026-05-01' }, entries: [] },
  { kind: 'account.setFormat', account: 'bank', format: { separator: ';', encoding: 'utf-8', decimal: ',', dates: 'dmy', heading: 3, date: 'Day', what: 'Text', amount: 'Sum', paid: '', received: '', reference: '', balance: '' } },
  { kind: 'scenario.set', id: 'hard', name: 'Hard times' },
  { kind: 'scenario.setValues', scenario: 'hard', values: [{ assumption: 'assumption-rate', value: 0.08 }] },
  { kind: 'scenario.setFigures', scenario: 'hard', figures: [{ line: 'line-rent', month: APRIL, figure: 1000 }] },
  {
    kind: 'chart.set',
    id: 'chart',
    settings: { name: 'Net', form: 'beside', span: 'month', year: null, from: null, until: null, axis: '' },
    series: [{ of: '@net', mark: 'line', scenario: 'hard', projectedFrom: null }],
  },
  { kind: 'loan.set', loan: 'bike', settings: { name: 'Bike', amount: '5400', rate: 'Rate', months: '42' } },
  { kind: 'loan.setExtra', id: 'extra', settings: { loan: 'bike', every: 'yearly', from: APRIL, until: null, amount: '100', lowers: 'payment' } },
  { kind: 'calculator.copy', calculator: 'bike', as: 'offer', name: 'Other bike', offer: true },
  { kind: 'fund.set', fund: 'fund', settings: { name: 'Nest egg', deposit: 'Fund', rate: '2%', opening: '100', months: '30' } },
  { kind: 'fund.setMove', id: 'move', settings: { fund: 'fund', kind: 'deposit', from: APRIL, until: null, amount: 'Price' } },
  { kind: 'taxSchedule.set', schedule: 'tax', settings: { name: 'Bands', income: 'total(Pay, year)' } },
  { kind: 'taxSchedule.setBands', schedule: 'tax', validFrom: null, bands: [{ from: 0, rate: 0 }, { from: 8000, rate: 'Rate' }] },
  { kind: 'breakEven.set', breakEven: 'even', settings: { name: 'Even', fixedCosts: 'Rent', price: 'Price', variableCost: '1' } },
  { kind: 'line.setFormula', line: 'line-lagged', month: APRIL, reach: 'every', formula: 'Bike.payment + tax(Bands, 9000) + Even.units' },
  { kind: 'highlight.set', id: 'low', settings: { of: '@net', span: 'month', when: 'below', low: 0, high: null, tone: 'alarm', word: 'low' } },
]; // prettier-ignore
