import { NET, figuresOf, planOf, stretchOfYear, totalOf, writeWithUnit } from '@haushalt/core';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** The year in a sentence: what is left of it, and how many months are in the red. */
export function YearSummary({ year }: { readonly year: number }) {
  const { document, model } = useSessionState();
  const stretch = stretchOfYear(model.calendar, year);
  const net = figuresOf(model.seriesOf(NET)!);
  const total = totalOf(net, stretch);
  const red = net.slice(stretch.from, stretch.to).filter((figure) => figure !== null && figure <= -0.005).length;
  return (
    <p className="year-summary">
      Net of {year}:{' '}
      <strong className={total !== null && total < 0 ? 'negative' : undefined}>
        {total === null ? 'no figure' : writeWithUnit(total, 'money', planOf(document))}
      </strong>
      {red > 0 && <span className="in-the-red">{red === 1 ? '1 month in the red' : `${red} months in the red`}</span>}
    </p>
  );
}
