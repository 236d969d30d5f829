/** What the server says. */
export const messages = {
  // progress
  readingTheFile: 'Reading the file',
  makingThePlan: 'Making a plan of it',
  comparingIt: 'Comparing it with what is there',

  thereIsNoSuchList: 'There is no such list in this plan.',
  // access
  thereIsNoSuchPlan: 'There is no such plan. It may have been deleted.',
  youMayLookAtThis: 'You may look at this plan, but not change it.',
  onlyTheOwnerMayDo: 'Only the owner may do this.',
  thisPlanHasBeenDeleted: 'This plan has been deleted.',

  // app
  theRequestCannotBeRead: 'The request cannot be read.',

  // errors
  thereIsNothingAt: (method: string, split: string | undefined) => `There is nothing at ${method} ${split}.`,
  thisIsNotOpen: 'This is not open.',
  thereIsNothingHere: 'There is nothing here.',
  itHasBeenChangedSince: 'It has been changed since.',
  theRequestHasToBe: 'The request has to be JSON in UTF-8.',
  thereIsNoSuchPart: 'There is no such part of it.',
  haushaltHasTooMuchTo: 'Haushalt has too much to do just now. Nothing has been changed; try again.',
  theRequestIsNotValid: 'The request is not valid JSON.',
  thatIsTooLargeAt: (size: string) => `That is too large: at most ${size} can be taken.`,
  theRequestEndedEarly: 'The request ended early.',
  theRequestCannotBeAnswered: 'The request cannot be answered.',
  somethingWentWrongInHaushalt: 'Something went wrong in Haushalt itself. Nothing has been changed.',

  // events
  tooManyPagesAreOpen: 'Too many pages are open here. Close some, and try again.',

  // fields
  lettersDigitsDashesOrUnderscores: 'letters, digits, dashes or underscores, at most 64',
  aMonthSuchAs2026: 'a month such as 2026-03',
  aDaySuchAs2026: 'a day such as 2026-03-14',
  aCurrencyCodeSuchAs: 'a currency code such as EUR',
  theIdOfALine: 'the id of a line, group or total',

  // guard
  haushaltIsNotCalledHere: (name: string) =>
    `Haushalt is not called ${name || 'nothing'} here. Open it by its own address.`,
  thisCameFromAnotherSite: 'This came from another site, which may not change anything here.',
  aJsonBodyIsExpected: 'A JSON body is expected, with the content type application/json.',

  // plans
  isNotACurrencyCode: (currency: string) => `${currency} is not a currency code such as EUR.`,
  isNotALanguageTag: (locale: string) => `${locale} is not a language tag such as en-IE.`,
  thereIsNoSuchStep: 'There is no such step in the history of this plan.',
  thisIdCannotBeUsed: 'This id cannot be used. Send the plan under another.',

  // schemas
  idsApartBy: 'ids, apart by commas',
  thereIsABrokenCharacter: 'There is a broken character in this text. Type it again.',

  // serve
  portIsTaken: (port: number) => `Port ${port} is taken.`,
  onEveryoneWhoReachesThis: (host: string) =>
    `On ${host} everyone who reaches this machine could read and change all plans, since nobody signs in yet. Leave --host out, or say --open if that is meant.`,

  // database
  theDatabaseIsInUse: 'The database is in use by another program. Nothing has been changed; try again.',
  theDiskIsFullNothing: 'The disk is full. Nothing has been changed; make room and try again.',
  theDiskDoesNotAnswer: 'The disk does not answer as it should. Nothing has been changed; try again.',
  theDatabaseMayOnlyBe: 'The database may only be read. Nothing has been changed; allow writing to it.',
  theDatabaseIsDamagedPut: 'The database is damaged. Put back a copy made with “haushalt backup”.',
  theDatabaseCannotBeOpened: 'The database cannot be opened. Is its folder there, and may it be written to?',
  theDatabaseCouldNotDo: 'The database could not do this. Nothing has been changed.',
  thereIsNoDatabaseAt: (file: string) => `There is no database at ${file}.`,
  isAFileAFolder: (folder: string) => `${folder} is a file; a folder is expected.`,
  isAFileOrLies: (folder: string) => `${folder} is a file, or lies in one; a folder is expected.`,
  theFolderCannotBeMade: (folder: string, message: string) => `The folder ${folder} cannot be made: ${message}.`,
  isInUseByAnother: (file: string) =>
    `${file} is in use by another Haushalt. End that one first, or choose another folder.`,
  isThereAlreadyChooseAnother: (to: string) => `${to} is there already. Choose another name, so that nothing is lost.`,
  wasWrittenByANewer: (file: string, version: number, newest: number) =>
    `${file} was written by a newer Haushalt (version ${version} of the database; this program knows ${newest}). Update the program to open it.`,

  // store
  onlyWhoMadeAChange: 'Only who made a change can undo it.',
  thisHasBeenTakenBack: 'This has been undone already.',
  thisCanNoLongerBe: 'This can no longer be redone.',
  theBank: 'The bank',
  theOffice: 'The statistics office',
  theBankHasNoAccount: (number: string) => `The bank has no account ${number}. Is the account’s number right?`,
  theOfficeHasNoIndex: 'The statistics office does not publish this index.',
  thereIsNoSuchAccount: 'There is no such account in this plan.',
  thereIsNoBank: 'No bank is set up here.',
  thereIsNoOffice: 'No statistics office is set up here.',
  thisAccountHasNoNumber: 'This account has no number, so the bank cannot be asked for it.',
  answersWith: (who: string, status: number) =>
    `${who} cannot answer at the moment (${status}). Nothing was stored; try again later.`,
  cannotBeUnderstood: (who: string) => `${who} answered with something that cannot be understood. Nothing was stored.`,
  saysTooMuch: (who: string) => `${who} answered with more than can be taken. Nothing was stored.`,
  doesNotAnswer: (who: string, seconds: number) =>
    `${who} did not answer within ${seconds} seconds. Nothing was stored; try again later.`,
  cannotBeReached: (who: string) => `${who} cannot be reached. Nothing was stored; try again later.`,
  thisAccountHasEntries: (name: string) =>
    `Entries went through ${name}. Close it, so that nothing new goes through it, or move its entries to another account first.`,
  thisPlanHasEntriesIn: (currency: string) =>
    `This plan has entries in ${currency}; a currency with other decimals would change their amounts. Duplicate the plan without its entries, or keep the currency.`,
  aPlanMayHaveEntries: (MAXENTRIES: number) => `A plan may have ${MAXENTRIES} entries.`,
  thisEntryHasBeenRemoved: 'This entry has been removed since. Enter it anew if it is still wanted.',
  thisEntryHasBeenChanged: 'This entry has been changed since. Look at it as it is now, and change it again.',

  // tasks
  theFileIsNotWritten: 'The file is not written in UTF-8.',
  theFileIsNotValid: 'The file is not valid JSON.',

  // work
  tooMuchIsUnderWay: 'Too much is under way.',
  aTaskTookTooLong: 'A task took too long.',
  theServerIsEnding: 'The server is ending.',
  aThreadEnded: 'A thread ended.',
};
