import {
  TOTAL_INCOME,
  inOrder,
  isFraction,
  monthOfYear,
  patternFormula,
  patternInWords,
  planOf,
  toMonth,
  unitFindings,
  readStored,
  type Command,
  type Document,
  type GrowthStep,
  type LineRow,
  type Month,
  type Pattern,
  type PatternKind,
  type Reach,
} from '@haushalt/core';
import { useState } from 'react';
import { MonthField } from '../../../fields/CalendarField.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { FigureField } from '../../../fields/FigureField.tsx';
import { PatternPreview } from './PatternPreview.tsx';
import { say, monthInWords, t } from '../../../language/language.ts';
import { SearchField } from '../../../fields/SearchField.tsx';
import { figureOptions } from '../../../parts/plan/Choices.tsx';
import { Select } from '../../../fields/Select.tsx';

const KINDS: Readonly<Record<PatternKind, string>> = {
  get everyMonths() {
    return t('budget.pattern.everyFewMonths');
  },
  get yearlyIn() {
    return t('budget.pattern.onceAYear');
  },
  get yearlySpread() {
    return t('budget.pattern.yearSpread');
  },
  get growth() {
    return t('budget.pattern.growing');
  },
  get series() {
    return t('budget.pattern.changing');
  },
  get percentage() {
    return t('budget.pattern.percentage');
  },
  get recent() {
    return t('budget.pattern.averageBefore');
  },
};

/** Describes what a pattern is filled in with; each kind uses some of it. */
interface Fields {
  readonly amount: number | null;
  readonly step: number | null;
  readonly months: number | null;
  readonly share: number | null;
  readonly month: number;
  readonly from: Month;
  readonly rate: string;
  readonly by: GrowthStep;
  readonly of: string;
}

type PatternReach = Exclude<Reach, 'month'>;

