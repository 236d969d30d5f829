import { MAX_PARTS } from '../document/limits.ts';
import { positions } from '../document/position.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { figureAsFormula } from '../document/storedFormulas.ts';
import { refused } from '../schema/refusal.ts';
import { taxBandId } from '../schema/tables.ts';
import { setCalculator, settingInWords, storedInput } from './calculators.ts';
import { existing } from './guards.ts';
import { command } from './command.ts';
import { all, bandPart, columnsBut, id, list, orNull, some, year } from './fields.ts';
import { messageFor } from '../../message.ts';

/** A band as it is given: its figures as numbers or as formulas. */
export type BandEntry = Readonly<Record<'from' | 'rate', number | string>>;

/** States what is done with tax schedules: their terms and their bands. */
export const taxCommands = {
  'taxSchedule.set': command({
    fields: { schedule: id, settings: some(columnsBut('taxSchedules', 'position')) },
    label: ({ schedule, settings }, words) => settingInWords('taxSchedules', schedule, settings.name, words),
    decide: (draft, { schedule, settings }) => setCalculator(draft, 'taxSchedules', schedule, settings),
  }),

  /** The bands of a schedule from a year on, as a whole; none takes that year's bands away. Impossible ones are refused. */
  'taxSchedule.setBands': command({
    fields: {
      schedule: id,
      validFrom: orNull(year),
      bands: list(all({ from: bandPart, rate: bandPart }), 0, MAX_PARTS),
    },
    label: ({ schedule }, words) => messageFor('change.taxSchedule.setBands', { schedule: words.name(schedule) }),
    decide(draft, { schedule, validFrom, bands }) {
      existing(draft, 'taxSchedules', schedule, messageFor('command.thisTaxSchedule'));
      if (bands.length > MAX_PARTS)
        throw refused('invalid', messageFor('command.tooManyBands', { most: MAX_PARTS }), 'bands');
      const stored = bands.map(({ from, rate }, index) => {
        const inputOf = (part: 'from' | 'rate', given: number | string): string => {
          const formula = storedInput(draft, typeof given === 'number' ? figureAsFormula(given) : given, 'bands');
          if (formula === null)
            throw refused('invalid', messageFor('command.bandValueMissing', { index: index + 1, part }), 'bands');
          return formula;
        };
        return { from: inputOf('from', from), rate: inputOf('rate', rate) };
      });
      for (const row of rowsWhere(draft.document.taxBands, 'schedule', schedule))
        if (row.validFrom === validFrom) draft.delete('taxBands', row.id);
      const order = positions(stored.length);
      stored.forEach((band, index) => {
        const id = taxBandId(schedule, validFrom, index + 1);
        draft.set('taxBands', { id, schedule, validFrom, ...band, position: order[index]! });
      });
    },
  }),
};
