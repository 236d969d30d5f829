import {
  TOTALS,
  calculatorsOf,
  groupsWithLines,
  inOrder,
  listOutputsOf,
  listsOf,
  outputId,
  outputsOf,
  planOf,
  rangeOfYear,
  yearsOf,
  nameOfYear,
  type Document,
  type FigureOf,
  type PlanModel,
} from '@haushalt/core';
import { monthInWords, say, t } from '../../language/language.ts';
import { useMemo } from 'react';
import { SearchField, type SearchOption } from '../../fields/SearchField.tsx';

interface AssumptionChoiceProps {
  readonly label: string;
  readonly document: Document;
  readonly value: string;
  readonly onChange: (id: string) => void;
}

/** Chooses an assumption. */
export function AssumptionChoice({ label, document, value, onChange }: AssumptionChoiceProps) {
  const options = inOrder(document.assumptions.values()).map(({ id, name }) => ({ value: id, words: name }));
  return <SearchField label={label} options={options} value={value} onChange={onChange} />;
}

interface FigureChoiceProps extends AssumptionChoiceProps {
  /** States what the choice of nothing is called, where nothing may be chosen. */
  readonly none?: string;
  /** True when the figures calculators give, and the totals of lists, can be chosen too. */
  readonly withOutputs?: boolean;
}

/** Chooses whose figures are meant: a total, a group, a line or what a calculator gives. */
export function FigureChoice({ label, document, value, onChange, none, withOutputs = false }: FigureChoiceProps) {
  const options = useMemo(() => figureOptions(document, withOutputs), [document, withOutputs]);
  return (
    <SearchField
      label={label}
      options={options}
      value={value}
      {...(none === undefined ? {} : { placeholder: none })}
      onChange={onChange}
    />
  );
}

/** Whose figures can be meant, under the headings they stand under in the budget. */
export function figureOptions(document: Document, withOutputs: boolean): SearchOption[] {
  return [
    ...TOTALS.map(({ id, label }) => ({ value: id, words: say(label), heading: t('plan.totals') })),
    ...groupsWithLines(document).flatMap(({ group, lines }) => [
      { value: group.id, words: t('plan.all', { name: group.name }), heading: group.name },
      ...lines.map(({ id, name }) => ({ value: id, words: name, heading: group.name })),
    ]),
    ...(withOutputs ? calculatorsOf(document) : []).flatMap((calculator) =>
      outputsOf(calculator).map(({ name }) => ({
        value: outputId(calculator.row.id, name),
        words: `${calculator.row.name}.${name}`,
        heading: calculator.row.name,
      })),
    ),
    ...(withOutputs ? listsOf(document) : []).flatMap(({ id, name }) =>
      listOutputsOf(document, id).map((output) => ({
        value: outputId(id, output.key),
        words: `${name}.${output.name}`,
        heading: name,
      })),
    ),
  ];
}

/** A stretch of the plan as it is chosen: `plan`, a year, or a month. */
export type When = string;

interface WhenChoiceProps {
  readonly label: string;
  readonly model: PlanModel;
  readonly value: When;
  readonly onChange: (when: When) => void;
}

/** Chooses a month, a year or the whole plan. */
export function WhenChoice({ label, model, value, onChange }: WhenChoiceProps) {
  const { locale } = planOf(model.document);
  const options = [
    { value: 'plan', words: t('plan.theWholePlan') },
    ...yearsOf(model.calendar).map((year) => ({
      value: String(year),
      words: nameOfYear(model.document, year),
      heading: t('plan.years'),
    })),
    ...model.calendar.months.map((month) => ({
      value: month,
      words: monthInWords(month, locale),
      heading: t('plan.months'),
    })),
  ];
  return <SearchField className="is-when" label={label} options={options} value={value} onChange={onChange} />;
}

/** The periods of a choice; the whole plan for what the plan does not have. */
export function figureAt({ calendar }: PlanModel, id: string, when: When): FigureOf {
  const month = calendar.months.findIndex((each) => each === when);
  if (month >= 0) return { id, from: month, to: month + 1 };
  const year = yearsOf(calendar).find((each) => String(each) === when);
  return { id, ...(year === undefined ? { from: 0, to: calendar.count } : rangeOfYear(calendar, year)) };
}
