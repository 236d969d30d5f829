import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useNavigate, useParams } from 'react-router';
import { t, say } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { peopleApi, type SnapshotLine } from '../../plan-session/peopleApi.ts';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useSpelling } from '../../parts/plan/useSpelling.ts';
import { Icon } from '../../ui/Icon.tsx';
import { momentOf } from '../../language/moments.ts';
import { sizeOf } from '../../ui/sizes.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { GoBackDialog } from './GoBackDialog.tsx';

/** Moments of the plan that are kept under a name. */
export function SnapshotsView() {
  const { planId = '' } = useParams();
  const session = useSession();
  const client = useQueryClient();
  const notices = useNotices();
  const navigate = useNavigate();
  const [edited, setEdited] = useState<SnapshotLine | 'new' | null>(null);
  const [wanted, setWanted] = useState<SnapshotLine | null>(null);
  const query = useQuery({
    queryKey: ['snapshots', planId],
    queryFn: () => peopleApi.snapshots(planId),
  });
  const refresh = () => client.invalidateQueries({ queryKey: ['snapshots', planId] });
  const failed = (refused: Error) => notices.say({ text: refused.message, tone: 'warning' });
  const remove = useMutation({
    mutationFn: ({ id }: SnapshotLine) => peopleApi.removeSnapshot(planId, id),
    onSuccess: (_answer, { name }) => {
      notices.say({ text: t('history.snapshotDeleted', { name }) });
      return refresh();
    },
    onError: failed,
  });
  const open = useMutation({
    mutationFn: ({ id }: SnapshotLine) => peopleApi.copySnapshot(planId, id, newId()),
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ['plans'] });
      void navigate(`/plans/${id}/budget`);
    },
    onError: failed,
  });
  return (
    <>
      <div className="snapshots-head">
        <p className="quiet">{t('history.snapshotSchedule')}</p>
        {session.canEdit && (
          <Button size="sm" onClick={() => setEdited('new')}>
            <Icon name="snapshot" /> {t('history.createSnapshot')}
          </Button>
        )}
      </div>
      <QueryResult query={query}>
        {(data) => (
          <>
            {data.length === 0 && <p className="empty-state">{t('history.noSnapshots')}</p>}
            <ul className="snapshot-list">
              {data.map((snapshot) => (
                <li key={snapshot.id}>
                  <div>
                    <h3>{say(snapshot.name)}</h3>
                    <small className="quiet">
                      {[
                        t('history.createdBy', { person: snapshot.person, when: momentOf(snapshot.at) }),
                        t(`history.kinds.${snapshot.kind}`),
                        sizeOf(snapshot.size),
                      ]
                        .filter(Boolean)
                        .join(' · ')}
                    </small>
                    {snapshot.note !== '' && <p>{snapshot.note}</p>}
                  </div>
                  <div className="history-tools">
                    <Link className="tool" to={`?view=compare&before=snapshot:${snapshot.id}&after=now`}>
                      <Icon name="transfer" /> {t('history.compareWithNow')}
                    </Link>
                    <button
                      type="button"
                      className="tool"
                      disabled={open.isPending}
                      onClick={() => open.mutate(snapshot)}
                    >
                      <Icon name="copy" /> {t('history.openAsPlan')}
                    </button>
                    {session.canEdit && (
                      <>
                        <button type="button" className="tool" onClick={() => setWanted(snapshot)}>
                          <Icon name="undo" /> {t('history.restoreVersion')}
                        </button>
                        <button type="button" className="tool" onClick={() => setEdited(snapshot)}>
                          <Icon name="edit" /> {t('history.rename')}
                        </button>
                        <button type="button" className="tool" onClick={() => remove.mutate(snapshot)}>
                          <Icon name="delete" /> {t('history.delete')}
                        </button>
                      </>
                    )}
                  </div>
                </li>
              ))}
            </ul>
          </>
        )}
      </QueryResult>
      {edited && (
        <SnapshotForm
          planId={planId}
          snapshot={edited === 'new' ? null : edited}
          onDone={() => void refresh()}
          onClose={() => setEdited(null)}
        />
      )}
      {wanted && (
        <GoBackDialog
          planId={planId}
          to={{ kind: 'snapshot', id: wanted.id }}
          what={say(wanted.name)}
          rows={null}
          names={[]}
          onClose={() => setWanted(null)}
        />
      )}
    </>
  );
}

interface SnapshotFormProps {
  readonly planId: string;
  readonly snapshot: SnapshotLine | null;
  readonly onDone: () => void;
  readonly onClose: () => void;
}

function SnapshotForm({ planId, snapshot, onDone, onClose }: SnapshotFormProps) {
  const notices = useNotices();
  const [id] = useState(newId);
  const initial = () => ({ name: say(snapshot?.name) ?? '', note: snapshot?.note ?? '' });
  const draft = useDraft(`${planId}:snapshot:${snapshot?.id ?? ''}`, initial, onClose);
  const { name, note } = draft.given;
  const spelling = useSpelling();
  const save = useMutation({
    mutationFn: async () => {
      if (snapshot) await peopleApi.renameSnapshot(planId, snapshot.id, name.trim(), note);
      else await peopleApi.addSnapshot(planId, id, name.trim(), note);
    },
    onSuccess: () => {
      if (!snapshot) notices.say({ text: t('history.snapshotCreated', { name: name.trim() }) });
      onDone();
      draft.close();
    },
  });
  return (
    <FormDialog
      title={snapshot ? t('history.editSnapshot') : t('history.createSnapshot')}
      submit={t('history.save')}
      refusal={save.error?.message ?? null}
      busy={save.isPending || name.trim() === ''}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <Form.Group className="wide" controlId="snapshot-name">
        <Form.Label>{t('history.name')}</Form.Label>
        <Form.Control
          size="sm"
          autoFocus
          value={name}
          maxLength={80}
          {...spelling}
          onChange={(event) => draft.put({ name: event.target.value })}
        />
      </Form.Group>
      <Form.Group className="wide" controlId="snapshot-note">
        <Form.Label>{t('history.note')}</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          size="sm"
          value={note}
          maxLength={2000}
          {...spelling}
          onChange={(event) => draft.put({ note: event.target.value })}
        />
      </Form.Group>
    </FormDialog>
  );
}
