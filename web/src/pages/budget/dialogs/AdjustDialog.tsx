import {
  isFraction,
  moneyDecimals,
  planOf,
  totalOf,
  unitOf,
  writeDifference,
  writeFigure,
  type Command,
  type Unit,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useDraft } from '../../../ui/useDraft.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { spread, type BlockCell } from '../block/blocks.ts';
import { FigureField } from '../../../fields/FigureField.tsx';
import { valueOf } from '../../../parts/lines/figures.ts';
import { nameOf, say, monthInWords, t } from '../../../language/language.ts';
import { Select } from '../../../fields/Select.tsx';

type How = 'amount' | 'percent' | 'equal' | 'proportion';

const WORDS: Readonly<Record<How, string>> = {
  get amount() {
    return t('budget.adjustByAmount');
  },
  get percent() {
    return t('budget.adjustByPercent');
  },
  get equal() {
    return t('budget.spreadEqually');
  },
  get proportion() {
    return t('budget.spreadInProportion');
  },
};

/** States how many months the preview lists one by one. */
const LISTED = 8;

/** Raises, lowers or spreads over the figures of a block, with what comes of it shown beforehand. */
export function AdjustDialog({
  cells,
  onClose,
}: {
  readonly cells: readonly BlockCell[];
  readonly onClose: () => void;
}) {
  const session = useSession();
  const { document } = useSessionState();
  const plan = planOf(document);
  const unit = unitOf(document, cells[0]!.line);
  const draft = useDraft<{ readonly how: How; readonly figure: number | null }>(
    `${plan.id}:adjust:${cells.map(({ line, month }) => `${line}:${month}`).join()}`,
    () => ({ how: 'amount', figure: null }),
    onClose,
  );
  const { how, figure } = draft.given;
  const [refusal, setRefusal] = useState<string | null>(null);

  const units = new Set(cells.map(({ line }) => unitOf(document, line)));
  // Percentages can be told for everything at once; an amount only for what counts the same.
  const isMixed = units.size > 1 && how !== 'percent';
  const command =
    figure === null || isMixed ? null : commandFor(how, figure, cells, decimalsFor(unit, moneyDecimals(plan)));
  const preview = command ? session.preview(command) : null;
  const write = (value: number | null) => (value === null ? 'empty' : writeFigure(value, unit, plan));
  const after = cells.map((cell) => {
    if (!preview?.ok) return null;
    const period = preview.model.calendar.months.indexOf(cell.month);
    const value = valueOf(preview.model, cell.line, { from: period, to: period + 1 }, 'figures');
    return value === value ? value : null;
  });
  const sumOf = (values: readonly (number | null)[]) => totalOf(values, { from: 0, to: values.length }) ?? 0;
  const before = cells.map((cell) => cell.value);

  const save = () => {
    if (isMixed) return setRefusal(t('budget.adjustOtherUnits'));
    if (!command)
      return setRefusal(
        how === 'proportion' && figure !== null ? t('budget.spreadNoProportion') : t('budget.adjustFigureMissing'),
      );
    const refused = session.send(command);
    if (refused) setRefusal(say(refused.message));
    else draft.close();
  };

  return (
    <FormDialog
      title={t('budget.adjustTitle', { cellCount: cells.length })}
      submit={t('budget.adjustConfirm', { cellCount: cells.length })}
      refusal={say(refusal ?? (preview && !preview.ok ? preview.refusal.message : null))}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
      draft={draft}
      onClose={draft.close}
    >
      <Form.Group controlId="adjust-how" className="wide">
        <Form.Label>{t('budget.adjustAction')}</Form.Label>
        <Select
          wide
          value={how}
          autoFocus
          onChange={(event) => {
            draft.put({ how: event.target.value as How, figure: null });
            setRefusal(null);
          }}
        >
          {Object.entries(WORDS).map(([option, words]) => (
            <option key={option} value={option}>
              {words}
            </option>
          ))}
        </Select>
      </Form.Group>
      <FigureField
        key={how}
        label={
          how === 'percent'
            ? t('budget.adjustPercent')
            : how === 'amount'
              ? t('budget.adjustAmount')
              : t('budget.adjustTotal')
        }
        unit={how === 'percent' ? 'percent' : unit}
        value={figure}
        placeholder={how === 'percent' ? '−5' : how === 'amount' ? '−20' : write(sumOf(before))}
        onChange={(next) => {
          draft.put({ figure: next });
          setRefusal(null);
        }}
      />
      <p className="wide adjust-note">
        {how === 'amount' || how === 'percent' ? t('budget.adjustRulesStay') : t('budget.adjustExceptions')}
      </p>
      <table className="wide preview-table" aria-label={t('budget.adjustResult')}>
        <thead>
          <tr>
            <th scope="col">{t('budget.figure')}</th>
            <th scope="col">{t('budget.before')}</th>
            <th scope="col">{t('budget.after')}</th>
          </tr>
        </thead>
        <tbody>
          {cells.slice(0, LISTED).map((cell, index) => (
            <tr key={`${cell.line}|${cell.month}`}>
              <th scope="row">
                {nameOf(document, cell.line)}, {monthInWords(cell.month, plan.locale, 'short')}
              </th>
              <td>{write(cell.value)}</td>
              <td>{preview?.ok ? write(after[index]!) : ''}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">
              {cells.length > LISTED ? t('budget.sumOfAll', { cellCount: cells.length }) : t('budget.sum')}
            </th>
            <td>{write(sumOf(before))}</td>
            <td>
              {preview?.ok
                ? `${write(sumOf(after))} (${writeDifference(sumOf(after) - sumOf(before), unit, plan)})`
                : ''}
            </td>
          </tr>
        </tfoot>
      </table>
    </FormDialog>
  );
}

/** The decimals the parts of a spread figure are rounded to. */
function decimalsFor(unit: Unit, ofMoney: number): number {
  return unit === 'money' ? ofMoney : isFraction(unit) ? 6 : 2;
}

function commandFor(how: How, figure: number, cells: readonly BlockCell[], decimals: number): Command | null {
  const places = cells.map(({ line, month }) => ({ line, month }));
  switch (how) {
    case 'amount':
      return { kind: 'figures.adjust', cells: places, by: { kind: 'amount', amount: figure, notBelowZero: false } };
    case 'percent':
      return { kind: 'figures.adjust', cells: places, by: { kind: 'factor', factor: 1 + figure, notBelowZero: false } };
    default: {
      const parts = spread(figure, cells, how, decimals);
      return (
        parts && {
          kind: 'figures.set',
          as: 'exceptions',
          figures: places.map((place, index) => ({ ...place, figure: parts[index]! })),
        }
      );
    }
  }
}
