/** States what can have the keyboard, where it is drawn. */
const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex]:not([tabindex="-1"])';

/** Where the keyboard was: the element, its parents from the nearest on, and the number it has among its like. */
interface Place {
  readonly element: Element;
  readonly around: readonly Element[];
  readonly kind: string;
  readonly nth: number;
}

/** Returns what elements have in common that do the same to different things, such as the buttons of two rows. */
function kindOf(element: Element): string {
  // What a button is called begins with what it does; the words of anything else are its contents.
  const words = element.matches('button, a') ? (element.getAttribute('aria-label') ?? element.textContent ?? '') : '';
  return `${element.tagName}|${element.className}|${words.trim().split(/\s/)[0]}`;
}

const regionOf = (element: Element) => element.closest('[role=dialog], main') ?? document.body;

const canTake = (element: HTMLElement) => element.matches(FOCUSABLE) && element.getClientRects().length > 0;

const focusableIn = (parent: Element) => [...parent.querySelectorAll<HTMLElement>(FOCUSABLE)];

const alikeIn = (parent: Element, kind: string) => focusableIn(parent).filter((each) => kindOf(each) === kind);

function placeOf(element: Element): Place {
  const around: Element[] = [];
  for (let parent = element.parentElement; parent; parent = parent.parentElement) around.push(parent);
  const kind = kindOf(element);
  return { element, around, kind, nth: alikeIn(regionOf(element), kind).indexOf(element as HTMLElement) };
}

/** Returns what is to have the keyboard once what had it is gone: its like in the next row, else what stands nearest to it. */
function successorOf({ around, kind, nth }: Place): HTMLElement | null {
  const there = around.filter((parent) => parent.isConnected && parent !== document.body);
  const region = there[0] && regionOf(there[0]);
  const alike = region ? alikeIn(region, kind).filter(canTake) : [];
  if (alike.length > 0) return alike[Math.min(Math.max(nth, 0), alike.length - 1)]!;
  const page = document.querySelector<HTMLElement>('main');
  for (const parent of there) {
    // What stands around the page has nothing to do with what is gone.
    if (parent.contains(page)) break;
    const near = focusableIn(parent).find(canTake);
    if (near) return near;
  }
  return page;
}

/**
 * Keeps the keyboard where the next key belongs: what has it may be taken away by what it does, a row with its entry, a form
 * with its button. What cannot be used for a while, such as the button of what is under way, has it back afterwards, unless
 * somebody has gone elsewhere. Returns what ends it.
 */
export function keepFocus(): () => void {
  let place: Place | null = null;
  let paused: { readonly element: HTMLElement; readonly instead: HTMLElement | null } | null = null;
  const remember = (event: FocusEvent) => {
    if (event.target instanceof Element) place = placeOf(event.target);
  };
  const nowAt = () => (document.activeElement === document.body ? null : document.activeElement);
  const look = () => {
    // A browser may leave the keyboard with what is disabled, where no key does anything.
    const active = nowAt();
    if (place === null || canTakeStill(place.element) || (active !== null && active !== place.element)) return;
    const { element } = place;
    const next = successorOf(place);
    place = null;
    if (element.isConnected && element instanceof HTMLElement) paused = { element, instead: next };
    next?.focus({ preventScroll: true });
  };
  const giveBack = () => {
    if (paused === null || !paused.element.isConnected) return void (paused = null);
    if (!canTakeStill(paused.element)) return;
    const { element, instead } = paused;
    paused = null;
    const active = nowAt();
    if (active === null || active === instead) element.focus({ preventScroll: true });
  };
  // What takes the keyboard itself in the same moment comes first.
  let waiting = false;
  const observer = new MutationObserver(() => {
    if (paused) giveBack();
    if (waiting || place === null || canTakeStill(place.element)) return;
    waiting = true;
    setTimeout(() => {
      waiting = false;
      look();
    });
  });
  document.addEventListener('focusin', remember);
  observer.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] });
  return () => {
    document.removeEventListener('focusin', remember);
    observer.disconnect();
  };
}

const canTakeStill = (element: Element) => element.isConnected && !element.matches(':disabled');
