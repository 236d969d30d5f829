/** What the server says. */
export const messages = {
  // progress
  readingTheFile: 'Reading the file',
  makingThePlan: 'Making a plan of it',
  comparingIt: 'Comparing it with what is there',

  thereIsNoSuchList: 'There is no such list in this plan.',
  // access
  thereIsNoSuchPlan: 'There is no such plan. It may have been deleted, or is not shared with you any more.',
  youMayLookAtThis: 'You may look at this plan, but not change it.',
  onlyTheOwnerMayDo: 'Only the owner may do this.',
  thisPlanHasBeenDeleted: 'This plan has been deleted.',

  // people
  onlyTheKeeperMay: 'Only who keeps this Haushalt may do this.',
  signInFirst: 'Sign in first.',
  tooManyAttempts: (minutes: number) =>
    `That were too many attempts. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
  tooManyOwnPagesAreOpen: 'You have too many pages of your plans open. Close some, and load this one again.',
  theRequestIsTooDeep: 'The request is nested too deeply to be read.',
  theRequestHoldsTooMuch: (most: number) => `The request holds too much at once; at most ${most} values are taken.`,
  aListIsTooLong: (most: number, count: number) => `At most ${most} are taken at once; this has ${count}.`,
  isEnteredAlready: (what: string, day: string, who: string | null) =>
    `${what === '' ? 'This payment' : `“${what}”`} of ${day} has been entered already${who === null ? '' : ` by ${who}`}. Nothing was entered a second time.`,
  tooMuchCameIn: 'Too much has been entered since this statement was read. Open it once more.',
  thisBackupIsNewer: 'This backup was made by a newer version of Haushalt. Restore it with that version.',
  thisBackupHoldsForeign: 'This file holds tables, triggers or views that are not Haushalt’s, so it is not restored.',
  thisPlanOfTheBackup: (name: string, why: string) => `The plan “${name}” of this backup cannot be restored: ${why}`,
  thatTakesTooMuchMemory:
    'That takes more memory than one task may have. Try it with a smaller file, or fewer years or pages.',
  itsRowsCannotBeRead: 'some of its rows cannot be read.',
  tooManyFilesAtOnce: 'You are sending several files already. Wait until one of them is there.',
  tooManyFiles: (minutes: number) =>
    `You have sent very many files. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
  tooManyMails: (minutes: number) =>
    `Too many messages were sent. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
  aNameWithoutAt: 'a name without @, so that it cannot be mistaken for an address',
  confirmYourAddress: 'Confirm your address for Haushalt',
  confirmItHere: (name: string, link: string) =>
    `Hello ${name},\n\nsomeone wants this address to be theirs in Haushalt. If it was you, confirm it within a day here:\n\n${link}\n\nIf not, there is nothing to do.`,
  aMailAddress: 'a mail address such as name@example.org',
  nameOrPasswordIsWrong: 'The name or the password is not right.',
  thereIsAFirstPerson: 'Someone has a password here already. Sign in, or ask for a link.',
  thisNameIsTaken: 'Someone here has this name already. Choose another.',
  thisAddressIsTaken: 'This address belongs to someone here already. Sign in with it instead.',
  thisLinkIsNoUse: 'This link is of no use any more. Ask for a new one.',
  thereIsNoMail: 'No mail is set up here.',
  theMailBoxDoesNotAnswer: 'The mail box does not answer. Nothing was sent; try again later.',
  theMailBoxDoesNotTake: 'The mail box did not take the message. Nothing was sent.',
  chooseANewPassword: 'A new password for Haushalt',
  chooseItHere: (name: string, link: string) =>
    `Hello ${name},\n\nsomeone asked for a new password for you. If it was you, choose it within an hour here:\n\n${link}\n\nIf not, there is nothing to do: your password stays.`,
  choosePasswordFirst: 'Nobody signs in here yet. Give yourself a name and a password first, under People.',
  thereIsNoSuchSession: 'This has been ended already.',
  theKeeperStays: 'You keep this Haushalt, so you cannot leave it.',
  handOnFirst: (plans: readonly string[]) =>
    `You alone own ${plans.join(', ')}. Hand ${plans.length === 1 ? 'it' : 'them'} on or delete ${plans.length === 1 ? 'it' : 'them'} for good first.`,
  someoneWhoLeft: 'Someone who left',
  thatIsNotYourPassword: 'That is not your password.',
  passwordTooShort: (least: number) => `A password has at least ${least} letters, digits or signs.`,
  passwordStrength: [
    'This is guessed at once. Add a word or two that do not belong together.',
    'This is guessed easily. Add a word or two that do not belong together.',
    'This will do. Longer is better.',
    'This is hard to guess.',
    'This is very hard to guess.',
  ],

  // sharing
  mayDo: { viewer: 'look at it', editor: 'look at it and change it', owner: 'own it with them' },
  thatIsYou: 'That is your own address.',
  invitedByLinkAlone: 'No mail is set up here. Make a link and hand it over yourself.',
  hasSharedAPlan: (who: string, plan: string) => `${who} shares “${plan}” with you`,
  youMayOpenItWith: (who: string, plan: string, may: string, link: string, until: string) =>
    `${who} shares the plan “${plan}” with you: you may ${may}.\n\nOpen it with this link, once, until ${until}:\n\n${link}`,
  sendsYou: (who: string, what: string) => `${who} sends you “${what}”`,
  attachedIs: (what: string) => `“${what}” is attached.`,
  thereIsNoSuchDay: 'There is no such day.',
  thatDayIsOver: 'That day is over already.',
  tooManyLinks: (most: number) => `A plan has at most ${most} links.`,
  thisPersonIsNotHere: 'This person has no part in the plan any more.',
  aPlanHasAnOwner: 'A plan always has an owner. Make someone else an owner first.',
  deleteItFirst: 'Delete the plan first; then it can be taken away for good.',

  // doctor
  liesAt: (file: string) => `The database lies at ${file}.`,
  onlyYouCanRead: 'Nobody else on this machine can read it.',
  othersCanRead: (paths: readonly string[]) =>
    `Others on this machine may read ${paths.join(' and ')}. Allow its owner alone: chmod go= on it.`,
  roomLeft: (room: number, needed: number, isEnough: boolean) =>
    isEnough
      ? `There are ${room} MB of room.`
      : `There are ${room} MB of room; with backups ${needed} MB are needed. Make room.`,
  versionOf: (version: number, newest: number) =>
    version === newest
      ? `It is of version ${version}, as this program.`
      : version > newest
        ? `It is of version ${version}, and this program knows ${newest}: update the program.`
        : `It is of version ${version}; starting the server brings it to ${newest}, and keeps a copy.`,
  theDatabaseIsWhole: 'The database is whole.',
  theClockIsBehind: (latest: string) =>
    `The last change was made at ${latest}, which is after now by this machine’s clock. Set the clock.`,
  theClockSays: (now: string) => `The clock says ${now}.`,
  newestBackupIs: (at: string) => `The newest backup is of ${at}.`,
  thereIsNoBackup: 'There is no backup yet. The server makes one each night; “haushalt backup” makes one now.',

  wouldFollowItself: (plan: string) =>
    `“${plan}” follows this plan already, directly or through others: each would wait for the other.`,
  onlyInOnesOwnName: 'A line follows another plan in the name of whoever lets it.',

  // history
  somethingHasChangedMeanwhile: 'Something has changed meanwhile. Look at it again, and go back then.',
  nothingDiffers: 'Nothing differs from that moment: there is nothing to go back to.',
  wentBackTo: (what: string) => `Went back to ${what}`,
  tooManyEntriesDiffer: (count: number, most: number) =>
    `${count} entries differ; at most ${most} can go back in one step. Open that moment as a plan of its own instead.`,
  thereIsNoSuchSnapshot: 'There is no such snapshot any more.',
  thisIsTooLongAgo: 'What was changed so long ago is not kept in detail any more. Compare with a snapshot instead.',
  tooManySnapshots: (most: number) => `A plan has at most ${most} snapshots made by hand. Delete some first.`,
  beforeAnImport: 'Before an import',
  nightly: (day: string) => `Night of ${day}`,
  asOf: (plan: string, moment: string) => `${plan} (${moment})`.slice(0, 80),

  // keeping
  thisIsNoBackup: 'This is no backup of Haushalt, or one of a newer Haushalt than this.',
  thisBackupIsDamaged: 'This backup is damaged and cannot be read. Take another.',
  thisBackupIsTooLarge: 'This backup is too large to be sent. Put it in place with “haushalt restore”.',
  thereIsNoSuchBackup: 'There is no such backup any more.',
  sendTheBackupAgain: 'The backup lies here no longer. Choose it again.',
  thisBackupHasNoSuchPlan: 'This backup has no such plan.',
  restoring: (name: string) => `Restoring ${name}`,

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
  thereIsNoSuchCommand: 'there is no such command',
  /** What is wrong with a field, by the kind of check it fails; the names in braces are Joi's. */
  checks: {
    'any.required': '{#label} is missing',
    'any.only': '{#label} has to be one of {#valids}',
    'alternatives.types': '{#label} has to be {#types}',
    'alternatives.match': '{#label} fits none of what may stand there',
    'array.base': '{#label} has to be a list',
    'array.max': '{#label} may have at most {#limit} entries',
    'array.min': '{#label} is too short a list',
    'array.unique': '{#label} is there twice',
    'boolean.base': '{#label} has to be yes or no',
    'number.base': '{#label} has to be a number',
    'number.integer': '{#label} has to be a whole number',
    'number.max': '{#label} may be at most {#limit}',
    'number.min': '{#label} has to be at least {#limit}',
    'number.unsafe': '{#label} is too large a number',
    'object.base': '{#label} has to be an object',
    'object.min': '{#label} says nothing',
    'object.unknown': '{#label} is not known here',
    'string.base': '{#label} has to be a text',
    'string.empty': '{#label} is empty',
    'string.max': '{#label} may have at most {#limit} letters',
    'string.min': '{#label} has to have at least {#limit} letters',
    'string.pattern.name': '{#label} has to be {#name}',
    'string.trim': '{#label} begins or ends with a space',
  },
  thereIsABrokenCharacter: 'There is a broken character in this text. Type it again.',

  // serve
  portIsTaken: (port: number) => `Port ${port} is taken.`,
  onThereHasToBeSomeone: (host: string) =>
    `On ${host} other machines reach this server, so everyone has to sign in, and nobody can yet. Name the first owner with “haushalt person first”, or leave --host out.`,

  // database
  thePlanIsBeingChanged: 'Someone is changing this plan. Try again in a moment.',
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
  entriesHaveBeenChanged: (count: number) => `${count} of these entries have been changed or removed since.`,

  // tasks
  theFileIsNotWritten: 'The file is not written in UTF-8.',
  theFileIsNotValid: 'The file is not valid JSON.',

  // work
  tooMuchIsUnderWay: 'Too much is under way.',
  aTaskTookTooLong: 'A task took too long.',
  theServerIsEnding: 'The server is ending.',
  aThreadEnded: 'A thread ended.',
};
