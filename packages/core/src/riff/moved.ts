import type { RiffNote } from './note';

const HIGHEST_FRET = 24;

/**
 * Moves all notes of a riff by some semitones: along their strings, over to the next where a string ends.
 * `open` are the notes of the open strings, low to high, as MIDI numbers; a note the neck does not have is
 * left out.
 *
 * @example
 * movedNotes(readRiff('1: 0 3', { meterBeats: 4, strings: 6 }).notes, 2, openNotes(STANDARD_TUNING)).map((one) => one.fret) // [2, 5]
 */
export function movedNotes(
  notes: readonly RiffNote[],
  by: number,
  open: readonly number[],
): readonly RiffNote[] {
  if (by === 0) return notes;
  const taken = new Map<string, Set<number>>();
  return notes.flatMap((note) => {
    const own = taken.get(String(note.at)) ?? new Set<number>();
    taken.set(String(note.at), own);
    const moved = movedNote(note, { by, open, taken: own });
    if (moved) own.add(moved.string);
    return moved ?? [];
  });
}

/** Where a note lies that sounds some semitones elsewhere: on its string, else on the nearest that has it free. */
function movedNote(
  note: RiffNote,
  {
    by,
    open,
    taken,
  }: {
    readonly by: number;
    readonly open: readonly number[];
    readonly taken: ReadonlySet<number>;
  },
): RiffNote | undefined {
  if (note.how === 'dead') return note;
  const soundOf = (string: number): number => open[open.length - string] ?? 0;
  const sounds = soundOf(note.string) + note.fret + by;
  const [place] = open
    .map((_, index) => ({ string: index + 1, fret: sounds - soundOf(index + 1) }))
    .filter(({ string, fret }) => fret >= 0 && fret <= HIGHEST_FRET && !taken.has(string))
    .sort((a, b) => Math.abs(a.string - note.string) - Math.abs(b.string - note.string));
  return place && { ...note, ...place };
}
