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
  /** All its notes as they are written. */
  readonly notes: readonly RiffNote[];
  /** The open strings it is played on, low to high, as MIDI numbers. */
  readonly open: readonly number[];
}

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

function barRiff(
  laid: LaidRiff,
  {
    bar,
    riff,
    played,
  }: { readonly bar: PlayedBar; readonly riff: SongRiff; readonly played: Layer },
): BarRiff | undefined {
  const { meter, pickup = 0 } = riff.named;
  if (meter.unit !== bar.meter.unit) return undefined;
  const notes = notesHeard(notesInBar(riff, laid.bar, laid.semitones), played);
  const from = laid.bar < 0 ? Math.max(0, bar.beats - pickup) : 0;
  const placed = notes
    .map((one) => ({ ...one, at: addFrom(one.at, from) }))
    .filter((one) => beatsToNumber(one.at) < bar.beats);
  // Where all of a bar is optional, the pattern goes on.
  if (placed.length === 0 && notes.length < notesInBar(riff, laid.bar, laid.semitones).length)
    return undefined;
  return { name: laid.name, bar: laid.bar, from, notes: placed };
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
  return { named, bars: Math.max(0, bars - lead), notes, open: openNotes(tuning) };
}
