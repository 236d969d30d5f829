import type english from '../../en/core/figure.ts';

export default {
  'figure.moreThanOne': 'Das ist mehr als ein Wert. Geben Sie hier einen einzelnen Wert ein.',
  'figure.parenthesesAndSign': '„{shown}“ hat sowohl Klammern als auch ein Vorzeichen. Verwenden Sie nur eines davon.',
  'figure.exponent':
    '„{shown}“ ist mit einem Exponenten geschrieben. Schreiben Sie die Zahl aus, zum Beispiel {example}.',
  'figure.invalid': '„{shown}“ ist kein gültiger Wert. Geben Sie ihn wie {example} ein.',
  'figure.wrongDecimalSign': 'In diesem Plan ist das Dezimalzeichen „{decimal}“. Geben Sie {body} ein.',
  'figure.notOneFigure': '„{shown}“ lässt sich nicht als ein Wert lesen. Geben Sie ihn wie {example} ein.',
  'figure.percentForOtherUnit':
    '„{shown}“ ist ein Prozentsatz, dieser Wert ist aber {unit, select, money {ein Betrag} months {in Monaten} years {in Jahren} other {ein Datum}}.',
  'figure.tooLarge': '„{shown}“ ist zu groß. Werte können bis zu zehn Billionen betragen.',
  'figure.ratePerYear': 'Jahressatz',
  'figure.ratePerMonth': 'Monatssatz',
  'figure.aMonthOfTheCalendar': 'ein Monat des Kalenders',
  'figure.yesOrNo': 'ja oder nein',
  'figure.perYear': '{text} pro Jahr',
  'figure.perMonth': '{text} pro Monat',
  'figure.yesOrNoOf': '{figure, plural, =0 {nein} other {ja}}',
  'figure.unit.money': 'Geld',
  'figure.unit.number': 'Zahl',
  'figure.unit.percent': 'Prozent',
  'figure.unit.months': 'Monate',
  'figure.unit.years': 'Jahre',
  'figure.months': '{count, plural, one {{text} Monat} other {{text} Monate}}',
  'figure.years': '{count, plural, one {{text} Jahr} other {{text} Jahre}}',
} satisfies Record<keyof typeof english, string>;
