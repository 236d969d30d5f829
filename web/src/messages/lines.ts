/** What the interface says: lines. */
export const messages = {
  // columns
  plan: 'Plan',
  year: 'Year',
  theWholePlan: 'The whole plan',
  average: 'Average',
  ownAverage: 'Own average',
  toDate: 'Running total',
  share: 'Share',
  ofGroup: 'Of group',
  ofCosts: 'Of costs',
  target: 'Target',
  offBy: 'Difference',

  // figures
  totalOfTheGroup: 'total of the group',
  thereIsNoInThese: (name: string) => `There is no ${name} in these months, so there is no share of it.`,

  // rows
  hasNoLinesYet: (name: string) => `${name} has no lines yet`,
  subtotalOf: (name: string) => `${name}, subtotal`,
};
