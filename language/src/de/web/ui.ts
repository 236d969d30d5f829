import type english from '../../en/web/ui.ts';

export default {
  'ui.tryAgain': 'Erneut versuchen',
  'ui.somethingWentWrong': 'Etwas ist schiefgegangen',
  'ui.plansAreSafe':
    'Ihre Pläne sind sicher: Alles, was Sie bestätigt haben, ist gespeichert. Laden Sie die Seite neu, um fortzufahren.',
  'ui.reloadPage': 'Seite neu laden',
  'ui.cancel': 'Abbrechen',
  'ui.discardQuestion': 'Ihre Änderungen verwerfen?',
  'ui.continueEditing': 'Weiter bearbeiten',
  'ui.discard': 'Verwerfen',
  'ui.earlierEntries': 'Ihre früheren Eingaben sind noch da.',
  'ui.startOver': 'Neu beginnen',
  'ui.opening': 'Wird geöffnet',
  'ui.close': 'Schließen',
  'ui.closePanel': 'Schließen: {title}',
  'ui.notAccepted': '„{text}“ wurde nicht übernommen. {refusal}',
} satisfies Record<keyof typeof english, string>;
