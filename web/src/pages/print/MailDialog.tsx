import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import type { FileRequest } from '../../plan-session/api.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useNotices } from '../../ui/Notices.tsx';

const KINDS = ['pdf', 'xlsx', 'ods', 'csv'] as const satisfies readonly FileRequest['kind'][];

interface MailDialogProps {
  readonly planId: string;
  /** States what is chosen on the page. */
  readonly request: Omit<FileRequest, 'kind'>;
  readonly language: string;
  readonly onClose: () => void;
}

/** Sends the pages, or a workbook, by mail with a sentence. */
export function MailDialog({ planId, request, language, onClose }: MailDialogProps) {
  const notices = useNotices();
  const initial = () => ({ address: '', text: '', kind: 'pdf' as FileRequest['kind'] });
  const draft = useDraft(`${planId}:mail`, initial, onClose);
  const { address, text, kind } = draft.given;
  const [refusal, setRefusal] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    setRefusal(null);
    try {
      await peopleApi.mail(planId, address.trim(), text, { ...request, kind });
      notices.say({ text: t('print.isSent', { address: address.trim() }) });
      draft.close();
    } catch (error) {
      setRefusal((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <FormDialog
      title={t('print.sendByMail')}
      submit={isBusy ? t('print.sending') : t('print.send')}
      refusal={refusal}
      busy={isBusy || address.trim() === ''}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Form.Group controlId="mail-address">
        <Form.Label>{t('print.mailAddress')}</Form.Label>
        <Form.Control
          size="sm"
          type="email"
          autoFocus
          value={address}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => draft.put({ address: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="mail-kind">
        <Form.Label>{t('print.format')}</Form.Label>
        <Select
          wide
          id="mail-kind"
          value={kind}
          onChange={(event) => draft.put({ kind: event.target.value as typeof kind })}
        >
          {KINDS.map((each) => (
            <option key={each} value={each}>
              {t(`print.kinds.${each}`)}
            </option>
          ))}
        </Select>
      </Form.Group>
      <Form.Group className="wide" controlId="mail-text">
        <Form.Label>{t('print.message')}</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          size="sm"
          lang={language}
          spellCheck
          value={text}
          maxLength={2000}
          onChange={(event) => draft.put({ text: event.target.value })}
        />
      </Form.Group>
    </FormDialog>
  );
}
