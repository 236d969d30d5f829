/** What the core says: graph. */
export const messages = {
  // circles
  needs: (of: string, of2: string) => `${of} needs ${of2}`,
  moreLinks: (allCount: number) => `… (${allCount} more)`,

  // references
  usesChangeThatRuleFirst: (users: string, name: string, name2: string) =>
    `${users} uses ${name}.${name2}. Change that rule first.`,

  // users
  theProjectionOf: (name: string) => `the projection of ${name}`,
  theProjectionOfNextYear: 'the projection of next year',
  thatIsACircle: (links: string, self: boolean) =>
    `${links}${self ? ' itself' : ''}: that is a circle. Use prior(…) where the month before is meant.`,
};
