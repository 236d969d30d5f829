import type english from '../../en/web/maintenance.ts';

export default {
  'maintenance.deletedPlans': 'Gelöschte Pläne',
  'maintenance.restorableFor':
    'Ein gelöschter Plan lässt sich {days} Tage lang wiederherstellen. Danach wird er mit allen Daten endgültig gelöscht.',
  'maintenance.nothingDeleted': 'Es gibt keine gelöschten Pläne.',
  'maintenance.plan': 'Plan',
  'maintenance.deletedOn': 'Gelöscht',
  'maintenance.permanentlyOn': 'Endgültig gelöscht am',
  'maintenance.restorePlan': 'Wiederherstellen',
  'maintenance.planRestored': '„{name}“ wurde wiederhergestellt.',
  'maintenance.deletePermanently': 'Endgültig löschen',
  'maintenance.deletePermanentlyQuestion':
    '„{name}“ endgültig löschen? Buchungen, Verlauf und Sicherungspunkte werden mit gelöscht. Das lässt sich nicht rückgängig machen.',
  'maintenance.planDeletedPermanently': '„{name}“ wurde endgültig gelöscht.',
  'maintenance.keep': 'Behalten',
  'maintenance.backups': 'Sicherungen',
  'maintenance.backupsIntroduction':
    'Eine Sicherung ist eine Datei mit allen Plänen, ihren Buchungen, dem Verlauf und den Sicherungspunkten sowie allen Personen. Sie können weiterarbeiten, während sie entsteht.',
  'maintenance.nightlyBackups':
    '{count, plural, =0 {Es werden keine nächtlichen Sicherungen gemacht.} other {Jede Nacht wird eine Sicherung gemacht; die letzten # werden aufbewahrt.}}',
  'maintenance.storedIn': 'Sie liegen in {folder}. Kopieren Sie sie auf einen anderen Computer.',
  'maintenance.backUpNow': 'Jetzt sichern',
  'maintenance.backupMade': 'Die Sicherung wurde gemacht.',
  'maintenance.backup': 'Sicherung',
  'maintenance.created': 'Erstellt',
  'maintenance.size': 'Größe',
  'maintenance.save': 'Speichern',
  'maintenance.restore': 'Wiederherstellen …',
  'maintenance.delete': 'Löschen',
  'maintenance.backupDeleted': 'Die Sicherung wurde gelöscht.',
  'maintenance.noBackups': 'Es gibt noch keine Sicherung.',
  'maintenance.fromAFile': 'Aus einer Datei wiederherstellen',
  'maintenance.restoreTitle': 'Aus einer Sicherung wiederherstellen',
  'maintenance.asCopies':
    'Die gewählten Pläne werden als Kopien hinzugefügt, mit Buchungen, Verlauf und Sicherungspunkten. Ihre vorhandenen Pläne bleiben unverändert.',
  'maintenance.reading': 'Die Sicherung wird gelesen',
  'maintenance.entries': '{count, plural, one {1 Buchung} other {# Buchungen}}',
  'maintenance.changes': '{count, plural, one {1 Änderung} other {# Änderungen}}',
  'maintenance.snapshots': '{count, plural, one {1 Sicherungspunkt} other {# Sicherungspunkte}}',
  'maintenance.asOf': 'Stand {day}',
  'maintenance.restoreChosen': '{count, plural, one {1 Plan wiederherstellen} other {# Pläne wiederherstellen}}',
  'maintenance.plansRestored': 'Wiederhergestellt: {names}.',
  'maintenance.emptyBackup': 'Diese Sicherung enthält keine Pläne.',
} satisfies Record<keyof typeof english, string>;
