/** What the core says: file. */
export const messages = {
  // entriesFile
  thereIsNoItem: (item: string) => `There is no item ${item} in any list.`,
  thereIsNoAccountCalled: (name: string) => `there is no account named “${name}”.`,
  aListOfEntriesIs: 'a list of entries is expected.',
  aFileMayHaveEntries: (most: number, rowCount: number) =>
    `a file can have up to ${most} entries; this one has ${rowCount}.`,
  anEntryIsAJson: 'an entry must be a JSON object.',
  aTextIsExpected: 'a text is expected.',
  aNumberIsExpected: 'a number is expected.',
  anAmountHasNoMore: 'an amount has no more decimals than its currency.',
  thereIsNothingCalledAmong: (name: string) => `there is no line named “${name}”.`,

  // file
  aPlanFileHoldsOne: 'a plan file must contain one JSON object.',
  aPlanFileNamesIts: (newest: number) => `a plan file must state its version, ${newest}.`,
  theVersionIsAWhole: (newest: number) => `the version must be a whole number, currently ${newest}.`,
  thisFileIsOfVersion: (version: number, newest: number) =>
    `this file has version ${version}; this program reads up to ${newest}.`,
  thePlansSettingsAreMissing: 'the plan’s settings are missing.',
  aListOfRowsIs: 'a list of rows is expected.',
  aTableMayHaveRows: (most: number, jsonCount: number) =>
    `a table can have up to ${most} rows; this one has ${jsonCount}.`,
  aRowIsAJson: 'a row must be a JSON object.',
  anIdHas1To: 'an id must have 1 to 64 letters, digits, dashes or underscores.',
  aValueIsMissing: 'a value is missing.',
  aNumberUpToTen: 'a number up to ten trillion is expected.',
  thereIsNothingCalledAmongThe: (value: string | number | boolean, target: string) =>
    `there is nothing with the id “${value}” among the ${target}.`,
  theIdIsThereTwice: (id: string | number | boolean | undefined | null) => `the id “${id}” is used twice.`,
  thereIsAnotherRowFor: (key: string | undefined) => `there is another row for the same ${key ?? 'month'}.`,
  thereIsAnAmountAnd: 'there is both an amount and a formula; only one is allowed.',
  onlyExpensesAreFixedPeriodic: 'only expenses are fixed, periodic or day-to-day.',
  withColumn: (message: string, from: number) => `${message} (column ${from})`,
  aScheduleHasAtMost: (most: number) => `A schedule can have up to ${most} bands.`,
  thisFieldIsNotKnown: (known: string) => `this field is not known; known fields are ${known}.`,
  thisColumnIsOfAnotherList: 'This column belongs to another list than the item.',
};
