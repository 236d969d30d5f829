import {
  bandSetsOf,
  planOf,
  readFigure,
  taxOn,
  writeForEntry,
  writeWithUnit,
  type BandSet,
  type Command,
  type TaxBandRow,
  type Unit,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../app/Icon.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { CommitField } from '../../shelf/CommitField.tsx';

interface BandsProps {
  readonly schedule: string;
  /** The bands that hold in the year shown; `null` when none do. */
  readonly holding: BandSet | null;
  readonly year: number;
}

type Band = Pick<TaxBandRow, 'from' | 'rate'>;

/** The bands of a schedule, from a year on: where each begins, its rate, and the tax of all below it. */
export function Bands({ schedule, holding, year }: BandsProps) {
  const session = useSession();
  const { document } = useSessionState();
  const plan = planOf(document);
  const [refusal, setRefusal] = useState<string | null>(null);
  const sets = bandSetsOf(document, schedule);
  const bands: Band[] = (holding?.bands ?? []).map(({ from, rate }) => ({ from, rate }));
  const validFrom = holding?.validFrom ?? null;
  const set = (next: readonly Band[], from: number | null = validFrom): string | null => {
    const command: Command = { kind: 'taxSchedule.setBands', schedule, validFrom: from, bands: next };
    const refused = session.send(command);
    setRefusal(refused?.message ?? null);
    return refused?.message ?? null;
  };
  const changed = (index: number, part: Partial<Band>) =>
    set(bands.map((band, at) => (at === index ? { ...band, ...part } : band)));
  const add = () => {
    const last = bands.at(-1);
    set([...bands, last ? { from: last.from + 10_000, rate: last.rate } : { from: 0, rate: 0.2 }]);
  };
  const below = bands.length === 0 ? [] : taxOn(0, { bands }).parts.map((part) => part.cumulativeBefore);
  const laterSets = sets.length > 1 || validFrom !== null;

  return (
    <>
      <h3>Bands {laterSets && <small>{validFrom === null ? 'from the beginning' : `from ${validFrom} on`}</small>}</h3>
      <table className="bands">
        <thead>
          <tr>
            <th scope="col">From</th>
            <th scope="col">Rate</th>
            <th scope="col">Tax below</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {bands.map((band, index) => (
            // A band is known by its place: its beginning may be what is changed.
            <tr key={index}>
              <td>
                <FigureEntry
                  label={`Band ${index + 1} begins at`}
                  unit="money"
                  value={band.from}
                  onValue={(from) => changed(index, { from })}
                />
              </td>
              <td>
                <FigureEntry
                  label={`Rate of band ${index + 1}`}
                  unit="percent"
                  value={band.rate}
                  onValue={(rate) => changed(index, { rate })}
                />
              </td>
              <td className="tabular">{writeWithUnit(below[index]!, 'money', plan)}</td>
              <td>
                <button
                  type="button"
                  className="tool"
                  aria-label={`Take away band ${index + 1}`}
                  onClick={() => set(bands.filter((_, at) => at !== index))}
                >
                  <Icon name="delete" />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {bands.length === 0 && <p className="quiet">No bands hold in {year} yet.</p>}
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      <span className="add-parts">
        <button type="button" className="tool" onClick={add}>
          <Icon name="add" />A band
        </button>
        {validFrom !== year && bands.length > 0 && (
          <button
            type="button"
            className="tool"
            title={`Begins with the bands of now; the years before ${year} keep theirs`}
            onClick={() => set(bands, year)}
          >
            <Icon name="add" />
            Other bands from {year} on
          </button>
        )}
        {validFrom !== null && sets.length > 1 && (
          <button type="button" className="tool" onClick={() => set([])}>
            <Icon name="delete" />
            These bands
          </button>
        )}
      </span>
    </>
  );
}

interface FigureEntryProps {
  readonly label: string;
  readonly unit: Unit;
  readonly value: number;
  readonly onValue: (value: number) => string | null;
}

/** A figure changed in place; what is none, or cannot be, stays as typed with the reason. */
function FigureEntry({ label, unit, value, onValue }: FigureEntryProps) {
  const plan = planOf(useSessionState().document);
  return (
    <CommitField
      className="band-entry"
      label={label}
      shown={writeWithUnit(value, unit, plan)}
      entry={writeForEntry(value, unit, plan.locale)}
      onCommit={(text) => {
        const read = readFigure(text, plan.locale, unit);
        if (!read.ok) return read.message;
        if (read.figure === null) return 'A figure is needed here.';
        return onValue(read.figure);
      }}
    />
  );
}
