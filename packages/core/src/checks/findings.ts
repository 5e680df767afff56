import { USUAL_CONVENTIONS, type Conventions } from '../conventions';
import { settledFrame, type SongDocument } from '../song';
import { handFor } from '../player';
import { chartFindings } from './chart-findings';
import { clockFindings } from './clock-findings';
import { doubtFindings } from './doubt-findings';
import type { Finding, Severity } from './finding';
import { frameFindings, keyFindings } from './frame-findings';
import { gripFindings } from './grip-findings';
import { inventoryFindings } from './inventory-findings';
import { mapFindings } from './map-findings';
import { patternFindings } from './pattern-findings';
import { riffFindings } from './riff-findings';
import { rightsFindings } from './rights-findings';
import { sameFindings } from './same-findings';
import { soundFindings } from './sound-findings';

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
  const { tuning, capo, down } = settledFrame(song);
  const all = [
    ...chartFindings(song),
    ...frameFindings(song),
    ...gripFindings(song, { setup: { tuning, capo, down }, hand: handFor(song), conventions }),
    ...inventoryFindings(song),
    ...patternFindings(song),
    ...riffFindings(song),
    ...sameFindings(song),
    ...soundFindings(song),
    ...clockFindings(song),
    ...keyFindings(song),
    ...doubtFindings(song),
    ...mapFindings(song),
    ...rightsFindings(song),
  ];
  return [...all].sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
}
