import { beatsToNumber } from '../../units';
import { barOf, barStart, type RiffNote } from '../../riff';
import { notesInBar, type StruckBar } from '../../timeline';
import { toPlayedBar } from '../practice-bar';
import type { RiffToLearn } from '../riff-to-learn';
import type { Workpiece } from '../workpiece';

/** Which notes of a riff are played, and in which of its bars. */
export interface RiffStretch {
  /** Bars of the riff from 0, a pickup being -1; the last is played too. */
  readonly from: number;
  readonly to: number;
  /** Notes by their places in the riff; all where none are named. */
  readonly notes?: ReadonlySet<number>;
}

/** The first bar of a riff, its pickup where it has one. */
export function firstBarOf(matter: RiffToLearn): number {
  return -lead(matter);
}

/**
 * Gives the bar of a riff in which a note stands, from 0; its pickup is -1.
 */
export function barOfNote(matter: RiffToLearn, place: number): number {
  const { named } = matter.riff;
  const at = beatsToNumber(matter.worked.notes[place]?.at ?? 0);
  return barOf(at, { ...named, meterBeats: named.meter.beats }) - 1;
}

/** Plays bars of a riff, as they stand in the song but for what is left out. */
export function riffBars(
  work: Workpiece,
  matter: RiffToLearn,
  { from, to, notes }: RiffStretch,
): readonly StruckBar[] {
  const { name, riff, worked, goalBpm } = matter;
  const { meter, pickup } = riff.named;
  const frame = { meterBeats: meter.beats, ...(pickup !== undefined && { pickup }) };
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, index) => {
    const bar = from + index;
    const beats = bar < 0 ? (pickup ?? meter.beats) : meter.beats;
    const start = beatsToNumber(barStart(frame, bar + lead(matter)));
    const isLeft = (note: RiffNote): boolean =>
      notes === undefined ||
      worked.notes.some(
        (one, place) =>
          notes.has(place) &&
          one.string === note.string &&
          Math.abs(beatsToNumber(one.at) - start - beatsToNumber(note.at)) < 1e-9,
      );
    const own = notesInBar(riff, bar).filter(isLeft);
    const under = chordsUnder(work, name, bar);
    const chords = under.length > 0 && bar >= 0 ? under : [{ chord: '-', beat: 1, beats }];
    const played = toPlayedBar({ number: index + 1, beats, chords }, { ...work, meter }, goalBpm);
    return { ...played, riff: { name, bar, from: 0, until: beats, notes: own } };
  });
}

/** Bars that a riff's pickup comes before. */
function lead({ riff }: RiffToLearn): number {
  return riff.named.pickup === undefined ? 0 : 1;
}

/** The chords the song has where a bar of the riff first comes; silence where it comes nowhere. */
function chordsUnder({ timeline }: Workpiece, name: string, bar: number): StruckBar['chords'] {
  const found = timeline.occurrences
    .flatMap((one) => one.bars)
    .find(({ riffs = [] }) => riffs.some((one) => one.name === name && one.bar === bar));
  return found?.chords ?? [];
}
