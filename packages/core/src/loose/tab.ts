const TAB_LINE = /^\s*(?:[A-Ga-g][#b]?)?\s*[|:]?[-\d|hpbrx/\\~()^*=. ]{6,}$/;
const LEAST_DASHES = 4;
/** What an editor makes of two dashes. */
const LONG_DASHES = /[–—−]/g;
/** A string's letter, a bar line and dashes say it, however few there are. */
const LETTERED = /^\s*[A-Ga-g][#b]?\s*\|[-\d|hpbrx/\\~()^*=. ]*-[-\d|hpbrx/\\~()^*=. ]*$/;

/**
 * Tells whether a line is a string of tab: it has dashes and frets. One without dashes is not looked at any closer.
 *
 * @example
 * isTabLine('e|---0---2---|') // true
 * @example
 * isTabLine('e|–––0–––2–––|') // true
 * @example
 * isTabLine('G - D - Em - C') // false
 */
export function isTabLine(typed: string): boolean {
  const line = typed.replaceAll(LONG_DASHES, '-');
  const dashes = line.split('-', LEAST_DASHES + 1).length - 1;
  return LETTERED.test(line) || (dashes >= LEAST_DASHES && TAB_LINE.test(line));
}
