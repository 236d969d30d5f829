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
  thatIsACircle: (links: string, self: boolean) =>
    `${links}${self ? ' itself' : ''}: that is a circle. Use prior(…) where the month before is meant.`,
};
