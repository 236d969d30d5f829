import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { monthInWords, writeWithUnit, yearOf } from '@haushalt/core';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { ServerRefusal, api, newId, type PlanSummary } from '../../plan-session/api.ts';
import { RenamePlan } from './RenamePlan.tsx';

/** The list of plans: how they stand, and how to begin another. */
export function PlansPage() {
  const { data: plans, error, isPending, refetch } = useQuery({ queryKey: ['plans'], queryFn: api.plans });
  const fileInput = useRef<HTMLInputElement>(null);
  const [fileRefusal, setFileRefusal] = useState<string | null>(null);
  const navigate = useNavigate();

  const openFile = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > 192 << 20) throw new ServerRefusal(413, 'it is larger than 192 MB.');
      return api.importFile(await file.text());
    },
    onSuccess: ({ id }) => void navigate(`/plans/${id}/budget`),
    onError: (refused, file) => setFileRefusal(`${file.name} cannot be opened: ${refused.message}`),
  });

  return (
    <div className="plans-page">
      <header className="plans-head">
        <span className="wordmark">Haushalt</span>
        <span className="plans-motto">Money, month by month</span>
      </header>
      <main>
        <div className="plans-title">
          <h1>Your plans</h1>
          <div className="plans-actions">
            <input
              ref={fileInput}
              type="file"
              accept=".json,application/json"
              hidden
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = '';
                setFileRefusal(null);
                if (file) openFile.mutate(file);
              }}
            />
            <Button variant="outline-primary" onClick={() => fileInput.current?.click()} disabled={openFile.isPending}>
              <Icon name="openFile" /> Open a plan file
            </Button>
            <Button onClick={() => void navigate('/new')}>
              <Icon name="add" /> New plan
            </Button>
          </div>
        </div>
        {fileRefusal && (
          <p className="refusal" role="alert">
            {fileRefusal}
          </p>
        )}
        {isPending && <Loading what="Fetching your plans" />}
        {error && (
          <div className="quiet-page" role="alert">
            <p>{error.message}</p>
            <Button onClick={() => void refetch()}>Try again</Button>
          </div>
        )}
        {plans?.length === 0 && (
          <div className="empty-state">
            <h2>Nothing planned yet</h2>
            <p>
              Begin with a ready-made plan or with nothing: pick your lines, type what the first month brings and costs,
              and the year follows.
            </p>
            <Button onClick={() => void navigate('/new')}>
              <Icon name="add" /> New plan
            </Button>
          </div>
        )}
        {plans && plans.length > 0 && <PlanList plans={plans} />}
      </main>
    </div>
  );
}

function PlanList({ plans }: { readonly plans: readonly PlanSummary[] }) {
  return (
    <table className="plan-list">
      <thead>
        <tr>
          <th scope="col">Plan</th>
          <th scope="col">Months</th>
          <th scope="col" className="tabular">
            Net of the year
          </th>
          <th scope="col">Months in the red</th>
          <th scope="col">
            <span className="visually-hidden">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {plans.map((plan) => (
          <PlanRow key={plan.id} plan={plan} />
        ))}
      </tbody>
    </table>
  );
}

function PlanRow({ plan }: { readonly plan: PlanSummary }) {
  const [renaming, setRenaming] = useState(false);
  const client = useQueryClient();
  const notices = useNotices();
  const refresh = () => client.invalidateQueries({ queryKey: ['plans'] });
  const failed = (error: Error) => notices.say({ text: error.message, tone: 'warning' });
  const restore = useMutation({ mutationFn: () => api.restore(plan.id), onSuccess: refresh, onError: failed });
  const duplicate = useMutation({
    mutationFn: () => api.duplicate(plan.id, newId()),
    onSuccess: refresh,
    onError: failed,
  });
  const remove = useMutation({
    mutationFn: () => api.remove(plan.id),
    onSuccess: async () => {
      notices.say({ text: `${plan.name} is deleted.`, action: { label: 'Undo', run: () => restore.mutate() } });
      await refresh();
    },
    onError: failed,
  });
  const net = plan.netOfYear;
  const red = plan.monthsInTheRed;

  return (
    <tr>
      <th scope="row">
        {renaming ? (
          <RenamePlan plan={plan} onDone={() => setRenaming(false)} />
        ) : (
          <Link to={`/plans/${plan.id}/budget`}>{plan.name}</Link>
        )}
      </th>
      <td>
        {plan.months === 1 ? '1 month' : `${plan.months} months`}
        <small>
          {monthInWords(plan.firstMonth, plan.locale, 'short')} – {monthInWords(plan.lastMonth, plan.locale, 'short')}
        </small>
      </td>
      <td className="tabular">
        <span className={net !== null && net < 0 ? 'negative' : undefined}>
          {net === null ? '–' : writeWithUnit(net, 'money', plan)}
        </span>
        <small>{plan.year}</small>
      </td>
      <td>
        <span className={red > 0 ? 'in-the-red' : 'in-the-black'}>{red === 0 ? 'none' : red}</span>
        {red > 0 && (
          <small>
            {yearOf(plan.firstMonth)}
            {yearOf(plan.lastMonth) > yearOf(plan.firstMonth) ? ` – ${yearOf(plan.lastMonth)}` : ''}
          </small>
        )}
      </td>
      <td className="row-actions">
        <button type="button" className="tool" onClick={() => setRenaming(true)} aria-label={`Rename ${plan.name}`}>
          <Icon name="edit" /> Rename
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => duplicate.mutate()}
          disabled={duplicate.isPending}
          aria-label={`Duplicate ${plan.name}`}
        >
          <Icon name="copy" /> Duplicate
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => remove.mutate()}
          disabled={remove.isPending}
          aria-label={`Delete ${plan.name}`}
        >
          <Icon name="delete" /> Delete
        </button>
      </td>
    </tr>
  );
}
