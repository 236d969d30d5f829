import { writeWithUnit } from '../../figure/write.ts';
import { datedId, type ScenarioFigureRow, type ScenarioValueRow } from '../schema/tables.ts';
import { applyChanges, inOrder, planOf, type Change, type Document } from './document.ts';
import { nameOf } from './naming.ts';
import { rowsWhere } from './rowTable.ts';
import { messageFor, type Message } from '../../message.ts';

/** Scenarios: named sets of assumption values, and figures of single months, that stand in place of the plan's. */

/** Returns what a scenario puts in place of the plan's. */
export function partsOfScenario(
  document: Document,
  id: string,
): { values: ScenarioValueRow[]; figures: ScenarioFigureRow[] } {
  return {
    values: [...rowsWhere(document.scenarioValues, 'scenario', id)],
    figures: [...rowsWhere(document.scenarioFigures, 'scenario', id)],
  };
}

/** The plan as a scenario has it. Given a value, an assumption has it in all months. */
export function withScenario(document: Document, id: string): Document {
  const { values, figures } = partsOfScenario(document, id);
  if (values.length === 0 && figures.length === 0) return document;
  const changes: Change[] = [];
  for (const { assumption, value } of values) {
    const before = document.assumptions.get(assumption)!;
    changes.push({ table: 'assumptions', id: assumption, before, after: { ...before, value, formula: null } });
    for (const step of rowsWhere(document.assumptionSteps, 'assumption', assumption))
      changes.push({ table: 'assumptionSteps', id: step.id, before: step, after: null });
  }
  for (const { line, month, amount } of figures) {
    const row = datedId(line, month);
    const before = document.exceptions.get(row) ?? null;
    changes.push({ table: 'exceptions', id: row, before, after: { id: row, line, month, amount, formula: null } });
  }
  return applyChanges(document, changes);
}

/** Returns what a scenario has otherwise than the plan, one thing after the other. */
export function scenarioInWords(document: Document, id: string): Message[] {
  const plan = planOf(document);
  const { values, figures } = partsOfScenario(document, id);
  const ofValues = inOrder(document.assumptions.values()).flatMap((assumption) => {
    const override = values.find((row) => row.assumption === assumption.id);
    if (!override) return [];
    const write = (value: number) => writeWithUnit(value, assumption.unit, plan);
    return [
      messageFor('document.insteadOf', {
        name: assumption.name,
        value: write(override.value),
        usual: write(assumption.value),
      }),
    ];
  });
  const byLine = new Map<string, ScenarioFigureRow[]>();
  for (const row of figures) byLine.set(row.line, [...(byLine.get(row.line) ?? []), row]);
  const ofFigures = [...byLine].map(([line, rows]) => {
    const months = rows.map(({ month }) => month).sort();
    const first = { month: months[0]!, style: 'short' } as const;
    const when = messageFor('document.inMonthsFromOn', { monthCount: months.length, first });
    return messageFor('document.otherFigures', {
      line: nameOf(document, line),
      when,
      hasLine: nameOf(document, line) !== undefined,
    });
  });
  return [...ofValues, ...ofFigures];
}
