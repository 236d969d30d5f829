import {
  addMonths,
  calendarOf,
  columnsOf,
  freshName,
  hasFigures,
  inOrder,
  outputKey,
  planOf,
  today,
  unitOfColumn,
  type ColumnKind,
  type ListColumnRow,
  type ListRow,
  type Month,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { FigureField } from '../../fields/FigureField.tsx';
import { say, monthInWords, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';

type How = 'once' | 'spread' | 'byDay';

/** States what no line follows: what is no sum of money, and what has happened rather than been planned. */
const NOT_PLANNED: readonly ColumnKind[] = ['status', 'yesNo', 'entries'];

/** The column a line most likely follows: the last total in money, one that is computed before one that is typed. */
function likeliest(columns: readonly ListColumnRow[]): ListColumnRow | undefined {
  const totals = columns.filter(({ total, unit }) => total && unit === 'money');
  return totals.findLast(({ kind }) => kind === 'rule') ?? totals.at(-1) ?? columns.at(-1);
}

/** Puts a list into the budget, as a line that follows every change of it. */
export function IntoBudget({ list, onClose }: { readonly list: ListRow; readonly onClose: () => void }) {
  const { document } = useSessionState();
  const { locale } = planOf(document);
  const calendar = calendarOf(document);
  const send = useSend();
  const all = columnsOf(document, list.id);
  const columns = all.filter((column) => hasFigures(column) && !NOT_PLANNED.includes(column.kind));
  const days = all.filter(({ kind }) => kind === 'date');
  const groups = inOrder(document.groups.values());
  const draft = useDraft(
    `${planOf(document).id}:into-budget:${list.id}`,
    () => ({
      name: freshName(document, t('lists.costsOf', { list: list.name })),
      group: groups.find(({ rhythm }) => rhythm === 'periodic')?.id ?? groups[0]?.id ?? '',
      column: likeliest(columns)?.id ?? '',
      how: (days.length > 0 ? 'byDay' : 'once') as How,
      month: calendar.months.find((each) => each === today().slice(0, 7)) ?? calendar.first,
      count: 6,
      day: days[0]?.id ?? '',
    }),
    onClose,
  );
  const { put, given } = draft;
  const { name, group, column, how, month, count, day } = given;
  const [refusal, setRefusal] = useState<string | null>(null);

  const place = () => {
    const target = columns.find(({ id }) => id === column);
    if (!target) return setRefusal(t('lists.figureColumnNeeded'));
    if (how === 'byDay' && day === '') return setRefusal(t('lists.dateColumnNeeded'));
    const totalName = `{${list.id}}.'${outputKey(target.id, how === 'byDay' ? day : null)}'`;
    const line = { id: newId(), name, unit: lineUnit(target), formula: formulaFor(totalName) };
    const refused = send(
      { kind: 'lines.place', group, newGroup: null, lines: [line] },
      t('lists.lineFollowsList', { name }),
      true,
    );
    if (refused) return setRefusal(say(refused.message));
    draft.close();
    return undefined;
  };
  const formulaFor = (total: string): string => {
    switch (how) {
      case 'byDay':
        return total;
      case 'once':
        return `if(period = ${month}, ${total})`;
      case 'spread': {
        const months = Math.max(1, Math.round(count));
        return `if(and(period >= ${month}, period <= ${addMonths(month, months - 1)}), ${total} / ${months})`;
      }
    }
  };
  const lineUnit = (column: ListColumnRow) => {
    const unit = unitOfColumn(document, column);
    return unit === 'yesNo' || unit === 'date' ? 'number' : unit;
  };
  return (
    <FormDialog
      title={t('lists.addToBudget')}
      submit={t('lists.addToBudgetConfirm')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        place();
      }}
    >
      <label>
        <span className="form-label">{t('lists.newLine')}</span>
        <Form.Control size="sm" autoFocus value={name} onChange={(event) => put({ name: event.target.value })} />
      </label>
      <OneOf label={t('lists.group')} among={groups} value={group} onChange={(id) => put({ group: id })} />
      <OneOf label={t('lists.follows')} among={columns} value={column} onChange={(id) => put({ column: id })} />
      <label>
        <span className="form-label">{t('lists.how')}</span>
        <Select wide value={how} onChange={(event) => put({ how: event.target.value as How })}>
          <option value="once">{t('lists.inOneMonth')}</option>
          <option value="spread">{t('lists.spreadOver')}</option>
          <option value="byDay" disabled={days.length === 0}>
            {t('lists.byDay')}
          </option>
        </Select>
      </label>
      {how === 'byDay' ? (
        <OneOf label={t('lists.dayColumn')} among={days} value={day} onChange={(id) => put({ day: id })} />
      ) : (
        <label>
          <span className="form-label">{t('lists.inMonth')}</span>
          <Select wide value={month} onChange={(event) => put({ month: event.target.value as Month })}>
            {calendar.months.map((each) => (
              <option key={each} value={each}>
                {monthInWords(each, locale)}
              </option>
            ))}
          </Select>
        </label>
      )}
      {how === 'spread' && (
        <FigureField
          label={t('lists.overMonths')}
          unit="number"
          isNeeded
          value={count}
          onChange={(next) => put({ count: next })}
        />
      )}
    </FormDialog>
  );
}

interface OneOfProps {
  readonly label: string;
  readonly among: readonly { readonly id: string; readonly name: string }[];
  readonly value: string;
  readonly onChange: (id: string) => void;
}

/** A choice among what has a name. */
function OneOf({ label, among, value, onChange }: OneOfProps) {
  return (
    <label>
      <span className="form-label">{label}</span>
      <Select wide value={value} onChange={(event) => onChange(event.target.value)}>
        {among.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
    </label>
  );
}
