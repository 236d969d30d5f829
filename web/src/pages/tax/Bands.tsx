import {
  bandInputsOf,
  bandSetsOf,
  bandsRefusal,
  figureOfFormula,
  inputId,
  planOf,
  taxOn,
  yearInWords,
  type BandEntry,
  type BandSet,
  type Command,
  type TaxScheduleRow,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { InputField } from '../../fields/InputField.tsx';
import { useComplaints } from '../../parts/calculators/Terms.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { say, writeWithUnit, t } from '../../language/language.ts';

interface BandsProps {
  readonly schedule: TaxScheduleRow;
  /** The bands that hold in the year shown; `null` when none do. */
  readonly holding: BandSet | null;
  readonly year: number;
  /** The period formulas are read in. */
  readonly period: number;
  readonly sliders: boolean;
}

/** The bands of a schedule, from a year on: where each begins, its rate, and the tax of all below it. */
export function Bands({ schedule, holding, year, period, sliders }: BandsProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const [refusal, setRefusal] = useState<string | null>(null);
  const complaintOf = useComplaints({ table: 'taxSchedules', row: schedule }, period);
  const sets = bandSetsOf(document, schedule.id);
  const bands = holding?.bands ?? [];
  const entries: BandEntry[] = bands.map(({ from, rate }) => ({ from, rate }));
  const inputs = bandInputsOf(document, schedule.id);
  const validFrom = holding?.validFrom ?? null;
  const set = (next: readonly BandEntry[], from: number | null = validFrom) => {
    const command: Command = { kind: 'taxSchedule.setBands', schedule: schedule.id, validFrom: from, bands: next };
    setRefusal(say(session.send(command)?.message ?? null));
  };
  const add = () => {
    const last = bands.at(-1);
    if (!last) return set([{ from: 0, rate: 0.2 }]);
    const from = figureOfFormula(last.from);
    set([...entries, { from: from === null ? `(${last.from}) + 10000` : from + 10_000, rate: last.rate }]);
  };
  const valueOf = (id: string, column: string) => model.seriesOf(inputId(id, column))?.valueAt(period) ?? NaN;
  const figures = bands.map(({ id }) => ({ from: valueOf(id, 'from'), rate: valueOf(id, 'rate') }));
  // Where a band has no figures, or impossible ones, there is no tax below the others.
  const below =
    figures.length === 0 || bandsRefusal(figures) !== null
      ? null
      : taxOn(0, { bands: figures }).parts.map((part) => part.cumulativeBefore);
  const inWords = (year: number) => yearInWords(year, schedule.yearBegins);
  const laterSets = sets.length > 1 || validFrom !== null;

  return (
    <>
      <h3>
        {t('tax.bands')}{' '}
        {laterSets && (
          <small>
            {validFrom === null ? t('tax.fromTheBeginning') : t('tax.validFromOn', { year: inWords(validFrom) })}
          </small>
        )}
      </h3>
      <table className="bands">
        <thead>
          <tr>
            <th scope="col">{t('tax.from')}</th>
            <th scope="col">{t('tax.rate')}</th>
            <th scope="col">{t('tax.cumulativeTax')}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {bands.map(({ id }, index) => (
            <tr key={id}>
              {(['from', 'rate'] as const).map((column) => (
                <td key={column}>
                  <InputField
                    input={inputs.find((input) => input.id === inputId(id, column))!}
                    label={
                      column === 'from'
                        ? t('tax.bandBeginsAt', { index: index + 1 })
                        : t('tax.rateOfBand', { index: index + 1 })
                    }
                    period={period}
                    complaint={complaintOf(`${id}:${column}`)}
                    slider={sliders && column === 'rate'}
                  />
                </td>
              ))}
              <td className="tabular">{below === null ? '–' : writeWithUnit(below[index]!, 'money', plan)}</td>
              <td>
                <button
                  type="button"
                  className="tool"
                  aria-label={t('tax.removeBand', { index: index + 1 })}
                  onClick={() => set(entries.filter((_, position) => position !== index))}
                >
                  <Icon name="delete" />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {bands.length === 0 && <p className="quiet">{t('tax.noBandsFor', { year: inWords(year) })}</p>}
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      <span className="add-parts">
        <button type="button" className="tool" onClick={add}>
          <Icon name="add" />
          {t('tax.addBand')}
        </button>
        {validFrom !== year && bands.length > 0 && (
          <button
            type="button"
            className="tool"
            title={t('tax.addBandsHint', { year: inWords(year) })}
            onClick={() => set(entries, year)}
          >
            <Icon name="add" />
            {t('tax.addBandsFrom', { year: inWords(year) })}
          </button>
        )}
        {validFrom !== null && sets.length > 1 && (
          <button type="button" className="tool" onClick={() => set([])}>
            <Icon name="delete" />
            {t('tax.deleteBands')}
          </button>
        )}
      </span>
    </>
  );
}
