import { say } from '../../../language/language.ts';
import type { Month } from '@haushalt/core';
import { useState } from 'react';
import { useSession } from '../../../plan-session/SessionProvider.tsx';
import { AdjustDialog } from './AdjustDialog.tsx';
import type { BlockCell, Pasted } from '../block/blocks.ts';
import { GroupDialog } from './GroupDialog.tsx';
import { HighlightDialog } from './HighlightDialog.tsx';
import { NoteDialog } from './NoteDialog.tsx';
import { PasteDialog } from './PasteDialog.tsx';

/** Describes what the budget asks in front of the page. */
export type BudgetDialog =
  | { readonly kind: 'group'; readonly group: string | null }
  | { readonly kind: 'adjust'; readonly cells: readonly BlockCell[] }
  | { readonly kind: 'note'; readonly of: string; readonly month: Month }
  | { readonly kind: 'highlight'; readonly of: string }
  | { readonly kind: 'paste'; readonly pasted: Pasted };

/** The dialog that is open. */
export function DialogOf({ dialog, onClose }: { readonly dialog: BudgetDialog; readonly onClose: () => void }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string | null>(null);
  switch (dialog.kind) {
    case 'group':
      return <GroupDialog group={dialog.group} onClose={onClose} />;
    case 'adjust':
      return <AdjustDialog cells={dialog.cells} onClose={onClose} />;
    case 'note':
      return <NoteDialog of={dialog.of} month={dialog.month} onClose={onClose} />;
    case 'highlight':
      return <HighlightDialog of={dialog.of} onClose={onClose} />;
    case 'paste':
      return (
        <PasteDialog
          pasted={dialog.pasted}
          refusal={refusal}
          onPaste={() => {
            const refused = session.send({ kind: 'figures.set', as: 'exceptions', figures: dialog.pasted.figures });
            if (refused) setRefusal(say(refused.message));
            else onClose();
          }}
          onClose={onClose}
        />
      );
  }
}
