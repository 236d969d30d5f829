import { datedId, planOf, type Month } from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useDraft } from '../../../ui/useDraft.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { nameOf, say, monthInWords, t } from '../../../language/language.ts';

interface NoteDialogProps {
  readonly of: string;
  readonly month: Month;
  readonly onClose: () => void;
}

/** A note on one figure; left empty, there is none. */
export function NoteDialog({ of, month, onClose }: NoteDialogProps) {
  const session = useSession();
  const { document } = useSessionState();
  const { id, locale } = planOf(document);
  const noted = () => ({ text: document.figureNotes.get(datedId(of, month))?.text ?? '' });
  const draft = useDraft(`${id}:note:${datedId(of, month)}`, noted, onClose);
  const { text } = draft.given;
  const [refusal, setRefusal] = useState<string | null>(null);
  const save = () => {
    const refused = session.send({ kind: 'figureNote.set', of, month, text });
    if (refused) setRefusal(say(refused.message));
    else draft.close();
  };
  return (
    <FormDialog
      title={t('budget.noteOnMonth', { name: nameOf(document, of), month: monthInWords(month, locale) })}
      submit={t('budget.saveNote')}
      refusal={refusal}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
      draft={draft}
      onClose={draft.close}
    >
      <Form.Group controlId="figure-note" className="wide">
        <Form.Label>{t('budget.noteHint')}</Form.Label>
        <Form.Control
          size="sm"
          as="textarea"
          lang={locale}
          spellCheck
          rows={4}
          maxLength={2000}
          autoFocus
          value={text}
          onChange={(event) => draft.put({ text: event.target.value })}
        />
      </Form.Group>
    </FormDialog>
  );
}
