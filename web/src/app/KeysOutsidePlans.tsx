import { useEffect, useState } from 'react';
import type { KeyList as List } from './KeyList.tsx';

/** The list of keys, by its key, where no plan is open. What lists them is fetched when it is asked for. */
export function KeysOutsidePlans() {
  const [KeyList, setKeyList] = useState<{ readonly of: typeof List } | null>(null);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (event.key !== '?' || isTyping) return;
      event.preventDefault();
      import('./KeyList.tsx').then(
        ({ KeyList: select }) => setKeyList({ of: select }),
        // Where it cannot be fetched, the key does nothing.
        () => {},
      );
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return KeyList && <KeyList.of page={null} open onClose={() => setKeyList(null)} />;
}
