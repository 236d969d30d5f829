/** What the command line says, but for the help of its commands. */
export const messages = {
  thereIsNoList: (name: string, lists: string) =>
    `--list: the plan has no list named ${name}.${lists === '' ? '' : ` It has ${lists}.`}`,
  // backup
  isCopiedTo: (file: string, to: string) => `${file} was copied to ${to}.`,

  isRestored: (names: readonly string[], folder: string) =>
    `${names.length === 1 ? '1 plan was' : `${names.length} plans were`} restored into ${folder}: ${names.join(', ')}.`,
  isPutInPlace: (file: string, to: string) =>
    `${file} is now the database at ${to}, with its people and all its plans.`,
  noPlanIn: (file: string, name: string) => `${file} has no plan named ${name}.`,
  cannotBeReadAsABackup: (file: string, why: string) => `${file}: ${why}`,

  // person
  chooseAPassword: 'Password: ',
  isFirstNow: (name: string) => `${name} is now the administrator and can sign in with the password.`,
  thereIsAFirst:
    'There is already an administrator. “haushalt person list” lists all people; owners of a plan invite others by link.',
  hasNewPassword: (name: string) => `${name} has a new password and must sign in again everywhere.`,
  nobodyIsCalled: (who: string) => `There is no person with the name or address ${who}.`,
  nobodyYet: 'There are no people yet.',
  tooEasy: (words: string) => `The password is too weak: ${words}`,
  peopleOfTheDemo: (people: readonly { name: string; password: string }[], mail: string | null) =>
    `People of the demo: ${people.map(({ name, password }) => `${name} (password ${password})`).join(', ')}.\nYou are signed in as ${people[0]!.name} until you sign out.${mail === null ? '' : `\nThe simulated mailbox is at ${mail}`}`,
  aCountIsANumber: 'a number from 0 to 1000',

  // doctor
  examined: (isWell: boolean, words: string) => `${isWell ? '  ok       ' : '  problem  '}${words}`,

  // calc
  setShouldLookLikeInflation: (setting: string) => `--set "${setting}" should look like "Inflation=3%".`,
  settingRefused: (name: string, message: string) => `--set ${name}: ${message}`,
  setAValueIsNeeded: (name: string) => `--set ${name}: enter a value.`,

  // check
  toMendIt: (words: string) => `  To fix it: ${words}.`,
  setAside: (reason: string) => `  Dismissed: ${reason}`,
  summary: (found: number, aside: number) =>
    `${found === 0 ? 'No findings' : found === 1 ? '1 finding' : `${found} findings`}${aside === 0 ? '' : `, ${aside} dismissed`}.`,

  entriesWithoutLine: 'entries without a line',
  whatIsExpected: 'recurring entries',

  // planFile
  standardInput: 'Standard input',
  cannotBeReadIsThe: (name: string) => `${name} cannot be read. Check the path.`,
  isNotValidJson: (name: string, message: string) => `${name} is not valid JSON: ${message}.`,
  isNotWrittenInUtf: (name: string) => `${name} is not encoded in UTF-8. Save it in that encoding.`,

  // statement
  sayWhichAccount: (file: string, numbers: readonly string[], isOneOfSeveral: boolean, names: string) => {
    const has = `The plan has ${names === '' ? 'no accounts' : names}.`;
    const [number = ''] = numbers;
    if (isOneOfSeveral) return `${file} is of several accounts: say with --account NUMBER=NAME which ${numbers.join(', ')} ${numbers.length === 1 ? 'is' : 'are'}. ${has}`; // prettier-ignore
    return `${file}: say with --account which account it is of${number === '' ? '' : ` (the file says ${number})`}. ${has}`;
  },
  noAccountCalled: (name: string, names: string) =>
    `--account: the plan has no account named ${name.trim()}; it has ${names === '' ? 'none' : names}.`,
  isTooLarge: (file: string) => `${file} is too large.`,
  cannotBeWritten: (file: string, why: string) => `${file} cannot be written: ${why}.`,
  statementCounts: (
    {
      new: added,
      known,
      expected,
      assigned,
      unassigned,
    }: Readonly<Record<'new' | 'known' | 'expected' | 'assigned' | 'unassigned', number>>,
    out: string | null,
  ) =>
    `${added} new entries (${assigned} assigned by a rule, ${unassigned} not assigned), ${expected} expected, ${known} already entered. ${out === null ? 'Nothing was stored.' : `Written to ${out}.`}`,

  // serve
  freshRemovesADatabaseAnd: '--fresh deletes a database and can only be used with --demo.',
  freshOnlyStartsOverThe: '--fresh only resets the demo’s own database; leave out --data.',
  haushaltIsReadyPlansAre: (url: string, data: string) => `Haushalt is ready: ${url}
Plans are stored in ${data}. Press Ctrl-C to stop.`,
  isFreeAddPort: (message: string, free: number) =>
    `${message}${free ? ` Port ${free} is free: add --port ${free}.` : ''}`,
  cannotListenOn: (host: string, port: number, message: string) => `Cannot listen on ${host}:${port}: ${message}.`,
  noDatabaseAt: (file: string) => `There is no database at ${file}.`,
  aNameIsNoAddress: 'A name cannot contain @. Give the name first and the mail address after it.',
  aMonthIs: 'Give a month such as 2026-11.',
  aUrlIs: 'Give an address such as https://plans.example.org, without a path.',
  behindAProxyTheAddress:
    'Behind a proxy the server cannot know its own address. Give it with --url, such as --url https://plans.example.org.',
  aPortIsANumber: 'A port must be a number from 1 to 65535.',

  // print and convert
  noSuchPart: (part: string, parts: string) => `--what: there is no part named ${part}; the parts are ${parts}.`,
  noSuchYear: (year: string, years: string) => `--years: the plan has no year ${year}; it has ${years}.`,
  isTooSmall: (title: string, size: string) =>
    `${title} is set in ${size} pt to fit on one page, which is hard to read. Leave out --pages, or use --pages many.`,
  cannotBePrinted: (letters: string) => `These characters cannot be printed and appear as boxes: ${letters}`,
  isWrittenTo: (out: string, pages: number) => `${out}: ${pages === 1 ? '1 page' : `${pages} pages`}.`,
  writesTo: (endings: string) => `A plan can be written as ${endings}.`,
  readsFrom: (file: string) => `${file} is not a plan file; its name must end in .haushalt.json.`,
  cellsCompared: (equal: number, compared: number) => `${equal} of ${compared} cells equal those of the workbook.`,
  andMore: (count: number) => `  … and ${count} more.`,
};
