import type english from '../../en/web/lines.ts';

export default {
  'lines.plan': 'Plan',
  'lines.year': 'Jahr',
  'lines.theWholePlan': 'Der ganze Plan',
  'lines.average': 'Durchschnitt',
  'lines.ownAverage': 'Eigener Durchschnitt',
  'lines.cumulative': 'Laufende Summe',
  'lines.share': 'Anteil',
  'lines.shareOfGroup': 'An Gruppe',
  'lines.shareOfExpenses': 'An Ausgaben',
  'lines.target': 'Ziel',
  'lines.difference': 'Differenz',
  'lines.totalOfTheGroup': 'Summe der Gruppe',
  'lines.noShare': '{name} gibt es in diesen Monaten nicht, also auch keinen Anteil daran.',
  'lines.noLines': '{name} hat noch keine Positionen',
  'lines.subtotalOf': '{name}, Zwischensumme',
} satisfies Record<keyof typeof english, string>;
