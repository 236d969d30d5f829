import type english from '../../en/web/explanationPanel.ts';

export default {
  'explanationPanel.follows': 'Folgt {source}.',
  'explanationPanel.followsLost':
    'Folgte {source}; dieser Plan wurde gelöscht oder wird nicht mehr geteilt. Dies sind die letzten Werte.',
  'explanationPanel.goToPlan': 'Plan öffnen',
  'explanationPanel.ruleLabel': 'Die Regel; die Pfeiltasten wählen ihre Teile',
  'explanationPanel.goTo': 'Hingehen',
  'explanationPanel.title': 'Berechnung',
  'explanationPanel.noFigure': 'kein Wert',
  'explanationPanel.editRule': 'Regel bearbeiten',
  'explanationPanel.editRuleHint': 'Regel bearbeiten (Strg+Eingabe)',
  'explanationPanel.stepsAndPatterns': 'Stufen und Muster',
  'explanationPanel.stepsHint': 'Stufen, Ausnahmen und Muster (Alt+R)',
  'explanationPanel.noteHint': 'Eine Notiz zu diesem Wert (Alt+N)',
  'explanationPanel.editNote': 'Notiz ändern',
  'explanationPanel.note': 'Notiz',
  'explanationPanel.close': 'Schließen',
  'explanationPanel.clearException': 'Ausnahme entfernen',
  'explanationPanel.clearExceptionHint': 'Ausnahme entfernen (Entf)',
  'explanationPanel.usedBy': 'Verwendet von',
  'explanationPanel.outsidePlan': '{isBefore, select, true {vor dem Plan} other {nach dem Plan}}',
  'explanationPanel.showCalculation': 'Berechnung anzeigen',
  'explanationPanel.nothing': 'nichts',
  'explanationPanel.yearlySum':
    'Die Summe der Monate. Der Durchschnitt ist diese Summe geteilt durch die Anzahl der Monate; ein Anteil bezieht sich auf die Summe derselben Monate.',
  'explanationPanel.yearlyByRule':
    'Die Regel, angewendet auf die Summen dieser Monate, etwa Gesamtkosten geteilt durch Gesamtstückzahl; nicht der Durchschnitt der Monate.',
  'explanationPanel.yearlyLast': 'Der Wert des letzten Monats, wie bei einem Saldo.',
  'explanationPanel.yearlyAverage': 'Der Durchschnitt der Monate, ohne leere.',
} satisfies Record<keyof typeof english, string>;
