import { transposeChordName } from '../chord';
import {
  barBeats,
  barChords,
  mapOf,
  parentsOf,
  sectionBars,
  sectionNamed,
  settledFrame,
  type Bar,
  type BarChord,
  type Layer,
  type MapEntry,
  type PatternUse,
  type Section,
  type SongDocument,
} from '../song';
import { seconds, type Bpm, type Seconds } from '../units';
import { partsOf, type Part, type Parts } from './letters';

/** A bar as it is played: its chords, its length, and where it starts. */
export interface PlayedBar {
  readonly id: string;
  /** Its number in the section, from 1, counted on through all passes. */
  readonly number: number;
  /** Its number in its own pass, from 1. */
  readonly inPass: number;
  readonly chords: readonly BarChord[];
  readonly beats: number;
  readonly startsAt: Seconds;
}

/** One block of the ribbon: a section where it comes in the song, with all its passes. */
export interface Occurrence {
  readonly section: string;
  /** Its place on the map, from 0. */
  readonly entry: number;
  readonly part: Part;
  readonly name: string;
  readonly bars: readonly PlayedBar[];
  readonly tempo: Bpm;
  /** The layer the recording plays it in; all there is, if none is said. */
  readonly layer?: Layer;
  /** The name of the pattern it is played with. */
  readonly pattern?: string;
  readonly patternUses: readonly PatternUse[];
  readonly semitones: number;
  readonly startsAt: Seconds;
  readonly lasts: Seconds;
}

/** A song from its first bar to its last. */
export interface Playing {
  readonly occurrences: readonly Occurrence[];
  readonly lasts: Seconds;
  readonly barCount: number;
}

const MOST_BARS = 5000;

interface WrittenBar {
  readonly bar: Bar;
  readonly inPass: number;
}

/** The passes of an entry; its own repeats begin the section's endings again, "once" is the last pass alone. */
function passesOf({ times }: Section, entry: MapEntry): readonly number[] {
  if (entry.once) return Array<number>(entry.times).fill(times);
  return Array.from({ length: times * entry.times }, (_, index) => (index % times) + 1);
}

function passBars(song: SongDocument, section: Section, entry: MapEntry): readonly WrittenBar[] {
  return passesOf(section, entry).flatMap((pass) =>
    sectionBars(song, section, pass).map((bar, place) => ({ bar, inPass: place + 1 })),
  );
}

/** A derived section that says nothing of its hand is played like its parent. */
function handOf(song: SongDocument, section: Section): Pick<Occurrence, 'pattern' | 'patternUses'> {
  const teller = [section, ...parentsOf(song, section)].find(
    (one) => one.pattern !== undefined || one.patternUses,
  );
  const { pattern, patternUses = [] } = teller ?? section;
  return { ...(pattern !== undefined && { pattern }), patternUses };
}

function transposed(chords: readonly BarChord[], semitones: number): readonly BarChord[] {
  return chords.map((one) => ({ ...one, chord: transposeChordName(one.chord, semitones) }));
}

class Player {
  private time = 0;
  private count = 0;

  constructor(
    private readonly song: SongDocument,
    private readonly parts: Parts,
  ) {}

  play(entry: MapEntry, place: number): Occurrence | undefined {
    const section = sectionNamed(this.song, entry.section);
    const part = section && this.parts.bySection.get(section.id);
    if (!section || !part) return undefined;
    const startsAt = seconds(this.time);
    const tempo = entry.tempo ?? settledFrame(this.song.frame).tempo;
    const semitones = entry.semitones ?? 0;
    const written = passBars(this.song, section, entry).slice(0, MOST_BARS - this.count);
    const bars = written.map((one, index) => this.playBar(one, { index, tempo, semitones }));
    const layer = entry.layer ?? section.layer;
    return {
      ...{ section: section.id, entry: place, part, name: section.name },
      ...{ bars, tempo, semitones, startsAt },
      ...(layer !== undefined && { layer }),
      ...handOf(this.song, section),
      lasts: seconds(this.time - startsAt),
    };
  }

  private playBar(
    { bar, inPass }: WrittenBar,
    at: { readonly index: number; readonly tempo: Bpm; readonly semitones: number },
  ): PlayedBar {
    const pickup = this.count === 0 ? this.song.frame.pickup : undefined;
    const meterBeats = pickup ?? settledFrame(this.song.frame).meter.beats;
    const beats = barBeats(bar, meterBeats);
    const startsAt = seconds(this.time);
    this.time += (beats * 60) / at.tempo;
    this.count += 1;
    const chords = transposed(barChords(bar, meterBeats), at.semitones);
    return { id: bar.id, number: at.index + 1, inPass, chords, beats, startsAt };
  }
}

/**
 * Plays a song through its map: every occurrence with its bars and start times. Sections the map
 * names but nobody wrote are left out; at most 5,000 bars are played.
 *
 * @example
 * playingOf(readChart('tempo: 60\nmeter: 3/4\n[A] x2\n| G | D |').song).lasts // 12
 */
export function playingOf(song: SongDocument, parts: Parts = partsOf(song)): Playing {
  const player = new Player(song, parts);
  const occurrences = mapOf(song).flatMap((entry, place) => player.play(entry, place) ?? []);
  const last = occurrences.at(-1);
  return {
    occurrences,
    lasts: seconds(last ? last.startsAt + last.lasts : 0),
    barCount: occurrences.reduce((sum, one) => sum + one.bars.length, 0),
  };
}
