import type { RiffNote } from '../riff';
import { barStart, movedNotes, readRiff, riffFrameOf, type RiffBars } from '../riff';
import { openNotes, type Tuning } from '../pitch';
import { LAYERS, settledFrame, type Layer, type NamedRiff, type SongDocument } from '../song';
import { beatsToNumber, subtractBeats, type Beats } from '../units';
import type { BarRiff, LaidRiff, PlayedBar } from './bar';

/** A riff of a song, read, as its bars are played. */
export interface SongRiff {
  readonly named: NamedRiff;
  readonly bars: number;
  /** All its notes, moved by some semitones, as long as the neck has them. */
  readonly notes: (semitones: number) => readonly RiffNote[];
  /** The notes of one bar, from 0, its pickup -1; each with its place from the start of that bar. */
  readonly notesIn: (bar: number, semitones: number) => readonly RiffNote[];
}

function isWithin(at: Beats, [from, until]: readonly [Beats, Beats]): boolean {
  const beat = beatsToNumber(at);
  return beat >= beatsToNumber(from) - 1e-9 && beat < beatsToNumber(until) - 1e-9;
}

/**
 * Reads a riff of a song for playing; what cannot be read of it is left out.
 *
 * @example
 * songRiff({ name: 'a', meter: { beats: 4, unit: 4, groups: [4] }, body: '3: 2 4 | 5' }, STANDARD_TUNING).notesIn(1, 0).map((one) => one.fret) // [5]
 */
export function songRiff(named: NamedRiff, tuning: Tuning): SongRiff {
  const frame: RiffBars = riffFrameOf(named, tuning.length);
  const read = readRiff(named.body, riffFrameOf(named, tuning.length));
  const lead = named.pickup === undefined ? 0 : 1;
  const byShift = new Map<number, readonly RiffNote[]>([[0, read.notes]]);
  const notes = (semitones: number): readonly RiffNote[] => {
    const moved = byShift.get(semitones) ?? movedNotes(read.notes, semitones, openNotes(tuning));
    byShift.set(semitones, moved);
    return moved;
  };
  const inBars = new Map<string, readonly RiffNote[]>();
  const notesIn = (bar: number, semitones: number): readonly RiffNote[] => {
    const key = `${bar} ${semitones}`;
    const [from, until] = [barStart(frame, bar + lead), barStart(frame, bar + lead + 1)];
    const own =
      inBars.get(key) ??
      notes(semitones)
        .filter((one) => isWithin(one.at, [from, until]))
        .map((one) => ({ ...one, at: subtractBeats(one.at, from) }));
    inBars.set(key, own);
    return own;
  };
  return { named, bars: Math.max(0, read.bars - lead), notes, notesIn };
}

/** Gives the riffs of a song by name. */
export function songRiffs(song: SongDocument): Readonly<Record<string, SongRiff>> {
  const { tuning } = settledFrame(song.frame);
  return Object.fromEntries(
    (song.riffs ?? []).map((riff) => [riff.name, songRiff(riff, tuning)] as const),
  );
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
  const notes = notesHeard(riff.notesIn(laid.bar, laid.semitones), played);
  const from = laid.bar < 0 ? Math.max(0, bar.beats - pickup) : 0;
  const placed = notes
    .map((one) => ({ ...one, at: addFrom(one.at, from) }))
    .filter((one) => beatsToNumber(one.at) < bar.beats);
  // Where all of a bar is optional, the pattern goes on.
  if (placed.length === 0 && notes.length < riff.notesIn(laid.bar, laid.semitones).length)
    return undefined;
  return { name: laid.name, bar: laid.bar, from, notes: placed };
}

function addFrom(at: Beats, from: number): Beats {
  return from === 0 ? at : subtractBeats(at, -from);
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
