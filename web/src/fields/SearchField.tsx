import { autoUpdate, flip, offset, size, useFloating } from '@floating-ui/react-dom';
import { useCombobox } from 'downshift';
import { useLayoutEffect, useMemo, useRef, useState, type Ref } from 'react';
import Form from 'react-bootstrap/Form';
import { listOf } from '@haushalt/language';
import { t } from '../language/language.ts';
import { useCommitOnUnmount } from '../ui/useCommitOnUnmount.ts';

/** Describes what can be chosen: a heading tells apart what belongs together. */
export interface SearchOption {
  readonly value: string;
  readonly words: string;
  readonly heading?: string;
}

interface SearchFieldProps {
  readonly label: string;
  readonly options: readonly SearchOption[];
  /** States what is chosen; empty where nothing is. */
  readonly value: string;
  readonly placeholder?: string;
  readonly className?: string;
  readonly name?: string;
  readonly isInvalid?: boolean;
  readonly describedBy?: string;
  /** States what is typed at first, where it opens by being typed into. */
  readonly initial?: string;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly onChange: (value: string) => void;
}

/**
 * Chooses one of many things by some letters of its words. What is typed stands until something is chosen by it, or
 * stays with a sentence; Escape leaves what was chosen before.
 */
export function SearchField(props: SearchFieldProps) {
  const {
    label,
    options,
    value,
    placeholder,
    className = '',
    name,
    isInvalid = false,
    describedBy,
    initial,
    inputRef,
    onChange,
  } = props;
  const chosen = options.find((option) => option.value === value) ?? null;
  const [typed, setTyped] = useState<string | null>(initial ?? null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const matches = useMemo(() => matching(options, typed), [options, typed]);
  const reference = useRef<HTMLInputElement>(null);
  const { refs, floatingStyles } = useFloating({
    strategy: 'fixed',
    placement: 'bottom-start',
    whileElementsMounted: autoUpdate,
    middleware: [
      offset(2),
      flip({ padding: 8 }),
      size({
        padding: 8,
        apply({ rects, availableHeight, elements }) {
          Object.assign(elements.floating.style, {
            minWidth: `${rects.reference.width}px`,
            maxHeight: `${Math.max(120, Math.min(availableHeight, 320))}px`,
          });
        },
      }),
    ],
  });
  useLayoutEffect(() => reference.current?.setCustomValidity(refusal ?? ''), [refusal]);
  const reset = () => {
    setTyped(null);
    setRefusal(null);
  };
  const choose = (option: SearchOption) => {
    reset();
    if (option.value !== value) onChange(option.value);
  };
  const box = useCombobox<SearchOption>({
    items: [...matches],
    initialIsOpen: initial !== undefined,
    initialHighlightedIndex: initial === undefined ? -1 : 0,
    itemToString: (option) => option?.words ?? '',
    // While something is typed nothing is chosen yet, so that what was chosen before can be chosen again.
    selectedItem: typed === null ? chosen : null,
    inputValue: typed ?? chosen?.words ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && choose(selectedItem),
    stateReducer(state, { type, changes }) {
      // Leaving the field chooses only what its words name: not what happens to be highlighted.
      if (type === useCombobox.stateChangeTypes.InputBlur) return { ...changes, selectedItem: state.selectedItem };
      // Enter takes the first of what is found.
      if (type === useCombobox.stateChangeTypes.InputChange) return { ...changes, highlightedIndex: 0 };
      return changes;
    },
  });
  /** Chooses what has been typed means; why not, where that is nothing or not clear. */
  const settle = (text: string): string | null => {
    const same = options.filter(({ words }) => plain(words) === plain(text));
    const candidates = same.length > 0 ? same : matching(options, text);
    if (text.trim() === '') reset();
    else if (candidates.length === 1) choose(candidates[0]!);
    else if (candidates.length > 1)
      return severalAreMeant(
        text,
        candidates.map(({ words }) => words),
      );
    else return t('fields.unknownName', { text });
    return null;
  };
  const leave = () => setRefusal(typed === null ? null : settle(typed));
  useCommitOnUnmount({
    text: typed ?? '',
    isOpen: typed !== null && typed.trim() !== '',
    take: () => settle(typed ?? ''),
  });

  return (
    <span className={`search-field ${className}`}>
      <Form.Control
        size="sm"
        {...box.getInputProps({
          ref: (element: HTMLInputElement | null) => {
            reference.current = element;
            refs.setReference(element);
            if (typeof inputRef === 'function') inputRef(element);
            else if (inputRef) inputRef.current = element;
          },
          onFocus: (event) => initial === undefined && event.currentTarget.select(),
          onBlur: leave,
          onChange: (event) => {
            setTyped(event.currentTarget.value);
            setRefusal(null);
          },
          onClick: () => !box.isOpen && box.openMenu(),
          onKeyDown: (event) => {
            if (event.key === 'Escape') {
              if (box.isOpen) event.stopPropagation();
              reset();
            }
            if (event.key === 'Enter' && box.isOpen) event.preventDefault();
            // Going on by keyboard takes what is highlighted, as Enter does; leaving by a click takes only what is clear.
            const highlighted = typed !== null && typed.trim() !== '' ? matches[box.highlightedIndex] : undefined;
            if (event.key === 'Tab' && box.isOpen && highlighted) choose(highlighted);
          },
        })}
        name={name}
        aria-label={label}
        aria-labelledby={undefined}
        aria-invalid={isInvalid || refusal !== null}
        aria-describedby={describedBy}
        placeholder={placeholder}
        autoComplete="off"
        spellCheck={false}
      />
      <ul
        {...box.getMenuProps({ ref: refs.setFloating, 'aria-label': label }, { suppressRefError: true })}
        aria-labelledby={undefined}
        className="search-menu"
        style={floatingStyles}
        hidden={!box.isOpen}
      >
        {box.isOpen &&
          matches.map((option, index) => (
            <li
              key={option.value}
              {...box.getItemProps({ item: option, index })}
              className={`search-option ${box.highlightedIndex === index ? 'is-highlighted' : ''} ${option.value === value ? 'is-chosen' : ''}`}
              data-heading={option.heading !== matches[index - 1]?.heading ? option.heading : undefined}
            >
              {option.words}
            </li>
          ))}
        {box.isOpen && matches.length === 0 && <li className="search-none">{t('fields.noMatch')}</li>}
      </ul>
      {refusal && (
        <small className="refusal" role="alert">
          {refusal}
        </small>
      )}
    </span>
  );
}

/** Those whose words, or whose heading, have all that is typed; those that begin with it first. */
export function matching(options: readonly SearchOption[], typed: string | null): readonly SearchOption[] {
  if (typed === null || typed.trim() === '') return options;
  const parts = plain(typed).split(' ');
  const matches = options.filter(({ words, heading = '' }) => {
    const text = `${plain(words)} ${plain(heading)}`;
    return parts.every((part) => text.includes(part));
  });
  const begins = (option: SearchOption) => plain(option.words).startsWith(plain(typed));
  return [...matches.filter(begins), ...matches.filter((option) => !begins(option))];
}

function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().trim().replace(/\s+/g, ' ');
}

/** At most so many names are named where several are meant. */
const MOST_NAMED = 3;

function severalAreMeant(text: string, names: readonly string[]): string {
  return names.length > MOST_NAMED
    ? t('fields.manyMatch', { text, count: names.length })
    : t('fields.severalMatch', { text, names: listOf(names, 'comma') });
}
