import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { listOf } from '@haushalt/language';
import { t, say } from '../../language/language.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import type { Progress } from '../../plan-session/streamed.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { dayOf } from '../../language/moments.ts';
import { useNotices } from '../../ui/Notices.tsx';

/** Shows what is in a backup, and restores the plans that are chosen as copies. */
export function RestoreDialog({ from, onClose }: { readonly from: string | File; readonly onClose: () => void }) {
  const client = useQueryClient();
  const notices = useNotices();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [progress, setProgress] = useState<Progress | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const controller = useRef<AbortController | null>(null);
  const { data, error } = useQuery({
    queryKey: ['backup', typeof from === 'string' ? from : `${from.name} ${from.size} ${from.lastModified}`],
    queryFn: () => peopleApi.lookIntoBackup(from),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const chosen = data?.plans.filter(({ id }) => !left.has(id)) ?? [];
  const close = () => {
    controller.current?.abort();
    onClose();
  };
  const restore = async () => {
    const aborting = (controller.current = new AbortController());
    setRefusal(null);
    setProgress({ done: 0, what: '' });
    try {
      const ids = chosen.map(({ id }) => id);
      const restored = await peopleApi.restore(data!.id, ids, { signal: aborting.signal, onProgress: setProgress });
      await client.invalidateQueries({ queryKey: ['plans'] });
      notices.say({
        text: t('maintenance.plansRestored', {
          names: listOf(
            restored.map(({ name }) => name),
            'comma',
          ),
        }),
      });
      onClose();
    } catch (failed) {
      if (!aborting.signal.aborted) setRefusal((failed as Error).message);
      setProgress(null);
    }
  };
  const toggle = (id: string) =>
    setLeft((before) => new Set(before.has(id) ? [...before].filter((each) => each !== id) : [...before, id]));
  return (
    <FormDialog
      title={t('maintenance.restoreTitle')}
      submit={t('maintenance.restoreChosen', { count: chosen.length })}
      refusal={refusal ?? error?.message ?? null}
      busy={progress !== null || chosen.length === 0}
      onClose={close}
      onSubmit={(event) => {
        event.preventDefault();
        void restore();
      }}
    >
      <p className="wide">{t('maintenance.asCopies')}</p>
      {!data && !error && (
        <div className="wide">
          <Loading what={t('maintenance.reading')} />
        </div>
      )}
      {data?.plans.length === 0 && <p className="wide">{t('maintenance.emptyBackup')}</p>}
      {data?.plans.map(({ id, name, entries, steps, snapshots, changedAt }) => (
        <Form.Check
          key={id}
          className="wide"
          id={`restore-${id}`}
          checked={!left.has(id)}
          onChange={() => toggle(id)}
          label={
            <>
              {name}{' '}
              <small className="quiet">
                {[
                  t('maintenance.asOf', { day: dayOf(changedAt) }),
                  t('maintenance.entries', { count: entries }),
                  t('maintenance.changes', { count: steps }),
                  t('maintenance.snapshots', { count: snapshots }),
                ].join(', ')}
              </small>
            </>
          }
        />
      ))}
      {progress && (
        <div className="wide" role="status">
          <progress value={progress.done} max={1} aria-label={say(progress.what)} /> <small>{say(progress.what)}</small>
        </div>
      )}
    </FormDialog>
  );
}
