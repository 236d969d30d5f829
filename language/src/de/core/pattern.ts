import type english from '../../en/core/pattern.ts';

export default {
  'pattern.everyMonths': '{months, plural, one {jeden Monat} =12 {jedes Jahr} other {alle # Monate}}',
  'pattern.firstIn': '{figure} {everyMonths}, zuerst im {month}',
  'pattern.yearPaidIn': '{figure} pro Jahr, gezahlt im {named}',
  'pattern.yearSpread': '{figure} pro Jahr, {monthly} jeden Monat',
  'pattern.growthFrom':
    '{figure} ab {month}, {by, select, year {einmal im Jahr} other {Monat für Monat}} um {name} wachsend',
  'pattern.lessOrMore': '{isLess, select, true {{figure} weniger} other {{figure} mehr}}',
  'pattern.seriesFrom': '{figure} ab {month}, {everyMonths} {more}',
  'pattern.shareOf': '{share} von {name}',
  'pattern.averageBefore': 'der Durchschnitt von {name} über {months, plural, one {den Monat} other {# Monate}} davor',
  'pattern.empty': 'leer',
  'pattern.itsOwnAverage': 'der eigene Durchschnitt {months, plural, one {des Monats} other {der # Monate}} davor',
} satisfies Record<keyof typeof english, string>;
