import { useEffect, useState } from 'react';
import { KeyList } from './KeyList.tsx';

/** The list of keys, by its key, where no plan is open. */
export function KeysOutsidePlans() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (event.key !== '?' || isTyping) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return <KeyList page={null} open={open} onClose={() => setOpen(false)} />;
}
