export default {
  'pattern.everyMonths': '{months, plural, one {every month} =12 {every year} other {every # months}}',
  'pattern.firstIn': '{figure} {everyMonths}, first in {month}',
  'pattern.yearPaidIn': '{figure} a year, paid in {named}',
  'pattern.yearSpread': '{figure} a year, {monthly} each month',
  'pattern.growthFrom':
    '{figure} from {month} on, growing {by, select, year {once a year} other {month by month}} by {name}',
  'pattern.lessOrMore': '{isLess, select, true {{figure} less} other {{figure} more}}',
  'pattern.seriesFrom': '{figure} from {month} on, {more} {everyMonths}',
  'pattern.shareOf': '{share} of {name}',
  'pattern.averageBefore': 'the average of {name} over {months, plural, one {the month} other {# months}} before',
  'pattern.empty': 'empty',
  'pattern.itsOwnAverage': 'the average of its own {months, plural, one {month} other {# months}} before',
} as const;
