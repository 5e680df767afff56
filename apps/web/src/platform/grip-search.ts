import { parseChordName } from '@harvu/core/chord';
import { findGrips, type FoundGrip } from '@harvu/core/fretboard';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import { handFor } from '@harvu/core/steps';

const OFFERED = 6;

/** Finds the easiest grips for a chord of a song; none for a name that is no chord. */
export function findGripsFor(song: SongDocument, name: string): readonly FoundGrip[] {
  const parsed = parseChordName(name);
  if (!parsed) return [];
  return findGrips({
    name: parsed,
    setup: settledFrame(song.frame),
    hand: handFor(song),
    count: OFFERED,
  });
}
