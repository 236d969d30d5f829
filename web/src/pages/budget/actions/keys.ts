import type { Span } from '@haushalt/core';
import type { KeyPlace } from '../../../grid/keys.ts';
import { boundTo, type KeyBinding, type KeyPress } from '../../../ui/keys.ts';
import type { PanelName } from '../sheet/panelNames.ts';
import { t, type Label } from '../../../language/language.ts';

/** Where the selection stands in the budget, and which years there are beside the one shown. */
export interface BudgetKeyPlace extends Pick<KeyPlace, 'column' | 'first' | 'last'> {
  readonly hasYearBefore: boolean;
  readonly hasYearAfter: boolean;
}

/** Describes what a key does on the budget that it does not do in every grid. */
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
        | 'assumptions'
        | 'adjust'
        | 'note'
        | 'try'
        | 'find'
        | 'collapse'
        | 'lock'
        | 'rules';
    };

type Binding = KeyBinding<BudgetKey>;

const quiet = (presses: readonly string[], does: BudgetKey): Binding => ({ presses, shown: '', words: '', does });
const key = (presses: string, shown: string, label: Label, does: BudgetKey): Binding => ({
  presses: presses.split(' '),
  shown,
  get words() {
    return t(label);
  },
  does,
});

/** Keys that turn to another year. */
export const YEAR_KEYS: readonly Binding[] = [
  key('Alt+PageUp', 'Alt+Page Up, Alt+Page Down', 'budget.keyYears', {
    kind: 'year',
    step: -1,
    to: 'same',
  }),
  quiet(['Alt+PageDown'], { kind: 'year', step: 1, to: 'same' }),
];

/** Keys for a figure and its rule. */
export const FIGURE_KEYS: readonly Binding[] = [
  key('Alt+r', 'Alt+R', 'budget.keyRule', { kind: 'panel', panel: 'rule' }),
  key('Alt+n', 'Alt+N', 'budget.keyNote', { kind: 'note' }),
];

/** Keys for a block of figures. */
export const BLOCK_KEYS: readonly Binding[] = [key('Alt+c', 'Alt+C', 'budget.keyAdjust', { kind: 'adjust' })];

/** Keys that mean a whole line or group, pressed on its name. */
export const NAME_KEYS: readonly Binding[] = [
  key('Insert +', 'Insert or +', 'budget.keyNewLineBelow', { kind: 'addLine' }),
  key('Alt+ArrowUp', 'Alt+↑, Alt+↓', 'budget.keyMove', { kind: 'move', direction: -1 }),
  quiet(['Alt+ArrowDown'], { kind: 'move', direction: 1 }),
  key('Ctrl+d', 'Ctrl+D', 'budget.keyDuplicate', { kind: 'duplicate' }),
  key('Delete Backspace', 'Delete', 'budget.keyDelete', { kind: 'remove' }),
  {
    presses: [' '],
    shown: 'Space',
    get words() {
      return t('budget.keyCollapse');
    },
    does: { kind: 'collapse' },
  },
];

/** Keys for a line wherever its row is selected. */
export const LINE_KEYS: readonly Binding[] = [
  key('Alt+l', 'Alt+L', 'budget.keyLock', { kind: 'lock' }),
  key('Shift+F10 ContextMenu', 'Shift+F10', 'budget.keyActions', { kind: 'menu' }),
  quiet(['Insert'], { kind: 'addLine' }),
];

/** Keys that change the view, or open what stands beside the budget. */
export const VIEW_KEYS: readonly Binding[] = [
  key('F8', 'F8', 'budget.keyRules', { kind: 'rules' }),
  key('Alt+1', 'Alt+1 … Alt+4', 'budget.keySpans', { kind: 'span', span: 'month' }),
  quiet(['Alt+2'], { kind: 'span', span: 'quarter' }),
  quiet(['Alt+3'], { kind: 'span', span: 'year' }),
  quiet(['Alt+4'], { kind: 'span', span: 'plan' }),
  key('Alt+s', 'Alt+S', 'budget.keyFindLines', { kind: 'find' }),
  key('Alt+t', 'Alt+T', 'budget.keyTry', { kind: 'try' }),
  key('Alt+y', 'Alt+Y', 'budget.keyBalance', { kind: 'panel', panel: 'fit' }),
  key('Alt+e', 'Alt+E', 'budget.keyExceptionsAndTypedFigures', { kind: 'panel', panel: 'typed' }),
  quiet(['F6'], { kind: 'assumptions' }),
];

const ANYWHERE = [...YEAR_KEYS, ...FIGURE_KEYS, ...BLOCK_KEYS, ...LINE_KEYS, ...VIEW_KEYS];

/** The budget's own action of a key; `null` for a key that is left to the grid. */
export function budgetKey(press: KeyPress, cell: BudgetKeyPlace): BudgetKey | null {
  const onName = cell.column < cell.first;
  // Past the edges of a year the arrows go on into the next one.
  if (press.key === 'ArrowLeft' && !press.shiftKey && !press.altKey && cell.column === cell.first && cell.hasYearBefore)
    return { kind: 'year', step: -1, to: 'last' };
  if (press.key === 'ArrowRight' && !press.shiftKey && !press.altKey && cell.column === cell.last && cell.hasYearAfter)
    return { kind: 'year', step: 1, to: 'first' };
  return (onName ? boundTo(NAME_KEYS, press) : undefined) ?? boundTo(ANYWHERE, press) ?? null;
}
