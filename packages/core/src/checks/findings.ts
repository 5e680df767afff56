import { USUAL_CONVENTIONS, type Conventions } from '../fretboard';
import { settledFrame, type SongDocument } from '../song';
import { handFor } from '../steps';
import type { Finding, Severity } from './finding';
import { frameFindings, keyFindings } from './frame-findings';
import { gripFindings } from './grip-findings';
import { inventoryFindings } from './inventory-findings';
import { patternFindings } from './pattern-findings';

const WEIGHT: Readonly<Record<Severity, number>> = { fault: 0, doubt: 1, note: 2 };

/**
 * Finds everything Harvu notices about a song, faults first, in the reader's words for strings and
 * frets; empty for a song that is in order.
 *
 * @example
 * findingsOf(EMPTY_SONG) // []
 */
export function findingsOf(
  song: SongDocument,
  conventions: Conventions = USUAL_CONVENTIONS,
): readonly Finding[] {
  const { tuning, capo } = settledFrame(song.frame);
  const all = [
    ...frameFindings(song),
    ...gripFindings(song, { setup: { tuning, capo }, hand: handFor(song), conventions }),
    ...inventoryFindings(song),
    ...patternFindings(song),
    ...keyFindings(song),
  ];
  return [...all].sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
}
