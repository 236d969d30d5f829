import { planOf, writeFigure, type TaxAnswer } from '@haushalt/core';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { writeWithUnit, t } from '../../language/language.ts';

/** A tax band by band, as one would reckon it with a pencil. */
export function Breakdown({ answer }: { readonly answer: TaxAnswer }) {
  const plan = planOf(useSessionState().document);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const { schedule, income, result } = answer;
  if (income === null || !result) return <p className="calculator-words">{t('tax.introduction')}</p>;
  const { allowance = 0, rebateLimit = 0 } = schedule;
  const taxable = Math.max(0, income - allowance);
  const isNil = rebateLimit > 0 && taxable <= rebateLimit;
  let reached = 0;
  return (
    <div className="calculator-scroll breakdown">
      <table className="computed">
        <caption className="visually-hidden">{t('tax.taxBandByBand')}</caption>
        <tbody>
          <tr>
            <th scope="row">{t('tax.income')}</th>
            <td>{money(income)}</td>
          </tr>
          <tr>
            <th scope="row">{t('tax.allowanceRow')}</th>
            <td>− {money(Math.min(allowance, Math.max(0, income)))}</td>
          </tr>
          <tr className="is-sum">
            <th scope="row">{t('tax.taxable')}</th>
            <td>{money(taxable)}</td>
          </tr>
        </tbody>
      </table>
      {isNil ? (
        <p>{t('tax.belowRebateLimit', { limit: money(rebateLimit), taxable: money(taxable) })}</p>
      ) : (
        <table className="computed">
          <thead>
            <tr>
              <th scope="col">{t('tax.band')}</th>
              <th scope="col">{t('tax.taxableInBand')}</th>
              <th scope="col">{t('tax.rate')}</th>
              <th scope="col">{t('tax.tax')}</th>
              <th scope="col">{t('tax.cumulative')}</th>
            </tr>
          </thead>
          <tbody>
            {result.parts.map(({ from, to, rate, amount }) => {
              const inBand = Math.max(0, Math.min(taxable, to ?? Infinity) - from);
              reached += amount;
              return (
                <tr key={from} className={inBand === 0 ? 'is-empty' : ''}>
                  <th scope="row">
                    {to === null
                      ? t('tax.incomesFromOn', { money: money(from) })
                      : t('tax.bandFromTo', { from: money(from), to: money(to) })}
                  </th>
                  <td>{money(inBand)}</td>
                  <td>× {writeFigure(rate, 'percent', plan)}</td>
                  <td>= {money(amount)}</td>
                  <td>{money(reached)}</td>
                </tr>
              );
            })}
            <tr className="is-sum">
              <th scope="row">{t('tax.tax')}</th>
              <td>{money(taxable)}</td>
              <td />
              <td>{money(result.tax)}</td>
              <td />
            </tr>
          </tbody>
        </table>
      )}
    </div>
  );
}
