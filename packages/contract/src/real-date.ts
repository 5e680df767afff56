const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

/** Tells whether a text is a day of the calendar, such as "2026-02-28"; "2026-02-30" is not. */
export function isRealDate(text: string): boolean {
  const match = DAY.exec(text);
  if (!match) return false;
  const [year, month, day] = match.slice(1).map(Number) as [number, number, number];
  const date = new Date(Date.UTC(year, month - 1, day));
  return year >= 1900 && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}
