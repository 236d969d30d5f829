// A value is emphasized within a whole sentence, wherever the sentence's language puts it: nothing is joined from parts.

/** Private-use characters around what is emphasized: no catalogue has them. */
const BEGIN = '\uE000';
const END = '\uE001';

/** A value of a message that stands out where the message is shown by `EmphasizedText`. */
export const emphasized = (value: string): string => `${BEGIN}${value}${END}`;

/** A written message with its emphasized values in bold. */
export function EmphasizedText({ text, className }: { readonly text: string; readonly className?: string }) {
  return text
    .split(new RegExp(`${BEGIN}(.*?)${END}`, 'su'))
    .map((part, index) => (index % 2 === 0 ? part : <strong key={index} className={className}>{part}</strong>)); // prettier-ignore
}
