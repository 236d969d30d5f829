import type english from '../../en/core/formula.ts';

export default {
  'formula.deletedReference': 'Dies bezieht sich auf etwas, das es nicht mehr gibt.',
  'formula.didYouMean': '{nearestCount, plural, =0 {} other { Meinten Sie {nearest}?}}',
  'formula.unknownName': 'Nichts in diesem Plan heißt {name}.{hint}',
  'formula.taxWithoutSchedule': 'tax wird tax(Steuertarif; Einkommen) geschrieben, mit einem Steuertarif des Plans.',
  'formula.unknownOutput': '{name} hat keinen Wert namens {output}.',
  'formula.outputMissing':
    '{name} ist als {word} kein einzelner Wert. {hasExample, select, true {Wählen Sie einen seiner Werte, zum Beispiel {example}.} other {Es gibt hier noch keine Werte.}}',
  'formula.rowOutsideList': 'row zählt die Posten einer Liste. Eine Regel des Plans zählt ihre Monate mit period.',
  'formula.listHasNoMonths':
    'Eine Regel einer Liste wird je Posten berechnet und kann sich daher nicht auf einen Monat beziehen.',
  'formula.listHasNoYears':
    'Eine Regel einer Liste wird je Posten berechnet; {name} kann sich daher nicht auf ein Quartal oder Jahr beziehen.',
  'formula.unknownOutputOf': '{name} hat keinen Wert namens {output}. Vorhanden sind {outputs}.',
  'formula.tooLong': 'Eine Regel kann bis zu {most} Zeichen haben; diese hat {length}.',
  'formula.tooManyParts':
    'Eine Regel kann bis zu {most} Namen, Zahlen und Zeichen haben; diese hat {count}. Teilen Sie sie auf mehrere Positionen auf.',
  'formula.empty': 'Geben Sie eine Regel ein, zum Beispiel Miete * 2.',
  'formula.closingBracketAlone': 'Diese schließende Klammer hat keine öffnende.',
  'formula.operatorMissing': 'Davor fehlt ein Rechenzeichen wie + - * /.',
  'formula.nestedTooDeeply': 'Dies ist zu tief verschachtelt. Teilen Sie es auf mehrere Positionen auf.',
  'formula.operandExpected': 'Hier wird ein Name, eine Zahl oder eine Klammer erwartet, nicht „{separator}“.',
  'formula.endsTooEarly': 'Am Ende fehlt etwas, zum Beispiel eine Zahl.',
  'formula.bracketNotClosed': 'Diese Klammer ist nicht geschlossen.',
  'formula.closingBracketExpected': 'Hier wird eine schließende Klammer oder ein Rechenzeichen erwartet.',
  'formula.outputExpected': 'Nach dem Punkt wird der Name eines Werts erwartet, zum Beispiel .payment.',
  'formula.unknownFunction':
    'Es gibt keine Funktion namens {name}. Falls es der Name einer Position ist, fehlt danach ein Rechenzeichen.',
  'formula.wrongArgumentCount': '{name} wird {written} geschrieben; hier hat es {count}.',
  'formula.keywordExpected': '{name} wird {written} geschrieben; hier wird {either} erwartet.',
  'formula.argumentCount': '{args, plural, =0 {kein Argument} one {ein Argument} other {# Argumente}}',
  'formula.monthWithDay': 'Ein Monat wird {date} geschrieben, ohne Tag.',
  'formula.invalidMonth':
    '{date} ist kein gültiger Monat. Schreiben Sie Monate wie 2026-03; bei einer Subtraktion setzen Sie Leerzeichen um das Minuszeichen.',
  'formula.decimalComma': 'In diesem Plan ist das Dezimalzeichen ein Komma: Schreiben Sie 1250,50.',
  'formula.numberTooLarge': 'Diese Zahl ist zu groß.',
  'formula.quoteNotClosed':
    "Diesem Namen fehlt das schließende Anführungszeichen. Schreiben Sie ihn wie 'Telefon & Internet'.",
  'formula.braces': 'Geschweifte Klammern sind hier nicht möglich. Schreiben Sie Namen so, wie sie angezeigt werden.',
  'formula.semicolonExpected':
    'In diesem Plan ist das Komma das Dezimalzeichen. Setzen Sie zwischen Argumente ein Semikolon.',
  'formula.text':
    'Eine Regel kann keinen Text enthalten. Setzen Sie einen Namen mit Sonderzeichen in einfache Anführungszeichen.',
  'formula.currencySign': 'Lassen Sie das Währungszeichen weg; schreiben Sie Geld als einfache Zahl.',
  'formula.quotesNeeded':
    "Setzen Sie einen Namen mit Sonderzeichen in einfache Anführungszeichen: 'Telefon & Internet'.",
  'formula.unknownSign': '„{sign}“ ist hier nicht möglich.',
  'formula.unitOf': '{unit} von {part}',
  'formula.moneyTimesMoney': 'Multipliziert Geld mit Geld.',
  'formula.yearlyRateOnMonth': 'Wendet den Jahressatz {rate} auf einen Monatsbetrag an.',
  'formula.monthlyTwelfth': 'monthly({rate}), ein Zwölftel',
  'formula.monthlyRateExpected': 'Hier wird ein Monatssatz erwartet; {text} gilt pro Jahr.',
  'formula.twelfthRoot': '{replacement}, die zwölfte Wurzel',
  'formula.twelfth': '{replacement}, ein Zwölftel',
  'formula.mixedUnits': 'Mischt {unit} und {other}.',
  'formula.unitsDoNotFit':
    '{verb, select, adds {Hier wird {unit} zu {other} addiert.} compares {Hier wird {unit} mit {other} verglichen.} other {Hier wird {unit} von {other} abgezogen.}}',
  'formula.factor': 'ein Faktor',
  'formula.number': 'eine Zahl',
  'formula.separatorMisplaced':
    '{isComma, select, true {Ein Komma kann nur die Argumente einer Funktion trennen. Schreiben Sie Dezimalzahlen mit einem Punkt: 3.20.} other {„{separator}“ kann nur die Argumente einer Funktion trennen.}}',
  'formula.addedToMoney': '{isSum, select, true {Addiert {words} zu Geld.} other {Subtrahiert {words} von Geld.}}',
} satisfies Record<keyof typeof english, string>;
