import { soundingStrings } from '../fretboard';
import { pickedOver, type Pattern, type PickingHand, type Slot, type Strum } from '../rhythm';
import type { RiffNote } from '../riff';
import {
  besideIn,
  isSilence,
  secondsAt,
  strokesIn,
  type BarStrokes,
  type Stretch,
  type Stroke,
} from '../timeline';
import { addBeats, seconds, type Seconds } from '../units';
import type { SongGrip } from './song-grips';

/** A stroke that is to be heard. */
export interface ExpectedStroke {
  readonly atS: Seconds;
  readonly kind: 'down' | 'up' | 'pluck' | 'hit' | 'mute';
  /** String numbers, 1 the thinnest; none for a hit. */
  readonly strings: readonly number[];
  /** The chord that is held, by its shape. */
  readonly chord: string;
  /** The first that sounds a chord other than the one before. */
  readonly chordChange?: true;
}

/** A note of a riff that is to be heard, and how long it lasts. */
export interface HeardNote {
  readonly note: RiffNote;
  readonly lastsS: Seconds;
}

/** A stroke that is to be heard, with where it stands and how it is struck. */
export interface HeardStroke extends ExpectedStroke {
  /** Index of its bar in the stretch, from 0. */
  readonly bar: number;
  /** Beats from the start of the stretch. */
  readonly beat: number;
  readonly what: Slot;
  /** The slot of its pattern; undefined for a single strum or a riff. */
  readonly slot?: number;
  /** What of a riff begins here. */
  readonly notes?: readonly HeardNote[];
}

/** What a stretch is played on: how many strings there are, which fingers pluck which, and the grips by name. */
export interface HearingSetup {
  readonly strings: number;
  readonly picking: PickingHand;
  readonly grips: readonly Pick<SongGrip, 'name' | 'grip'>[];
}

/** Hears strokes one after the other; the chord before and what was picked over a grip live here. */
class Hearer {
  private readonly sounding: ReadonlyMap<string, readonly number[]>;
  private readonly all: readonly number[];
  private readonly picking: PickingHand;
  private readonly picked = new Map<string, Pattern>();
  private before = '-';

  constructor({ strings, picking, grips }: HearingSetup) {
    this.picking = picking;
    this.all = Array.from({ length: strings }, (_, place) => strings - place);
    this.sounding = new Map(grips.map(({ name, grip }) => [name, soundingStrings(grip)]));
  }

  hear(stroke: Stroke, struck: BarStrokes | undefined, atS: Seconds): HeardStroke {
    const { chord, bar, beat, slot } = stroke;
    const what = this.overGrip(stroke, struck);
    // A riff holds no chord: the next one that is held is a change all the same.
    const isHeld = !isSilence(chord) && what.kind !== 'hit' && !stroke.notes;
    const isNew = chord !== this.before && isHeld;
    if (isNew) this.before = chord;
    const strings = this.stringsOf(what, chord);
    return {
      atS,
      kind: stroke.notes?.every((one) => one.how === 'dead') ? 'mute' : kindOf(what),
      strings,
      chord,
      bar,
      beat,
      what,
      ...(slot !== undefined && { slot }),
      ...(isNew && { chordChange: true as const }),
    };
  }

  /** A plucked thumb follows the bass of the grip. */
  private overGrip({ what, slot, chord }: Stroke, struck: BarStrokes | undefined): Slot {
    if (what.kind !== 'pluck' || slot === undefined || !struck) return what;
    const key = `${struck.name ?? ''} ${chord}`;
    const sounding = this.sounding.get(chord) ?? [];
    const over =
      this.picked.get(key) ?? pickedOver(struck.pattern, { hand: this.picking, sounding });
    this.picked.set(key, over);
    return over.slots[slot] ?? what;
  }

  private stringsOf(what: Slot, chord: string): readonly number[] {
    const sounding = this.sounding.get(chord) ?? this.all;
    if (what.kind === 'strum') return brushed(what.sound === 'open' ? this.all : sounding, what);
    return what.kind === 'pluck' ? what.notes.flatMap(({ string }) => string ?? []) : [];
  }
}

/**
 * Hears a stretch as it is played: every stroke with its strings, its chord and its time from the first
 * bar, the thumb on the bass of each grip, the notes of riffs with how long they last. The one reading of
 * what is struck: what is shown, clicked, played and judged is read from it.
 *
 * @example
 * hearStretch(stretchOf([]), { strings: 6, picking: USUAL_PICKING, grips: [] }) // []
 */
export function hearStretch(stretch: Stretch, held: HearingSetup): readonly HeardStroke[] {
  return heardOf(stretch, strokesIn(stretch).flat(), held);
}

/**
 * Hears what another guitar plays beside a stretch; it is heard and nothing more, nobody is taught it here.
 *
 * @example
 * hearBeside(stretchOf([]), { strings: 6, picking: USUAL_PICKING, grips: [] }) // []
 */
export function hearBeside(stretch: Stretch, held: HearingSetup): readonly HeardStroke[] {
  return heardOf(stretch, besideIn(stretch).flat(), held);
}

/** The lower or the higher half of the strings that sound, as the brush meets them. */
function brushed(sounding: readonly number[], { strings }: Strum): readonly number[] {
  const half = Math.ceil(sounding.length / 2);
  const byPitch = [...sounding].sort((a, b) => b - a);
  if (strings === 'low') return byPitch.slice(0, half);
  return strings === 'high' ? byPitch.slice(-half) : byPitch;
}

function kindOf(what: Slot): ExpectedStroke['kind'] {
  if (what.kind === 'strum') return what.sound === 'muted' ? 'mute' : what.direction;
  return what.kind === 'pluck' ? 'pluck' : 'hit';
}

/** Seconds from the first beat of a note to its end, in the tempo of its bar. */
function lastingS(laid: Stretch['bars'][number], { at, beats }: RiffNote): Seconds {
  return seconds(secondsAt(laid, addBeats(at, beats)) - secondsAt(laid, at));
}

/** Hears strokes of a stretch one after the other. */
function heardOf(
  stretch: Stretch,
  strokes: readonly Stroke[],
  held: HearingSetup,
): readonly HeardStroke[] {
  const hearer = new Hearer(held);
  return strokes.flatMap((stroke) => {
    const laid = stretch.bars[stroke.bar];
    if (!laid) return [];
    const heard = hearer.hear(stroke, laid.bar.struck, secondsAt(laid, stroke.at));
    const notes = stroke.notes?.map((note) => ({ note, lastsS: lastingS(laid, note) }));
    return [notes ? { ...heard, notes } : heard];
  });
}
