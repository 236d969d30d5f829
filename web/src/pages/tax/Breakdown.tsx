import { planOf, writeFigure, writeWithUnit, type TaxAnswer } from '@haushalt/core';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** A tax band by band, as one would reckon it with a pencil. */
export function Breakdown({ answer }: { readonly answer: TaxAnswer }) {
  const plan = planOf(useSessionState().document);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const { schedule, income, result } = answer;
  if (income === null || !result)
    return <p className="bench-words">Give an income, and the tax on it is reckoned here, band by band.</p>;
  const { allowance = 0, rebateLimit = 0 } = schedule;
  const taxable = Math.max(0, income - allowance);
  const isNil = rebateLimit > 0 && taxable <= rebateLimit;
  let reached = 0;
  return (
    <div className="bench-scroll breakdown">
      <table className="reckoned">
        <caption className="visually-hidden">The tax band by band</caption>
        <tbody>
          <tr>
            <th scope="row">Income</th>
            <td>{money(income)}</td>
          </tr>
          <tr>
            <th scope="row">less the allowance</th>
            <td>− {money(Math.min(allowance, Math.max(0, income)))}</td>
          </tr>
          <tr className="is-sum">
            <th scope="row">Taxed</th>
            <td>{money(taxable)}</td>
          </tr>
        </tbody>
      </table>
      {isNil ? (
        <p>
          Up to {money(rebateLimit)} nothing is due, and {money(taxable)} is not more than that.
        </p>
      ) : (
        <table className="reckoned">
          <thead>
            <tr>
              <th scope="col">Band</th>
              <th scope="col">In this band</th>
              <th scope="col">Rate</th>
              <th scope="col">Tax</th>
              <th scope="col">Added up</th>
            </tr>
          </thead>
          <tbody>
            {result.parts.map(({ from, to, rate, amount }) => {
              const inBand = Math.max(0, Math.min(taxable, to ?? Infinity) - from);
              reached += amount;
              return (
                <tr key={from} className={inBand === 0 ? 'is-empty' : ''}>
                  <th scope="row">{to === null ? `from ${money(from)} on` : `${money(from)} to ${money(to)}`}</th>
                  <td>{money(inBand)}</td>
                  <td>× {writeFigure(rate, 'percent', plan)}</td>
                  <td>= {money(amount)}</td>
                  <td>{money(reached)}</td>
                </tr>
              );
            })}
            <tr className="is-sum">
              <th scope="row">Tax</th>
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
