import { soundingStrings } from '../fretboard';
import { pickedOver, type Pattern, type PickingHand, type Slot, type Strum } from '../rhythm';
import { sectionNamed, settledFrame, type Layer, type SongDocument } from '../song';
import {
  barsInLayer,
  clicksOf,
  isSilence,
  occurrenceOf,
  secondsAt,
  songPatterns,
  stretchOf,
  strokesIn,
  timelineOf,
  type BarStrokes,
  type Occurrence,
  type Stretch,
  type Stroke,
  type TimedClick,
} from '../timeline';
import { seconds, type Seconds } from '../units';
import { songGrips } from './song-grips';

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

/** All that is to be heard of a stretch: strokes, clicks, and how long it lasts. */
export interface Expected {
  readonly strokes: readonly ExpectedStroke[];
  readonly clicks: readonly TimedClick[];
  readonly seconds: Seconds;
}

/** What of a song is looked at, and how it is played. */
export interface ExpectedRequest {
  /** A section as it first comes; the whole map where none is named. */
  readonly section?: string;
  readonly layer?: Layer;
  /** The tempo of the song; other tempos on the map move with it. */
  readonly bpm?: number;
  /** Bars of what is looked at, from 1. */
  readonly from?: number;
  readonly to?: number;
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

/** Hears strokes one after the other; the chord before and what was picked over a grip live here. */
class Hearer {
  private readonly sounding: ReadonlyMap<string, readonly number[]>;
  private readonly all: readonly number[];
  private readonly picking: PickingHand;
  private readonly picked = new Map<string, Pattern>();
  private before = '-';

  constructor(song: SongDocument) {
    const { tuning, picking } = settledFrame(song.frame);
    this.picking = picking;
    this.all = tuning.map((_, place) => tuning.length - place);
    this.sounding = new Map(songGrips(song).map(({ name, grip }) => [name, soundingStrings(grip)]));
  }

  hear(stroke: Stroke, struck: BarStrokes | undefined, atS: Seconds): ExpectedStroke {
    const { chord } = stroke;
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

function occurrencesOf(song: SongDocument, name: string | undefined): readonly Occurrence[] {
  const { occurrences } = timelineOf(song);
  if (name === undefined) return occurrences;
  const section = sectionNamed(song, name);
  const first = occurrences.find((one) => one.section === section?.id);
  return first ? [first] : section ? [occurrenceOf(song, section)] : [];
}

function stretchFor(song: SongDocument, request: ExpectedRequest): Stretch {
  const { section, layer = 'full', from = 1, to = Infinity } = request;
  const patterns = songPatterns(song);
  const bars = occurrencesOf(song, section).flatMap((one) => barsInLayer(one, layer, patterns));
  return stretchOf(bars.slice(from - 1, to));
}

/**
 * Lists what is to be heard of a song, in seconds from the first bar that is looked at: every stroke with
 * its strings and chord as the layer plays it, and every click. Empty for a section nobody wrote.
 *
 * @example
 * expectedOf(readChart('tempo: 60\n[A]\n| G | D |').song, { layer: 'bare' }).strokes.map((one) => one.atS) // [0, 4]
 */
export function expectedOf(song: SongDocument, request: ExpectedRequest = {}): Expected {
  const stretch = stretchFor(song, request);
  const slower = settledFrame(song.frame).tempo / (request.bpm ?? settledFrame(song.frame).tempo);
  const hearer = new Hearer(song);
  const strokes = strokesIn(stretch)
    .flat()
    .flatMap((stroke) => {
      const laid = stretch.bars[stroke.bar];
      if (!laid) return [];
      return [hearer.hear(stroke, laid.bar.struck, seconds(secondsAt(laid, stroke.at) * slower))];
    });
  const clicks = clicksOf(stretch).map((one) => ({ ...one, atS: seconds(one.atS * slower) }));
  return { strokes, clicks, seconds: seconds(stretch.lasts * slower) };
}
