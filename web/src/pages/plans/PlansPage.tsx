import { useMutation, useQuery } from '@tanstack/react-query';
import Form from 'react-bootstrap/Form';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { PersonMenu } from '../../parts/people/PersonMenu.tsx';
import { ServerRefusal, api } from '../../plan-session/api.ts';
import { AuditView } from './AuditView.tsx';
import { NO_CORRECTIONS, useOpenWorkbook } from './openWorkbook.ts';
import { PlanList } from './PlanList.tsx';
import { t } from '../../language/language.ts';

/** The list of plans: how they stand, and how to begin another. */
export function PlansPage() {
  const { data, error, isPending, refetch } = useQuery({ queryKey: ['plans'], queryFn: api.plans });
  const fileInput = useRef<HTMLInputElement>(null);
  const [fileRefusal, setFileRefusal] = useState<string | null>(null);
  const workbook = useOpenWorkbook();
  const { open: openWorkbook, file: audited, said } = workbook;
  const isAuditing = said !== null;
  const navigate = useNavigate();

  const openFile = useMutation({
    mutationFn: (file: File) => {
      if (file.size > 192 << 20) throw new ServerRefusal(413, t('plans.tooLarge'));
      return api.importFile(file);
    },
    onSuccess: ({ id }) => void navigate(`/plans/${id}/budget`),
    onError: (refused, file) =>
      setFileRefusal(t('plans.cannotBeOpened', { name: file.name, message: refused.message })),
  });

  // A sheet that was copied elsewhere is pasted onto the page as it is.
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const isTyping = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      const text = event.clipboardData?.getData('text') ?? '';
      if (isTyping || !text.includes('\t') || !text.trim().includes('\n')) return;
      event.preventDefault();
      setFileRefusal(null);
      openWorkbook(new File([text], t('plans.pastedSheet')), NO_CORRECTIONS);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [openWorkbook]);

  return (
    <div className="plans-page">
      <header className="plans-head">
        <span className="wordmark">{t('plans.haushalt')}</span>
        <span className="plans-motto">{t('plans.slogan')}</span>
        <PersonMenu />
      </header>
      <main>
        <div className="plans-title">
          <h1>{t('plans.yourPlans')}</h1>
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
                if (isPlan) {
                  workbook.close();
                  openFile.mutate(file);
                } else openWorkbook(file, NO_CORRECTIONS);
              }}
            />
            <Button variant="outline-primary" onClick={() => fileInput.current?.click()} disabled={openFile.isPending}>
              <Icon name="openFile" /> {t('plans.openFile')}
            </Button>
            <Button onClick={() => void navigate('/new')}>
              <Icon name="add" /> {t('plans.newPlan')}
            </Button>
          </div>
        </div>
        {!isAuditing && <p className="plans-paste quiet">{t('plans.pasteSheet')}</p>}
        {fileRefusal && (
          <p className="refusal" role="alert">
            {fileRefusal}
          </p>
        )}
        {audited && said && (
          <AuditView
            key={workbook.stamp}
            file={audited}
            said={said}
            onCorrect={workbook.change}
            onClose={workbook.close}
          />
        )}
        {isPending && <Loading what={t('plans.loading')} />}
        {error && (
          <div className="quiet-page" role="alert">
            <p>{error.message}</p>
            <Button onClick={() => void refetch()}>{t('plans.tryAgain')}</Button>
          </div>
        )}
        {data?.plans.length === 0 && !isAuditing && (
          <div className="empty-state">
            <h2>{t('plans.nothingPlanned')}</h2>
            <p>{t('plans.introduction')}</p>
            <Button onClick={() => void navigate('/new')}>
              <Icon name="add" /> {t('plans.newPlan')}
            </Button>
          </div>
        )}
        {data && data.plans.length > 0 && !isAuditing && <PlanList list={data} />}
      </main>
    </div>
  );
}
