import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { messages } from '../../messages/maintenance.ts';
import { OutsidePlan } from '../../parts/people/OutsidePlan.tsx';
import { backupAddress, peopleApi } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { momentOf, sizeOf } from '../../ui/moments.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { RestoreDialog } from './RestoreDialog.tsx';

/** Backups: made by night and on demand, saved elsewhere, and restored from. */
export function BackupsPage() {
  const client = useQueryClient();
  const notices = useNotices();
  const fileInput = useRef<HTMLInputElement>(null);
  const [from, setFrom] = useState<string | File | null>(null);
  const query = useQuery({ queryKey: ['backups'], queryFn: peopleApi.backups });
  const refresh = () => client.invalidateQueries({ queryKey: ['backups'] });
  const failed = (refused: Error) => notices.say({ text: refused.message, tone: 'warning' });
  const make = useMutation({
    mutationFn: peopleApi.backUp,
    onSuccess: () => {
      notices.say({ text: messages.isMade });
      return refresh();
    },
    onError: failed,
  });
  const remove = useMutation({
    mutationFn: peopleApi.removeBackup,
    onSuccess: () => {
      notices.say({ text: messages.isRemoved });
      return refresh();
    },
    onError: failed,
  });
  const actions = (
    <>
      <input
        ref={fileInput}
        type="file"
        accept=".db"
        hidden
        aria-label={messages.fromAFile}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) setFrom(file);
        }}
      />
      <Button variant="outline-primary" onClick={() => fileInput.current?.click()}>
        <Icon name="openFile" /> {messages.fromAFile}
      </Button>
      <Button disabled={make.isPending} onClick={() => make.mutate()}>
        <Icon name="add" /> {messages.backUpNow}
      </Button>
    </>
  );
  return (
    <OutsidePlan title={messages.backups} actions={actions}>
      <p className="quiet">
        {messages.whatABackupIs} {query.data && messages.kept(query.data.kept)}{' '}
        {query.data && messages.theyLieAt(query.data.folder)}
      </p>
      <QueryResult query={query}>
        {(data) => (
          <>
            {data.backups.length === 0 && <p className="empty-state">{messages.noBackups}</p>}
            {data.backups.length > 0 && (
              <table className="plan-list">
                <thead>
                  <tr>
                    <th scope="col">{messages.made}</th>
                    <th scope="col" className="tabular">
                      {messages.size}
                    </th>
                    <th scope="col">{messages.backup}</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {data.backups.map(({ name, at, size }) => (
                    <tr key={name}>
                      <th scope="row">{momentOf(at)}</th>
                      <td className="tabular">{sizeOf(size)}</td>
                      <td>{name}</td>
                      <td className="row-actions">
                        <a className="tool" href={backupAddress(name)} download>
                          <Icon name="saveFile" /> {messages.save}
                        </a>
                        <button type="button" className="tool" onClick={() => setFrom(name)}>
                          <Icon name="undo" /> {messages.restore}
                        </button>
                        <button type="button" className="tool" onClick={() => remove.mutate(name)}>
                          <Icon name="delete" /> {messages.remove}
                        </button>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </>
        )}
      </QueryResult>
      {from !== null && <RestoreDialog from={from} onClose={() => setFrom(null)} />}
    </OutsidePlan>
  );
}
