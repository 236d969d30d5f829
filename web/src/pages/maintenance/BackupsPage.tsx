import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { t } from '../../language/language.ts';
import { OutsidePlan } from '../../parts/people/OutsidePlan.tsx';
import { backupAddress, peopleApi } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { momentOf } from '../../language/moments.ts';
import { sizeOf } from '../../ui/sizes.ts';
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
      notices.say({ text: t('maintenance.backupMade') });
      return refresh();
    },
    onError: failed,
  });
  const remove = useMutation({
    mutationFn: peopleApi.removeBackup,
    onSuccess: () => {
      notices.say({ text: t('maintenance.backupDeleted') });
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
        aria-label={t('maintenance.fromAFile')}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) setFrom(file);
        }}
      />
      <Button variant="outline-primary" onClick={() => fileInput.current?.click()}>
        <Icon name="openFile" /> {t('maintenance.fromAFile')}
      </Button>
      <Button disabled={make.isPending} onClick={() => make.mutate()}>
        <Icon name="add" /> {t('maintenance.backUpNow')}
      </Button>
    </>
  );
  return (
    <OutsidePlan title={t('maintenance.backups')} actions={actions}>
      <p className="quiet">
        {t('maintenance.backupsIntroduction')}{' '}
        {query.data && t('maintenance.nightlyBackups', { count: query.data.kept })}{' '}
        {query.data && t('maintenance.storedIn', { folder: query.data.folder })}
      </p>
      <QueryResult query={query}>
        {(data) => (
          <>
            {data.backups.length === 0 && <p className="empty-state">{t('maintenance.noBackups')}</p>}
            {data.backups.length > 0 && (
              <table className="plan-list">
                <thead>
                  <tr>
                    <th scope="col">{t('maintenance.created')}</th>
                    <th scope="col" className="tabular">
                      {t('maintenance.size')}
                    </th>
                    <th scope="col">{t('maintenance.backup')}</th>
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
                          <Icon name="saveFile" /> {t('maintenance.save')}
                        </a>
                        <button type="button" className="tool" onClick={() => setFrom(name)}>
                          <Icon name="undo" /> {t('maintenance.restore')}
                        </button>
                        <button type="button" className="tool" onClick={() => remove.mutate(name)}>
                          <Icon name="delete" /> {t('maintenance.delete')}
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
