export default {
  'graph.needs': '{name} needs {needed}',
  'graph.moreLinks': '… ({allCount} more)',
  'graph.outputIsUsed': '{users} uses {name}.{output}. Change that rule first.',
  'graph.projectionOf': 'the projection of {name}',
  'graph.projectionOfNextYear': 'next year’s projection',
  'graph.totalIsUsed': 'A rule of the plan uses {name}. Change that rule first.',
  'graph.circularReference':
    '{links}{self, select, true { itself} other {}}: a circular reference. Use prior(…) to refer to the previous {along, select, months {month} other {item}}.',
} as const;
