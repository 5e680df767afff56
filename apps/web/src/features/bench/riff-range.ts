import type { NoteRange } from '@harvu/core/capo';
import { openNotes } from '@harvu/core/pitch';
import { readRiff, riffFrameOf } from '@harvu/core/riff';
import { settledFrame, type SongDocument } from '@harvu/core/song';

/** The lowest and the highest note a riff sounds; undefined where it has none. */
export function riffRange(song: SongDocument, name: string): NoteRange | undefined {
  const riff = song.riffs?.find((one) => one.name === name);
  if (!riff) return undefined;
  const { tuning, capo } = settledFrame(song);
  const open = openNotes(tuning);
  const notes = readRiff(riff.body, riffFrameOf(riff, tuning.length))
    .notes.filter(({ how }) => how !== 'dead')
    .map(({ string, fret }) => (open[open.length - string] ?? 0) + capo + fret);
  return notes.length === 0 ? undefined : { low: Math.min(...notes), high: Math.max(...notes) };
}
