import { Icon } from '../../ui/Icon.tsx';

interface YearSwitchProps {
  readonly years: readonly number[];
  readonly year: number;
  readonly onChange: (year: number) => void;
}

/** Goes from year to year, or to one of them at once. */
export function YearSwitch({ years, year, onChange }: YearSwitchProps) {
  const at = years.indexOf(year);
  return (
    <div className="year-switch" role="group" aria-label="Year">
      <button
        type="button"
        className="tool"
        disabled={at <= 0}
        onClick={() => onChange(years[at - 1]!)}
        title="Year before (Alt+Page Up)"
      >
        <Icon name="left" />
        <span className="visually-hidden">Year before</span>
      </button>
      <select value={year} aria-label="Year shown" onChange={(event) => onChange(Number(event.target.value))}>
        {years.map((option) => (
          <option key={option} value={option}>
            {option}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="tool"
        disabled={at >= years.length - 1}
        onClick={() => onChange(years[at + 1]!)}
        title="Year after (Alt+Page Down)"
      >
        <Icon name="right" />
        <span className="visually-hidden">Year after</span>
      </button>
    </div>
  );
}
