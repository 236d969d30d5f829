import { Icon, type IconName } from './Icon.tsx';

interface ToolbarButtonProps {
  readonly icon: IconName;
  /** States what it does: shown beside the icon, or where it stands alone, said. */
  readonly words: string;
  /** States what more there is to say, such as its key. */
  readonly title?: string;
  /** True when the icon stands alone. */
  readonly isBare?: boolean;
  /** For what is switched on and off: whether it is on. */
  readonly isOn?: boolean;
  readonly isDisabled?: boolean;
  readonly onClick: () => unknown;
}

/** A button of a toolbar: an icon with words, or alone where everybody knows it. */
export function ToolbarButton({
  icon,
  words,
  title,
  isBare = false,
  isOn,
  isDisabled = false,
  onClick,
}: ToolbarButtonProps) {
  return (
    <button
      type="button"
      className="tool"
      aria-pressed={isOn}
      aria-label={isBare ? words : undefined}
      title={title ?? (isBare ? words : undefined)}
      disabled={isDisabled}
      // With the mouse it is used from where the keyboard is at work: there it stays.
      onMouseDown={(event) => {
        if (document.activeElement?.matches('[role=grid]')) event.preventDefault();
      }}
      onClick={() => void onClick()}
    >
      <Icon name={icon} />
      {!isBare && ` ${words}`}
    </button>
  );
}
