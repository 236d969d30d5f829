import { joiResolver } from '@hookform/resolvers/joi';
import {
  MAX_MONTHS,
  NEGATIVES,
  currencies,
  decimalsOf,
  isCurrency,
  isLocale,
  now,
  writeFigure,
  type Negatives,
} from '@haushalt/core';
import Joi from 'joi';
import { useMemo, type ChangeEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useForm, type UseFormReturn } from 'react-hook-form';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useFormDraft } from '../../ui/useFormDraft.ts';
import { spelledIn } from './useSpelling.ts';
import { t } from '../../language/language.ts';
import { NOTATIONS } from './notations.ts';
import { MonthsOfYear } from '../../fields/MonthsOfYear.tsx';
import { Select } from '../../fields/Select.tsx';

/** Describes what a plan's settings are entered as. */
export interface PlanFormValues {
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
  readonly monthOfYear: number;
  readonly year: number;
  readonly months: number;
  /** The month the plan's years begin in, 1 to 12. */
  readonly yearBegins: number;
  /** The decimals of money as text; empty for those of the currency. */
  readonly decimals: string;
  readonly negatives: Negatives;
}

/** Returns what may be entered, and what is said of the rest, in the language of now. */
const schema = () =>
  Joi.object<PlanFormValues>({
    name: Joi.string()
      .trim()
      .min(1)
      .max(80)
      .required()
      .messages({
        'string.empty': t('plan.nameMissing'),
        'string.max': t('plan.nameTooLong'),
      }),
    currency: Joi.string()
      .uppercase()
      .custom((value: string, helpers) => (isCurrency(value) ? value : helpers.error('any.invalid')))
      .required()
      .messages({
        'any.invalid': t('plan.currencyExpected'),
        'string.empty': t('plan.currencyExpected'),
      }),
    locale: Joi.string()
      .custom((value: string, helpers) => (isLocale(value) ? value : helpers.error('any.invalid')))
      .required()
      .messages({
        'any.invalid': t('plan.formatMissing'),
      }),
    monthOfYear: Joi.number().integer().min(1).max(12).required(),
    year: Joi.number()
      .integer()
      .min(1900)
      .max(2999)
      .required()
      .messages({
        '*': t('plan.yearMissing'),
      }),
    months: Joi.number()
      .integer()
      .min(1)
      .max(MAX_MONTHS)
      .required()
      .messages({
        '*': t('plan.monthsExpected', { most: MAX_MONTHS }),
      }),
    yearBegins: Joi.number().integer().min(1).max(12).required(),
    decimals: Joi.string().allow('').valid('0', '1', '2', '3', '4'),
    negatives: Joi.string().valid(...NEGATIVES),
  });

/** The state of a form for a plan's settings. */
export function usePlanForm(values: PlanFormValues): UseFormReturn<PlanFormValues> {
  const resolver = useMemo(() => joiResolver(schema(), { abortEarly: false }), []);
  return useForm<PlanFormValues>({ resolver, defaultValues: values });
}

interface PlanFormProps {
  /** Under which name it is kept until it is sent or closed. */
  readonly name: string;
  readonly title: string;
  readonly submit: string;
  readonly values: PlanFormValues;
  /** States what the core said no to, shown above the buttons. */
  readonly refusal: string | null;
  /** Takes what was given; says whether it was taken. */
  readonly onSubmit: (values: PlanFormValues) => boolean;
  readonly onClose: () => void;
}

/** The form for the settings of a plan. */
export function PlanForm({ name, title, submit, values, refusal, onSubmit, onClose }: PlanFormProps) {
  const form = usePlanForm(values);
  const draft = useFormDraft(name, form, onClose);
  return (
    <FormDialog
      title={title}
      submit={submit}
      refusal={refusal}
      onSubmit={form.handleSubmit((given) => {
        if (onSubmit(given)) draft.close();
      })}
      draft={draft}
      onClose={draft.close}
    >
      <PlanFields form={form} placeholder={t('plan.ourHousehold')} />
      <LookFields form={form} />
    </FormDialog>
  );
}

const NEGATIVE_WORDS: Readonly<Record<Negatives, string>> = {
  get minus() {
    return t('plan.withAMinus');
  },
  get brackets() {
    return t('plan.inBrackets');
  },
  get tone() {
    return t('plan.withAMinusInRed');
  },
};

