import type { Span } from '@haushalt/core';
import { letterOf } from '../../app/letterOf.ts';
import type { PanelName } from './panels.ts';

/** A key as it was pressed. */
export interface KeyPress {
  readonly key: string;
  /** The key's place on the keyboard, for keys that with Alt write another letter. */
  readonly code?: string;
  readonly altKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
}

/** Where the selection stands. Column 0 is the labels, then the months or their roll-ups, then the columns at the end. */
export interface KeyContext {
  readonly row: number;
  readonly column: number;
  readonly rows: number;
  readonly columns: number;
  /** How many columns of months or roll-ups there are. */
  readonly months: number;
  readonly pageSize: number;
  readonly hasYearBefore: boolean;
  readonly hasYearAfter: boolean;
}

/** What a key does on the budget. */
export type KeyAction =
  | { readonly kind: 'go'; readonly row: number; readonly column: number; readonly extend: boolean }
  | { readonly kind: 'year'; readonly step: 1 | -1; readonly to: 'same' | 'first' | 'last' }
  | { readonly kind: 'open'; readonly typed: string | null; readonly asRule: boolean }
  | { readonly kind: 'move'; readonly direction: 1 | -1 }
  | { readonly kind: 'span'; readonly span: Span }
  | { readonly kind: 'panel'; readonly panel: PanelName }
  | {
      readonly kind:
        | 'addLine'
        | 'duplicate'
        | 'remove'
        | 'clear'
        | 'menu'
        | 'shelf'
        | 'addBlock'
        | 'selectAll'
        | 'adjust'
        | 'note'
        | 'try'
        | 'find'
        | 'collapse'
        | 'lock'
        | 'rules';
    };

const SPANS: readonly Span[] = ['month', 'quarter', 'year', 'plan'];

/** The action of a key; `null` for a key that is none of the budget's. */
export function keyAction(press: KeyPress, at: KeyContext): KeyAction | null {
  const onLabel = at.column === 0;
  const extend = press.shiftKey && !onLabel;
  const go = (row: number, column: number): KeyAction => ({
    kind: 'go',
    row: Math.max(0, Math.min(at.rows - 1, row)),
    column: Math.max(extend ? 1 : 0, Math.min(at.columns - 1, column)),
    extend,
  });
  if (press.altKey) return withAlt(letterOf(press), onLabel);
  if (press.ctrlKey || press.metaKey) {
    switch (press.key) {
      case 'Home':
        return go(0, at.column);
      case 'End':
        return go(at.rows - 1, at.column);
      case 'Enter':
        return onLabel ? null : { kind: 'open', typed: null, asRule: true };
      case 'd':
      case 'D':
        return onLabel ? { kind: 'duplicate' } : null;
      case 'a':
      case 'A':
        return { kind: 'selectAll' };
      case ' ':
        return onLabel ? null : { kind: 'addBlock' };
      default:
        return null;
    }
  }
  switch (press.key) {
    case 'ArrowUp':
      return go(at.row - 1, at.column);
    case 'ArrowDown':
      return go(at.row + 1, at.column);
    case 'ArrowLeft':
      return !extend && at.column === 1 && at.hasYearBefore
        ? { kind: 'year', step: -1, to: 'last' }
        : go(at.row, at.column - 1);
    case 'ArrowRight':
      return !extend && at.column === at.months && at.hasYearAfter
        ? { kind: 'year', step: 1, to: 'first' }
        : go(at.row, at.column + 1);
    case 'Home':
      return go(at.row, at.column === 1 ? 0 : 1);
    case 'End':
      // Once more, and it goes on to the columns at the end, which the arrow key passes by on its way to next year.
      return go(at.row, at.column === at.months ? at.months + 1 : at.months);
    case 'PageUp':
      return go(at.row - at.pageSize, at.column);
    case 'PageDown':
      return go(at.row + at.pageSize, at.column);
    case 'Enter':
    case 'F2':
      return { kind: 'open', typed: null, asRule: false };
    case 'Insert':
      return { kind: 'addLine' };
    case 'Delete':
    case 'Backspace':
      return { kind: onLabel ? 'remove' : 'clear' };
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
    default:
      if (press.key.length !== 1 || press.key === '?') return null;
      return press.key === '+' && onLabel ? { kind: 'addLine' } : { kind: 'open', typed: press.key, asRule: false };
  }
}

function withAlt(key: string, onLabel: boolean): KeyAction | null {
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
