import type english from '../../en/web/grid.ts';

export default {
  'grid.resizeNames': 'Ziehen, um die Namensspalte zu verbreitern',
  'grid.dragToMove': 'Zum Verschieben ziehen',
  'grid.keys.nextField': 'nächstes Feld; nach dem letzten Monat ins nächste Jahr',
  'grid.keys.firstLastMonth': 'erster und letzter Monat; noch einmal: Name, Summe des Jahres',
  'grid.keys.firstLastLine': 'erste und letzte Position',
  'grid.keys.screen': 'eine Bildschirmseite von Positionen',
  'grid.keys.edit': 'den Inhalt bearbeiten',
  'grid.keys.editRule': 'die Regel der Position bearbeiten',
  'grid.keys.clear': 'eine Ausnahme entfernen; jeden anderen Monat leeren',
  'grid.keys.addRange': 'einen weiteren Bereich hinzufügen',
  'grid.allFigures': 'alle Werte',
  'grid.notAccepted': '„{text}“ wurde nicht übernommen. {message}',
} satisfies Record<keyof typeof english, string>;
