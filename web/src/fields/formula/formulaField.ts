import { useEffect, useState, type ComponentType } from 'react';
import {
  TOTALS,
  calculatorsOf,
  columnsOf,
  groupsWithLines,
  hasFigures,
  inOrder,
  listOutputsOf,
  listsOf,
  nameInList,
  outputsOf,
  quoteName,
  type Document,
} from '@haushalt/core';
import type { FormulaFieldProps } from './types.ts';
import { t, say } from '../../language/language.ts';

/** Everything in a plan a formula can name, with what it is. */
export function completableNames(document: Document): FormulaFieldProps['names'] {
  return [
    ...inOrder(document.assumptions.values()).map(({ name }) => ({ name, kind: t('fields.kind.assumption') })),
    ...groupsWithLines(document).flatMap(({ group, lines }) => [
      ...lines.map(({ name }) => ({ name, kind: group.name })),
      { name: group.name, kind: t('fields.kind.group') },
    ]),
    ...TOTALS.map(({ name }) => ({ name, kind: t('fields.kind.total') })),
    ...calculatorsOf(document).flatMap((calculator) => {
      const { name } = calculator.row;
      const outputs = outputsOf(calculator).map(({ name: output, about }) => ({
        name: `${name}.${output}`,
        kind: say(about),
        written: `${quoteName(name)}.${output}`,
      }));
      return calculator.table === 'taxSchedules' ? [{ name, kind: t('fields.taxSchedule') }, ...outputs] : outputs;
    }),
    ...listsOf(document).flatMap(({ id, name }) =>
      listOutputsOf(document, id).map((output) => ({
        name: `${name}.${output.name}`,
        kind: t('fields.totalOfList'),
        written: `${quoteName(name)}.${quoteName(output.name)}`,
      })),
    ),
  ];
}

/** Everything a rule of a list can name: its columns first, then what rules of the plan can. */
export function completableInList(document: Document, list: string): FormulaFieldProps['names'] {
  const write = nameInList(document, list);
  const columns = columnsOf(document, list).filter(hasFigures);
  const hidden = new Set(columns.map(({ name }) => name.toLowerCase()));
  const things = [...document.assumptions.values(), ...document.lines.values(), ...document.groups.values()];
  const renamed = things.filter(({ name }) => hidden.has(name.toLowerCase()));
  return [
    ...columns.map(({ name }) => ({ name, kind: t('fields.columnOfList') })),
    ...renamed.map(({ id, name }) => ({ name: write(id) ?? name, kind: t('fields.ofThePlan') })),
    ...completableNames(document).filter(({ name }) => !hidden.has(name.toLowerCase())),
  ];
}

type Field = ComponentType<FormulaFieldProps>;

let loaded: Field | null = null;
let loading: Promise<void> | undefined;

/** Fetches the formula field, before it can be needed; settles when it is there, or cannot be had. */
export function loadFormulaField(): Promise<void> {
  loading ??= import('./FormulaField.tsx').then(
    (module) => {
      loaded = module.default;
    },
    () => {
      // Formulas are typed without completion then; the next page tries again.
      loading = undefined;
    },
  );
  return loading;
}

/**
 * The formula field, if it is there: what has begun to be typed in another field goes on there. It takes the place of a
 * field only within the keystroke that makes a formula of what is typed, so that no key ever finds neither.
 */
export function formulaField(): Field | null {
  return loaded;
}

/** Returns whether the formula field is there, so that typing can begin; fetches it where it is not. */
export function useFormulaField(): boolean {
  const [isReady, setReady] = useState(loaded !== null);
  useEffect(() => {
    void loadFormulaField().then(() => setReady(true));
  }, []);
  return isReady;
}
