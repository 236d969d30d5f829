/** What the interface says: trying. */
export const messages = {
  since: (time: string) => `Since ${time}`,
  trySomething: 'Try',
  trySomethingTitle: 'Try something, and see every difference (Alt+T)',
  changesAreUndone: (count: number) => (count === 1 ? 'The change is undone.' : `${count} changes are undone.`),
  trying: 'Trying',
  compareWithAnotherMoment: 'Compare with another moment',
  fromNowOn: 'From now on',
  sinceBefore: (label: string) => `Since before “${label}”`,
  changeCount: (count: number) =>
    count === 0
      ? 'Change something: every figure that moves shows by how much.'
      : count === 1
        ? '1 change'
        : `${count} changes`,
  keep: (count: number) => (count === 0 ? 'Stop trying' : 'Keep'),
  goBack: 'Go back',
};
