import { yearInWords } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

interface YearSwitchProps {
  readonly years: readonly number[];
  readonly year: number;
  /** The month years begin in, 1 to 12. */
  readonly begins: number;
  readonly onChange: (year: number) => void;
}

/** Goes from year to year, or to one of them at once. */
export function YearSwitch({ years, year, begins, onChange }: YearSwitchProps) {
  const index = years.indexOf(year);
  return (
    <div className="year-switch" role="group" aria-label={t('plan.year')}>
      <button
        type="button"
        className="tool"
        disabled={index <= 0}
        onClick={() => onChange(years[index - 1]!)}
        title={t('plan.previousYearHint')}
      >
        <Icon name="left" />
        <span className="visually-hidden">{t('plan.previousYear')}</span>
      </button>
      <Select value={year} aria-label={t('plan.yearShown')} onChange={(event) => onChange(Number(event.target.value))}>
        {years.map((option) => (
          <option key={option} value={option}>
            {yearInWords(option, begins)}
          </option>
        ))}
      </Select>
      <button
        type="button"
        className="tool"
        disabled={index >= years.length - 1}
        onClick={() => onChange(years[index + 1]!)}
        title={t('plan.nextYearHint')}
      >
        <Icon name="right" />
        <span className="visually-hidden">{t('plan.nextYear')}</span>
      </button>
    </div>
  );
}
