import { settledFrame, type SongDocument } from '../song';
import { handFor } from '../steps';
import type { Finding, Severity } from './finding';
import { frameFindings, keyFindings } from './frame-findings';
import { gripFindings } from './grip-findings';
import { inventoryFindings } from './inventory-findings';

const WEIGHT: Readonly<Record<Severity, number>> = { fault: 0, doubt: 1, note: 2 };

/**
 * Finds everything Harvu notices about a song, faults first; empty for a song that is in order.
 *
 * @example
 * findingsOf(EMPTY_SONG) // []
 */
export function findingsOf(song: SongDocument): readonly Finding[] {
  const { tuning, capo } = settledFrame(song.frame);
  const all = [
    ...frameFindings(song),
    ...gripFindings(song, { setup: { tuning, capo }, hand: handFor(song) }),
    ...inventoryFindings(song),
    ...keyFindings(song),
  ];
  return [...all].sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
}
