/** What the interface says: start. */
export const messages = {
  // DraftLines
  aMonth: 'a month',
  aQuarter: 'a quarter',
  aYear: 'a year',
  keep: (name: string) => `Keep ${name}`,
  nameOfTheLine: 'Name of the line',
  amount: (name: string) => `${name}, amount`,
  figure: (name: string) => `${name}, figure`,
  howOftenComes: (name: string) => `How often ${name} comes`,
  monthOf: (name: string) => `Month of ${name}`,
  in: (month: string) => `in ${month}`,
  anotherLine: 'Another line',
  amountOfTheNewLine: (group: string) => `Amount of the new line in ${group}`,
  howFiguresAreWritten: 'Currency and how figures are written',
  anotherLineIn: (group: string) => `Another line in ${group}`,

  // StartPage
  whereToBegin: 'Where to begin',
  linesAndFirstMonth: 'Lines and first month',
  nameAndMonths: 'Name and months',
  haushalt: 'Haushalt',
  aNewPlan: 'A new plan',
  whereDoYouWantTo: 'Where do you want to begin?',
  whatComesInAndWhat: 'What comes in, and what goes out?',
  keepTheLinesYouNeed: (month: string) =>
    `Keep the lines you need and type what ${month} brings and costs. Anything you do not know yet can stay empty.`,
  whatIsItCalledAnd: 'What is it called, and how long is it?',
  /** How far a plan goes, while its months are typed; `until` is null where they are no number of months. */
  theFirstMonthIsCarried: (months: number, until: string | null) =>
    `The first month is carried across all ${until === null ? '' : `${months} `}months${until !== null && months > 1 ? `, until ${until}` : ''}. Single months are changed later, on the budget.`,
  income: 'Income',
  expenses: 'Expenses',
  setAside: 'Set aside',
  leftIn: (month: string) => `Left in ${month}`,
  back: 'Back',
  goOn: 'Go on',
  createThePlan: 'Create the plan',
  theTotalsRunAlongAs: 'The totals run along as you type.',
  expensesAreMoreThanThe: (money: string) => `Expenses are ${money} more than the income.`,
  expensesFitTheIncomeBut: (money: string) => `Expenses fit the income, but ${money} too much is set aside.`,
  thisMonthFitsWithThe: (money: string) =>
    `This month fits; with the costs that come now and then, an average month is ${money} short.`,
  expensesFitTheIncomeAn: (money: string) => `Expenses fit the income; an average month leaves ${money}.`,

  // draft
  inflation: 'Inflation',
  adjustItToWhatYou: 'Adjust it to what you expect.',
  giveThisLineAName: 'Give this line a name, or leave it out.',
  aNameMayHave80: 'A name may have 80 letters.',
  thereIsCalledAlreadyChoose: (other: string, name: string) =>
    `There is ${other} called ${name} already. Choose another name.`,
};
