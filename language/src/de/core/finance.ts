import type english from '../../en/core/finance.ts';

export default {
  'finance.band.belowZero': 'Stufe {index} beginnt unter null.',
  'finance.band.rateRange': 'Stufe {index} hat einen Satz außerhalb von 0 % bis 100 %.',
  'finance.band.notAbovePrevious': 'Stufe {index} beginnt an derselben Stelle wie die vorige oder davor.',
  'finance.tax.needsBand': 'Eine Steuer braucht mindestens eine Stufe.',
  'finance.tax.negativeAllowance': 'Der Freibetrag liegt unter null.',
  'finance.tax.negativeRebateLimit': 'Die Abzugsgrenze liegt unter null.',
  'finance.loan.needsPayment': 'Ein Kredit braucht mindestens eine Rate.',
  'finance.loan.rateTooLow': 'Ein Zinssatz von minus 100 % oder weniger ergibt keinen Kredit.',
  'finance.loan.needsAmount': 'Ein Kredit braucht einen Betrag über null.',
  'finance.loan.wholeMonths': 'Ein Kredit läuft eine ganze Zahl von Monaten, mindestens einen.',
  'finance.loan.balloonRange': 'Die Schlussrate muss zwischen null und dem Betrag liegen.',
  'finance.loan.newRateNeverRepaid':
    'Beim neuen Zinssatz deckt die Rate nicht einmal die Zinsen: Der Kredit wird nie abbezahlt.',
  'finance.loan.newRateTooLong': 'Beim neuen Zinssatz würde der Kredit über {months} Monate laufen.',
  'finance.loan.giveThree': 'Geben Sie drei von Betrag, Zinssatz, Laufzeit und Rate ein; das vierte wird berechnet.',
  'finance.loan.noAmount': 'Kein Betrag über null wird durch diese Rate in diesen Monaten abbezahlt.',
  'finance.loan.neverRepaid': 'Die Rate deckt nicht einmal die Zinsen: Der Kredit wird nie abbezahlt.',
  'finance.loan.noInterest': 'Bei einer einzigen Zahlung am Anfang fallen keine Zinsen an; daraus folgt kein Zinssatz.',
  'finance.loan.noRate': 'Bei keinem Zinssatz zahlt diese Rate diesen Betrag in diesen Monaten ab.',
  'finance.loan.interestOnlyWhole': 'Nur Zinsen werden eine ganze Zahl von Monaten lang gezahlt oder gar nicht.',
  'finance.loan.interestOnlyTooLong': 'Es muss mindestens ein Monat für die Tilgung übrig bleiben.',
  'finance.savings.wholeMonths': 'Gespart wird eine ganze Zahl von Monaten, mindestens einen.',
} satisfies Record<keyof typeof english, string>;
