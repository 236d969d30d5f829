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
  theProjectionOfNextYear: 'the projection of next year',
  theTotalIsUsed: (name: string) =>
    `A rule of the plan uses ${name}, and would have nothing to read. Change that rule first.`,
  thatIsACircle: (links: string, self: boolean, along: 'months' | 'items') =>
    `${links}${self ? ' itself' : ''}: that is a circle. Use prior(…) where the ${along === 'months' ? 'month' : 'item'} before is meant.`,
};
