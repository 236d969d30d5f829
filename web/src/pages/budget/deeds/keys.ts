import type { Span } from '@haushalt/core';
import { letterOf } from '../../../ui/letterOf.ts';
import type { KeyPlace, KeyPress } from '../../../grid/keys.ts';
import type { PanelName } from '../sheet/panelNames.ts';

/** Where the selection stands in the budget, and which years there are beside the one shown. */
export interface BudgetKeyPlace extends Pick<KeyPlace, 'column' | 'first' | 'last'> {
  readonly hasYearBefore: boolean;
  readonly hasYearAfter: boolean;
}

/** What a key does on the budget that it does not do in every grid. */
export type BudgetKey =
  | { readonly kind: 'year'; readonly step: 1 | -1; readonly to: 'same' | 'first' | 'last' }
  | { readonly kind: 'move'; readonly direction: 1 | -1 }
  | { readonly kind: 'span'; readonly span: Span }
  | { readonly kind: 'panel'; readonly panel: PanelName }
  | {
      readonly kind:
        | 'addLine'
        | 'duplicate'
        | 'remove'
        | 'menu'
        | 'shelf'
        | 'adjust'
        | 'note'
        | 'try'
        | 'find'
        | 'collapse'
        | 'lock'
        | 'rules';
    };

const SPANS: readonly Span[] = ['month', 'quarter', 'year', 'plan'];

/** The budget's own action of a key; `null` for a key that is left to the grid. */
export function budgetKey(press: KeyPress & { readonly code?: string }, at: BudgetKeyPlace): BudgetKey | null {
  const onLabel = at.column < at.first;
  if (press.altKey) return withAlt(letterOf(press), onLabel);
  if (press.ctrlKey || press.metaKey) return onLabel && press.key.toLowerCase() === 'd' ? { kind: 'duplicate' } : null;
  const reaches = press.shiftKey && !onLabel;
  switch (press.key) {
    case 'ArrowLeft':
      return !reaches && at.column === at.first && at.hasYearBefore ? { kind: 'year', step: -1, to: 'last' } : null;
    case 'ArrowRight':
      return !reaches && at.column === at.last && at.hasYearAfter ? { kind: 'year', step: 1, to: 'first' } : null;
    case 'Insert':
      return { kind: 'addLine' };
    case 'Delete':
    case 'Backspace':
      return onLabel ? { kind: 'remove' } : null;
    case 'F10':
      return press.shiftKey ? { kind: 'menu' } : null;
    case 'ContextMenu':
      return { kind: 'menu' };
    case 'F6':
      return { kind: 'shelf' };
    case 'F8':
      return { kind: 'rules' };
    case ' ':
      return onLabel ? { kind: 'collapse' } : null;
    case '+':
      return onLabel ? { kind: 'addLine' } : null;
    default:
      return null;
  }
}

function withAlt(key: string, onLabel: boolean): BudgetKey | null {
  switch (key) {
    case 'PageUp':
      return { kind: 'year', step: -1, to: 'same' };
    case 'PageDown':
      return { kind: 'year', step: 1, to: 'same' };
    case 'ArrowUp':
      return onLabel ? { kind: 'move', direction: -1 } : null;
    case 'ArrowDown':
      return onLabel ? { kind: 'move', direction: 1 } : null;
    case '1':
    case '2':
    case '3':
    case '4':
      return { kind: 'span', span: SPANS[Number(key) - 1]! };
    case 'r':
      return { kind: 'panel', panel: 'rule' };
    case 'y':
      return { kind: 'panel', panel: 'fit' };
    case 'e':
      return { kind: 'panel', panel: 'typed' };
    case 'c':
      return { kind: 'adjust' };
    case 'n':
      return { kind: 'note' };
    case 't':
      return { kind: 'try' };
    case 's':
      return { kind: 'find' };
    case 'l':
      return { kind: 'lock' };
    default:
      return null;
  }
}