/** Chooses a pattern for a line: says in words what it will do, shows the figures, and then makes it the rule. */
export function PatternForm({ line, month }: { readonly line: LineRow; readonly month: Month }) {
  const session = useSession();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const { months } = model.calendar;
  const rates = inOrder(document.assumptions.values()).filter((row) => isFraction(row.unit));
  const [kind, setKind] = useState<PatternKind | ''>('');
  const [fields, setFields] = useState<Fields>({
    amount: null,
    step: null,
    months: 3,
    share: null,
    month: monthOfYear(month),
    from: month,
    rate: rates[0]?.id ?? '',
    by: 'year',
    of: TOTAL_INCOME,
  });
  const hasRule = model.stepsOf(line.id).length > 0;
  const [reach, setReach] = useState<PatternReach>(hasRule ? 'onward' : 'every');
  const [begin, setBegin] = useState<Month>(month);
  const [until, setUntil] = useState<Month>(months.at(-1)!);
  const [refusal, setRefusal] = useState<string | null>(null);
  const set = (part: Partial<Fields>) => {
    setFields((before) => ({ ...before, ...part }));
    setRefusal(null);
  };

  const pattern = kind === '' ? null : patternFrom(kind, fields, document);
  const command: Command | null = pattern && {
    kind: 'line.setFormula',
    line: line.id,
    month: begin,
    reach,
    ...(reach === 'until' ? { until } : {}),
    formula: patternFormula(pattern),
  };
  const preview = command ? session.preview(command) : null;
  const findings = pattern ? unitFindings(readStored(patternFormula(pattern)), document, line.unit) : [];

  const apply = () => {
    if (!command) return setRefusal(t('budget.pattern.incomplete'));
    const refused = session.send(command);
    if (refused) return setRefusal(say(refused.message));
    setKind('');
  };

  return (
    <form
      className="pattern-form"
      onSubmit={(event) => {
        event.preventDefault();
        apply();
      }}
    >
      <label>
        <span>{t('budget.pattern.instead')}</span>
        <Select wide value={kind} onChange={(event) => setKind(event.target.value as PatternKind)}>
          <option value="">{t('budget.pattern.choose')}</option>
          {Object.entries(KINDS).map(([option, words]) => (
            <option key={option} value={option}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      {kind !== '' && (
        <>
          <div className="pattern-fields">
            <PatternFields kind={kind} fields={fields} set={set} line={line} months={months} />
          </div>
          <fieldset className="pattern-reach">
            <legend>{t('budget.pattern.applies')}</legend>
            <Select
              wide
              aria-label={t('budget.pattern.reach')}
              value={reach}
              onChange={(event) => setReach(event.target.value as PatternReach)}
            >
              <option value="every">{t('budget.pattern.everyMonth')}</option>
              <option value="onward">{t('budget.pattern.onward')}</option>
              <option value="until">{t('budget.pattern.until')}</option>
            </Select>
            {reach !== 'every' && (
              <MonthField
                label={t('budget.pattern.firstMonth')}
                months={months}
                value={begin}
                locale={plan.locale}
                onChange={setBegin}
              />
            )}
            {reach === 'until' && (
              <MonthField
                label={t('budget.pattern.lastMonth')}
                months={months.filter((other) => other >= begin)}
                value={until}
                locale={plan.locale}
                onChange={setUntil}
              />
            )}
          </fieldset>
          {pattern ? (
            <p className="pattern-words" role="status">
              {say(patternInWords(pattern, document, line.id))}.
            </p>
          ) : (
            <p className="pattern-words">
              {kind === 'growth' && rates.length === 0 ? t('budget.pattern.rateMissing') : t('budget.pattern.fillIn')}
            </p>
          )}
          {findings.map(({ message }) => (
            <p key={say(message)} className="entry-finding">
              {say(message)}
            </p>
          ))}
          {preview?.ok && <PatternPreview month={begin} line={line} model={preview.model} />}
          {(refusal ?? (preview && !preview.ok)) && (
            <p className="refusal" role="alert">
              {say(refusal ?? (preview && !preview.ok ? preview.refusal.message : ''))}
            </p>
          )}
          <button type="submit" className="btn btn-primary btn-sm" disabled={!command}>
            {t('budget.pattern.useAsRule')}
          </button>
        </>
      )}
    </form>
  );
}

interface PatternFieldsProps {
  readonly kind: PatternKind;
  readonly fields: Fields;
  readonly set: (part: Partial<Fields>) => void;
  readonly line: LineRow;
  readonly months: readonly Month[];
}

function PatternFields({ kind, fields, set, line, months }: PatternFieldsProps) {
  const { document } = useSessionState();
  const { locale } = planOf(document);
  const amount = (label: string) => (
    <FigureField
      key="amount"
      label={label}
      unit={line.unit}
      value={fields.amount}
      onChange={(next) => set({ amount: next })}
    />
  );
  const every = (label: string) => (
    <FigureField
      key="months"
      label={label}
      unit="number"
      value={fields.months}
      onChange={(next) => set({ months: next })}
    />
  );
  const from = (label: string) => (
    <label>
      <span>{label}</span>
      <MonthField
        label={label}
        months={months}
        value={fields.from}
        locale={locale}
        onChange={(next) => set({ from: next })}
      />
    </label>
  );
  switch (kind) {
    case 'everyMonths':
      return [
        amount(t('budget.pattern.amount')),
        every(t('budget.pattern.everyMonths')),
        <span key="from">{from(t('budget.pattern.firstIn'))}</span>,
      ];
    case 'yearlyIn':
      return (
        <>
          {amount(t('budget.pattern.yearAmount'))}
          <label>
            <span>{t('budget.pattern.in')}</span>
            <Select wide value={fields.month} onChange={(event) => set({ month: Number(event.target.value) })}>
              {Array.from({ length: 12 }, (_, index) => (
                <option key={index} value={index + 1}>
                  {monthInWords(toMonth(`2026-${String(index + 1).padStart(2, '0')}`), locale).replace(/\s*2026.*/, '')}
                </option>
              ))}
            </Select>
          </label>
        </>
      );
    case 'yearlySpread':
      return amount(t('budget.pattern.yearAmount'));
    case 'growth':
      return (
        <>
          {amount(t('budget.pattern.initialAmount'))}
          <label>
            <span>{t('budget.pattern.growingBy')}</span>
            <Select wide value={fields.rate} onChange={(event) => set({ rate: event.target.value })}>
              {inOrder(document.assumptions.values())
                .filter((row) => isFraction(row.unit))
                .map((row) => (
                  <option key={row.id} value={row.id}>
                    {row.name}
                  </option>
                ))}
            </Select>
          </label>
          <label>
            <span>{t('budget.block.how')}</span>
            <Select wide value={fields.by} onChange={(event) => set({ by: event.target.value as GrowthStep })}>
              <option value="year">{t('budget.pattern.growingYearly')}</option>
              <option value="month">{t('budget.pattern.growingMonthly')}</option>
            </Select>
          </label>
          {from(t('budget.fit.from'))}
        </>
      );
    case 'series':
      return [
        amount(t('budget.pattern.initialAmount')),
        <FigureField
          key="step"
          label={t('budget.pattern.changingBy')}
          unit={line.unit}
          value={fields.step}
          onChange={(step) => set({ step })}
        />,
        every(t('budget.pattern.everyMonths')),
        <span key="from">{from(t('budget.fit.from'))}</span>,
      ];
    case 'percentage':
      return (
        <>
          <FigureField
            label={t('budget.pattern.perCent')}
            unit="percent"
            value={fields.share}
            onChange={(share) => set({ share })}
          />
          <OfWhat value={fields.of} self={null} line={line} onChange={(id) => set({ of: id })} />
        </>
      );
    case 'recent':
      return (
        <>
          <OfWhat value={fields.of} self={line.id} line={line} onChange={(id) => set({ of: id })} />
          {every(t('budget.pattern.overMonths'))}
        </>
      );
  }
}

interface OfWhatProps {
  readonly value: string;
  /** The line itself, where its own earlier figures may be meant. */
  readonly self: string | null;
  readonly line: LineRow;
  readonly onChange: (id: string) => void;
}

/** Chooses a line, group or total. */
function OfWhat({ value, self, line, onChange }: OfWhatProps) {
  const { document } = useSessionState();
  return (
    <label>
      <span>{t('budget.pattern.of')}</span>
      <SearchField
        label={t('budget.pattern.of')}
        options={[
          ...(self ? [{ value: self, words: t('budget.pattern.ownFigures') }] : []),
          ...figureOptions(document, false).filter(({ value: id }) => id !== line.id),
        ]}
        value={value}
        onChange={onChange}
      />
    </label>
  );
}

/** The pattern the fields stand for; `null` while something is missing. */
function patternFrom(kind: PatternKind, fields: Fields, document: Document): Pattern | null {
  const { amount, step, share, month, from, rate, by, of } = fields;
  const months =
    fields.months !== null && fields.months >= 1 && fields.months <= 600 ? Math.trunc(fields.months) : null;
  switch (kind) {
    case 'everyMonths':
      return amount === null || months === null ? null : { kind, amount, months, from };
    case 'yearlyIn':
      return amount === null ? null : { kind, amount, month };
    case 'yearlySpread':
      return amount === null ? null : { kind, amount };
    case 'growth': {
      const unit = document.assumptions.get(rate)?.unit;
      if (amount === null || unit === undefined) return null;
      return { kind, amount, rate, from, by: unit === 'ratePerMonth' ? 'monthlyRate' : by };
    }
    case 'series':
      return amount === null || step === null || months === null ? null : { kind, amount, step, months, from };
    case 'percentage':
      return share === null ? null : { kind, of, share };
    case 'recent':
      return months === null ? null : { kind, of, months };
  }
}
