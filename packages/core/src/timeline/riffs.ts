import type { RiffNote } from '../riff';
import { barStart, movedNotes, readRiff, riffFrameOf, type RiffBars } from '../riff';
import { openNotes, type Tuning } from '../pitch';
import { LAYERS, settledFrame, type Layer, type NamedRiff, type SongDocument } from '../song';
import { beatsToNumber, subtractBeats, type Beats } from '../units';
import type { BarRiff, LaidRiff, PlayedBar } from './bar';

/** A riff of a song, read, as its bars are played. */
export interface SongRiff {
  readonly named: NamedRiff;
  /** Without its pickup. */
  readonly bars: number;
  /** How long it is from its first beat, its pickup with it. */
  readonly beats: number;
  /** All its notes as they are written. */
  readonly notes: readonly RiffNote[];
  /** The open strings it is played on, low to high, as MIDI numbers. */
  readonly open: readonly number[];
}

/** How a note is brought in by the fretting hand alone. */
const ON_HELD: ReadonlySet<RiffNote['how']> = new Set([
  ...(['hammered', 'pulled off', 'slid up', 'slid down'] as const),
]);

/** What was asked of a riff before is asked again for every bar. */
const remembered = new WeakMap<SongRiff, Map<string, readonly RiffNote[]>>();

/**
 * Gives the notes of one bar of a riff, from 0, its pickup being -1, moved by some semitones as far as the
 * neck has them; each with its place from the start of the bar.
 *
 * @example
 * notesInBar(songRiffs({ ...EMPTY_SONG, riffs: [{ name: 'a', meter: { beats: 4, unit: 4, groups: [4] }, body: '3: 2 4 | 5' }] }).a, 1).map((one) => one.fret) // [5]
 */
export function notesInBar(riff: SongRiff, bar: number, semitones = 0): readonly RiffNote[] {
  const { named, open, notes } = riff;
  const frame: RiffBars = riffFrameOf(named, open.length);
  const place = bar + (named.pickup === undefined ? 0 : 1);
  const [from, until] = [barStart(frame, place), barStart(frame, place + 1)];
  return once(riff, `${bar} ${semitones}`, () =>
    once(riff, `all ${semitones}`, () => movedNotes(notes, semitones, open))
      .filter((one) => isWithin(one.at, [from, until]))
      .map((one) => ({ ...one, at: subtractBeats(one.at, from) })),
  );
}

/** Gives the riffs of a song by name. */
export function songRiffs(song: SongDocument): Readonly<Record<string, SongRiff>> {
  const { tuning } = settledFrame(song);
  return Object.fromEntries(
    (song.riffs ?? []).map((riff) => [riff.name, songRiff(riff, tuning)] as const),
  );
}

/** What a bar plays of its riffs in a layer: in place of strokes, and beside them by another guitar. */
export function riffsInLayer(
  bar: PlayedBar,
  played: Layer,
  { riffs, part }: { readonly riffs: Readonly<Record<string, SongRiff>>; readonly part?: string },
): { readonly riff?: BarRiff; readonly beside?: BarRiff } {
  const heard = (bar.riffs ?? []).filter((one) => isHeardIn(one, played));
  const find = (isOwn: boolean): BarRiff | undefined =>
    heard
      .filter((one) => (one.part === undefined || one.part === part) === isOwn)
      .flatMap((one) => {
        const riff = riffs[one.name];
        return (riff && barRiff(one, { bar, riff, played })) ?? [];
      })
      .at(0);
  const [riff, beside] = [find(true), find(false)];
  return { ...(riff && { riff }), ...(beside && { beside }) };
}

function once(riff: SongRiff, key: string, make: () => readonly RiffNote[]): readonly RiffNote[] {
  const known = remembered.get(riff) ?? new Map<string, readonly RiffNote[]>();
  remembered.set(riff, known);
  const notes = known.get(key) ?? make();
  known.set(key, notes);
  return notes;
}

