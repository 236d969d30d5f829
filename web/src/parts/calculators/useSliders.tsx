import type { ReactNode } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { useStored } from '../../ui/useStored.ts';
import { t } from '../../language/language.ts';

const KEY = 'haushalt:sliders';

/** Returns whether inputs show sliders for trying values, and the tool that shows or hides them; kept in the browser. */
export function useSliders(): [boolean, ReactNode] {
  const [shown, keep] = useStored(KEY, (stored) => stored === 'shown' || stored === true);
  const tool = (
    <button
      type="button"
      className="tool"
      aria-pressed={shown}
      title={t('calculators.slidersHint')}
      onClick={() => keep(!shown)}
    >
      <Icon name="sliders" />
      {t('calculators.sliders')}
    </button>
  );
  return [shown, tool];
}
