/** What the core says: patterns. */
export const messages = {
  // patterns
  everyYearEveryMonths: (months: number) =>
    months === 1 ? 'every month' : months === 12 ? 'every year' : `every ${months} months`,
  firstIn: (figure: string, everyMonths: string, month: string) => `${figure} ${everyMonths}, first in ${month}`,
  aYearAllOfIt: (figure: string, named: string) => `${figure} a year, paid in ${named}`,
  aYearEachMonth: (figure: string, monthly: string) => `${figure} a year, ${monthly} each month`,
  growthFrom: (figure: string, month: string, how: string, name: string) =>
    `${figure} from ${month} on, ${how} by ${name}`,
  lessOrMore: (figure: string, step: number) => `${figure} ${step < 0 ? 'less' : 'more'}`,
  seriesFrom: (figure: string, month: string, more: string, everyMonths: string) =>
    `${figure} from ${month} on, ${more} ${everyMonths}`,
  shareOf: (share: string, name: string) => `${share} of ${name}`,
  theAverageOfBefore: (whose: string, months: number) =>
    `the average of ${whose} ${months === 1 ? 'month' : `${months} months`} before`,
  empty: 'empty',
};
