import { parseDay, weekdayOf, type Day } from '@harvu/core/day';

/** Days of a column, and whether the order of day and month had to be guessed. */
export interface FoundDays {
  readonly days: readonly (Day | null)[];
  readonly isGuessed: boolean;
}

const WRITTEN = /^(\d{1,4})[./ -]+(\d{1,2})[./ -]+(\d{1,4})\.?$/;
const CENTURY = 2000;

const two = (part: number): string => String(part).padStart(2, '0');

type Parts = readonly [first: number, second: number, third: number];

/**
 * Reads the days of a column: 2026-12-24, 24.12.2026, 12/24/26. Which of two small numbers is the month is told by
 * the others of the column; where none tells, a slash between Americans' own order cannot be known: the day is
 * taken to come first, and that is said. Null for what is no day.
 *
 * @example
 * readDays(['24.12.2026']).days // ['2026-12-24']
 * @example
 * readDays(['12/24/2026', '12/04/2026']).days // ['2026-12-24', '2026-12-04']
 */
export function readDays(cells: readonly string[]): FoundDays {
  const all = cells.map(partsOf);
  const open = all.filter((parts): parts is Parts => parts !== null && parts[0] <= 31);
  const isMonthFirst =
    open.some(([, second]) => second > 12) && !open.some(([first]) => first > 12);
  const isGuessed =
    !isMonthFirst &&
    open.length > 0 &&
    !open.some(([first]) => first > 12) &&
    cells.some((cell) => cell.includes('/')) &&
    open.some(([first, second]) => first !== second);
  const days = all.map((parts) => {
    if (!parts) return null;
    const [first, second, third] = parts;
    if (first > 31) return dayOf(first, second, third);
    return isMonthFirst ? dayOf(third, first, second) : dayOf(third, second, first);
  });
  return { days, isGuessed };
}

const LANGUAGES = ['en', 'de', 'nl', 'fr', 'es', 'it', 'da', 'sv', 'pl', 'pt'];
/** A Monday. */
const MONDAY = Date.UTC(2026, 10, 23);
const DAY_MS = 86_400_000;

let known: ReadonlyMap<string, number> | undefined;

/**
 * Reads a weekday, Monday being 0: its name or the beginning of it in ten languages, or a day of the calendar.
 * Null for what is none.
 *
 * @example
 * readWeekday('Donnerstag') // 3
 * @example
 * readWeekday('Thur') // 3
 */
export function readWeekday(cell: string): number | null {
  known ??= weekdayWords();
  const word = cell.trim().toLowerCase().replace(/\.$/, '');
  if (word === '') return null;
  const exact = known.get(word) ?? known.get(word.replace(/s$/, ''));
  if (exact !== undefined) return exact;
  const day = parseDay(word);
  if (day) return weekdayOf(day);
  const begun = word.length >= 3 ? [...known].find(([name]) => name.startsWith(word)) : undefined;
  return begun?.[1] ?? null;
}

const NOON = 12;

/**
 * Reads a time of day, as "16:30": 16.30, 16h30, 1630, 4:30 pm, 9. Null for what is none.
 *
 * @example
 * readTime('4:30 pm') // '16:30'
 * @example
 * readTime('25:00') // null
 */
export function readTime(cell: string): string | null {
  const said = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(?:h|uhr)?\s*([ap])?\.?\s*m?\.?$/i.exec(
    cell.trim(),
  );
  if (!said) return null;
  const [, hours = '', minutes = '0', half] = said;
  const hour = half
    ? (Number(hours) % NOON) + (half.toLowerCase() === 'p' ? NOON : 0)
    : Number(hours);
  return hour < 24 && Number(minutes) < 60 ? `${two(hour)}:${two(Number(minutes))}` : null;
}

/**
 * Reads yes or no, as people tick it; null for what is neither.
 *
 * @example
 * readYes('x') // true
 * @example
 * readYes('nein') // false
 */
export function readYes(cell: string): boolean | null {
  const word = cell.trim().toLowerCase();
  if (/^(y|yes|true|1|x|✓|✔|j|ja|oui|si|sí|sim|tak)$/.test(word)) return true;
  return /^(n|no|false|0|-|nein|nee|non|não|nie|)$/.test(word) ? false : null;
}

function dayOf(year: number, month: number, day: number): Day | null {
  const full = year < 100 ? CENTURY + year : year;
  return parseDay(`${String(full).padStart(4, '0')}-${two(month)}-${two(day)}`) ?? null;
}

function partsOf(cell: string): Parts | null {
  const [, first = '', second, third = ''] = WRITTEN.exec(cell.trim()) ?? [];
  // A year has two figures at least.
  return Math.max(first.length, third.length) > 1 && (first.length > 2 || third.length > 1)
    ? [Number(first), Number(second), Number(third)]
    : null;
}

function weekdayWords(): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  for (const style of ['long', 'short'] as const)
    for (const language of LANGUAGES) {
      const format = new Intl.DateTimeFormat(language, { weekday: style, timeZone: 'UTC' });
      for (let day = 0; day < 7; day += 1) {
        const word = format
          .format(new Date(MONDAY + day * DAY_MS))
          .toLowerCase()
          .replace(/\.$/, '');
        if (!found.has(word)) found.set(word, day);
      }
    }
  return found;
}
