/** What the server says. */
export const messages = {
  // progress
  readingTheFile: 'Reading the file',
  makingThePlan: 'Creating the plan',
  comparingIt: 'Comparing with existing entries',

  thereIsNoSuchList: 'This plan does not have this list.',
  // access
  thereIsNoSuchPlan: 'Plan not found. It may have been deleted, or is no longer shared with you.',
  youMayLookAtThis: 'You are a viewer of this plan and cannot change it.',
  onlyTheOwnerMayDo: 'Only an owner can do this.',
  thisPlanHasBeenDeleted: 'This plan has been deleted.',

  // people
  onlyTheKeeperMay: 'Only the administrator can do this.',
  signInFirst: 'Sign in first.',
  tooManyAttempts: (minutes: number) =>
    `Too many attempts. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
  tooManyOwnPagesAreOpen: 'You have too many pages open. Close some and reload this one.',
  theRequestIsTooDeep: 'The request is nested too deeply to be read.',
  theRequestHoldsTooMuch: (most: number) => `The request is too large; it can contain up to ${most} values.`,
  aListIsTooLong: (most: number, count: number) => `Up to ${most} are allowed at once; this has ${count}.`,
  isEnteredAlready: (what: string, day: string, who: string | null) =>
    `${what === '' ? 'This payment' : `“${what}”`} of ${day} has already been entered${who === null ? '' : ` by ${who}`}. Nothing was entered twice.`,
  tooMuchCameIn: 'Too many entries have been added since this statement was read. Open it again.',
  thisBackupIsNewer: 'This backup was made by a newer version of Haushalt. Restore it with that version.',
  thisBackupHoldsForeign:
    'This file contains tables, triggers or views that do not belong to Haushalt, so it was not restored.',
  thisPlanOfTheBackup: (name: string, why: string) => `The plan “${name}” of this backup cannot be restored: ${why}`,
  thatTakesTooMuchMemory: 'This needs more memory than allowed. Try a smaller file, or fewer years or pages.',
  itsRowsCannotBeRead: 'some of its rows cannot be read.',
  tooManyFilesAtOnce: 'You are already sending several files. Wait until one of them has been sent.',
  tooManyFiles: (minutes: number) =>
    `You have sent too many files. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
  tooManyMails: (minutes: number) =>
    `Too many mails were sent. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
  aNameWithoutAt: 'a name without @, so that it is not mistaken for a mail address',
  confirmYourAddress: 'Confirm your address for Haushalt',
  confirmItHere: (name: string, link: string) =>
    `Hello ${name},\n\nthis mail address was entered for your account in Haushalt. If it was you, confirm it within a day:\n\n${link}\n\nIf it was not you, you can ignore this mail.`,
  aMailAddress: 'a mail address such as name@example.org',
  nameOrPasswordIsWrong: 'The name or the password is wrong.',
  thereIsAFirstPerson: 'Sign-in is already turned on. Sign in, or ask for a link.',
  thisNameIsTaken: 'This name is already in use. Choose another one.',
  thisAddressIsTaken: 'This address is already in use. Sign in with it instead.',
  thisLinkIsNoUse: 'This link has expired or was revoked. Ask for a new one.',
  thereIsNoMail: 'Mail is not set up.',
  theMailBoxDoesNotAnswer: 'The mail server does not answer. Nothing was sent; try again later.',
  theMailBoxDoesNotTake: 'The mail server did not accept the message. Nothing was sent.',
  chooseANewPassword: 'New password for Haushalt',
  chooseItHere: (name: string, link: string) =>
    `Hello ${name},\n\na new password was requested for your account. If it was you, choose it within an hour:\n\n${link}\n\nIf it was not you, you can ignore this mail; your password stays the same.`,
  choosePasswordFirst: 'Sign-in is off. Turn it on first, under “Your account”.',
  thereIsNoSuchSession: 'This session has already ended.',
  theKeeperStays: 'You are the administrator, so your account cannot be deleted.',
  handOnFirst: (plans: readonly string[]) =>
    `Only you own ${plans.join(', ')}. First give ${plans.length === 1 ? 'it' : 'them'} another owner, or delete ${plans.length === 1 ? 'it' : 'them'} permanently.`,
  someoneWhoLeft: 'Someone who left',
  thatIsNotYourPassword: 'That is not your password.',
  passwordTooShort: (least: number) => `A password must have at least ${least} characters.`,
  passwordStrength: [
    'Very weak. Add one or two unrelated words.',
    'Weak. Add one or two unrelated words.',
    'Fair. Longer is better.',
    'Strong.',
    'Very strong.',
  ],

  // sharing
  mayDo: { viewer: 'view it', editor: 'view and edit it', owner: 'own it together with them' },
  thatIsYou: 'That is your own address.',
  invitedByLinkAlone: 'Mail is not set up. Create a link and share it yourself.',
  hasSharedAPlan: (who: string, plan: string) => `${who} shares “${plan}” with you`,
  youMayOpenItWith: (who: string, plan: string, may: string, link: string, until: string) =>
    `${who} shares the plan “${plan}” with you. You can ${may}.\n\nOpen it with this link, which can be used once until ${until}:\n\n${link}`,
  sendsYou: (who: string, what: string) => `${who} has sent you “${what}”`,
  attachedIs: (what: string) => `“${what}” is attached.`,
  thereIsNoSuchDay: 'This is not a valid date.',
  thatDayIsOver: 'This date is in the past.',
  tooManyLinks: (most: number) => `A plan can have up to ${most} links.`,
  thisPersonIsNotHere: 'This person no longer has access to the plan.',
  aPlanHasAnOwner: 'A plan needs at least one owner. Make someone else an owner first.',
  deleteItFirst: 'Delete the plan first; then it can be deleted permanently.',

  // doctor
  liesAt: (file: string) => `The database is ${file}.`,
  onlyYouCanRead: 'No other user of this computer can read it.',
  othersCanRead: (paths: readonly string[]) =>
    `Other users of this computer can read ${paths.join(' and ')}. Run chmod go= on it.`,
  roomLeft: (room: number, needed: number, isEnough: boolean) =>
    isEnough
      ? `${room} MB of disk space are free.`
      : `${room} MB of disk space are free, but ${needed} MB are needed with backups. Free up disk space.`,
  versionOf: (version: number, newest: number) =>
    version === newest
      ? `It has version ${version}, the same as this program.`
      : version > newest
        ? `It has version ${version}, but this program only supports ${newest}. Update the program.`
        : `It has version ${version}. Starting the server updates it to ${newest} and keeps a copy.`,
  theDatabaseIsWhole: 'The database is intact.',
  theClockIsBehind: (latest: string) =>
    `The last change was made at ${latest}, which is in the future by this computer’s clock. Correct the clock.`,
  theClockSays: (now: string) => `The clock says ${now}.`,
  newestBackupIs: (at: string) => `The newest backup was made at ${at}.`,
  thereIsNoBackup: 'There is no backup yet. The server makes one every night; “haushalt backup” makes one now.',

  wouldFollowItself: (plan: string) =>
    `“${plan}” already follows this plan, directly or through other plans, so this would be a circular reference.`,
  onlyInOnesOwnName: 'You can only link plans in your own name.',

  // history
  somethingHasChangedMeanwhile: 'Something has changed in the meantime. Review it and try again.',
  nothingDiffers: 'The plan does not differ from this version, so there is nothing to restore.',
  wentBackTo: (what: string) => `Went back to ${what}`,
  tooManyEntriesDiffer: (count: number, most: number) =>
    `${count} entries differ; up to ${most} can be restored at once. Open this version as a plan instead.`,
  thereIsNoSuchSnapshot: 'This snapshot no longer exists.',
  thisIsTooLongAgo: 'The details of changes this old are no longer kept. Compare with a snapshot instead.',
  tooManySnapshots: (most: number) => `A plan can have up to ${most} snapshots created by people. Delete some first.`,
  beforeAnImport: 'Before an import',
  nightly: (day: string) => `Night of ${day}`,
  asOf: (plan: string, moment: string) => `${plan} (${moment})`.slice(0, 80),

  // keeping
  thisIsNoBackup: 'This file is not a Haushalt backup, or it was made by a newer version.',
  thisBackupIsDamaged: 'This backup is damaged and cannot be read. Choose another one.',
  thisBackupIsTooLarge: 'This backup is too large to upload. Restore it with “haushalt restore”.',
  thereIsNoSuchBackup: 'This backup no longer exists.',
  sendTheBackupAgain: 'The backup is no longer on the server. Choose it again.',
  thisBackupHasNoSuchPlan: 'This backup does not contain this plan.',
  restoring: (name: string) => `Restoring ${name}`,

  // app
  theRequestCannotBeRead: 'The request cannot be read.',

  // errors
  thereIsNothingAt: (method: string, split: string | undefined) => `Nothing was found at ${method} ${split}.`,
  thisIsNotOpen: 'This cannot be opened.',
  thereIsNothingHere: 'Nothing was found here.',
  itHasBeenChangedSince: 'It has been changed since.',
  theRequestHasToBe: 'The request must be JSON encoded in UTF-8.',
  thereIsNoSuchPart: 'It has no such part.',
  haushaltHasTooMuchTo: 'The server is busy. Nothing was changed; try again.',
  theRequestIsNotValid: 'The request is not valid JSON.',
  thatIsTooLargeAt: (size: string) => `This is too large. The limit is ${size}.`,
  theRequestEndedEarly: 'The request ended early.',
  theRequestCannotBeAnswered: 'The request cannot be answered.',
  somethingWentWrongInHaushalt: 'Something went wrong on the server. Nothing was changed.',

  // events
  tooManyPagesAreOpen: 'Too many pages are open. Close some and try again.',

  // fields
  lettersDigitsDashesOrUnderscores: 'letters, digits, dashes or underscores, at most 64',
  aMonthSuchAs2026: 'a month such as 2026-03',
  aDaySuchAs2026: 'a day such as 2026-03-14',
  aCurrencyCodeSuchAs: 'a currency code such as EUR',
  theIdOfALine: 'the id of a line, group or total',

  // guard
  haushaltIsNotCalledHere: (name: string) =>
    `This server does not answer to the address ${name || '(none)'}. Open Haushalt at its own address.`,
  thisCameFromAnotherSite: 'This request came from another website, which is not allowed to change anything here.',
  aJsonBodyIsExpected: 'A JSON body is expected, with the content type application/json.',

  // plans
  isNotACurrencyCode: (currency: string) => `${currency} is not a currency code such as EUR.`,
  isNotALanguageTag: (locale: string) => `${locale} is not a language tag such as en-IE.`,
  thereIsNoSuchStep: 'The history of this plan has no such change.',
  thisIdCannotBeUsed: 'This id cannot be used. Send the plan with another one.',

  // schemas
  idsApartBy: 'ids separated by commas',
  thereIsNoSuchCommand: 'there is no such command',
  /** What is wrong with a field, by the kind of check it fails; the names in braces are Joi's. */
  checks: {
    'any.required': '{#label} is missing',
    'any.only': '{#label} must be one of {#valids}',
    'alternatives.types': '{#label} must be {#types}',
    'alternatives.match': '{#label} does not match any allowed form',
    'array.base': '{#label} must be a list',
    'array.max': '{#label} can have up to {#limit} elements',
    'array.min': '{#label} has too few elements',
    'array.unique': '{#label} is given twice',
    'boolean.base': '{#label} must be true or false',
    'number.base': '{#label} must be a number',
    'number.integer': '{#label} must be a whole number',
    'number.max': '{#label} can be at most {#limit}',
    'number.min': '{#label} must be at least {#limit}',
    'number.unsafe': '{#label} is too large',
    'object.base': '{#label} must be an object',
    'object.min': '{#label} is empty',
    'object.unknown': '{#label} is not known',
    'string.base': '{#label} must be text',
    'string.empty': '{#label} is empty',
    'string.max': '{#label} can have up to {#limit} characters',
    'string.min': '{#label} must have at least {#limit} characters',
    'string.pattern.name': '{#label} must be {#name}',
    'string.trim': '{#label} begins or ends with a space',
  },
  thereIsABrokenCharacter: 'This text contains an invalid character. Type it again.',

  // serve
  portIsTaken: (port: number) => `Port ${port} is already in use.`,
  onThereHasToBeSomeone: (host: string) =>
    `On ${host} other computers can reach this server, so everyone must sign in, but there is no account yet. Create the first one with “haushalt person first”, or leave out --host.`,

  // database
  thePlanIsBeingChanged: 'Someone is changing this plan. Try again in a moment.',
  theDatabaseIsInUse: 'The database is in use by another program. Nothing was changed; try again.',
  theDiskIsFullNothing: 'The disk is full. Nothing was changed; free up space and try again.',
  theDiskDoesNotAnswer: 'The disk reports an error. Nothing was changed; try again.',
  theDatabaseMayOnlyBe: 'The database is read-only. Nothing was changed; make it writable.',
  theDatabaseIsDamagedPut: 'The database is damaged. Restore a backup made with “haushalt backup”.',
  theDatabaseCannotBeOpened: 'The database cannot be opened. Check that its folder exists and is writable.',
  theDatabaseCouldNotDo: 'The database could not do this. Nothing was changed.',
  thereIsNoDatabaseAt: (file: string) => `There is no database at ${file}.`,
  isAFileAFolder: (folder: string) => `${folder} is a file; a folder is expected.`,
  isAFileOrLies: (folder: string) => `${folder} is a file, or is inside one; a folder is expected.`,
  theFolderCannotBeMade: (folder: string, message: string) => `The folder ${folder} cannot be created: ${message}.`,
  isInUseByAnother: (file: string) =>
    `${file} is in use by another Haushalt server. Stop that one first, or choose another folder.`,
  isThereAlreadyChooseAnother: (to: string) => `${to} already exists. Choose another name, so that nothing is lost.`,
  wasWrittenByANewer: (file: string, version: number, newest: number) =>
    `${file} was written by a newer version of Haushalt (database version ${version}; this program supports ${newest}). Update the program to open it.`,

  // store
  onlyWhoMadeAChange: 'Only the person who made a change can undo it.',
  thisHasBeenTakenBack: 'This has already been undone.',
  thisCanNoLongerBe: 'This can no longer be redone.',
  theBank: 'The bank',
  theOffice: 'The statistics office',
  theBankHasNoAccount: (number: string) => `The bank has no account ${number}. Check the account number.`,
  theOfficeHasNoIndex: 'The statistics office does not publish this index.',
  thereIsNoSuchAccount: 'This plan does not have this account.',
  thereIsNoBank: 'No bank is set up.',
  thereIsNoOffice: 'No statistics office is set up.',
  thisAccountHasNoNumber: 'This account has no number. Enter it to fetch entries from the bank.',
  answersWith: (who: string, status: number) =>
    `${who} cannot answer at the moment (${status}). Nothing was stored; try again later.`,
  cannotBeUnderstood: (who: string) => `The answer of ${who} cannot be read. Nothing was stored.`,
  saysTooMuch: (who: string) => `The answer of ${who} is too large. Nothing was stored.`,
  doesNotAnswer: (who: string, seconds: number) =>
    `${who} did not answer within ${seconds} seconds. Nothing was stored; try again later.`,
  cannotBeReached: (who: string) => `${who} cannot be reached. Nothing was stored; try again later.`,
  thisAccountHasEntries: (name: string) =>
    `${name} has entries. Close it instead, or first move its entries to another account.`,
  thisPlanHasEntriesIn: (currency: string) =>
    `This plan has entries in ${currency}, and a currency with other decimals would change their amounts. Keep the currency, or duplicate the plan without its entries.`,
  aPlanMayHaveEntries: (MAXENTRIES: number) => `A plan can have up to ${MAXENTRIES} entries.`,
  thisEntryHasBeenRemoved: 'This entry has been deleted since. Add it again if you still need it.',
  thisEntryHasBeenChanged: 'This entry has been changed since. Review it and change it again.',
  entriesHaveBeenChanged: (count: number) => `${count} of these entries have been changed or removed since.`,

  // tasks
  theFileIsNotWritten: 'The file is not encoded in UTF-8.',
  theFileIsNotValid: 'The file is not valid JSON.',

  // work
  tooMuchIsUnderWay: 'Too many tasks are running.',
  aTaskTookTooLong: 'A task took too long.',
  theServerIsEnding: 'The server is shutting down.',
  aThreadEnded: 'A thread ended.',
};
