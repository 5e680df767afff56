import { changeKey } from '../change';
import { addBeats, beatsToNumber, type Beats } from '../units';
import type { PlayedBar } from './bar';
import type { Stretch } from './stretch';

/** A written chord where it sounds, in beats from the start of a stretch. */
export interface ChordSpan {
  readonly chord: string;
  /** Index of its bar in the stretch, from 0. */
  readonly bar: number;
  /** Beats from the start of its bar, exact. */
  readonly at: Beats;
  readonly from: number;
  readonly until: number;
  readonly isSilent: boolean;
  /** Struck once and left ringing. */
  readonly isHit: boolean;
  /** Written as held over the bar line: it is not struck again. */
  readonly isHeld: boolean;
  /** The chord before is the same and went on to here; one strum serves both. */
  readonly isSame: boolean;
  /** A riff is played in its place: the grip is not held. */
  readonly isRiff: boolean;
}

/**
 * Tells whether a written chord is no chord: silence or "N.C.".
 *
 * @example
 * isSilence('N.C.') // true
 */
export function isSilence(chord: string): boolean {
  return chord === '-' || chord === 'N.C.';
}

/**
 * Lists every written chord of a stretch with when it sounds, bar by bar. Empty for no bars.
 *
 * @example
 * chordSpans(stretchOf([])) // []
 */
export function chordSpans({ bars }: Stretch): readonly (readonly ChordSpan[])[] {
  let before = '-';
  return bars.map(({ bar, from }, index) =>
    bar.chords.map(({ chord, beat, beats, hit, held }) => {
      const at = addBeats(beat, -1);
      const span: ChordSpan = {
        chord,
        bar: index,
        at,
        from: from + beatsToNumber(at),
        until: from + beatsToNumber(addBeats(at, beats)),
        isSilent: isSilence(chord),
        isHit: hit === true,
        isHeld: held === true,
        isSame: chord === before && !isSilence(chord),
        isRiff: isUnderRiff(bar, beatsToNumber(at), beatsToNumber(addBeats(at, beats))),
      };
      before = chord;
      return span;
    }),
  );
}

/** Anything with chords in order. */
interface Chorded {
  readonly chords: readonly { readonly chord: string }[];
  readonly beats?: number;
  /** Where a riff takes the whole bar, its chords are not held. */
  readonly riff?: { readonly from: number; readonly until: number };
}

/** Two chords that follow each other. */
export interface ChordChange {
  readonly from: string;
  readonly to: string;
}

/**
 * Lists the chords of some bars in order, silences left out and a chord that goes on counted once.
 *
 * @example
 * chordRow([]) // []
 */
export function chordRow(bars: readonly Chorded[]): readonly string[] {
  const chords = bars.flatMap((bar) => (isTaken(bar) ? [] : bar.chords.map((one) => one.chord)));
  return chords
    .filter((chord) => !isSilence(chord))
    .filter((chord, index, all) => chord !== all[index - 1]);
}

/**
 * Gives bars as they are with their optional chords; the same bars where there are none.
 *
 * @example
 * withOrnaments([]) // []
 */
export function withOrnaments<Bar extends Pick<PlayedBar, 'chords' | 'ornamented'>>(
  bars: readonly Bar[],
): readonly Bar[] {
  if (!bars.some((one) => one.ornamented)) return bars;
  return bars.map((one) => (one.ornamented ? { ...one, chords: one.ornamented } : one));
}

/**
 * Lists the distinct changes of some bars, in the order they first come; silences are passed over.
 *
 * @example
 * changesOf([]) // []
 */
export function changesOf(bars: readonly Chorded[]): readonly ChordChange[] {
  const row = chordRow(bars);
  const changes = new Map<string, ChordChange>();
  row.slice(1).forEach((to, index) => {
    const from = row[index] ?? to;
    changes.set(changeKey({ from, to }), { from, to });
  });
  return [...changes.values()];
}

/** Whether a chord is over before the riff that is played in its place. */
function isUnderRiff({ riff, beats }: Chorded, from: number, until: number): boolean {
  if (!riff || from < riff.from) return false;
  return until <= riff.until || riff.until >= (beats ?? 0);
}

function isTaken({ riff, beats = 0 }: Chorded): boolean {
  return riff?.from === 0 && riff.until >= beats;
}
