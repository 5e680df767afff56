import type { Tuning } from '@harvu/core/pitch';
import type { Report } from '../report';
import { PartReader, type ReadMeasure } from './measures';
import type { ScorePart } from './parts';

const MOST_BARS = 2000;
const GUITAR = /guit|gtr|gitar|chitarra|\btab\b/i;

/** A part that was read. */
export interface PartRead {
  readonly part: ScorePart;
  readonly measures: readonly ReadMeasure[];
  readonly strings: { readonly tuning: Tuning | undefined; readonly capo: number | undefined };
  readonly tabNotes: number;
}

export function readPart(part: ScorePart, report: Report): PartRead {
  const reader = new PartReader(report);
  const measures = part.measures.slice(0, MOST_BARS).map((one, at) => reader.read(one, at));
  const tabNotes = measures.reduce(
    (sum, one) => sum + one.notes.filter(({ string, fret }) => string && fret !== undefined).length,
    0,
  );
  return { part, measures, strings: reader.strings, tabNotes };
}

/** The part whose notes become riffs: the one that is asked for, has tab, or is a guitar by its name. */
export function chosenPart(
  parts: readonly PartRead[],
  asked: string | undefined,
): PartRead | undefined {
  if (asked !== undefined)
    return parts.find(({ part }) => part.id === asked || part.name === asked);
  const [tabbed] = parts.toSorted((a, b) => b.tabNotes - a.tabNotes);
  if (tabbed && tabbed.tabNotes > 0) return tabbed;
  const guitar = parts.find(({ part }) => GUITAR.test(part.name));
  // A melody by itself is what one has come for.
  const isAlone = parts.length === 1 && parts[0]?.measures.every((one) => one.chords.length === 0);
  return guitar ?? (isAlone ? parts[0] : undefined);
}

export function notesOf({ measures }: PartRead): number {
  return measures.reduce((sum, { notes }) => sum + notes.length, 0);
}
