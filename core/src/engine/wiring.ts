import { CALCULATOR_TABLES } from '../plan/document/calculators.ts';
import type { DocumentChange, Document } from '../plan/document/document.ts';
import { isTyped } from '../plan/document/lists.ts';
import { TABLES, type ListColumnRow } from '../plan/schema/tables.ts';
import { usesOfStored } from '../graph/formulaUses.ts';

/**
 * Returns whether a change alters which nodes there are or what they read, so that the model has to be built anew. `stepsOf` says
 * how many dated values an assumption has.
 */
export function changesWiring(
  change: DocumentChange,
  document: Document,
  stepsOf: (assumption: string) => number,
): boolean {
  const { before, after } = change;
  switch (change.table) {
    case 'plan':
      return (
        change.before?.firstMonth !== change.after?.firstMonth ||
        change.before?.months !== change.after?.months ||
        change.before?.yearBegins !== change.after?.yearBegins ||
        // Schedules are reckoned in the currency's smallest coin.
        (change.before?.currency !== change.after?.currency && hasCalculators(document)) ||
        // Funds are told in today's money by the plan's own rise of prices.
        (document.savings.size > 0 && change.before?.projectionRate !== change.after?.projectionRate)
      );
    case 'assumptions':
      return before === null || after === null || change.before?.formula !== change.after?.formula;
    case 'assumptionSteps': {
      // With its first step an assumption becomes a series, and with its last a scalar again.
      const owner = (change.before ?? change.after)!.assumption;
      const count = stepsOf(owner);
      return before === null ? count === 0 : after === null && count === 1;
    }
    case 'groups':
      return before === null || after === null || change.before?.side !== change.after?.side;
    case 'lines':
      return before === null || after === null || change.before?.group !== change.after?.group;
    case 'ruleSteps':
      return (change.before?.formula ?? null) !== null || (change.after?.formula ?? null) !== null;
    case 'exceptions':
      return (change.before?.formula ?? null) !== (change.after?.formula ?? null);
    case 'loans':
    case 'savings':
    case 'taxSchedules':
    case 'breakEvens':
    case 'loanExtras':
    case 'savingsMoves':
    case 'taxBands':
      return !isSameWiring(change, document);
    // What a list's rules name decides what its totals hang on.
    case 'listColumns':
      return namedBy(change.before) !== namedBy(change.after);
    case 'listCells':
      return (change.before?.formula ?? null) !== (change.after?.formula ?? null);
    case 'lists':
    case 'listItems':
    case 'feeds':
    case 'figureNotes':
    case 'highlights':
    case 'lockedYears':
    case 'waivedFindings':
    case 'scenarios':
    case 'scenarioValues':
    case 'scenarioFigures':
    case 'charts':
    case 'chartSeries':
    case 'accounts':
    case 'standingEntries':
    case 'standingSkips':
    case 'assignmentRules':
    case 'reconciliations':
    case 'statementFormats':
      return false;
  }
}

/** Returns what a column is computed from, as far as the order of computing goes. */
function namedBy(column: ListColumnRow | null): string {
  if (column === null || isTyped(column)) return '';
  return [column.kind, column.formula, column.estimated, column.actual].join('|');
}

function hasCalculators(document: Document): boolean {
  return CALCULATOR_TABLES.some((table) => document[table].size > 0);
}

/** Returns whether a row of a calculator reads what it read before: only then its figures can be renewed in place. */
function isSameWiring({ table, before, after }: DocumentChange, document: Document): boolean {
  if (before === null || after === null) return false;
  const kind = (row: object) => (row as { about?: string }).about;
  if (kind(before) !== kind(after)) return false;
  const owner = (row: object) => (row as { loan?: string; fund?: string }).loan ?? (row as { fund?: string }).fund;
  if (owner(before) !== owner(after)) return false;
  const begins = (row: object) => (row as { yearBegins?: number }).yearBegins;
  if (begins(before) !== begins(after)) return false;
  return Object.entries(TABLES[table])
    .filter(([, { column }]) => column.kind === 'input')
    .every(([column]) => {
      const [previous, current] = [before, after].map(
        (row) => (row as unknown as Record<string, string | null>)[column] ?? null,
      );
      if (previous === current) return true;
      const read = (formula: string | null | undefined) => (formula == null ? [] : usesOfStored(formula, document));
      return read(previous).length === 0 && read(current).length === 0;
    });
}
