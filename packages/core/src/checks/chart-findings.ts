import { readChart, writeChart } from '../chart';
import type { ChartFault, Section, SongDocument } from '../song';
import { createFinding, type CheckCode, type Finding, type FindingPlace } from './finding';

/** Faults of the chart that are findings too, so that they hold an assignment back or are kept with a reason. */
const CHART_CHECKS: ReadonlySet<string> = new Set<ChartFault['code'] & CheckCode>([
  'bar-fill',
  'bar-ledger',
  'repeat-scope',
  'map-cover',
]);

/** All bars written in a section, in the order of the text. */
function writtenIds({ bars, endings = [], differences = [] }: Section): readonly string[] {
  const more = [...endings, ...differences].flatMap((one) => one.bars);
  return [...bars, ...more].map((bar) => bar.id);
}

/** A fault of the map is told there, whatever section it is about. */
function wordsOf({ code }: ChartFault, section: Section | undefined): string {
  return code === 'map-cover' || !section ? 'the map' : section.name;
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
  return readChart(text, song)
    .faults.filter(({ code }) => CHART_CHECKS.has(code))
    .map((fault) => {
      const { code, line, message, detail, bar } = fault;
      const section = song.sections[fault.section ?? -1];
      const place: FindingPlace = section ? { kind: 'section', id: section.id } : { kind: 'map' };
      const barId = section && bar !== undefined ? [writtenIds(section)[bar] ?? bar] : [];
      return createFinding(code as CheckCode, {
        ...{ place, at: wordsOf(fault, section), message, cause: [...barId, ...detail] },
        formerCause: `${message} ${lines[line - 1] ?? ''}`,
      });
    });
}
