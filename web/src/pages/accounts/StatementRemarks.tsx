import { effectOn, entryOf, type Balances, type EntryEdit } from '@haushalt/core';
import { dayInWords, t } from '../../language/language.ts';
import type { PreviewedStatement } from '../../plan-session/api.ts';
import { Icon } from '../../ui/Icon.tsx';

interface ClosingProps {
  readonly statement: PreviewedStatement;
  readonly edits: readonly EntryEdit[];
  readonly balances: Balances;
  readonly money: (minor: number) => string;
  readonly units: number;
  readonly locale: string;
}

/** Shows whether the closing balance of a statement is what its account comes to with what is taken in. */
export function Closing({ statement: { account, closing }, edits, balances, money, units, locale }: ClosingProps) {
  if (closing === null || account === null) return null;
  const count = edits.reduce((sum, { before, after }) => {
    const isNew = before === null && after !== null && after.date <= closing.date;
    return isNew ? sum + effectOn(entryOf('', after), account) : sum;
  }, 0);
  const ours = balances.on(account, closing.date) + count;
  const stated = Math.round(closing.amount * units);
  const day = dayInWords(closing.date, locale);
  return ours === stated ? (
    <p className="statement-note quiet">
      <Icon name="good" /> {t('statement.closingAgrees', { day })}
    </p>
  ) : (
    <p className="statement-note">
      <Icon name="caution" /> {t('statement.closingDiffers', { day, stated: money(stated), ours: money(ours) })}
    </p>
  );
}

/** States how many lines that are left out are shown. */
const MOST_UNREADABLE = 5;

/** The lines of a table that could not be read, and are not among what is taken in. */
export function Unreadable({ lines }: { readonly lines: readonly string[] }) {
  return (
    <div className="statement-note" role="status">
      <Icon name="warning" /> {t('statement.linesLeftOut', { count: lines.length })}
      <ul>
        {lines.slice(0, MOST_UNREADABLE).map((line) => (
          <li key={line}>{line}</li>
        ))}
        {lines.length > MOST_UNREADABLE && (
          <li>{t('statement.moreLines', { count: lines.length - MOST_UNREADABLE })}</li>
        )}
      </ul>
    </div>
  );
}
