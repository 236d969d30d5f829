import { useLayoutEffect, useRef, useState, type FocusEvent } from 'react';
import { flushSync } from 'react-dom';
import { selectAll } from '../ui/selectAll.ts';
import { useCommitOnUnmount } from '../ui/useCommitOnUnmount.ts';

interface InPlace {
  /** States what there is to edit. */
  readonly entry: string;
  /** Takes what has been typed; why not, where it cannot be. */
  readonly take: (text: string) => string | null;
}

/**
 * A text that is changed in place: what is typed stays a draft until it is taken, by Enter, by leaving the field or
 * because the field goes; Escape leaves it as it was. What cannot be taken stays as typed, with the reason.
 */
export function useInlineEdit({ entry, take }: InPlace) {
  const [draft, setDraft] = useState<string | null>(null);
  const [isFocused, setFocused] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const text = draft ?? entry;
  const isOpen = draft !== null && draft !== entry;
  useCommitOnUnmount({ text, isOpen, take: () => take(text) });

  const reset = () => {
    setDraft(null);
    setRefusal(null);
  };
  const change = (next: string) => {
    setDraft(next);
    setRefusal(null);
  };
  /** Takes what has been typed, if anything; whether that could be. */
  const commit = (): boolean => {
    const refused = isOpen ? take(text) : null;
    if (refused === null) reset();
    else setRefusal(refused);
    return refused === null;
  };
  /** The whole text is selected, so that typing replaces it: at once, and again after a click has set the caret. */
  const focusAndSelect = (event: FocusEvent<HTMLInputElement>) => {
    const input = event.currentTarget;
    flushSync(() => setFocused(true));
    input.select();
    requestAnimationFrame(() => {
      if (input.value === entry) selectAll(input);
    });
  };
  /** Lets a form the field stands in know that it is not to be sent as it is. */
  const input = useRef<HTMLInputElement | HTMLTextAreaElement | null>(null);
  useLayoutEffect(() => input.current?.setCustomValidity(refusal ?? ''), [refusal]);
  return {
    input,
    draft,
    text,
    isOpen,
    isFocused,
    setFocused,
    refusal,
    setRefusal,
    change,
    commit,
    reset,
    focusAndSelect,
  };
}