function isWithin(at: Beats, [from, until]: readonly [Beats, Beats]): boolean {
  const beat = beatsToNumber(at);
  return beat >= beatsToNumber(from) - 1e-9 && beat < beatsToNumber(until) - 1e-9;
}

function isHeardIn({ layer }: LaidRiff, played: Layer): boolean {
  return LAYERS.indexOf(played) >= LAYERS.indexOf(layer);
}

/** What is optional sounds in the ornaments layer only; the note before it is held instead. */
function notesHeard(notes: readonly RiffNote[], played: Layer): readonly RiffNote[] {
  return played === 'ornaments' ? notes : notes.filter((one) => !one.optional);
}

interface RiffInBar {
  readonly bar: PlayedBar;
  readonly riff: SongRiff;
  readonly played: Layer;
}

function barRiff(laid: LaidRiff, { bar, riff, played }: RiffInBar): BarRiff | undefined {
  if (riff.named.meter.unit !== bar.meter.unit) return undefined;
  const {
    notes: all,
    from,
    until,
  } = laid.into === undefined
    ? wholeBar(laid, riff, bar)
    : setOnBeat({ ...laid, into: laid.into }, riff, bar);
  const notes = notesHeard(all, played).filter((one) => beatsToNumber(one.at) < bar.beats);
  // Where all of a bar is optional, the pattern goes on; what is long over is no part of it.
  if (until <= from || (notes.length === 0 && all.length > 0)) return undefined;
  const span = isHeldOver(riff) ? { from: until, until } : { from, until };
  return { name: laid.name, bar: laid.bar, ...span, notes };
}

/** The notes that fall in a bar, and which of its beats they take. */
type NotesInBar = Pick<BarRiff, 'from' | 'until' | 'notes'>;

/** A bar of the riff for a bar of the song; its pickup at the end of the bar before. */
function wholeBar(laid: LaidRiff, riff: SongRiff, bar: PlayedBar): NotesInBar {
  const { meter, pickup = 0 } = riff.named;
  const isPickup = laid.bar < 0;
  const from = isPickup ? Math.max(0, bar.beats - pickup) : 0;
  const notes = notesInBar(riff, laid.bar, laid.semitones).map((one) => ({
    ...one,
    at: addFrom(one.at, from),
  }));
  return { notes, from, until: isPickup ? bar.beats : Math.min(bar.beats, meter.beats) };
}

/** What falls in a bar of a riff that was set on a beat. */
function setOnBeat(
  { into, semitones }: LaidRiff & { readonly into: number },
  riff: SongRiff,
  { beats }: PlayedBar,
): NotesInBar {
  const all = once(riff, `all ${semitones}`, () => movedNotes(riff.notes, semitones, riff.open));
  const notes = all
    .filter((one) => isWithin(one.at, [into, into + beats]))
    .map((one) => ({ ...one, at: subtractBeats(one.at, into) }));
  return { notes, from: Math.max(0, -into), until: Math.min(beats, riff.beats - into) };
}

/** Of hammered, pulled and slid notes alone: they lie over a chord that is held, and silence no stroke. */
function isHeldOver({ notes }: SongRiff): boolean {
  return notes.length > 0 && notes.every(({ how }) => ON_HELD.has(how));
}

function addFrom(at: Beats, from: number): Beats {
  return from === 0 ? at : subtractBeats(at, -from);
}

/**
 * Reads a riff of a song for playing; what cannot be read of it is left out.
 */
function songRiff(named: NamedRiff, tuning: Tuning): SongRiff {
  const { notes, bars } = readRiff(named.body, riffFrameOf(named, tuning.length));
  const lead = named.pickup === undefined ? 0 : 1;
  const beats = beatsToNumber(barStart(riffFrameOf(named, tuning.length), bars));
  return { named, bars: Math.max(0, bars - lead), beats, notes, open: openNotes(tuning) };
}
