import { findKey, transposeChordName, withoutTag, type TimedChord } from '../chord';
import { openNotes, type Tuning } from '../pitch';
import { movedNotes, readRiff, riffFrameOf, writeRiff } from '../riff';
import { guessedNames, settledFrame, type NamedRiff, type SongDocument } from '../song';
import { withChords } from './chord-edits';
import type { Edit } from './song-command';

/** What sounds moves with the capo under the shapes, and so does the key that was stated. */
export function withCapoUnderShapes(song: SongDocument, capo: number): SongDocument {
  const { key } = song.frame;
  const moved = capo - (song.frame.capo ?? 0);
  return {
    ...song,
    frame: {
      ...song.frame,
      capo,
      ...(key !== undefined && { key: transposeChordName(key, moved) }),
    },
  };
}

/**
 * The sound stays where it was, or is some semitones higher: other shapes, for which no grip has been chosen yet,
 * spelled by the key they come to stand in; riffs go along the neck with them.
 */
export function withCapoUnderSounds(
  song: SongDocument,
  { capo, higher = 0 }: Pick<Edit<'move-capo'>, 'capo' | 'higher'>,
): SongDocument {
  const { tuning, capo: before } = settledFrame(song);
  const moved = before + higher - capo;
  const { key } = song.frame;
  // Other chords would make another guess of what they are called by.
  const names = song.frame.names ?? guessedNames(song);
  const frame = {
    ...song.frame,
    capo,
    ...(names && { names }),
    ...(key !== undefined && { key: transposeChordName(key, higher) }),
  };
  if (moved === 0) return { ...song, frame };
  const { best } = findKey(writtenChords(song));
  const shapeKey = best && transposeChordName(best.name, moved);
  const shapes = withChords(song, (name) =>
    // Grips are chosen anew, so a second grip of a chord goes with the first.
    withoutTag(transposeChordName(name, moved, shapeKey)),
  );
  const riffs = song.riffs?.map((riff) => withRiffMoved(riff, moved, tuning));
  const anyGrips = song.anyGrips?.map((name) => transposeChordName(name, moved, shapeKey));
  return { ...shapes, grips: [], frame, ...(riffs && { riffs }), ...(anyGrips && { anyGrips }) };
}

/** Every chord that is written, by how much of its bar it takes. */
function writtenChords(song: SongDocument): readonly TimedChord[] {
  const bars = song.sections.flatMap((section) => section.bars);
  return bars.flatMap(({ chords }) => chords.map(({ name, span }) => ({ name, beats: span })));
}

/** A riff some semitones along the neck; the notes that the neck does not have are left out. */
function withRiffMoved(riff: NamedRiff, by: number, tuning: Tuning): NamedRiff {
  const frame = riffFrameOf(riff, tuning.length);
  const read = readRiff(riff.body, frame);
  const notes = movedNotes(read.notes, by, openNotes(tuning));
  return { ...riff, body: writeRiff({ ...read, notes }, frame) };
}
