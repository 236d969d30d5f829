import { useState } from 'react';
import { say, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { peopleApi, type MomentName } from '../../plan-session/peopleApi.ts';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useNotices } from '../../ui/Notices.tsx';

interface GoBackDialogProps {
  readonly planId: string;
  readonly to: MomentName;
  /** The moment in words. */
  readonly what: string;
  /** States what goes back, by id and by name; the whole plan when `null`. */
  readonly rows: readonly string[] | null;
  readonly names: readonly string[];
  readonly onClose: () => void;
}

/** Says what going back means, and does it. */
export function GoBackDialog({ planId, to, what, rows, names, onClose }: GoBackDialogProps) {
  const session = useSession();
  const notices = useNotices();
  const [id] = useState(newId);
  const [isBusy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const go = async () => {
    setBusy(true);
    setRefusal(null);
    try {
      // The step says what went back, not only to when.
      const text = rows === null ? what : t('history.linesOf', { lines: names.join(', '), moment: what });
      const entry = await peopleApi.goBack(planId, id, to, text.slice(0, 200), rows);
      session.receive(entry);
      notices.say({
        text:
          rows === null ? t('history.restored') : t('history.linesRestored', { count: names.length, name: names[0] }),
        action: {
          label: t('history.undo'),
          run: () => {
            const refused = session.undoCommand(entry.commandId);
            if (refused) notices.say({ text: say(refused.message), tone: 'warning' });
          },
        },
      });
      onClose();
    } catch (error) {
      setRefusal((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <FormDialog
      title={t('history.restoreTitle')}
      submit={t('history.restore')}
      refusal={refusal}
      busy={isBusy}
      onClose={onClose}
      onSubmit={(event) => {
        event.preventDefault();
        void go();
      }}
    >
      <p className="wide">
        {rows === null
          ? t('history.restoreExplanation', { moment: what })
          : t('history.restoreLinesExplanation', { lines: names.join(', '), moment: what })}
      </p>
    </FormDialog>
  );
}
