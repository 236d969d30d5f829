import type { Day } from '@haushalt/core';
import { useLayoutEffect, useRef } from 'react';
import DatePicker, { registerLocale } from 'react-datepicker';
import { de, enGB, enIE, enUS } from 'date-fns/locale';
import 'react-datepicker/dist/react-datepicker.css';
import { wordsLocale } from '../language/language.ts';
import './calendar.scss';

const LOCALES = { de, 'en-GB': enGB, 'en-IE': enIE, 'en-US': enUS, en: enIE };
for (const [name, locale] of Object.entries(LOCALES)) registerLocale(name, locale);

export interface CalendarProps {
  readonly kind: 'day' | 'month';
  readonly value: Day;
  readonly least: Day;
  readonly most: Day;
  readonly locale: string;
  readonly onPick: (day: Day) => void;
}

/** A month of days, or a year of months, to choose one from; arrow keys go from one to the next. */
export default function Calendar({ kind, value, least, most, locale, onPick }: CalendarProps) {
  const calendar = useRef<HTMLDivElement>(null);
  // The chosen one has the keys, so that arrows go on from there.
  useLayoutEffect(() => {
    const days = '.react-datepicker__day[tabindex="0"], .react-datepicker__month-text[tabindex="0"]';
    calendar.current?.querySelector<HTMLElement>(days)?.focus();
  }, []);
  const words = wordsLocale(locale);
  const language = words in LOCALES ? words : (words.split('-')[0] ?? 'en');
  return (
    <div ref={calendar}>
      <DatePicker
        inline
        selected={dateOf(value)}
        minDate={dateOf(least)}
        maxDate={dateOf(most)}
        locale={language in LOCALES ? language : 'en'}
        showMonthYearPicker={kind === 'month'}
        showFourColumnMonthYearPicker={kind === 'month'}
        disabledKeyboardNavigation={false}
        onChange={(date: Date | null) => date && onPick(dayOf(date))}
      />
    </div>
  );
}

/** The calendar reckons in the machine's own time; a day is a day. */
function dateOf(day: Day): Date {
  const [year, month, number] = day.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, number);
}

function dayOf(date: Date): Day {
  const two = (figure: number) => String(figure).padStart(2, '0');
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}
