import { ACCOUNT_KINDS, planOf, type AccountKind, type AccountRow } from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { DateField } from '../../fields/CalendarField.tsx';
import { FigureField } from '../../fields/FigureField.tsx';
import { Select } from '../../fields/Select.tsx';
import { say, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { spelledIn } from '../../parts/plan/useSpelling.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';

interface AccountFormProps {
  /** The account that is changed; `null` for a new one. */
  readonly account: AccountRow | null;
  /** True when it has entries, so that it can be closed but not deleted. */
  readonly isUsed: boolean;
  readonly onDone: (id: string) => void;
  readonly onClose: () => void;
}

/** Shows what is said of an account. */
export function AccountForm({ account, isUsed, onDone, onClose }: AccountFormProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const [refusal, setRefusal] = useState<string | null>(null);
  const initial = () => ({
    name: account?.name ?? '',
    kind: account?.kind ?? ('current' as AccountKind),
    opening: account?.opening ?? 0,
    openingOn: account === null ? `${plan.firstMonth}-01` : account.openingOn,
    closed: account?.closed ?? false,
    limit: account?.limit ?? null,
    number: account?.number ?? '',
    note: account?.note ?? '',
  });
  const draft = useDraft(`${plan.id}:account:${account?.id ?? ''}`, initial, onClose);
  const { given } = draft;
  const put = (part: Partial<typeof given>) => {
    setRefusal(null);
    draft.put(part);
  };
  const save = () => {
    const id = account?.id ?? newId();
    const refused = send(
      { kind: 'account.set', account: id, settings: given },
      t('accounts.saved', { name: given.name }),
      true,
    );
    if (refused) return setRefusal(say(refused.message));
    onDone(id);
    draft.close();
  };
  const remove = () => {
    if (
      account &&
      !send({ kind: 'account.delete', account: account.id }, t('accounts.deleted', { name: account.name }))
    )
      draft.close();
  };

  return (
    <FormDialog
      title={account === null ? t('accounts.newAccount') : t('accounts.edit')}
      submit={t('accounts.save')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Form.Group controlId="account-name">
        <Form.Label>{t('accounts.name')}</Form.Label>
        <Form.Control
          size="sm"
          autoFocus
          value={given.name}
          maxLength={80}
          {...spelledIn(plan.locale)}
          autoComplete="off"
          onChange={(event) => put({ name: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="account-kind">
        <Form.Label>{t('accounts.kind')}</Form.Label>
        <Select
          wide
          id="account-kind"
          value={given.kind}
          onChange={(event) => put({ kind: event.target.value as AccountKind })}
        >
          {ACCOUNT_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {t(`accounts.kinds.${kind}`)}
            </option>
          ))}
        </Select>
      </Form.Group>
      <FigureField
        label={t('accounts.openingBalance')}
        unit="money"
        isNeeded
        value={given.opening}
        onChange={(opening) => put({ opening })}
      />
      <div>
        <Form.Check
          id="account-opening-on"
          label={t('accounts.openingDay')}
          checked={given.openingOn !== null}
          onChange={(event) => put({ openingOn: event.target.checked ? `${plan.firstMonth}-01` : null })}
        />
        {given.openingOn === null ? (
          <small className="quiet">{t('accounts.beforeAllEntries')}</small>
        ) : (
          <DateField
            label={t('accounts.openingDay')}
            value={given.openingOn}
            locale={plan.locale}
            onChange={(openingOn) => put({ openingOn })}
          />
        )}
      </div>
      <FigureField
        label={t('accounts.limit')}
        unit="money"
        value={given.limit}
        placeholder={t('accounts.noLimit')}
        onChange={(limit) => put({ limit })}
      />
      <Form.Group controlId="account-number">
        <Form.Label>{t('accounts.number')}</Form.Label>
        <Form.Control
          size="sm"
          value={given.number}
          maxLength={64}
          placeholder={t('accounts.numberExample')}
          autoComplete="off"
          onChange={(event) => put({ number: event.target.value })}
        />
      </Form.Group>
      <Form.Group className="wide" controlId="account-note">
        <Form.Label>{t('accounts.note')}</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          size="sm"
          value={given.note}
          {...spelledIn(plan.locale)}
          onChange={(event) => put({ note: event.target.value })}
        />
      </Form.Group>
      {account !== null && (
        <div className="wide account-end">
          <Form.Check
            id="account-closed"
            label={t('accounts.isClosed')}
            checked={given.closed}
            onChange={(event) => put({ closed: event.target.checked })}
          />
          <button
            type="button"
            className="btn btn-link btn-sm"
            disabled={isUsed}
            onClick={remove}
            title={isUsed ? t('accounts.hasEntries') : undefined}
          >
            {t('accounts.delete')}
          </button>
        </div>
      )}
    </FormDialog>
  );
}
