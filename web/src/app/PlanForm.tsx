import { joiResolver } from '@hookform/resolvers/joi';
import { MAX_MONTHS, currencies, isCurrency, isLocale, monthInWords, toMonth } from '@haushalt/core';
import Joi from 'joi';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { FormDialog } from './FormDialog.tsx';

/** What a plan's settings are entered as. */
export interface PlanFormValues {
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
  readonly monthOfYear: number;
  readonly year: number;
  readonly months: number;
}

const LOCALES: readonly (readonly [string, string])[] = [
  ['en-IE', 'English (Ireland): 1,234.50'],
  ['en-GB', 'English (United Kingdom): 1,234.50'],
  ['en-US', 'English (United States): 1,234.50'],
  ['de-DE', 'Deutsch (Deutschland): 1.234,50'],
  ['de-AT', 'Deutsch (Österreich): 1 234,50'],
  ['de-CH', 'Deutsch (Schweiz): 1’234.50'],
  ['fr-FR', 'Français (France) : 1 234,50'],
  ['es-ES', 'Español (España): 1234,50'],
  ['it-IT', 'Italiano (Italia): 1234,50'],
  ['nl-NL', 'Nederlands (Nederland): 1.234,50'],
  ['pl-PL', 'Polski (Polska): 1234,50'],
  ['da-DK', 'Dansk (Danmark): 1.234,50'],
  ['sv-SE', 'Svenska (Sverige): 1 234,50'],
];

const schema = Joi.object<PlanFormValues>({
  name: Joi.string().trim().min(1).max(80).required().messages({
    'string.empty': 'Give the plan a name.',
    'string.max': 'A name may have 80 letters.',
  }),
  currency: Joi.string()
    .uppercase()
    .custom((value: string, helpers) => (isCurrency(value) ? value : helpers.error('any.invalid')))
    .required()
    .messages({
      'any.invalid': 'Write a currency code such as EUR.',
      'string.empty': 'Write a currency code such as EUR.',
    }),
  locale: Joi.string()
    .custom((value: string, helpers) => (isLocale(value) ? value : helpers.error('any.invalid')))
    .required()
    .messages({ 'any.invalid': 'Choose how figures are written.' }),
  monthOfYear: Joi.number().integer().min(1).max(12).required(),
  year: Joi.number().integer().min(1900).max(2999).required().messages({ '*': 'Choose a year.' }),
  months: Joi.number()
    .integer()
    .min(1)
    .max(MAX_MONTHS)
    .required()
    .messages({ '*': `A plan has 1 to ${MAX_MONTHS} whole months.` }),
});

interface PlanFormProps {
  readonly title: string;
  readonly submit: string;
  readonly values: PlanFormValues;
  /** What the server or the core said no to, shown above the buttons. */
  readonly refusal: string | null;
  readonly busy: boolean;
  readonly onSubmit: (values: PlanFormValues) => void;
  readonly onClose: () => void;
}

/** The form for a plan's name, currency, notation and months, for a new plan and for the settings of one. */
export function PlanForm({ title, submit, values, refusal, busy, onSubmit, onClose }: PlanFormProps) {
  const {
    register,
    handleSubmit,
    watch,
    formState: { errors },
  } = useForm<PlanFormValues>({ resolver: joiResolver(schema, { abortEarly: false }), defaultValues: values });
  const locale = watch('locale');
  const years = Array.from({ length: 41 }, (_, index) => values.year - 20 + index);
  const locales = LOCALES.some(([tag]) => tag === values.locale)
    ? LOCALES
    : [...LOCALES, [values.locale, values.locale] as const];

  return (
    <FormDialog
      title={title}
      submit={submit}
      refusal={refusal}
      onSubmit={handleSubmit(onSubmit)}
      onClose={onClose}
      busy={busy}
    >
      <Form.Group controlId="plan-name" className="wide">
        <Form.Label>Name</Form.Label>
        <Form.Control {...register('name')} autoFocus isInvalid={!!errors.name} placeholder="Our household" />
        <Form.Control.Feedback type="invalid">{errors.name?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="plan-currency">
        <Form.Label>Currency</Form.Label>
        <Form.Control
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
        <Form.Label>Figures are written</Form.Label>
        <Form.Select {...register('locale')} isInvalid={!!errors.locale}>
          {locales.map(([tag, label]) => (
            <option key={tag} value={tag}>
              {label}
            </option>
          ))}
        </Form.Select>
        <Form.Control.Feedback type="invalid">{errors.locale?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="plan-month">
        <Form.Label>First month</Form.Label>
        <div className="month-and-year">
          <Form.Select {...register('monthOfYear', { valueAsNumber: true })}>
            {Array.from({ length: 12 }, (_, index) => (
              <option key={index} value={index + 1}>
                {monthInWords(toMonth(`2026-${String(index + 1).padStart(2, '0')}`), locale, 'long').replace(
                  /\s*\d{4}.*/,
                  '',
                )}
              </option>
            ))}
          </Form.Select>
          <Form.Select {...register('year', { valueAsNumber: true })} aria-label="First year">
            {years.map((year) => (
              <option key={year} value={year}>
                {year}
              </option>
            ))}
          </Form.Select>
        </div>
      </Form.Group>
      <Form.Group controlId="plan-months">
        <Form.Label>Number of months</Form.Label>
        <Form.Control
          {...register('months', { valueAsNumber: true })}
          inputMode="numeric"
          isInvalid={!!errors.months}
        />
        <Form.Control.Feedback type="invalid">{errors.months?.message}</Form.Control.Feedback>
      </Form.Group>
    </FormDialog>
  );
}

/** The first month of a form as `2026-03`. */
export function firstMonthOf({ year, monthOfYear }: PlanFormValues): string {
  return `${year}-${String(monthOfYear).padStart(2, '0')}`;
}
