import type english from '../../en/cli/cli.ts';

export default {
  'cli.listUnknown':
    '--list: Der Plan hat keine Liste namens {name}.{hasLists, select, true { Vorhanden sind {lists}.} other {}}',
  'cli.backup.copied': '{file} wurde nach {to} kopiert.',
  'cli.restore.restored':
    '{count, plural, one {1 Plan wurde} other {# Pläne wurden}} nach {folder} wiederhergestellt: {names}.',
  'cli.restore.inPlace': '{file} ist jetzt die Datenbank unter {to}, mit ihren Personen und allen Plänen.',
  'cli.restore.planUnknown': '{file} enthält keinen Plan namens {name}.',
  'cli.restore.unreadable': '{file}: {why}',
  'cli.person.password': 'Passwort: ',
  'cli.person.isAdministrator': '{name} ist jetzt Verwalter und kann sich mit dem Passwort anmelden.',
  'cli.person.administratorExists':
    'Es gibt bereits einen Verwalter. „haushalt person list“ zeigt alle Personen; Eigentümer eines Plans laden andere per Link ein.',
  'cli.person.newPassword': '{name} hat ein neues Passwort und muss sich überall neu anmelden.',
  'cli.person.unknown': 'Es gibt keine Person mit dem Namen oder der Adresse {who}.',
  'cli.person.none': 'Es gibt noch keine Personen.',
  'cli.person.passwordWeak': 'Das Passwort ist zu schwach: {words}',
  'cli.countExpected': 'eine Zahl von 0 bis 1000',
  'cli.doctor.line': '{isWell, select, true {  in Ordnung  } other {  Problem     }}{words}',
  'cli.set.form': '--set "{setting}" sollte wie "Inflation=3%" aussehen.',
  'cli.set.refused': '--set {name}: {message}',
  'cli.set.valueMissing': '--set {name}: Geben Sie einen Wert ein.',
  'cli.check.fix': '  Beheben: {words}.',
  'cli.check.dismissed': '  Ausgeblendet: {reason}',
  'cli.check.summary':
    '{found, plural, =0 {Keine Befunde} one {1 Befund} other {# Befunde}}{aside, plural, =0 {} other {, # ausgeblendet}}.',
  'cli.entriesWithoutLine': 'Buchungen ohne Position',
  'cli.recurringEntries': 'wiederkehrende Buchungen',
  'cli.standardInput': 'Die Standardeingabe',
  'cli.unreadable': '{name} lässt sich nicht lesen. Prüfen Sie den Pfad.',
  'cli.invalidJson': '{name} ist kein gültiges JSON: {message}.',
  'cli.notUtf8': '{name} ist nicht in UTF-8 kodiert. Speichern Sie die Datei in dieser Kodierung.',
  'cli.accountUnknown':
    '--account: Der Plan hat kein Konto namens {name}; vorhanden: {hasNames, select, true {{names}} other {keine}}.',
  'cli.tooLarge': '{file} ist zu groß.',
  'cli.notWritable': '{file} lässt sich nicht schreiben: {why}.',
  'cli.statementCounts':
    '{added} neue Buchungen ({assigned} durch eine Regel zugeordnet, {unassigned} nicht zugeordnet), {expected} erwartete, {known} bereits vorhanden. {hasOut, select, true {Geschrieben nach {out}.} other {Es wurde nichts gespeichert.}}',
  'cli.freshWithoutDemo': '--fresh löscht eine Datenbank und ist nur mit --demo möglich.',
  'cli.freshWithData': '--fresh setzt nur die eigene Datenbank der Beispieldaten zurück; lassen Sie --data weg.',
  'cli.serve.ready': 'Haushalt ist bereit: {url}\nDie Pläne liegen unter {data}. Beenden mit Strg-C.',
  'cli.serve.freePort': '{message}{free, plural, =0 {} other { Port {free} ist frei: Fügen Sie --port {free} hinzu.}}',
  'cli.serve.cannotListen': 'Port {port} auf {host} lässt sich nicht öffnen: {message}.',
  'cli.noDatabase': 'Unter {file} gibt es keine Datenbank.',
  'cli.person.nameWithAt':
    'Ein Name kann kein @ enthalten. Geben Sie zuerst den Namen und danach die E-Mail-Adresse an.',
  'cli.monthExpected': 'Geben Sie einen Monat wie 2026-11 an.',
  'cli.urlExpected': 'Geben Sie eine Adresse wie https://plaene.example.org an, ohne Pfad.',
  'cli.serve.urlBehindProxy':
    'Hinter einem Proxy kann der Server seine eigene Adresse nicht kennen. Geben Sie sie mit --url an, etwa --url https://plaene.example.org.',
  'cli.portExpected': 'Ein Port muss eine Zahl von 1 bis 65535 sein.',
  'cli.print.partUnknown': '--what: Es gibt keinen Teil namens {part}; möglich sind {parts}.',
  'cli.print.yearUnknown': '--years: Der Plan hat kein Jahr {year}; vorhanden sind {years}.',
  'cli.print.tooSmall':
    '{title} ist in {size} pt gesetzt, um auf eine Seite zu passen, und damit schwer lesbar. Lassen Sie --pages weg oder verwenden Sie --pages many.',
  'cli.print.missingCharacters': 'Diese Zeichen lassen sich nicht drucken und erscheinen als Kästchen: {letters}',
  'cli.print.written': '{out}: {pages, plural, one {1 Seite} other {# Seiten}}.',
  'cli.export.endings': 'Ein Plan kann als {endings} geschrieben werden.',
  'cli.cellsCompared': '{equal} von {compared} Zellen stimmen mit der Arbeitsmappe überein.',
  'cli.andMore': '  … und {count} weitere.',
  'cli.statement.accountMissing':
    '{file}: Geben Sie mit --account an, zu welchem Konto der Auszug gehört{hasNumber, select, true { (in der Datei steht {number})} other {}}. {accounts}',
  'cli.statement.accountsMissing':
    '{file} enthält mehrere Konten: Geben Sie mit --account NUMMER=NAME an, {count, plural, one {welches Konto} other {welche Konten}} {numbers} {count, plural, one {ist} other {sind}}. {accounts}',
  'cli.statement.planAccounts': 'Konten des Plans: {hasNames, select, true {{names}} other {keine}}.',
  'cli.peopleOfTheDemo':
    'Personen der Beispieldaten: {people}.\nSie sind als {first} angemeldet, bis Sie sich abmelden.',
  'cli.demoMailbox': 'Das simulierte Postfach ist unter {url}',
  'cli.demoPerson': '{name} (Passwort {password})',
  'cli.outputFails': 'Die Ausgabe lässt sich nicht schreiben: {reason}.',
  'cli.set.assumptionUnknown': '--set: Der Plan hat keine Annahme namens {name}.',
} satisfies Record<keyof typeof english, string>;
