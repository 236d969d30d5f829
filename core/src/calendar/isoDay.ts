/** A day of the calendar as ISO 8601 text, for example `2026-03-14`. Sorts correctly as text. */
export type Day = string;
