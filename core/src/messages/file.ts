/** What the core says: file. */
export const messages = {
  // entriesFile
  thereIsNoItem: (item: string) => `There is no item ${item} in any list.`,
  thereIsNoAccountCalled: (name: string) => `there is no account called "${name}".`,
  aListOfEntriesIs: 'a list of entries is expected.',
  aFileMayHaveEntries: (most: number, rowCount: number) => `a file may have ${most} entries; this one has ${rowCount}.`,
  anEntryIsAJson: 'an entry is a JSON object.',
  aTextIsExpected: 'a text is expected.',
  aNumberIsExpected: 'a number is expected.',
  anAmountHasNoMore: 'an amount has no more decimals than its currency.',
  thereIsNothingCalledAmong: (name: string) => `there is nothing called "${name}" among the lines.`,

  // file
  aPlanFileHoldsOne: 'a plan file holds one JSON object.',
  aPlanFileNamesIts: (newest: number) => `a plan file names its version, ${newest}.`,
  theVersionIsAWhole: (newest: number) => `the version is a whole number, ${newest} at present.`,
  thisFileIsOfVersion: (version: number, newest: number) =>
    `this file is of version ${version}; this program reads up to ${newest}.`,
  thePlansSettingsAreMissing: 'the plan’s settings are missing.',
  aListOfRowsIs: 'a list of rows is expected.',
  aTableMayHaveRows: (most: number, jsonCount: number) => `a table may have ${most} rows; this one has ${jsonCount}.`,
  aRowIsAJson: 'a row is a JSON object.',
  anIdHas1To: 'an id has 1 to 64 letters, digits, dashes or underscores.',
  aValueIsMissing: 'a value is missing.',
  aNumberUpToTen: 'a number up to ten trillion is expected.',
  thereIsNothingCalledAmongThe: (value: string | number | boolean, target: string) =>
    `there is nothing called "${value}" among the ${target}.`,
  theIdIsThereTwice: (id: string | number | boolean | undefined | null) => `the id "${id}" is there twice.`,
  thereIsAnotherRowFor: (key: string | undefined) => `there is another row for the same ${key ?? 'month'}.`,
  thereIsAnAmountAnd: 'there is an amount and a formula; only one of them can hold.',
  onlyExpensesAreFixedPeriodic: 'only expenses are fixed, periodic or day-to-day.',
  withColumn: (message: string, from: number) => `${message} (column ${from})`,
  aScheduleHasAtMost: (most: number) => `A schedule has at most ${most} bands.`,
  thisFieldIsNotKnown: (known: string) => `this field is not known here; known are ${known}.`,
  thisColumnIsOfAnotherList: 'This column is of another list than the item.',
};
