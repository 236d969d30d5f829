/**
 * The letter or digit of a key, in lower case, whatever Alt makes of it: on some keyboards Alt and R write ®. Where the key
 * writes a letter of its own, as on keyboards laid out otherwise, that is the one. Other keys keep their name.
 */
export function letterOf({ key, code }: { readonly key: string; readonly code?: string }): string {
  if (/^[a-z0-9]$/i.test(key)) return key.toLowerCase();
  const place = /^(?:Key([A-Z])|Digit(\d))$/.exec(code ?? '');
  return place ? (place[1]?.toLowerCase() ?? place[2]!) : key;
}
