import { planOf, writeFigure } from '@haushalt/core';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { Pasted } from '../block/blocks.ts';
import { nameOf, monthInWords, t } from '../../../language/language.ts';

const ROWS = 10;
const COLUMNS = 8;

interface PasteDialogProps {
  readonly pasted: Pasted;
  readonly refusal: string | null;
  readonly onPaste: () => void;
  readonly onClose: () => void;
}

/** Shows what of a pasted block does not fit, and where the rest would go, before anything is changed. */
export function PasteDialog({ pasted, refusal, onPaste, onClose }: PasteDialogProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const { rows, problems, figures } = pasted;
  const months = rows[0]?.slice(0, COLUMNS).map((field) => field.month) ?? [];
  return (
    <FormDialog
      title={t('budget.paste.notAllFits')}
      submit={t('budget.paste.whatFits', { figureCount: figures.length })}
      refusal={refusal}
      busy={figures.length === 0}
      onSubmit={(event) => {
        event.preventDefault();
        onPaste();
      }}
      onClose={onClose}
    >
      <ul className="wide paste-problems">
        {problems.slice(0, 5).map((problem) => (
          <li key={problem}>{problem}</li>
        ))}
        {problems.length > 5 && <li>{t('budget.paste.moreProblems', { problemCount: problems.length - 5 })}</li>}
      </ul>
      <div className="wide paste-preview">
        <table className="preview-table" aria-label={t('budget.paste.preview')}>
          <thead>
            <tr>
              <th scope="col">{t('budget.line')}</th>
              {months.map((month, index) => (
                <th key={index} scope="col">
                  {month ? monthInWords(month, plan.locale, 'short') : '–'}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, ROWS).map((fields, row) => (
              <tr key={row}>
                <th scope="row">{fields[0]?.line ? nameOf(document, fields[0].line) : '–'}</th>
                {fields.slice(0, COLUMNS).map((field, column) => (
                  <td
                    key={column}
                    className={field.problem ? 'is-refused' : undefined}
                    title={field.problem ?? undefined}
                  >
                    {field.problem
                      ? field.text
                      : field.figure === null
                        ? t('budget.empty')
                        : writeFigure(field.figure, document.lines.get(field.line ?? '')?.unit ?? 'money', plan)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {(rows.length > ROWS || (rows[0]?.length ?? 0) > COLUMNS) && <small>{t('budget.paste.beginningOnly')}</small>}
      </div>
    </FormDialog>
  );
}
