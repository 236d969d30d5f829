import { useState, type ReactNode } from 'react';
import { Icon } from '../../ui/Icon.tsx';

const KEY = 'haushalt:sliders';

/** Whether inputs show sliders for trying values, and the tool that shows or hides them; kept in the browser. */
export function useSliders(): [boolean, ReactNode] {
  const [shown, setShown] = useState(() => localStorage.getItem(KEY) === 'shown');
  const toggle = () => {
    localStorage.setItem(KEY, shown ? 'hidden' : 'shown');
    setShown(!shown);
  };
  const tool = (
    <button type="button" className="tool" aria-pressed={shown} title="Sliders for trying values" onClick={toggle}>
      <Icon name="shelf" />
      Sliders
    </button>
  );
  return [shown, tool];
}
