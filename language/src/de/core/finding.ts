import type english from '../../en/core/finding.ts';

export default {
  'finding.linkLost.consequence':
    'Eine Position, die einem anderen Plan folgt, ändert sich nicht mehr, wenn dieser Plan gelöscht oder nicht mehr geteilt wird.',
  'finding.linkLost':
    '{line} folgt {source}; dieser Plan wurde gelöscht oder wird nicht mehr geteilt. Die Position behält ihre letzten Werte.',
  'finding.linkLost.fix': 'Werte behalten und nicht mehr folgen',
  'finding.outsideMonths': '{words} von {of} im {month} liegt außerhalb der Laufzeit.',
  'finding.outsideMonths.fix': 'Entfernen',
  'finding.extraPayment': 'Die Sondertilgung',
  'finding.entry': 'Eine Buchung',
  'finding.manyExceptions': '{name} hat in {exceptionCount} Monaten Ausnahmen und folgt in {ruled} der Regel.',
  'finding.manyExceptions.fix': 'Diese Werte als Regel verwenden',
  'finding.yearExceeds': '{year} übersteigen die Ausgaben die Einnahmen um {money}.',
  'finding.monthsExceed':
    '{ownCount, plural, =12 {In jedem Monat von {year} übersteigen die Ausgaben die Einnahmen.} other {{year} übersteigen die Ausgaben in {ownCount, plural, one {einem Monat} other {# Monaten}} die Einnahmen: {months}.}}',
  'finding.targetSharesExceed': 'Die Zielanteile aller Positionen ergeben zusammen {share} der Einnahmen.',
  'finding.ruleSharesExceed': 'Die Regeln aller Positionen verteilen {share} der Einnahmen.',
  'finding.stepAfterEnd': 'Eine Stufe von {of} beginnt im {month}, nach dem Ende des Plans.',
  'finding.stepAfterEnd.fix': 'Stufe entfernen',
  'finding.exceptionOutside': '{of} hat eine Ausnahme im {month}, außerhalb des Plans.',
  'finding.exceptionOutside.fix': 'Ausnahme entfernen',
  'finding.valueAfterEnd': 'Ein Wert von {of} beginnt im {month}, nach dem Ende des Plans.',
  'finding.valueAfterEnd.fix': 'Wert entfernen',
  'finding.unusedAssumption': 'Die Annahme {name} wird nicht verwendet.',
  'finding.unusedAssumption.fix': 'Löschen',
  'finding.savingsNotCovered':
    '{name} ist in {monthCount, plural, one {einem Monat} other {# Monaten}} geplant, in {monthCount, plural, one {dem} other {denen}} dafür nicht genug Geld übrig ist.',
  'finding.duplicateEntry':
    '{hasWhat, select, true {{what}} other {Eine Buchung}} vom {day}, {amount}, wurde {count, plural, =2 {zweimal} other {#-mal}} eingegeben.',
  'finding.noEntries': '{name} hat keine Buchungen, obwohl von {first} bis {last} {total} geplant waren.',
  'finding.belowLimit':
    '{name} fällt voraussichtlich am {day} unter die Grenze von {limit}; der niedrigste Saldo ist {lowest} am {lowestDay}.',
  'finding.longOverdue':
    '{count, plural, one {{what} wurde am {day} erwartet und ist nicht eingegeben.} other {{what} wurde seit {day} #-mal erwartet und ist nicht eingegeben.}}',
  'finding.overdue':
    '{count, plural, one {{what} wurde am {day} erwartet und ist überfällig.} other {# erwartete Buchungen sind überfällig. Die erste ist {what} vom {day}.}}',
  'finding.overdue.fix': 'Für {day} bestätigen',
  'finding.overdue.skip': 'Einmal überspringen',
  'finding.unassigned':
    '{count, plural, one {Eine Buchung ist keiner Position zugeordnet.} other {# Buchungen sind keiner Position zugeordnet.}}',
  'finding.closingBalanceDiffers':
    'Der Kontoauszug von {name} schließt am {day} mit {stated}; der Saldo der Buchungen ist {ours}.',
  'finding.duplicateEntry.consequence': 'Eine doppelte Buchung lässt den Monat teurer aussehen, als er war.',
  'finding.noEntries.consequence':
    'Eine Position ohne Buchungen wird entweder nicht gebraucht, oder ihre Buchungen sind einer anderen Position zugeordnet.',
  'finding.belowLimit.consequence':
    'Noch ist Zeit, eine Zahlung zu verschieben oder von einem anderen Konto zu zahlen.',
  'finding.longOverdue.consequence': 'Vielleicht wurde die Zahlung vergessen oder ihre Buchung.',
  'finding.unassigned.consequence': 'Nicht zugeordnete Buchungen fehlen in jedem Vergleich mit dem Plan.',
  'finding.closingBalanceDiffers.consequence':
    'Eine Buchung fehlt, oder eine wurde eingegeben, die nicht auf dem Kontoauszug steht.',
  'finding.noFigure.consequence': 'Jede Summe, die einen fehlenden Wert enthält, fehlt ebenfalls.',
  'finding.typedNumber.consequence': 'Ändert sich die Annahme, ändert sich diese Zahl nicht mit.',
  'finding.manyExceptions.consequence':
    'Eine Regel mit mehr Ausnahmen als Monaten, in denen sie gilt, erklärt wenig. Vielleicht sind die Ausnahmen die Regel.',
  'finding.countedTwice.consequence': 'Derselbe Betrag zählt in einer Summe doppelt; das Ergebnis ist um ihn falsch.',
  'finding.emptyFactor.consequence':
    'Ein leerer Monat ist nicht null: Durch ihn zu teilen oder mit ihm malzunehmen ergibt keinen Wert.',
  'finding.yearExceeds.consequence': 'Die Ausgaben des Jahres übersteigen seine Einnahmen.',
  'finding.monthsExceed.consequence': 'In diesen Monaten muss das Geld aus Rücklagen oder einem Kredit kommen.',
  'finding.sharesExceed.consequence': 'Es wird mehr als die gesamten Einnahmen verteilt.',
  'finding.outsideMonths.consequence': 'Dies liegt in einem Monat, in dem es keine Wirkung hat.',
  'finding.unusedAssumption.consequence': 'Eine Änderung wirkt sich auf keinen Wert aus.',
  'finding.highlightNeverShown.consequence': 'Sie erscheint nie; das sieht aus, als läge alles in seiner Grenze.',
  'finding.similarNames.consequence': 'In einer Regel sind sie leicht zu verwechseln.',
  'finding.savingsNotCovered.consequence': 'Das Geld für diese Rücklagen ist nicht vorhanden.',
  'finding.noResult.consequence': 'Alles, was diese Werte verwendet, hat ebenfalls keinen Wert.',
  'finding.itemExceptions':
    '{count, plural, one {{hasTitle, select, true {{title}} other {Ein Posten}} ist eine Ausnahme von der Regel von {name}.} other {# Posten sind Ausnahmen von der Regel von {name}{hasTitle, select, true {; der erste ist {title}} other {}}.}}',
  'finding.itemExceptions.fix': 'Regel verwenden',
  'finding.itemFactorMissing':
    '{count, plural, one {Bei {hasTitle, select, true {{title}} other {einem Posten}} fehlt {factor}; {name} ist daher leer.} other {Bei # Posten fehlt {factor}; {name} ist daher leer{hasTitle, select, true {; der erste ist {title}} other {}}.}}',
  'finding.itemFactorMissing.consequence':
    'Der Posten fehlt in der Summe, bis sein Wert eingegeben ist. Geben Sie 0 für keinen ein.',
  'finding.itemExceptions.consequence':
    'Ein eingegebener Wert unter berechneten ändert sich nicht, wenn die anderen es tun.',
  'finding.highlightWithoutFigures.fix': 'Hervorhebung entfernen',
  'finding.highlightWithoutFigures': 'Die Hervorhebung „{word}“ gilt für {name}, das keine Werte hat.',
  'finding.highlightHidden':
    'Die Hervorhebung „{word}“ von {name} erscheint nie, weil stattdessen „{other}“ erscheint.',
  'finding.highlightLimitMeant': ' War {limit} gemeint?',
  'finding.highlightNeverShown':
    'Die Hervorhebung „{word}“ erscheint, wenn {name} {limit} erreicht; der am weitesten von null entfernte Wert ist aber {furthest}.{meant}',
  'finding.typedNumber': 'Die Regel von {name} enthält die Zahl {written}; das ist der Wert von {assumption}.',
  'finding.endsThoughItRecurs':
    'Für {line} ist ab {month} nichts geplant, die wiederkehrende Buchung {entry} läuft aber weiter.',
  'finding.endsAlone':
    'Für {line} ist ab {month} nichts geplant, die anderen Positionen der Gruppe laufen aber weiter.',
  'finding.endsAlone.fix': 'Wie bisher fortsetzen',
  'finding.loanWithoutLine': 'Keine Position des Haushaltsplans zahlt den Kredit {loan}.',
  'finding.loanWithoutLine.lineName': 'Rate {loan}',
  'finding.loanWithoutLine.fix': 'Position {name} hinzufügen',
  'finding.endsAlone.consequence':
    'Wenn sie tatsächlich endet, notieren Sie den Grund bei der Position; sonst sind die späteren Monate zu niedrig.',
  'finding.loanWithoutLine.consequence': 'Ergebnis und Salden sehen um jede Rate besser aus, als sie sein werden.',
  'finding.monthStandsOut': '{name} ist im {month} etwa das {times}-Fache der anderen Monate.',
  'finding.minusTyped':
    '{side, select, expense {{name} ist mit einem Minuszeichen eingegeben; das senkt die Summe der Ausgaben.} income {{name} ist mit einem Minuszeichen eingegeben; das senkt die Summe der Einnahmen.} other {{name} ist mit einem Minuszeichen eingegeben; das senkt die Rücklagen.}}',
  'finding.unlikelyRate': '{name} ist {written}. War {meant} gemeint?',
  'finding.yearlyEachMonth': '{name} heißt wie ein Jahresbetrag, zählt aber in jedem Monat.',
  'finding.taxOfMonth': '{name} wendet jährliche Tarifstufen auf einen Monat von {income} an.',
  'finding.sumLeavesOut': 'Die Regel von {name} addiert alle Positionen von {group} außer {missing}.',
  'finding.exceptionUnchanged': '{name} ist im {month} noch {amount}, der Betrag vor der Änderung der Regel.',
  'finding.itemsOutside':
    '{count, plural, one {{output} lässt {first} aus: {day} ist leer oder liegt außerhalb des Plans.} other {{output} lässt # Posten aus, zuerst {first}: {day} ist leer oder liegt außerhalb des Plans.}}',
  'finding.unlikelyRate.fix': 'In {written} ändern',
  'finding.yearlyEachMonth.fix': 'Verteilen: {month} pro Monat',
  'finding.taxOfMonth.fix': 'Jahressumme verwenden',
  'finding.sumLeavesOut.fix': 'Zwischensumme von {group} verwenden',
  'finding.monthStandsOut.consequence':
    'Eine Ziffer zu viel kann die Summe des Jahres stärker ändern als alle anderen Monate zusammen.',
  'finding.minusTyped.consequence': 'Ausgaben werden bereits abgezogen. Mit einem Minuszeichen werden sie addiert.',
  'finding.unlikelyRate.consequence': 'Ein hundertfach zu hoher Satz verfälscht jeden Wert, der ihn verwendet.',
  'finding.yearlyEachMonth.consequence': 'Ein Betrag, der einmal im Jahr gezahlt wird, zählt zwölfmal.',
  'finding.taxOfMonth.consequence':
    'Tarifstufen gelten für ein Jahr. Ein Monatseinkommen fällt in die niedrigste Stufe.',
  'finding.sumLeavesOut.consequence':
    'Eine später hinzugefügte Position fehlt leicht in einer Summe einzelner Positionen.',
  'finding.exceptionUnchanged.consequence': 'Eine Ausnahme behält ihren alten Betrag, wenn sich die Regel ändert.',
  'finding.itemsOutside.consequence':
    'Posten ohne Monat des Plans stehen in der Summe der Liste, aber in keinem Monat des Haushaltsplans.',
  'finding.calendarWord':
    'Die Regel von {name} verwendet {word} des Kalenders, aber {named} trägt jetzt denselben Namen.',
  'finding.calendarWord.consequence': 'In einer neuen Regel geht der Name vor. Diese Regel wurde vorher geschrieben.',
  'finding.calendarWord.fix': 'Durch {name} ersetzen',
  'finding.addsPartAndWhole':
    'Die Regel von {name} addiert {partName} und {wholeName}, das {partName} bereits enthält.',
  'finding.countedTwice': '{name} wiederholt {names}, was {of} bereits enthält.',
  'finding.moreMonths': '{others, plural, =0 {} other { und # weiteren}}',
  'finding.emptyFactor':
    '{name} {verb, select, divides {teilt durch} other {multipliziert mit}} {of}; im {month}{others} ist das leer.',
  'finding.theRuleOf': 'Die Regel von {name}: {found}',
  'finding.writeInstead': '{replacement} schreiben',
  'finding.theFormulaOf': 'Die Formel von {name}: {found}',
  'finding.theOf': '{words} von {name}: {found}',
  'finding.similarNames': '{name} und {other} unterscheiden sich nur durch einen Buchstaben.',
  'finding.unitMismatch.consequence':
    'Ein Wert in der falschen Einheit sieht richtig aus, ist aber um einen Faktor falsch.',
  'finding.deletedLine': 'eine gelöschte Position',
  'finding.noResult': '{name}: {reason}',
  'finding.andElsewhere': '{problem} Ebenso in {count, plural, one {einem weiteren Monat} other {# weiteren Monaten}}.',
} satisfies Record<keyof typeof english, string>;
