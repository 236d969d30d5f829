import { setCalculator, settingInWords } from './calculators.ts';
import { command } from './command.ts';
import { columnsBut, id, some } from './fields.ts';

/** States what is done with break-evens. */
export const breakEvenCommands = {
  'breakEven.set': command({
    fields: { breakEven: id, settings: some(columnsBut('breakEvens', 'position')) },
    label: ({ breakEven, settings }, words) => settingInWords('breakEvens', breakEven, settings.name, words),
    decide: (draft, { breakEven, settings }) => setCalculator(draft, 'breakEvens', breakEven, settings),
  }),
};
