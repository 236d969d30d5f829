import { Link, useParams } from 'react-router';
import { t } from '../../language/language.ts';
import { Icon } from '../../ui/Icon.tsx';

interface WhoChangedProps {
  readonly row: string;
  readonly month?: string | null;
  /** True when the icon stands alone. */
  readonly isBare?: boolean;
}

/** Leads to the steps of the history that changed something: a line in a month, an assumption, an entry. */
export function WhoChanged({ row, month = null, isBare = false }: WhoChangedProps) {
  const { planId } = useParams();
  if (planId === undefined) return null;
  const query = month === null ? '' : `&month=${month}`;
  return (
    <Link
      className="tool"
      title={isBare ? t('history.whoChangedThis') : undefined}
      to={`/plans/${planId}/history?row=${encodeURIComponent(row)}${query}`}
    >
      <Icon name="history" />
      <span className={isBare ? 'visually-hidden' : ''}>{t('history.whoChangedThis')}</span>
    </Link>
  );
}
