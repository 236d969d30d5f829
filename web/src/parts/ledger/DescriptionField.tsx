import { autoUpdate, flip, offset, size, useFloating } from '@floating-ui/react-dom';
import { planOf, minorUnitsIn, writeFigure, type EarlierEntry } from '@haushalt/core';
import { useCombobox } from 'downshift';
import { useMemo, type Ref } from 'react';
import Form from 'react-bootstrap/Form';
import { nameOf, t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { beginsLike, signOf, suggestionsFor } from './draft.ts';

interface DescriptionFieldProps {
  readonly value: string;
  readonly earlier: readonly EarlierEntry[];
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly isInvalid: boolean;
  readonly describedBy: string;
  readonly onChange: (value: string) => void;
  /** An earlier entry was chosen by its description. */
  readonly onChoose: (earlier: EarlierEntry) => void;
}

/** Shows what an entry was for: any words, completed from earlier entries. Enter takes the first of those that begin so. */
export function DescriptionField(props: DescriptionFieldProps) {
  const { value, earlier, inputRef, isInvalid, describedBy, onChange, onChoose } = props;
  const { document } = useSessionState();
  const plan = planOf(document);
  const suggestions = useMemo(() => suggestionsFor(value, earlier), [value, earlier]);
  const { refs, floatingStyles } = useFloating({
    strategy: 'fixed',
    placement: 'bottom-start',
    whileElementsMounted: autoUpdate,
    middleware: [
      offset(2),
      flip({ padding: 8 }),
      size({
        padding: 8,
        apply({ rects, elements }) {
          Object.assign(elements.floating.style, { minWidth: `${rects.reference.width}px` });
        },
      }),
    ],
  });
  const box = useCombobox<EarlierEntry>({
    items: suggestions,
    itemToString: (each) => each?.what ?? '',
    inputValue: value,
    selectedItem: null,
    onInputValueChange: ({ inputValue, type }) => {
      if (type === useCombobox.stateChangeTypes.InputChange) onChange(inputValue);
    },
    onSelectedItemChange: ({ selectedItem }) => selectedItem && onChoose(selectedItem),
    stateReducer(_state, { type, changes }) {
      if (type === useCombobox.stateChangeTypes.InputBlur) return { ...changes, selectedItem: null };
      // What begins like an earlier one is at hand; anything else is left as it is typed.
      if (type === useCombobox.stateChangeTypes.InputChange)
        return { ...changes, highlightedIndex: beginsLike(changes.inputValue ?? '', earlier) ? 0 : -1 };
      return changes;
    },
  });
  const isOpen = box.isOpen && suggestions.length > 0 && value.trim() !== '';
  const asLine = (each: EarlierEntry) =>
    each.line === ''
      ? t('entries.toAccount', { account: document.accounts.get(each.toAccount)?.name ?? '' })
      : (nameOf(document, each.line) ?? '');
  const asAmount = (each: EarlierEntry) =>
    writeFigure((each.amount * signOf(each, document)) / minorUnitsIn(document), 'money', plan);

  return (
    <span className="search-field">
      <Form.Control
        size="sm"
        {...box.getInputProps({
          ref: (element: HTMLInputElement | null) => {
            refs.setReference(element);
            if (typeof inputRef === 'function') inputRef(element);
            else if (inputRef) inputRef.current = element;
          },
          onFocus: (event) => event.currentTarget.select(),
          onKeyDown: (event) => {
            if (event.key === 'Escape' && isOpen) event.stopPropagation();
            if (event.key === 'Enter') {
              if (isOpen && box.highlightedIndex >= 0) event.preventDefault();
              else {
                // There is nothing to choose: the key is the form's.
                Object.assign(event.nativeEvent, { preventDownshiftDefault: true });
                box.closeMenu();
              }
            }
            // Moving on takes what was typed as it is.
            if (event.key === 'Tab') box.closeMenu();
          },
        })}
        name="what"
        aria-label={t('entries.description')}
        aria-labelledby={undefined}
        aria-invalid={isInvalid}
        aria-describedby={describedBy}
        maxLength={200}
        autoComplete="off"
      />
      <ul
        {...box.getMenuProps(
          { ref: refs.setFloating, 'aria-label': t('entries.suggestions') },
          { suppressRefError: true },
        )}
        aria-labelledby={undefined}
        className="search-menu suggestion-menu"
        style={floatingStyles}
        hidden={!isOpen}
      >
        {isOpen &&
          suggestions.map((each, index) => (
            <li
              key={each.what}
              {...box.getItemProps({ item: each, index })}
              className={`search-option suggestion ${box.highlightedIndex === index ? 'is-highlighted' : ''}`}
            >
              <span>{each.what}</span>
              <small>{[asLine(each), asAmount(each)].filter((part) => part !== '').join(' · ')}</small>
            </li>
          ))}
      </ul>
    </span>
  );
}