/** Shows how a plan's figures look: their decimals, and what is below zero. */
function LookFields({ form }: { readonly form: UseFormReturn<PlanFormValues> }) {
  const { currency, locale, decimals, negatives } = form.watch();
  const usualDecimals = isCurrency(currency) ? decimalsOf(currency) : 2;
  const sample =
    isCurrency(currency) && isLocale(locale)
      ? writeFigure(-1234.5, 'money', {
          currency,
          locale,
          negatives,
          decimals: decimals === '' ? null : Number(decimals),
        })
      : '';
  return (
    <>
      <Form.Group controlId="plan-decimals">
        <Form.Label>{t('plan.moneyDecimals')}</Form.Label>
        <Select wide {...form.register('decimals')}>
          <option value="">{t('plan.decimalsStandard', { own: usualDecimals })}</option>
          {['0', '1', '2', '3', '4'].map((count) => (
            <option key={count} value={count}>
              {count}
            </option>
          ))}
        </Select>
      </Form.Group>
      <Form.Group controlId="plan-negatives">
        <Form.Label>{t('plan.negativeFigures')}</Form.Label>
        <Select wide {...form.register('negatives')}>
          {NEGATIVES.map((style) => (
            <option key={style} value={style}>
              {NEGATIVE_WORDS[style]}
            </option>
          ))}
        </Select>
        <Form.Text className={negatives === 'tone' ? 'negative' : undefined}>{sample}</Form.Text>
      </Form.Group>
    </>
  );
}

interface PlanFieldsProps extends NotationFieldsProps {
  readonly placeholder: string;
}

interface NotationFieldsProps {
  readonly form: UseFormReturn<PlanFormValues>;
  /** Told of another way of writing figures, as it is chosen. */
  readonly onLocale?: ((locale: string) => void) | undefined;
}

/** The fields for a plan's currency and how its figures are written. */
export function NotationFields({ form, onLocale }: NotationFieldsProps) {
  const {
    register,
    formState: { errors, defaultValues },
  } = form;
  const ownLocale = defaultValues?.locale ?? 'en-IE';
  const locales = NOTATIONS.some(([tag]) => tag === ownLocale)
    ? NOTATIONS
    : [...NOTATIONS, [ownLocale, ownLocale] as const];
  return (
    <>
      <Form.Group controlId="plan-currency">
        <Form.Label>{t('plan.currency')}</Form.Label>
        <Form.Control
          size="sm"
          {...register('currency')}
          list="currency-codes"
          autoComplete="off"
          isInvalid={!!errors.currency}
        />
        <datalist id="currency-codes">
          {[...currencies()].map((code) => (
            <option key={code} value={code} />
          ))}
        </datalist>
        <Form.Control.Feedback type="invalid">{errors.currency?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="plan-locale">
        <Form.Label>{t('plan.numberFormat')}</Form.Label>
        <Select
          wide
          {...register('locale', {
            onChange: (event: ChangeEvent<HTMLSelectElement>) => onLocale?.(event.target.value),
          })}
          isInvalid={!!errors.locale}
        >
          {locales.map(([tag, label]) => (
            <option key={tag} value={tag}>
              {label}
            </option>
          ))}
        </Select>
        <Form.Control.Feedback type="invalid">{errors.locale?.message}</Form.Control.Feedback>
      </Form.Group>
    </>
  );
}

/** The fields for a plan's name, currency, notation and months. */
export function PlanFields({ form, placeholder, onLocale }: PlanFieldsProps) {
  const {
    register,
    watch,
    formState: { errors, defaultValues },
  } = form;
  const locale = watch('locale');
  const present = defaultValues?.year ?? now().getFullYear();
  const years = Array.from({ length: 41 }, (_, index) => present - 20 + index);

  return (
    <>
      <Form.Group controlId="plan-name" className="wide">
        <Form.Label>{t('plan.name')}</Form.Label>
        <Form.Control
          size="sm"
          {...register('name')}
          {...spelledIn(locale)}
          autoFocus
          isInvalid={!!errors.name}
          placeholder={placeholder}
        />
        <Form.Control.Feedback type="invalid">{errors.name?.message}</Form.Control.Feedback>
      </Form.Group>
      <NotationFields form={form} onLocale={onLocale} />
      <Form.Group controlId="plan-month">
        <Form.Label>{t('plan.firstMonth')}</Form.Label>
        <div className="month-and-year">
          <Select wide {...register('monthOfYear', { valueAsNumber: true })}>
            <MonthsOfYear locale={locale} />
          </Select>
          <Select wide {...register('year', { valueAsNumber: true })} aria-label={t('plan.firstYear')}>
            {years.map((year) => (
              <option key={year} value={year}>
                {year}
              </option>
            ))}
          </Select>
        </div>
      </Form.Group>
      <Form.Group controlId="plan-months">
        <Form.Label>{t('plan.numberOfMonths')}</Form.Label>
        <Form.Control
          size="sm"
          {...register('months', { valueAsNumber: true })}
          inputMode="numeric"
          isInvalid={!!errors.months}
        />
        <Form.Control.Feedback type="invalid">{errors.months?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="plan-year-begins">
        <Form.Label>{t('plan.yearBegins')}</Form.Label>
        <Select wide {...register('yearBegins', { valueAsNumber: true })}>
          <MonthsOfYear locale={locale} />
        </Select>
      </Form.Group>
    </>
  );
}

/** The first month of a form as `2026-03`. */
export function firstMonthOf({ year, monthOfYear }: PlanFormValues): string {
  return `${year}-${String(monthOfYear).padStart(2, '0')}`;
}
