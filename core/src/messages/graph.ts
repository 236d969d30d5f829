/** What the core says: graph. */
export const messages = {
  // circles
  needs: (name: string, needed: string) => `${name} needs ${needed}`,
  moreLinks: (allCount: number) => `… (${allCount} more)`,

  // references
  usesChangeThatRuleFirst: (users: string, name: string, output: string) =>
    `${users} uses ${name}.${output}. Change that rule first.`,

  // users
  theProjectionOf: (name: string) => `the projection of ${name}`,
  theProjectionOfNextYear: 'next year’s projection',
  theTotalIsUsed: (name: string) => `A rule of the plan uses ${name}. Change that rule first.`,
  thatIsACircle: (links: string, self: boolean, along: 'months' | 'items') =>
    `${links}${self ? ' itself' : ''}: a circular reference. Use prior(…) to refer to the previous ${along === 'months' ? 'month' : 'item'}.`,
};
