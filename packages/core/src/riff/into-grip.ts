import { changeBetween, type Change, type Finger, type Hand, type HeldGrip } from '../fretboard';
import { beatsToNumber } from '../units';
import type { RiffFinger } from './left-hand';
import type { RiffNote } from './note';

/** Notes with the fingers that fret them. */
export interface FingeredNotes {
  readonly notes: readonly RiffNote[];
  readonly fingers: readonly RiffFinger[];
}

/** Fingers that stay between a riff and a grip, and how the hand gets from one to the other. */
export type IntoGrip = Pick<Change, 'moves' | 'seconds'> & {
  /** What stays, to be said and drawn: each finger with its string and fret. */
  readonly stays: readonly {
    readonly finger: Finger;
    readonly string: number;
    readonly fret: number;
  }[];
};

/**
 * Works out how the hand gets from the end of a riff into a grip, or from a grip into its beginning:
 * fingers that stay are kept down.
 *
 * @example
 * intoGrip({ notes: [], fingers: [] }, { grip: parseGrip('022000'), fingers: undefined }, { hand: USUAL_HAND, isOut: true }).stays // []
 */
export function intoGrip(
  riff: FingeredNotes,
  held: HeldGrip,
  { hand, isOut }: { readonly hand: Hand; readonly isOut: boolean },
): IntoGrip {
  const strings = held.grip.length;
  const note = heldAt(riff, strings, isOut);
  const [from, to] = isOut ? [note, held] : [held, note];
  const { moves, seconds } = changeBetween(from, to, { hand });
  const stays = moves.flatMap(({ does, finger, to: place }) =>
    does === 'stays' && place ? [{ finger, string: strings - place.place, fret: place.fret }] : [],
  );
  return { moves, seconds, stays };
}

/** What the hand still holds at the end of a riff, or first holds in it, as if it were a grip. */
function heldAt({ notes, fingers }: FingeredNotes, strings: number, isEnd: boolean): HeldGrip {
  const fretted = notes.flatMap((note, index) =>
    note.fret > 0 && note.how !== 'dead' ? [{ note, finger: fingers[index] ?? null }] : [],
  );
  const beats = fretted.map(({ note }) => beatsToNumber(note.at));
  const at = isEnd ? Math.max(...beats) : Math.min(...beats);
  const own = fretted.filter(({ note }) => beatsToNumber(note.at) === at);
  const grip: (number | null)[] = Array<number | null>(strings).fill(null);
  const held: Finger[] = Array<Finger>(strings).fill(null);
  for (const { note, finger } of own) {
    grip[strings - note.string] = note.fret;
    held[strings - note.string] = finger === 0 ? null : finger;
  }
  return { grip: grip, fingers: held };
}
