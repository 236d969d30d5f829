import { radioKeys, radioTab } from './radioKeys.ts';

interface SegmentsProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly words: string; readonly title?: string }[];
  readonly onChange: (value: T) => void;
}

/** Chooses one of a few things that stand side by side. */
export function Segments<T extends string>({ label, value, options, onChange }: SegmentsProps<T>) {
  return (
    <div className="segments" role="radiogroup" tabIndex={-1} aria-label={label} onKeyDown={radioKeys}>
      {options.map((option) => (
        <button
          key={option.value}
          type="button"
          role="radio"
          aria-checked={value === option.value}
          tabIndex={radioTab(
            value === option.value,
            options.some((other) => other.value === value),
          )}
          title={option.title}
          onClick={() => onChange(option.value)}
        >
          {option.words}
        </button>
      ))}
    </div>
  );
}
