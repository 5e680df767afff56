import { readChart, writeChart } from '../chart';
import type { ChartFault, Section, SongDocument } from '../song';
import {
  createFinding,
  type Remedy,
  type CheckCode,
  type Finding,
  type FindingPlace,
} from './finding';

/** Faults of the chart that are findings too, so that they hold an assignment back or are kept with a reason. */
const CHART_CHECKS: ReadonlySet<string> = new Set<ChartFault['code'] & CheckCode>([
  'bar-fill',
  'bar-ledger',
  'repeat-scope',
  'map-cover',
]);

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
        place,
        at: wordsOf(fault, section),
        message,
        cause: [...barId, ...detail],
        formerCause: `${message} ${lines[line - 1] ?? ''}`,
        remedies: mapRemedies(song, fault, section),
      });
    });
}

/** What no other check tells, and nobody can play. */
const UNREAD: ReadonlySet<ChartFault['code']> = new Set<ChartFault['code']>([
  ...(['line-unread', 'header-unread', 'grip-unread', 'pattern-unread'] as const),
  ...(['riff-unread', 'section-unread', 'section-twice', 'section-parent', 'map-unread'] as const),
]);

/** Something in a chart that cannot be read, and where it stands. */
export interface Unread {
  readonly code: string;
  readonly at: string;
  readonly message: string;
}

/**
 * Finds what of a chart cannot be read at all; what can be, and does not add up, is for `chartFindings`.
 *
 * @example
 * unreadIn(readChart('[A]\n| G |\nnonsense').song).map(({ code }) => code) // ['line-unread']
 */
export function unreadIn(song: SongDocument): readonly Unread[] {
  return readChart(writeChart(song), song)
    .faults.filter(({ code }) => UNREAD.has(code))
    .map((fault) => ({
      code: fault.code,
      message: fault.message,
      at: song.sections[fault.section ?? -1]?.name ?? 'the head of the chart',
    }));
}

/** All bars written in a section, in the order of the text. */
function writtenIds({ bars, endings = [], differences = [] }: Section): readonly string[] {
  const more = [...endings, ...differences].flatMap((one) => one.bars);
  return [...bars, ...more].map((bar) => bar.id);
}

/** A fault of the map is told there, whatever section it is about. */
function wordsOf({ code }: ChartFault, section: Section | undefined): string {
  return code === 'map-cover' || !section ? 'the map' : section.name;
}

/** What settles a fault of the map: a section that is never played is added or goes, one that is not written is taken off. */
function mapRemedies(
  song: SongDocument,
  { code, detail }: ChartFault,
  section?: Section,
): readonly Remedy[] {
  if (code !== 'map-cover') return [];
  const [what, name] = detail;
  if (what === 'unwritten') {
    const map = song.map.filter((entry) => entry.section !== name);
    return [{ label: 'Take it off the map', commands: [{ kind: 'set-map', map }] }];
  }
  if (what !== 'unplayed' || !section) return [];
  const map = [...song.map, { section: section.name, times: 1 }];
  return [
    { label: 'Add it', commands: [{ kind: 'set-map', map }] },
    { label: 'Delete it', commands: [{ kind: 'drop-section', section: section.id }] },
  ];
}
