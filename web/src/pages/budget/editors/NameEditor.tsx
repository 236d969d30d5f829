import type { EditorProps } from '../../../grid/editing.ts';
import { TextEditor } from '../../../grid/TextEditor.tsx';
import { t } from '../../../language/language.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { useSpelling } from '../../../parts/plan/useSpelling.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';

/** A line's name, to be changed in place. That of a line for which nothing is planned yet is followed by its figures. */
export function NameEditor(props: EditorProps<BudgetRow, BudgetColumn>) {
  const { lang } = useSpelling();
  const { model } = useSessionState();
  const { kind, id } = props.row;
  const isUnplanned = kind === 'line' && model.stepsOf(id).length === 0 && model.exceptionsOf(id).length === 0;
  return (
    <TextEditor {...props} label={t('budget.nameOfLine')} language={lang} onward={isUnplanned ? 'right' : 'stay'} />
  );
}
