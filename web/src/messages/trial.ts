/** What the interface says: trying. */
export const messages = {
  since: (time: string) => `Since ${time}`,
  trySomething: 'Try',
  trySomethingTitle: 'Try changes and see every difference (Alt+T)',
  changesAreUndone: (count: number) => (count === 1 ? 'The change was undone.' : `${count} changes were undone.`),
  trying: 'Trying',
  compareWithAnotherMoment: 'Compare with another moment',
  fromNowOn: 'Starting now',
  sinceBefore: (label: string) => `Since before “${label}”`,
  changeCount: (count: number) =>
    count === 0
      ? 'Change something to see the difference in every figure it affects.'
      : count === 1
        ? '1 change'
        : `${count} changes`,
  keep: (count: number) => (count === 0 ? 'Stop trying' : 'Keep'),
  goBack: 'Go back',
};
