import type { Text } from '@haushalt/language';
import { say, t } from '../../language/language.ts';

/** A step as the history tells it: what was done, or what was undone or redone. */
export function stepInWords(kind: string, label: Text): string {
  if (kind === 'undo') return t('history.undid', { label });
  if (kind === 'redo') return t('history.redid', { label });
  return say(label);
}
