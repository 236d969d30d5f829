/** What the interface says: plans. */
export const messages = {
  // PlansPage
  itIsLargerThan192: 'it is larger than 192 MB.',
  cannotBeOpened: (name: string, message: string) => `${name} cannot be opened: ${message}`,
  haushalt: 'Haushalt',
  moneyMonthByMonth: 'Money, month by month',
  yourPlans: 'Your plans',
  openAPlanFile: 'Open a plan or workbook',
  newPlan: 'New plan',
  fetchingYourPlans: 'Fetching your plans',
  tryAgain: 'Try again',
  nothingPlannedYet: 'Nothing planned yet',
  beginWithAReadyMade:
    'Begin with a ready-made plan or with nothing: pick your lines, type what the first month brings and costs, and the year follows.',
  plan: 'Plan',
  months: 'Months',
  netOfTheYear: 'Net of the year',
  monthsInTheRed: 'Months in the red',
  actions: 'Actions',
  isDeleted: (name: string) => `${name} is deleted.`,
  undo: 'Undo',
  monthCount: (months: number) => (months === 1 ? '1 month' : `${months} months`),
  noMonths: 'none',
  rename: 'Rename',
  renamePlan: (name: string) => `Rename ${name}`,
  duplicate: 'Duplicate',
  duplicatePlan: (name: string) => `Duplicate ${name}`,
  delete: 'Delete',
  deletePlan: (name: string) => `Delete ${name}`,

  // RenamePlan
  aPlanNeedsAName: 'A plan needs a name.',
  nameTooLong: 'A name may have 80 letters.',
  nameOfThePlan: 'Name of the plan',
};
