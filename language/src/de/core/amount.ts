import type english from '../../en/core/amount.ts';

export default {
  'amount.outsidePlan':
    '{month} liegt außerhalb des Plans, der von {first} bis {last} geht. Nur der Saldo des Kontos berücksichtigt dies.',
  'amount.missing': 'Geben Sie einen Betrag ein.',
  'amount.tooManyDecimals':
    '{decimals, plural, =0 {Diese Währung hat keine Nachkommastellen.} one {Ein Betrag kann bis zu # Nachkommastelle haben.} other {Ein Betrag kann bis zu # Nachkommastellen haben.}}',
  'amount.invalid': '„{text}“ ist kein gültiger Betrag.',
  'amount.otherMonth': 'Diese Buchung liegt im {month}; Sie sehen gerade {shown}.',
  'amount.itemGone': 'Diesen Posten gibt es in seiner Liste nicht mehr.',
  'amount.accountGone': 'Dieses Konto gibt es nicht mehr. Wählen Sie ein anderes.',
  'amount.accountClosed': '{name} ist geschlossen. Öffnen Sie es zuerst wieder oder wählen Sie ein anderes Konto.',
  'amount.transferOnLine':
    'Eine Umbuchung ist weder Einnahme noch Ausgabe und kann daher nicht {name} zugeordnet werden. Wählen Sie eine Position der Rücklagen oder keine.',
  'amount.reconciled':
    'Diese Buchung wurde mit einem Kontoauszug abgeglichen; Betrag und Konto lassen sich nicht ändern. Öffnen Sie zuerst den Abgleich wieder.',
  'amount.lineGone': 'Diese Position gibt es nicht mehr. Wählen Sie eine andere.',
  'amount.notCashFlow': '{name} ist kein Zahlungsfluss und kann daher keine Buchungen haben.',
} satisfies Record<keyof typeof english, string>;
