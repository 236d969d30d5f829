import {
  NET,
  TOTAL_EXPENSES,
  figuresOf,
  groupsWithLines,
  isYearLocked,
  planOf,
  readFigure,
  rangeOfYear,
  totalOf,
  writeFigure,
  nameOfYear,
  type LineRow,
  type Month,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { MonthField } from '../../../fields/CalendarField.tsx';
import { EmphasizedText, emphasized } from '../../../ui/EmphasizedText.tsx';
import { SidePanel } from '../../../ui/SidePanel.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { valueOf } from '../../../parts/lines/figures.ts';
import { say, writeWithUnit, monthInWords, t } from '../../../language/language.ts';

interface FitPanelProps {
  readonly year: number;
  readonly onShow: (line: string, month: Month) => void;
  readonly onClose: () => void;
}

/** Makes a year fit: the months in the red, and the expenses that could give, biggest first, to be cut on the spot. */
export function FitPanel({ year, onShow, onClose }: FitPanelProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const range = rangeOfYear(model.calendar, year);
  const months = model.calendar.months.slice(range.from, range.to);
  const net = figuresOf(model.seriesOf(NET)!);
  const total = totalOf(net, range) ?? 0;
  const red = months.filter((_, index) => (net[range.from + index] ?? 0) <= -0.005);
  const [chosen, setFrom] = useState<Month | null>(null);
  const from = chosen !== null && months.includes(chosen) ? chosen : (red[0] ?? months[0]!);
  const period = model.calendar.months.indexOf(from);
  const rest = { from: period, to: range.to };
  const money = (value: number) => writeFigure(value, 'money', plan);
  const called = nameOfYear(document, year);

  const able = groupsWithLines(document)
    .filter(({ group }) => group.side === 'expense')
    .flatMap(({ lines }) => lines)
    .filter((line) => !line.locked && line.unit === 'money')
    .map((line) => ({ line, total: valueOf(model, line.id, rest, 'figures') }))
    .filter((each) => each.total > 0)
    .sort((a, b) => b.total - a.total);

  return (
    <SidePanel title={t('budget.balanceYear', { year: called })} onClose={onClose}>
      <p className="fit-verdict" role="status">
        {total < -0.005 ? (
          <EmphasizedText
            text={t('budget.fit.yearLacks', {
              year: called,
              amount: emphasized(writeWithUnit(Math.abs(total), 'money', plan)),
            })}
            className="in-the-red"
          />
        ) : (
          <EmphasizedText
            text={t('budget.fit.yearHas', {
              year: called,
              amount: emphasized(writeWithUnit(total, 'money', plan)),
              redCount: red.length,
            })}
          />
        )}
      </p>
      {red.length > 0 && (
        <>
          <h4>{t('budget.fit.monthsInTheRed', { redCount: red.length })}</h4>
          <ul className="fit-months">
            {red.map((month) => (
              <li key={month}>
                <button type="button" className="tool" onClick={() => onShow(NET, month)}>
                  {monthInWords(month, plan.locale, 'short')}{' '}
                  <span className="in-the-red">{money(net[model.calendar.months.indexOf(month)]!)}</span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <h4>{t('budget.fit.whereToCut')}</h4>
      {isYearLocked(document, year) ? (
        <p>{t('budget.fit.yearLocked', { year: called })}</p>
      ) : able.length === 0 ? (
        <p>{t('budget.fit.nothingToCut', { year: called })}</p>
      ) : (
        <>
          <p className="fit-from">
            {t('budget.fit.from')}{' '}
            <MonthField
              label={t('budget.fit.cutFrom')}
              months={months}
              value={from}
              locale={plan.locale}
              onChange={setFrom}
            />{' '}
            {t('budget.fit.howMuchLess')}
          </p>
          <ul className="fit-lines">
            {able.map(({ line, total: lineTotal }) => (
              <FitLine
                key={line.id}
                line={line}
                total={lineTotal}
                share={lineTotal / valueOf(model, TOTAL_EXPENSES, rest, 'figures')}
                months={model.calendar.months
                  .slice(rest.from, rest.to)
                  .filter((_, index) => (model.seriesOf(line.id)!.values[rest.from + index] ?? 0) > 0)}
                onShow={() => onShow(line.id, from)}
              />
            ))}
          </ul>
        </>
      )}
    </SidePanel>
  );
}

interface FitLineProps {
  readonly line: LineRow;
  readonly total: number;
  /** Its share of all expenses in these months. */
  readonly share: number;
  /** The months in which there is something to cut. */
  readonly months: readonly Month[];
  readonly onShow: () => void;
}

function FitLine({ line, total, share, months, onShow }: FitLineProps) {
  const session = useSession();
  const plan = planOf(useSessionState().document);
  const [text, setText] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);

  const cut = () => {
    const isPercent = /%\s*$/.test(text);
    const read = readFigure(text.replace(/^\s*[-−–]/, ''), plan.locale, isPercent ? 'percent' : 'money');
    if (!read.ok) return setRefusal(say(read.message));
    if (read.figure === null) return;
    if (read.figure < 0 || (isPercent && read.figure > 1)) return setRefusal(t('budget.fit.cutExample'));
    const by = isPercent
      ? ({ kind: 'factor', factor: 1 - read.figure, notBelowZero: true } as const)
      : ({ kind: 'amount', amount: -read.figure, notBelowZero: true } as const);
    const refused = session.send({
      kind: 'figures.adjust',
      cells: months.map((month) => ({ line: line.id, month })),
      by,
    });
    if (refused) setRefusal(say(refused.message));
    else setText('');
  };

  return (
    <li>
      <button type="button" className="fit-name" onClick={onShow} title={t('budget.fit.preview')}>
        <span>{line.name}</span>
        <span className="fit-bar" style={{ width: `${Math.min(100, share * 100)}%` }} aria-hidden="true" />
      </button>
      <span className="tabular">{writeFigure(total, 'money', plan)}</span>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          cut();
        }}
      >
        <Form.Control
          size="sm"
          className="tabular"
          value={text}
          placeholder="−"
          inputMode="decimal"
          autoComplete="off"
          aria-label={t('budget.fit.lessEachMonth', { name: line.name })}
          aria-invalid={refusal !== null}
          onChange={(event) => {
            setText(event.target.value);
            setRefusal(null);
          }}
        />
        <button type="submit" className="tool" disabled={text.trim() === ''}>
          {t('budget.fit.cut')}
        </button>
      </form>
      {refusal && (
        <small className="refusal" role="alert">
          {refusal}
        </small>
      )}
    </li>
  );
}
