import { readChart, writeChart, type ChartFault, type SongDocument } from '../song';
import { createFinding, type CheckCode, type Finding } from './finding';

/** Faults of the chart that are findings too, so that they hold an assignment back or are kept with a reason. */
const CHART_CHECKS: ReadonlySet<string> = new Set<ChartFault['code'] & CheckCode>([
  'bar-fill',
  'bar-ledger',
  'repeat-scope',
  'map-cover',
]);

const HEAD = /^\[([^\][=]+?)\s*(?:=[^\]]*)?\]/;

/** The section a line of the chart stands in. */
function sectionAt(lines: readonly string[], line: number): string {
  const head = lines.slice(0, line).findLast((one) => HEAD.test(one));
  return HEAD.exec(head ?? '')?.[1] ?? 'the map';
}

/**
 * Finds what does not add up in the chart: beats in bars, stated counts, repeats, the map. Empty when
 * all is in order.
 *
 * @example
 * chartFindings(readChart('[A]\n| G . . |').song).map((one) => one.code) // ['bar-fill']
 */
export function chartFindings(song: SongDocument): readonly Finding[] {
  const text = writeChart(song);
  const lines = text.split('\n');
  return readChart(text)
    .faults.filter(({ code }) => CHART_CHECKS.has(code))
    .map(({ code, line, message }) => {
      const at = code === 'map-cover' ? 'the map' : sectionAt(lines, line);
      const cause = `${message} ${lines[line - 1] ?? ''}`;
      return createFinding(code as CheckCode, { at, message, cause });
    });
}
