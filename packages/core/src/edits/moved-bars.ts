import { transposeChordName } from '../chord';
import { HELD, type Bar } from '../song';

/** Names that are no chord move nowhere. */
const UNMOVED = new Set([HELD, '-']);

/**
 * Gives written bars as they sound where their section is moved so many semitones up.
 *
 * @example
 * movedBars(readBars('| G |', 0).bars.map(({ bar }) => bar), 2)[0].chords[0].name // 'A'
 */
export function movedBars(bars: readonly Bar[], semitones: number): readonly Bar[] {
  return semitones === 0 ? bars : bars.map((bar) => withNames(bar, (one) => moved(one, semitones)));
}

/**
 * Gives bars as they are to be written, from how they sound where their section is moved; a chord that
 * `written` has keeps the name it has there.
 *
 * @example
 * writtenBars(readBars('| A |', 0).bars.map(({ bar }) => bar), 2, [])[0].chords[0].name // 'G'
 */
export function writtenBars(
  sounding: readonly Bar[],
  semitones: number,
  written: readonly Bar[],
): readonly Bar[] {
  if (semitones === 0) return sounding;
  const known = new Map(
    written.flatMap(({ chords }) => chords.map(({ name }) => [moved(name, semitones), name])),
  );
  return sounding.map((bar) =>
    withNames(bar, (name) => known.get(name) ?? moved(name, -semitones)),
  );
}

function moved(name: string, semitones: number): string {
  return UNMOVED.has(name) ? name : transposeChordName(name, semitones);
}

function withNames(bar: Bar, toName: (name: string) => string): Bar {
  return { ...bar, chords: bar.chords.map((mark) => ({ ...mark, name: toName(mark.name) })) };
}
