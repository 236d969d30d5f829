import { effectiveSteps } from '../../engine/node.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import type { Unit } from '../../figure/unit.ts';
import type { Expression, Place } from '../../formula/expression/syntax.ts';
import { messageFor, type Text, type Message } from '../../message.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { commandForInput } from '../../plan/commands/forInput.ts';
import { calculatorsOf, inputsOf } from '../../plan/document/calculators.ts';
import { columnsOf, listsOf, unitOfColumn } from '../../plan/document/lists.ts';
import { rowsWhere } from '../../plan/document/rowTable.ts';
import { readStoredOrNull } from '../../plan/document/storedFormulas.ts';
import type { LineRow, ListColumnRow } from '../../plan/schema/tables.ts';
import type { Found } from './finding.ts';

/** A formula as it stands somewhere in a plan, with what a reviewer needs to tell of it and to mend it. */
export interface WrittenRule {
  readonly place: Found['place'];
  /** States what tells findings at the same place apart; empty where there is one formula only. */
  readonly about: string;
  /** Whose rule it is. */
  readonly name: string;
  /** States what its figures count. */
  readonly unit: Unit;
  /** The list it is a rule of; `null` for one of the plan. */
  readonly list: string | null;
  readonly formula: string;
  readonly expression: Expression;
  /** A sentence about it, from what was found in it. */
  readonly say: (text: Text) => Message;
  /** The command that puts another formula in its place. */
  readonly rewrite: (formula: string) => Command;
}

/** A formula of a line, with the months it holds in. */
export interface LineRule extends WrittenRule {
  readonly line: LineRow;
  readonly from: number;
  readonly to: number;
}

/** A rule of a column, or of a single item in it. */
export interface ColumnRule extends WrittenRule {
  readonly column: ListColumnRow;
}

/** A rule's formula with something else in place of a part of it. */
export function replaced({ formula }: WrittenRule, { from, to }: Place, by: string): string {
  return `${formula.slice(0, from)}${by}${formula.slice(to)}`;
}

/** All formulas of a plan's lines that can be read and hold in some month. */
export function lineRules(model: PlanModel): LineRule[] {
  const { document, calendar } = model;
  return [...document.lines.values()].flatMap((line) => {
    const steps = effectiveSteps(model.stepsOf(line.id), calendar).map(({ row, from, to }) => ({
      formula: row.formula,
      from,
      to,
      rewrite: (formula: string): Command => ({ kind: 'line.rewriteStep', line: line.id, from: row.from, formula }),
    }));
    const exceptions = model.exceptionsOf(line.id).map(({ formula, month }) => {
      const from = calendar.months.indexOf(month);
      const rewrite = (next: string): Command => ({
        kind: 'line.setFormula', line: line.id, month, reach: 'month', formula: next,
      }); // prettier-ignore
      return { formula, from, to: from + 1, rewrite };
    });
    return [...steps, ...exceptions].flatMap((rule): LineRule[] => {
      if (rule.from < 0) return [];
      const place = { id: line.id, month: calendar.months[rule.from]! };
      const say = (text: Text) => messageFor('finding.theRuleOf', { name: line.name, found: text });
      const { name, unit } = line;
      return readable({ ...rule, place, about: '', name, unit, list: null, line, say });
    });
  });
}

/** The formulas of a plan's assumptions. */
export function assumptionRules({ document }: PlanModel): WrittenRule[] {
  return [...document.assumptions.values()].flatMap(({ id, name, unit, formula }) =>
    readable({
      place: { id, month: null },
      about: '',
      name,
      unit,
      list: null,
      formula,
      say: (text: Text) => messageFor('finding.theFormulaOf', { name, found: text }),
      rewrite: (next: string): Command => ({ kind: 'assumption.set', assumption: id, settings: { formula: next } }),
    }),
  );
}

/** The formulas a plan's calculators are given. */
export function inputRules({ document }: PlanModel): WrittenRule[] {
  return calculatorsOf(document).flatMap((calculator) =>
    inputsOf(document, calculator).flatMap(({ id, words, unit, formula }) =>
      readable({
        place: { id: calculator.row.id, month: null },
        about: id,
        name: calculator.row.name,
        unit,
        list: null,
        formula,
        say: (text: Text) => messageFor('finding.theOf', { words, name: calculator.row.name, found: text }),
        rewrite: (next: string): Command => commandForInput(document, id, next),
      }),
    ),
  );
}

/** The rules of the columns of a plan's lists, and those single items have of their own. */
export function columnRules({ document }: PlanModel): ColumnRule[] {
  return listsOf(document).flatMap((list) =>
    columnsOf(document, list.id).flatMap((column) => {
      if (column.kind !== 'rule') return [];
      const name = `${list.name}.${column.name}`;
      const shared = {
        place: { id: column.id, month: null },
        name,
        unit: unitOfColumn(document, column),
        list: list.id,
        column,
        say: (text: Text) => messageFor('finding.theRuleOf', { name, found: text }),
      };
      const rewrite = (formula: string): Command => ({ kind: 'listColumn.set', column: column.id, settings: { formula } }); // prettier-ignore
      const ofItems = rowsWhere(document.listCells, 'column', column.id).flatMap(({ item, formula }) =>
        readable({
          ...shared,
          about: item,
          formula,
          rewrite: (next: string): Command => ({ kind: 'listCells.set', cells: [{ item, column: column.id, value: null, formula: next }] }), // prettier-ignore
        }),
      );
      return [...readable({ ...shared, about: '', formula: column.formula, rewrite }), ...ofItems];
    }),
  );
}

/** The rule with its formula read; nothing where there is none, or it cannot be read. */
function readable<R extends { readonly formula: string | null }>(
  rule: R,
): (R & Pick<WrittenRule, 'formula' | 'expression'>)[] {
  const { formula } = rule;
  const expression = formula === null ? null : readStoredOrNull(formula);
  return expression ? [{ ...rule, formula: formula!, expression }] : [];
}
