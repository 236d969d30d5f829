import {
  TOTALS,
  calculatorsOf,
  groupsWithLines,
  inOrder,
  monthInWords,
  outputId,
  outputsOf,
  planOf,
  stretchOfYear,
  yearsOf,
  type Document,
  type FigureOf,
  type PlanModel,
} from '@haushalt/core';

interface AssumptionChoiceProps {
  readonly label: string;
  readonly document: Document;
  readonly value: string;
  readonly onChange: (id: string) => void;
}

/** Chooses an assumption. */
export function AssumptionChoice({ label, document, value, onChange }: AssumptionChoiceProps) {
  return (
    <select aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {inOrder(document.assumptions.values()).map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

interface BearerChoiceProps extends AssumptionChoiceProps {
  /** What the choice of nothing is called, where nothing may be chosen. */
  readonly none?: string;
  /** Whether the figures calculators give can be chosen too. */
  readonly withOutputs?: boolean;
}

/** Chooses whose figures are meant: a total, a group, a line or what a calculator gives. */
export function BearerChoice({ label, document, value, onChange, none, withOutputs = false }: BearerChoiceProps) {
  return (
    <select aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {none !== undefined && <option value="">{none}</option>}
      <optgroup label="Totals">
        {TOTALS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </optgroup>
      {groupsWithLines(document).map(({ group, lines }) => (
        <optgroup key={group.id} label={group.name}>
          <option value={group.id}>{group.name}, all</option>
          {lines.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </optgroup>
      ))}
      {(withOutputs ? calculatorsOf(document) : []).map((calculator) => (
        <optgroup key={calculator.row.id} label={calculator.row.name}>
          {outputsOf(calculator).map(({ name }) => (
            <option key={name} value={outputId(calculator.row.id, name)}>
              {calculator.row.name}.{name}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
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
  return (
    <select aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      <option value="plan">the whole plan</option>
      <optgroup label="Years">
        {yearsOf(model.calendar).map((year) => (
          <option key={year} value={String(year)}>
            {year}
          </option>
        ))}
      </optgroup>
      <optgroup label="Months">
        {model.calendar.months.map((month) => (
          <option key={month} value={month}>
            {monthInWords(month, locale)}
          </option>
        ))}
      </optgroup>
    </select>
  );
}

/** The periods of a choice; the whole plan for what the plan does not have. */
export function figureAt({ calendar }: PlanModel, id: string, when: When): FigureOf {
  const month = calendar.months.findIndex((each) => each === when);
  if (month >= 0) return { id, from: month, to: month + 1 };
  const year = yearsOf(calendar).find((each) => String(each) === when);
  return { id, ...(year === undefined ? { from: 0, to: calendar.count } : stretchOfYear(calendar, year)) };
}
