export default {
  'graph.needs': '{name} needs {needed}',
  'graph.moreLinks': '… ({allCount} more)',
  'graph.usesChangeThatRuleFirst': '{users} uses {name}.{output}. Change that rule first.',
  'graph.theProjectionOf': 'the projection of {name}',
  'graph.theProjectionOfNextYear': 'next year’s projection',
  'graph.theTotalIsUsed': 'A rule of the plan uses {name}. Change that rule first.',
  'graph.thatIsACircle':
    '{links}{self, select, true { itself} other {}}: a circular reference. Use prior(…) to refer to the previous {along, select, months {month} other {item}}.',
} as const;
