import type english from '../../en/web/session.ts';

export default {
  'session.nowViewer': 'Sie sind jetzt Betrachter dieses Plans und können ihn nicht mehr bearbeiten.',
  'session.triedAsViewer':
    'Das haben Sie als Betrachter ausprobiert. Wiederholen Sie es, um es in den Plan zu übernehmen.',
  'session.mayEditNow':
    'Sie können diesen Plan jetzt bearbeiten. Übernehmen oder verwerfen Sie, was Sie als Betrachter ausprobiert haben.',
  'session.notSaved':
    '{count, plural, one {Eine Ihrer Änderungen ließ sich nicht speichern.} other {# Ihrer Änderungen ließen sich nicht speichern.}}',
  'session.keptHere': 'Sie bleiben hier, bis Sie es erneut versuchen oder sie verwerfen.',
  'session.tryAgain': 'Erneut versuchen',
  'session.discard': 'Verwerfen',
  'session.discardAll': 'Alle verwerfen',
  'session.current': 'jetzt {now}',
  'session.yours': 'Ihres {mine}',
  'session.nothing': 'nichts',
  'session.noLongerExists': 'Das gibt es nicht mehr. Bei einem neuen Versuch wird es neu hinzugefügt.',
  'session.refusedWithoutReason': 'Der Server hat die Anfrage ohne Begründung abgelehnt.',
  'session.serverUnreachable': 'Der Haushalt-Server ist nicht erreichbar.',
  'session.changeNotFound': 'Der Verlauf dieses Plans enthält diese Änderung nicht.',
  'session.changesNotLoaded': 'Die Änderungen dieses Schritts sind noch nicht geladen. Versuchen Sie es erneut.',
  'session.nothingToUndo': 'Es gibt nichts rückgängig zu machen.',
  'session.nothingToRedo': 'Es gibt nichts zu wiederholen.',
  'session.storageFull': 'Der Speicher des Browsers ist voll. Lassen Sie diese Seite offen, bis alles gespeichert ist.',
  'session.leftOutAfterAttempts': '{message} Es wurde {times}-mal versucht und bleibt jetzt aus.',
  'session.undo': 'Rückgängig',
} satisfies Record<keyof typeof english, string>;
