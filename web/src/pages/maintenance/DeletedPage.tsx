import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { t } from '../../language/language.ts';
import { OutsidePlan } from '../../parts/people/OutsidePlan.tsx';
import { api } from '../../plan-session/api.ts';
import { peopleApi, type DeletedPlan } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { dayOf } from '../../language/moments.ts';
import { useNotices } from '../../ui/Notices.tsx';

/** Plans that were deleted and can still be fetched back. */
export function DeletedPage() {
  const client = useQueryClient();
  const notices = useNotices();
  const [doomed, setDoomed] = useState<DeletedPlan | null>(null);
  const query = useQuery({ queryKey: ['deleted'], queryFn: peopleApi.deletedPlans });
  const refresh = async () => {
    await client.invalidateQueries({ queryKey: ['deleted'] });
    await client.invalidateQueries({ queryKey: ['plans'] });
  };
  const failed = (refused: Error) => notices.say({ text: refused.message, tone: 'warning' });
  const fetchBack = useMutation({
    mutationFn: ({ id }: DeletedPlan) => api.restore(id),
    onSuccess: async (_answer, { name }) => {
      notices.say({ text: t('maintenance.planRestored', { name }) });
      await refresh();
    },
    onError: failed,
  });
  const forGood = useMutation({
    mutationFn: ({ id }: DeletedPlan) => peopleApi.deleteForGood(id),
    onSuccess: async (_answer, { name }) => {
      setDoomed(null);
      notices.say({ text: t('maintenance.planDeletedPermanently', { name }) });
      await refresh();
    },
    onError: failed,
  });
  return (
    <OutsidePlan title={t('maintenance.deletedPlans')}>
      <QueryResult query={query}>
        {(data) => (
          <>
            <p className="quiet">{t('maintenance.restorableFor', { days: data.retentionDays })}</p>
            {data.plans.length === 0 && <p className="empty-state">{t('maintenance.nothingDeleted')}</p>}
            {data.plans.length > 0 && (
              <table className="plan-list">
                <thead>
                  <tr>
                    <th scope="col">{t('maintenance.plan')}</th>
                    <th scope="col">{t('maintenance.deletedOn')}</th>
                    <th scope="col">{t('maintenance.permanentlyOn')}</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {data.plans.map((plan) => (
                    <tr key={plan.id}>
                      <th scope="row">{plan.name}</th>
                      <td>{dayOf(plan.deletedAt)}</td>
                      <td>
                        {dayOf(new Date(Date.parse(plan.deletedAt) + data.retentionDays * 86_400_000).toISOString())}
                      </td>
                      <td className="row-actions">
                        <button type="button" className="tool" onClick={() => fetchBack.mutate(plan)}>
                          <Icon name="undo" /> {t('maintenance.restorePlan')}
                        </button>
                        <button type="button" className="tool" onClick={() => setDoomed(plan)}>
                          <Icon name="delete" /> {t('maintenance.deletePermanently')}
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
      {doomed && (
        <Modal show centered animation={false} onHide={() => setDoomed(null)} aria-labelledby="doomed-title">
          <Modal.Header closeButton>
            <Modal.Title as="h2" id="doomed-title">
              {t('maintenance.deletePermanently')}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>{t('maintenance.deletePermanentlyQuestion', { name: doomed.name })}</Modal.Body>
          <Modal.Footer>
            <Button variant="link" autoFocus onClick={() => setDoomed(null)}>
              {t('maintenance.keep')}
            </Button>
            <Button disabled={forGood.isPending} onClick={() => forGood.mutate(doomed)}>
              {t('maintenance.deletePermanently')}
            </Button>
          </Modal.Footer>
        </Modal>
      )}
    </OutsidePlan>
  );
}
