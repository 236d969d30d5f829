import { monthInWords, type Month } from '@haushalt/core';

interface MonthSelectProps {
  readonly label: string;
  readonly months: readonly Month[];
  readonly value: Month;
  readonly locale: string;
  readonly className?: string;
  readonly onChange: (month: Month) => void;
}

/** Chooses one of the calendar's months; months are never typed. */
export function MonthSelect({ label, months, value, locale, className = '', onChange }: MonthSelectProps) {
  return (
    <select
      className={`month-select ${className}`}
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as Month)}
    >
      {!months.includes(value) && <option value={value}>{monthInWords(value, locale)}</option>}
      {months.map((month) => (
        <option key={month} value={month}>
          {monthInWords(month, locale)}
        </option>
      ))}
    </select>
  );
}
