import {
  CALCULATORS,
  inOrder,
  monthsBetween,
  planOf,
  writeDifference,
  type Command,
  type LoanAnswer,
  type LoanRow,
  type Unit,
  type PlanModel,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { newId } from '../../plan-session/api.ts';
import { writeWithUnit, monthInWords, t } from '../../language/language.ts';

interface OffersProps {
  readonly loan: LoanRow;
  /** The one whose terms are open beside. */
  readonly open: string;
  readonly model: PlanModel;
  readonly onOpen: (id: string) => void;
  readonly onCommand: (command: Command) => boolean;
}

interface Figure {
  readonly words: string;
  readonly unit: Unit;
  readonly of: (answer: LoanAnswer) => number;
  /** True when less of it is better, and worth a mark. */
  readonly lessIsBetter: boolean;
}

const FIGURES: readonly Figure[] = [
  {
    get words() {
      return t('loan.amount');
    },
    unit: 'money',
    of: ({ amount }) => amount,
    lessIsBetter: false,
  },
  {
    get words() {
      return t('loan.yearlyRate');
    },
    unit: 'ratePerYear',
    of: ({ rate }) => rate,
    lessIsBetter: false,
  },
  {
    get words() {
      return t('loan.monthsUntilPaidOff');
    },
    unit: 'months',
    of: ({ rows }) => rows.length,
    lessIsBetter: false,
  },
  {
    get words() {
      return t('loan.monthlyPayment');
    },
    unit: 'money',
    of: ({ payment }) => payment,
    lessIsBetter: true,
  },
  {
    get words() {
      return t('loan.fee');
    },
    unit: 'money',
    of: ({ fee }) => fee,
    lessIsBetter: false,
  },
  {
    get words() {
      return t('loan.totalInterest');
    },
    unit: 'money',
    of: ({ totalInterest }) => totalInterest,
    lessIsBetter: true,
  },
  {
    get words() {
      return t('loan.totalPaidWithFee');
    },
    unit: 'money',
    of: ({ totalPaid, fee }) => totalPaid + fee,
    lessIsBetter: true,
  },
];

/** A loan and other offers for it, side by side, with what they differ by. */
export function Offers({ loan, open, model, onOpen, onCommand }: OffersProps) {
  const { document } = model;
  const plan = planOf(document);
  const offers = inOrder(document.loans.values()).filter(({ offerOf }) => offerOf === loan.id);
  const all = [loan, ...offers].map((row) => {
    const answer = model.calculationOf(row.id)?.answer;
    return { row, answer: answer?.kind === 'loan' ? answer.loan : null };
  });
  const present = all[0]!.answer;
  const add = () => {
    const as = newId();
    if (onCommand({ kind: 'calculator.copy', calculator: loan.id, as, name: null, offer: true })) onOpen(as);
  };
  return (
    <div className="offers">
      <table className="compare">
        <caption className="visually-hidden">{t('loan.offersFor', { name: loan.name })}</caption>
        <thead>
          <tr>
            <td />
            {all.map(({ row }) => (
              <th key={row.id} scope="col" className={row.id === open ? 'is-open' : ''}>
                <button
                  type="button"
                  aria-pressed={row.id === open}
                  title={t('loan.openTerms')}
                  onClick={() => onOpen(row.id)}
                >
                  {row.name}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {FIGURES.map((figure) => {
            const values = all.map(({ answer }) => answer && figure.of(answer));
            const least = Math.min(...values.flatMap((value) => (value === null ? [] : [value])));
            const differs = new Set(values).size > 1;
            return (
              <tr key={figure.words}>
                <th scope="row">{figure.words}</th>
                {all.map(({ row, answer }, index) => {
                  const value = values[index]!;
                  if (answer === null) return <td key={row.id}>–</td>;
                  const best = differs && figure.lessIsBetter && Math.abs(value! - least) < 1e-9;
                  const difference = present && index > 0 ? value! - figure.of(present) : 0;
                  return (
                    <td key={row.id} className={best ? 'is-best' : ''}>
                      {best && <Icon name="good" />} {writeWithUnit(value!, figure.unit, plan)}
                      {Math.abs(difference) > 1e-9 && <small>{writeDifference(difference, figure.unit, plan)}</small>}
                    </td>
                  );
                })}
              </tr>
            );
          })}
          <tr>
            <th scope="row">{t('loan.lastPayment')}</th>
            {all.map(({ row, answer }, index) => (
              <td key={row.id}>
                {answer ? monthInWords(answer.last, plan.locale) : '–'}
                {answer && present && index > 0 && <small>{laterInWords(present, answer)}</small>}
              </td>
            ))}
          </tr>
          <tr className="compare-actions">
            <td />
            {all.map(({ row }, index) => (
              <td key={row.id}>
                {index > 0 && (
                  <>
                    <button
                      type="button"
                      className="tool"
                      title={t('loan.useOfferHint', { name: loan.name })}
                      onClick={() => onCommand({ kind: 'loan.takeOffer', offer: row.id })}
                    >
                      {t('loan.useOffer')}
                    </button>
                    <button
                      type="button"
                      className="tool"
                      aria-label={t('loan.deleteOffer', { name: row.name })}
                      onClick={() => {
                        if (onCommand({ kind: 'calculator.delete', calculator: row.id }) && row.id === open)
                          onOpen(loan.id);
                      }}
                    >
                      <Icon name="delete" />
                    </button>
                  </>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p>
        <button type="button" className="btn btn-primary btn-sm" onClick={add}>
          <Icon name="add" /> {t('loan.addOffer')}
        </button>
        <span className="quiet ms-2">{t('loan.addOfferHint', { word: CALCULATORS.loans.word })}</span>
      </p>
    </div>
  );
}

function laterInWords(present: LoanAnswer, other: LoanAnswer): string {
  const months = monthsBetween(present.last, other.last);
  if (months === 0) return '';
  const count = t('loan.termDifference', { months: Math.abs(months) });
  return t('loan.earlierOrLater', { months, count });
}
