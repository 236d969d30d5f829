/** Times as people of this browser read them. */
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
const longDay = new Intl.DateTimeFormat(undefined, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });
const time = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' });

/** The day of a moment, such as 5 Mar 2026; ISO 8601 in, this place's time out. */
export const dayOf = (at: string): string => day.format(new Date(at));
export const longDayOf = (at: string): string => longDay.format(new Date(at));
export const timeOf = (at: string): string => time.format(new Date(at));
export const momentOf = (at: string): string => `${dayOf(at)}, ${timeOf(at)}`;

/** A size in words: bytes in, such as `1.2 MB`, out. */
export function sizeOf(bytes: number): string {
  if (bytes < 1000) return `${bytes} B`;
  if (bytes < 1e6) return `${Math.round(bytes / 1000)} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
}
