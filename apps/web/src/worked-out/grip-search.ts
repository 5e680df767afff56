import { parseChordName } from '@harvu/core/chord';
import { findGrips, type FoundGrip } from '@harvu/core/fretboard';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import { handFor } from '@harvu/core/player';

const OFFERED = 8;

/** What grips somebody wants to see. */
export interface GripWishes {
  readonly noBarre: boolean;
  readonly thumb: boolean;
  /** Grips that colour the name, too. */
  readonly colours: boolean;
}

/** Finds the easiest grips for a chord of a song; none for a name that is no chord. */
export function findGripsFor(
  song: SongDocument,
  name: string,
  wishes: GripWishes = { noBarre: false, thumb: false, colours: false },
): readonly FoundGrip[] {
  const parsed = parseChordName(name);
  if (!parsed) return [];
  const setup = settledFrame(song);
  return findGrips({ name: parsed, setup, hand: handFor(song), count: OFFERED, ...wishes });
}
