import { soundingNotes } from '../fretboard';
import { songGrips } from '../player';
import { settledFrame, type SongDocument } from '../song';

/** What each grip of a song sounds, by MIDI numbers, lowest string first. */
export function soundsOf(song: SongDocument): readonly (readonly number[])[] {
  const setup = settledFrame(song);
  return songGrips(song).map(({ grip }) =>
    soundingNotes(grip, setup).flatMap((note) => (note === null ? [] : [note])),
  );
}
