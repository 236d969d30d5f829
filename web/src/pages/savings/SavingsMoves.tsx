import {
  addMonths,
  inputsOf,
  movesOf,
  nearestPeriod,
  planOf,
  type Command,
  type SavingsAnswer,
  type SavingsMoveRow,
  type SavingsFundRow,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { MonthField } from '../../fields/CalendarField.tsx';
import { InputField } from '../../fields/InputField.tsx';
import { monthsFrom } from '../../parts/calculators/months.ts';
import { useComplaints } from '../../parts/calculators/Terms.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

interface SavingsMovesProps {
  readonly fund: SavingsFundRow;
  readonly answer: SavingsAnswer | null;
  readonly onCommand: (command: Command) => void;
}

const KINDS = [
  ['deposit', 'savings.depositIn'],
  ['withdrawal', 'savings.withdrawalIn'],
  ['pause', 'savings.pauseFrom'],
] as const;

/** Single deposits, withdrawals by date, and months without a deposit. */
export function SavingsMoves({ fund, answer, onCommand }: SavingsMovesProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const complaintOf = useComplaints({ table: 'savings', row: fund }, 0);
  const moves = movesOf(document, fund.id);
  const inputs = inputsOf(document, { table: 'savings', row: fund });
  const months = monthsFrom(fund.first, Math.max(answer?.months ?? 0, 120));
  const set = ({ id, ...settings }: SavingsMoveRow, changed: Partial<SavingsMoveRow>) =>
    onCommand({ kind: 'fund.setMove', id, settings: { ...settings, ...changed } });
  const add = (kind: SavingsMoveRow['kind']) =>
    onCommand({
      kind: 'fund.setMove',
      id: newId(),
      settings: {
        fund: fund.id,
        kind,
        from: addMonths(fund.first, 1),
        until: null,
        amount: kind === 'pause' ? null : '100',
      },
    });
  return (
    <>
      <h3>{t('savings.singleAmounts')}</h3>
      {moves.map((move, index) => (
        <div key={move.id} className="part-row">
          {move.kind === 'pause' ? (
            <span className="part-name">{t('savings.onePause')}</span>
          ) : (
            <InputField
              input={inputs.find((input) => input.id === `${move.id}:amount`)!}
              label={t('savings.amountOfEntry', { index: index + 1 })}
              complaint={complaintOf(move.id)}
              period={nearestPeriod(model.calendar, move.from)}
            />
          )}
          <button
            type="button"
            className="tool"
            aria-label={t('savings.removeEntry', { index: index + 1 })}
            onClick={() => onCommand({ kind: 'fund.setMove', id: move.id, settings: null })}
          >
            <Icon name="delete" />
          </button>
          <span className="part-when">
            <Select
              aria-label={t('savings.typeOfEntry', { index: index + 1 })}
              value={move.kind}
              onChange={(event) => {
                const kind = event.target.value as SavingsMoveRow['kind'];
                set(move, { kind, until: null, amount: kind === 'pause' ? null : (move.amount ?? '100') });
              }}
            >
              {KINDS.map(([kind, label]) => (
                <option key={kind} value={kind}>
                  {t(label)}
                </option>
              ))}
            </Select>
            <MonthField
              label={t('savings.monthOfEntry', { index: index + 1 })}
              months={months}
              value={move.from}
              locale={locale}
              onChange={(from) =>
                set(move, { from, until: move.until !== null && move.until < from ? null : move.until })
              }
            />
            {move.kind === 'pause' && (
              <>
                {t('savings.until')}
                <MonthField
                  label={t('savings.lastMonthOfThePause', { index: index + 1 })}
                  months={months.filter((month) => month >= move.from)}
                  value={move.until ?? move.from}
                  locale={locale}
                  onChange={(until) => set(move, { until: until === move.from ? null : until })}
                />
              </>
            )}
          </span>
        </div>
      ))}
      <span className="add-parts">
        <button type="button" className="tool" onClick={() => add('deposit')}>
          <Icon name="add" />
          {t('savings.addDeposit')}
        </button>
        <button type="button" className="tool" onClick={() => add('withdrawal')}>
          <Icon name="add" />
          {t('savings.addWithdrawal')}
        </button>
        <button type="button" className="tool" onClick={() => add('pause')}>
          <Icon name="add" />
          {t('savings.pause')}
        </button>
      </span>
    </>
  );
}
