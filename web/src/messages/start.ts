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
  anotherLine: 'Add line',
  amountOfTheNewLine: (group: string) => `Amount of the new line in ${group}`,
  howFiguresAreWritten: 'Currency and number format',
  anotherLineIn: (group: string) => `Add line to ${group}`,

  // StartPage
  whereToBegin: 'Start',
  linesAndFirstMonth: 'Lines and first month',
  nameAndMonths: 'Name and months',
  haushalt: 'Haushalt',
  aNewPlan: 'New plan',
  whereDoYouWantTo: 'How do you want to start?',
  whatComesInAndWhat: 'What are your income and expenses?',
  keepTheLinesYouNeed: (month: string) =>
    `Keep the lines you need and enter the income and expenses of ${month}. Leave empty what you do not know yet.`,
  whatIsItCalledAnd: 'What is the plan’s name, and how long is it?',
  /** How far a plan goes, while its months are typed; `until` is null where they are no number of months. */
  theFirstMonthIsCarried: (months: number, until: string | null) =>
    `The first month is carried across all ${until === null ? '' : `${months} `}months${until !== null && months > 1 ? `, until ${until}` : ''}. You can change single months later in the budget.`,
  income: 'Income',
  expenses: 'Expenses',
  setAside: 'Set aside',
  leftIn: (month: string) => `Left in ${month}`,
  back: 'Back',
  goOn: 'Continue',
  createThePlan: 'Create plan',
  theTotalsRunAlongAs: 'The totals follow as you type.',
  expensesAreMoreThanThe: (money: string) => `Expenses are ${money} more than the income.`,
  expensesFitTheIncomeBut: (money: string) => `Expenses fit the income, but savings are ${money} too high.`,
  thisMonthFitsWithThe: (money: string) =>
    `This month fits, but with periodic costs an average month is ${money} short.`,
  expensesFitTheIncomeAn: (money: string) => `Expenses fit the income; an average month leaves ${money}.`,

  // draft
  inflation: 'Inflation',
  adjustItToWhatYou: 'Adjust it to what you expect.',
  giveThisLineAName: 'Enter a name for this line, or leave it out.',
  aNameMayHave80: 'A name can have up to 80 characters.',
  thereIsCalledAlreadyChoose: (other: string, name: string) =>
    `There is already ${other} named ${name}. Choose another name.`,
};
