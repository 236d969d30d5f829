import { useImperativeHandle, useLayoutEffect, useMemo, useRef } from 'react';
import { SearchField } from '../../fields/SearchField.tsx';
import type { EditorProps } from '../../grid/editing.ts';
import type { GridColumn, GridRow } from '../../grid/types.ts';
import { t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { targetOptions } from './draft.ts';

interface TargetEditorProps extends Pick<
  EditorProps<GridRow, GridColumn>,
  'editing' | 'handle' | 'onConfirm' | 'onCancel'
> {
  /** The account it went through, which it cannot be transferred to. */
  readonly account: string;
}

/** Chooses what an entry belongs to, in its cell. */
export function TargetEditor({ editing, account, handle, onConfirm, onCancel }: TargetEditorProps) {
  const { document } = useSessionState();
  const input = useRef<HTMLInputElement>(null);
  const options = useMemo(() => targetOptions(document, account), [document, account]);
  useLayoutEffect(() => input.current?.focus({ preventScroll: true }), []);
  useImperativeHandle(handle, () => ({ focus: () => input.current?.focus({ preventScroll: true }) }));
  return (
    <span
      className="target-editor"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onCancel();
        event.stopPropagation();
      }}
    >
      <SearchField
        label={t('entries.line')}
        options={options}
        value=""
        initial={editing.began.text}
        inputRef={input}
        onChange={(target) => onConfirm('stay', { target })}
      />
    </span>
  );
}
