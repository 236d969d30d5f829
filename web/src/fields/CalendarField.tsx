import {
  FIRST_DAY,
  LAST_DAY,
  addDays,
  addMonths,
  dayInFigures,
  isDay,
  readDay,
  readMonth,
  toMonth,
  type Day,
  type Month,
} from '@haushalt/core';
import { useRef, useState, type KeyboardEvent, type Ref } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { monthInWords, t } from '../language/language.ts';
import { Icon } from '../ui/Icon.tsx';
import { partOf, usePart } from '../ui/part.ts';
import type { CalendarProps } from './Calendar.tsx';
import { CommitField } from './CommitField.tsx';

const CALENDAR = partOf(async () => (await import('./Calendar.tsx')).default);

function OpenCalendar(props: CalendarProps) {
  const [Calendar, hasFailed] = usePart(CALENDAR);
  if (Calendar) return <Calendar {...props} />;
  return (
    <p className="calendar-waits">{hasFailed ? t('fields.calendarNeedsServer') : t('fields.openingTheCalendar')}</p>
  );
}

interface CalendarFieldProps {
  readonly label: string;
  readonly shown: string;
  /** States what may be chosen, from and to, as days. */
  readonly least: Day;
  readonly most: Day;
  readonly value: Day;
  readonly locale: string;
  readonly kind: 'day' | 'month';
  readonly className?: string;
  readonly onCommit: (text: string) => string | null;
  readonly onStep: (direction: 1 | -1) => void;
  readonly onPick: (day: Day) => void;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly name?: string;
}

/** A text that is typed, with a calendar to choose from beside it: by its button, or Alt and an arrow down. */
function CalendarField(props: CalendarFieldProps) {
  const {
    label,
    shown,
    least,
    most,
    value,
    locale,
    kind,
    className = '',
    onCommit,
    onStep,
    onPick,
    inputRef,
    name,
  } = props;
  const field = useRef<HTMLSpanElement>(null);
  const [isOpen, setOpen] = useState(false);
  const close = () => {
    setOpen(false);
    field.current?.querySelector('input')?.focus();
  };
  const keyDown = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown' && event.altKey) {
      event.preventDefault();
      setOpen(true);
    }
  };
  return (
    <span ref={field} className={`calendar-field is-${kind} ${className}`} onKeyDown={keyDown}>
      <CommitField
        label={label}
        shown={shown}
        entry={shown}
        onCommit={onCommit}
        onStep={onStep}
        {...(inputRef === undefined ? {} : { inputRef })}
        {...(name === undefined ? {} : { name })}
        after={
          <button
            type="button"
            className="calendar-open"
            tabIndex={-1}
            aria-label={t('fields.calendarFor', { label })}
            aria-expanded={isOpen}
            title={t('fields.openCalendar')}
            onClick={() => setOpen(!isOpen)}
          >
            <Icon name="calendar" />
          </button>
        }
      />
      <Overlay
        show={isOpen}
        target={field}
        placement="bottom-start"
        rootClose
        onHide={() => setOpen(false)}
        popperConfig={{ strategy: 'fixed' }}
      >
        <Popover
          className="calendar-popover"
          role="dialog"
          aria-label={t('fields.calendarFor', { label })}
          onKeyDown={(event: KeyboardEvent) => {
            event.stopPropagation();
            if (event.key === 'Escape') close();
          }}
        >
          <OpenCalendar
            kind={kind}
            value={value}
            least={least}
            most={most}
            locale={locale}
            onPick={(day) => {
              onPick(day);
              close();
            }}
          />
        </Popover>
      </Overlay>
    </span>
  );
}

interface MonthFieldProps {
  readonly label: string;
  /** The months there are to choose from, without a gap. */
  readonly months: readonly Month[];
  readonly value: Month;
  readonly locale: string;
  readonly className?: string;
  readonly onChange: (month: Month) => void;
}

/** A month of the calendar: typed in any usual way, chosen in a calendar, or one further by an arrow key. */
export function MonthField({ label, months, value, locale, className, onChange }: MonthFieldProps) {
  const least = months[0] ?? value;
  const most = months.at(-1) ?? value;
  const take = (month: Month): string | null => {
    if (month < least || month > most) {
      return t('fields.monthOutside', { first: monthInWords(least, locale), last: monthInWords(most, locale) });
    }
    if (month !== value) onChange(month);
    return null;
  };
  return (
    <CalendarField
      kind="month"
      label={label}
      shown={monthInWords(value, locale)}
      least={`${least}-01`}
      most={`${most}-01`}
      value={`${value}-01`}
      locale={locale}
      {...(className === undefined ? {} : { className })}
      onCommit={(text) => {
        const month = readMonth(text, locale, value);
        return month === null
          ? t('fields.invalidMonth', { text, example: monthInWords(value, locale, 'short') })
          : take(month);
      }}
      onStep={(direction) => void take(addMonths(value, direction === 1 ? -1 : 1))}
      onPick={(day) => void take(toMonth(day.slice(0, 7)))}
    />
  );
}

interface DateFieldProps {
  readonly label: string;
  readonly value: Day;
  readonly locale: string;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly name?: string;
  readonly onChange: (day: Day) => void;
}

/** A day of the calendar: typed in the order of the plan’s locale, chosen in a calendar, or one further by an arrow key. */
export function DateField(props: DateFieldProps) {
  const { label, value, locale, onChange, ...rest } = props;
  const take = (day: Day) => {
    if (isDay(day) && day !== value) onChange(day);
  };
  return (
    <CalendarField
      kind="day"
      label={label}
      shown={dayInFigures(value, locale)}
      least={FIRST_DAY}
      most={LAST_DAY}
      value={value}
      locale={locale}
      onCommit={(text) => {
        const day = readDay(text, locale, value);
        if (day === null) return t('fields.invalidDay', { text, example: dayInFigures(value, locale) });
        take(day);
        return null;
      }}
      onStep={(direction) => take(addDays(value, direction === 1 ? -1 : 1))}
      onPick={take}
      {...rest}
    />
  );
}
