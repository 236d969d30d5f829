/** What the command line says, but for the help of its commands. */
export const messages = {
  thereIsNoList: (name: string, lists: string) =>
    `--list: the plan has no list called ${name}.${lists === '' ? '' : ` It has ${lists}.`}`,
  // backup
  isCopiedTo: (file: string, to: string) => `${file} is copied to ${to}.`,

  isRestored: (names: readonly string[], folder: string) =>
    `${names.length === 1 ? '1 plan is' : `${names.length} plans are`} restored into ${folder}: ${names.join(', ')}.`,
  isPutInPlace: (file: string, to: string) =>
    `${file} is now the database at ${to}, with its people and all its plans.`,
  noPlanIn: (file: string, name: string) => `${file} has no plan called ${name}.`,
  cannotBeReadAsABackup: (file: string, why: string) => `${file}: ${why}`,

  // person
  chooseAPassword: 'Password: ',
  isFirstNow: (name: string) => `${name} is the first owner now, and signs in with the password.`,
  thereIsAFirst:
    'There is a first owner already. “haushalt person list” says who there is; a plan’s owner adds others by a link.',
  hasNewPassword: (name: string) =>
    `${name} has a new password. Where they were signed in, they have to sign in again.`,
  nobodyIsCalled: (who: string) => `Nobody here has the name or address ${who}.`,
  nobodyYet: 'Nobody has a password here.',
  tooEasy: (words: string) => `The password is not enough: ${words}`,
  peopleOfTheDemo: (people: readonly { name: string; password: string }[], mail: string | null) =>
    `People of the demo: ${people.map(({ name, password }) => `${name} (password ${password})`).join(', ')}.\nYou are signed in as ${people[0]!.name} until you sign out.${mail === null ? '' : `\nThe simulated mail box is at ${mail}`}`,
  aCountIsANumber: 'a number from 0 to 1000',

  // doctor
  examined: (isWell: boolean, words: string) => `${isWell ? '  well     ' : '  mend it  '}${words}`,

  // calc
  setShouldLookLikeInflation: (setting: string) => `--set "${setting}" should look like "Inflation=3%".`,
  settingRefused: (name: string, message: string) => `--set ${name}: ${message}`,
  setAValueIsNeeded: (name: string) => `--set ${name}: a value is needed.`,

  // check
  toMendIt: (words: string) => `  To mend it: ${words}.`,
  setAside: (reason: string) => `  Dismissed: ${reason}`,
  summary: (found: number, aside: number) =>
    `${found === 0 ? 'Nothing found' : found === 1 ? '1 finding' : `${found} findings`}${aside === 0 ? '' : `, ${aside} set aside`}.`,

  entriesWithoutLine: 'entries without a line',
  whatIsExpected: 'recurring entries',

  // planFile
  standardInput: 'Standard input',
  cannotBeReadIsThe: (name: string) => `${name} cannot be read. Is the path right?`,
  isNotValidJson: (name: string, message: string) => `${name} is not valid JSON: ${message}.`,
  isNotWrittenInUtf: (name: string) => `${name} is not written in UTF-8. Save it in that encoding.`,

  // statement
  sayWhichAccount: (file: string, numbers: readonly string[], isOneOfSeveral: boolean, names: string) => {
    const has = `The plan has ${names === '' ? 'no accounts' : names}.`;
    const [number = ''] = numbers;
    if (isOneOfSeveral) return `${file} is of several accounts: say with --account NUMBER=NAME which ${numbers.join(', ')} ${numbers.length === 1 ? 'is' : 'are'}. ${has}`; // prettier-ignore
    return `${file}: say with --account which account it is of${number === '' ? '' : ` (the file says ${number})`}. ${has}`;
  },
  noAccountCalled: (name: string, names: string) =>
    `--account: the plan has no account called ${name.trim()}; it has ${names === '' ? 'none' : names}.`,
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
    `${added} new entries (${assigned} assigned by a rule, ${unassigned} not assigned), ${expected} that were expected, ${known} there already. ${out === null ? 'Nothing was stored.' : `Written to ${out}.`}`,

  // serve
  freshRemovesADatabaseAnd: '--fresh removes a database and is only taken together with --demo.',
  freshOnlyStartsOverThe: '--fresh only starts over the demo’s own database; leave --data out.',
  haushaltIsReadyPlansAre: (url: string, data: string) => `Haushalt is ready: ${url}
Plans are kept in ${data}. Press Ctrl-C to end.`,
  isFreeAddPort: (message: string, free: number) =>
    `${message}${free ? ` Port ${free} is free: add --port ${free}.` : ''}`,
  cannotListenOn: (host: string, port: number, message: string) => `Cannot listen on ${host}:${port}: ${message}.`,
  noDatabaseAt: (file: string) => `There is no database at ${file}.`,
  aNameIsNoAddress: 'A name has no @ in it. Give the name first, and the mail address after it.',
  aMonthIs: 'Give a month such as 2026-11.',
  aUrlIs: 'Give an address such as https://plans.example.org, without a path.',
  behindAProxyTheAddress:
    'Behind a proxy the server cannot know its own address: say it with --url, such as --url https://plans.example.org.',
  aPortIsANumber: 'A port is a number from 1 to 65535.',

  // print and convert
  noSuchPart: (part: string, parts: string) => `--what: there is no part called ${part}; there are ${parts}.`,
  noSuchYear: (year: string, years: string) => `--years: the plan has no year ${year}; it has ${years}.`,
  isTooSmall: (title: string, size: string) =>
    `${title} is set in ${size} pt to fit on one page, which is hard to read. Leave out --pages, or use --pages many.`,
  cannotBePrinted: (letters: string) => `These characters cannot be printed and appear as boxes: ${letters}`,
  isWrittenTo: (out: string, pages: number) => `${out}: ${pages === 1 ? '1 page' : `${pages} pages`}.`,
  writesTo: (endings: string) => `A plan is written as ${endings}.`,
  readsFrom: (file: string) => `${file} is no plan file; one ends in .haushalt.json.`,
  cellsCompared: (equal: number, compared: number) => `${equal} of ${compared} cells equal the workbook’s own.`,
  andMore: (count: number) => `  … and ${count} more.`,
};
