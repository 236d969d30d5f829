import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Form from 'react-bootstrap/Form';
import { useRef, useState } from 'react';
import { monthInWords, writeWithUnit, yearOf, yearInWords } from '@haushalt/core';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { PersonMenu } from '../../parts/people/PersonMenu.tsx';
import { ServerRefusal, api, newId, type PlanSummary } from '../../plan-session/api.ts';
import { AuditView } from './AuditView.tsx';
import { RenamePlan } from './RenamePlan.tsx';
import { messages } from '../../messages/plans.ts';

/** The list of plans: how they stand, and how to begin another. */
export function PlansPage() {
  const { data: plans, error, isPending, refetch } = useQuery({ queryKey: ['plans'], queryFn: api.plans });
  const fileInput = useRef<HTMLInputElement>(null);
  const [fileRefusal, setFileRefusal] = useState<string | null>(null);
  const [workbook, setWorkbook] = useState<File | null>(null);
  const navigate = useNavigate();

  const openFile = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > 192 << 20) throw new ServerRefusal(413, messages.itIsLargerThan192);
      return api.importFile(await file.text());
    },
    onSuccess: ({ id }) => void navigate(`/plans/${id}/budget`),
    onError: (refused, file) => setFileRefusal(messages.cannotBeOpened(file.name, refused.message)),
  });

  return (
    <div className="plans-page">
      <header className="plans-head">
        <span className="wordmark">{messages.haushalt}</span>
        <span className="plans-motto">{messages.moneyMonthByMonth}</span>
        <PersonMenu />
      </header>
      <main>
        <div className="plans-title">
          <h1>{messages.yourPlans}</h1>
          <div className="plans-actions">
            <Form.Control
              size="sm"
              ref={fileInput}
              type="file"
              accept=".json,.xlsx,.ods,.csv,.tsv,application/json"
              hidden
              onChange={(event) => {
                const file = (event.target as HTMLInputElement).files?.[0];
                event.target.value = '';
                setFileRefusal(null);
                if (!file) return;
                const isPlan = !/\.(xlsx|ods|csv|tsv)$/i.test(file.name);
                setWorkbook(isPlan ? null : file);
                if (isPlan) openFile.mutate(file);
              }}
            />
            <Button variant="outline-primary" onClick={() => fileInput.current?.click()} disabled={openFile.isPending}>
              <Icon name="openFile" /> {messages.openAPlanFile}
            </Button>
            <Button onClick={() => void navigate('/new')}>
              <Icon name="add" /> {messages.newPlan}
            </Button>
          </div>
        </div>
        {fileRefusal && (
          <p className="refusal" role="alert">
            {fileRefusal}
          </p>
        )}
        {workbook && (
          <AuditView key={workbook.name + workbook.lastModified} file={workbook} onClose={() => setWorkbook(null)} />
        )}
        {isPending && <Loading what={messages.fetchingYourPlans} />}
        {error && (
          <div className="quiet-page" role="alert">
            <p>{error.message}</p>
            <Button onClick={() => void refetch()}>{messages.tryAgain}</Button>
          </div>
        )}
        {plans?.length === 0 && !workbook && (
          <div className="empty-state">
            <h2>{messages.nothingPlannedYet}</h2>
            <p>{messages.beginWithAReadyMade}</p>
            <Button onClick={() => void navigate('/new')}>
              <Icon name="add" /> {messages.newPlan}
            </Button>
          </div>
        )}
        {plans && plans.length > 0 && !workbook && <PlanList plans={plans} />}
      </main>
    </div>
  );
}

function PlanList({ plans }: { readonly plans: readonly PlanSummary[] }) {
  return (
    <table className="plan-list">
      <thead>
        <tr>
          <th scope="col">{messages.plan}</th>
          <th scope="col">{messages.months}</th>
          <th scope="col" className="tabular">
            {messages.netOfTheYear}
          </th>
          <th scope="col">{messages.monthsInTheRed}</th>
          <th scope="col">
            <span className="visually-hidden">{messages.actions}</span>
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
      notices.say({
        text: messages.isDeleted(plan.name),
        action: { label: messages.undo, run: () => restore.mutate() },
      });
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
        {messages.monthCount(plan.months)}
        <small>
          {monthInWords(plan.firstMonth, plan.locale, 'short')} – {monthInWords(plan.lastMonth, plan.locale, 'short')}
        </small>
      </td>
      <td className="tabular">
        <span className={net !== null && net < 0 ? 'negative' : undefined}>
          {net === null ? '–' : writeWithUnit(net, 'money', plan)}
        </span>
        <small>{yearInWords(plan.year, plan.yearBegins)}</small>
      </td>
      <td>
        <span className={red > 0 ? 'in-the-red' : 'in-the-black'}>{red === 0 ? messages.noMonths : red}</span>
        {red > 0 && (
          <small>
            {yearOf(plan.firstMonth)}
            {yearOf(plan.lastMonth) > yearOf(plan.firstMonth) ? ` – ${yearOf(plan.lastMonth)}` : ''}
          </small>
        )}
      </td>
      <td className="row-actions">
        <button
          type="button"
          className="tool"
          onClick={() => setRenaming(true)}
          aria-label={messages.renamePlan(plan.name)}
        >
          <Icon name="edit" /> {messages.rename}
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => duplicate.mutate()}
          disabled={duplicate.isPending}
          aria-label={messages.duplicatePlan(plan.name)}
        >
          <Icon name="copy" /> {messages.duplicate}
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => remove.mutate()}
          disabled={remove.isPending}
          aria-label={messages.deletePlan(plan.name)}
        >
          <Icon name="delete" /> {messages.delete}
        </button>
      </td>
    </tr>
  );
}
