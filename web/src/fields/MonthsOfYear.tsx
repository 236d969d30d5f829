import { monthOfYearInWords } from '../language/language.ts';

/** The months of a year as choices, 1 to 12. */
export function MonthsOfYear({ locale }: { readonly locale: string }) {
  return Array.from({ length: 12 }, (_, index) => (
    <option key={index} value={index + 1}>
      {monthOfYearInWords(index + 1, locale)}
    </option>
  ));
}
