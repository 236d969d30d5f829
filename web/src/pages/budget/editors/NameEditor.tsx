import type { EditorProps } from '../../../grid/editing.ts';
import { TextEditor } from '../../../grid/TextEditor.tsx';
import { messages } from '../../../messages/budget.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { useSpelling } from '../../../parts/plan/useSpelling.ts';

/** A line's name, to be changed in place. That of a line just added is followed by its figures. */
export function NameEditor(props: EditorProps<BudgetRow, BudgetColumn>) {
  const { lang } = useSpelling();
  const isNew = props.editing.began.text.startsWith(messages.newLine);
  return <TextEditor {...props} label={messages.nameOfTheLine} language={lang} onward={isNew ? 'right' : 'stay'} />;
}
