import { addMonths, type Month } from '@haushalt/core';
import { MonthField } from '../../fields/CalendarField.tsx';
import { keysInWords, t } from '../../language/language.ts';
import { Icon } from '../../ui/Icon.tsx';

interface MonthSwitchProps {
  readonly months: readonly Month[];
  readonly month: Month;
  readonly locale: string;
  readonly onChange: (month: Month) => void;
}

/** Goes from month to month, or to one that is chosen. */
export function MonthSwitch({ months, month, locale, onChange }: MonthSwitchProps) {
  const step = (by: 1 | -1, words: string, icon: 'left' | 'right', keys: string) => {
    const next = addMonths(month, by);
    return (
      <button
        type="button"
        className="tool"
        disabled={!months.includes(next)}
        onClick={() => onChange(next)}
        title={`${words} (${keysInWords(keys)})`}
      >
        <Icon name={icon} />
        <span className="visually-hidden">{words}</span>
      </button>
    );
  };
  return (
    <div className="year-switch" role="group" aria-label={t('plan.month')}>
      {step(-1, t('plan.previousMonth'), 'left', 'Alt+Page Up')}
      <MonthField label={t('plan.monthShown')} months={months} value={month} locale={locale} onChange={onChange} />
      {step(1, t('plan.nextMonth'), 'right', 'Alt+Page Down')}
    </div>
  );
}
