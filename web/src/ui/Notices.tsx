import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Toast from 'react-bootstrap/Toast';
import ToastContainer from 'react-bootstrap/ToastContainer';
import { t } from '../language/language.ts';

/** Something to tell in passing, with one thing that can be done about it. */
export interface Notice {
  readonly text: string;
  readonly tone?: 'plain' | 'warning';
  readonly action?: { readonly label: string; readonly run: () => void };
}

interface Notices {
  readonly say: (notice: Notice) => void;
}

const NoticesContext = createContext<Notices | null>(null);
let lastKey = 0;

/** Shows notices in a corner, for everything below. */
export function NoticesProvider({ children }: { readonly children: ReactNode }) {
  const [shown, setShown] = useState<readonly (Notice & { key: number })[]>([]);
  const say = useCallback((notice: Notice) => {
    setShown((before) => [
      ...before.filter((other) => other.text !== notice.text).slice(-2),
      { ...notice, key: ++lastKey },
    ]);
  }, []);
  // A notice somebody is at stays: its button is not taken away from under the hand.
  const [attended, setAttended] = useState<number | null>(null);
  const leave = (key: number) => setAttended((now) => (now === key ? null : now));
  const remove = (key: number) => setShown((before) => before.filter((notice) => notice.key !== key));
  const notices = useMemo(() => ({ say }), [say]);

  return (
    <NoticesContext value={notices}>
      {children}
      <ToastContainer position="bottom-start" className="notices" aria-live="polite">
        {shown.map(({ key, text, tone, action }) => (
          <Toast
            key={key}
            onClose={() => remove(key)}
            delay={tone === 'warning' ? 12_000 : 7000}
            autohide={attended !== key}
            onMouseEnter={() => setAttended(key)}
            onMouseLeave={() => leave(key)}
            onFocus={() => setAttended(key)}
            onBlur={() => leave(key)}
            className={`notice-${tone ?? 'plain'}`}
          >
            <Toast.Body>
              <span>{text}</span>
              {action && (
                <Button
                  size="sm"
                  variant="link"
                  onClick={() => {
                    remove(key);
                    action.run();
                  }}
                >
                  {action.label}
                </Button>
              )}
              <button type="button" className="btn-close" aria-label={t('ui.close')} onClick={() => remove(key)} />
            </Toast.Body>
          </Toast>
        ))}
      </ToastContainer>
    </NoticesContext>
  );
}

/** For saying something in passing. */
export function useNotices(): Notices {
  const notices = useContext(NoticesContext);
  if (!notices) throw new Error('There is nowhere to show notices.');
  return notices;
}
