import type { EditorProps } from '../../../grid/editing.ts';
import { TextEditor } from '../../../grid/TextEditor.tsx';
import { messages } from '../../../messages/budget.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { useSpelling } from '../../../parts/plan/useSpelling.ts';

/** A line's name, to be changed in place. */
export function NameEditor(props: EditorProps<BudgetRow, BudgetColumn>) {
  const { lang } = useSpelling();
  return <TextEditor {...props} label={messages.nameOfTheLine} language={lang} />;
}
