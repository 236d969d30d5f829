import type english from '../../en/core/graph.ts';

export default {
  'graph.needs': '{name} braucht {needed}',
  'graph.moreLinks': '… ({allCount} weitere)',
  'graph.outputIsUsed': '{users} verwendet {name}.{output}. Ändern Sie zuerst diese Regel.',
  'graph.projectionOf': 'die Hochrechnung von {name}',
  'graph.projectionOfNextYear': 'die Hochrechnung des nächsten Jahres',
  'graph.totalIsUsed': 'Eine Regel des Plans verwendet {name}. Ändern Sie zuerst diese Regel.',
  'graph.circularReference':
    '{links}{self, select, true { (sich selbst)} other {}}: ein Zirkelbezug. Mit prior(…) beziehen Sie sich auf den vorherigen {along, select, months {Monat} other {Posten}}.',
} satisfies Record<keyof typeof english, string>;
