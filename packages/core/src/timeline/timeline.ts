import { tagOf, transposeChordName, withoutTag } from '../chord';
import {
  barBeats,
  barChords,
  HELD,
  linesOf,
  mapOf,
  meterOf,
  MOST_PLAYED_BARS,
  handOf,
  otherGripsOf,
  riffUsesOf,
  passesOf,
  sectionBars,
  sectionNamed,
  settledFrame,
  temposOf,
  type Bar,
  type BarChord,
  withoutOptional,
  type Layer,
  type MapEntry,
  type NamedRiff,
  type PatternUse,
  type RiffUse,
  type Section,
  type SongDocument,
  type Tempos,
} from '../song';
import { seconds, type Seconds } from '../units';
import type { LaidRiff, PlayedBar } from './bar';
import { secondsInto, type BentTempo } from './tempo';

/** One block of the ribbon: a section where it comes in the song, with all its passes. */
export interface Occurrence extends Tempos {
  readonly section: string;
  /** Its place on the map, from 0. */
  readonly entry: number;
  readonly name: string;
  readonly bars: readonly PlayedBar[];
  /** The layer the recording plays it in; all there is, if none is said. */
  readonly layer?: Layer;
  /** The name of the pattern it is played with. */
  readonly pattern?: string;
  readonly patternUses: readonly PatternUse[];
  readonly semitones: number;
  /** The cue it goes round to; how often it does is only what is likely. */
  readonly until?: string;
  readonly fade?: true;
  readonly sometimes?: true;
  readonly startsAt: Seconds;
  readonly lasts: Seconds;
}

/** A song from its first bar to its last, exactly as it is played. */
export interface Timeline {
  readonly occurrences: readonly Occurrence[];
  readonly lasts: Seconds;
  readonly barCount: number;
}

/** A bar by its number in its pass, and how many beats of the pass are over there since another bar of it began. */
interface BarInPass {
  readonly inPass: number;
  readonly into: (first: number) => number;
}

interface WrittenBar {
  readonly bar: Bar;
  readonly inPass: number;
}

/** The riffs of a song by name, for the sections that use some. */
class RiffLayer {
  private readonly byName: ReadonlyMap<string, NamedRiff>;

  constructor(riffs: readonly NamedRiff[]) {
    this.byName = new Map(riffs.map((riff) => [riff.name, riff]));
  }

  /** What is laid over a bar, and over the bar before it where a pickup leads into it. */
  at(
    uses: readonly RiffUse[],
    { inPass, into }: BarInPass,
    semitones: number,
  ): readonly LaidRiff[] {
    return uses.flatMap((use) => {
      const riff = this.byName.get(use.riff);
      if (riff && use.beat !== undefined)
        return this.onBeat({ ...use, beat: use.beat }, riff, { inPass, into, semitones });
      const bar = riff && riffBarAt(use, riff, inPass);
      return bar === undefined ? [] : [this.laid(use, bar, semitones)];
    });
  }

  /** A riff that was set on a beat, in each bar from there on; where it is over, nothing falls in it. */
  private onBeat(
    use: RiffUse & { readonly beat: number },
    riff: NamedRiff,
    { inPass, into, semitones }: BarInPass & { readonly semitones: number },
  ): readonly LaidRiff[] {
    const first = use.bars?.from ?? 1;
    const over = into(first) - (use.beat - 1);
    if (inPass < first || over >= (barsOfRiff(riff) + 1) * riff.meter.beats) return [];
    return [{ ...this.laid(use, inPass - first, semitones), into: over }];
  }

  pickupsInto(next: readonly LaidRiff[] | undefined): readonly LaidRiff[] {
    return (next ?? [])
      .filter(({ into }) => into === undefined)
      .filter(({ name, bar }) => bar === 0 && this.byName.get(name)?.pickup !== undefined)
      .map((one) => ({ ...one, bar: -1 }));
  }

  private laid({ riff, layer = 'full', part }: RiffUse, bar: number, semitones: number): LaidRiff {
    return { name: riff, bar, semitones, layer, ...(part !== undefined && { part }) };
  }
}

/** Which grip each chord is held by: the bar's own word, else the section's; one that nobody wrote moved is the plain one. */
class GripChoice {
  private readonly given: ReadonlySet<string>;
  private bySection: ReadonlyMap<string, string> = new Map();

  constructor(private readonly song: SongDocument) {
    this.given = new Set(song.grips.map(({ name }) => name));
  }

  enter(section: Section): void {
    const others = otherGripsOf(this.song, section);
    this.bySection = new Map(others.map((name) => [withoutTag(name), name]));
  }

  chosen(chord: string, semitones: number): string {
    const name = transposeChordName(this.bySection.get(chord) ?? chord, semitones);
    const isMoved = semitones !== 0 && tagOf(name) !== undefined;
    return isMoved && !this.given.has(name) ? withoutTag(name) : name;
  }
}

/** Plays bars one after the other; what is only known on the way lives here. */
class Player {
  private time = 0;
  private count = 0;
  /** The chord that sounds on into the next bar. */
  private sounding = '-';
  private readonly riffs: RiffLayer;
  private readonly grips: GripChoice;

  /** `pickup` is how many beats the very first bar has, where it is not a whole one. */
  constructor(
    private readonly song: SongDocument,
    private readonly pickup?: number,
  ) {
    this.riffs = new RiffLayer(song.riffs ?? []);
    this.grips = new GripChoice(song);
  }

  /** All bars, once they are known, with the pickups that lead from section to section. */
  joined(occurrences: readonly Occurrence[]): readonly Occurrence[] {
    return occurrences.map((one, index) => {
      const [next] = occurrences[index + 1]?.bars ?? [];
      const last = one.bars.at(-1);
      const pickups = this.riffs.pickupsInto(next?.riffs);
      if (!last || pickups.length === 0) return one;
      const joined = { ...last, riffs: [...(last.riffs ?? []), ...pickups] };
      return { ...one, bars: [...one.bars.slice(0, -1), joined] };
    });
  }

  play(section: Section, entry: MapEntry, place: number): Occurrence {
    this.grips.enter(section);
    const startsAt = seconds(this.time);
    const tempos = temposOf(this.song, section, entry);
    const written = writtenBars(this.song, section, {
      passes: passesOf(section, entry),
      most: MOST_PLAYED_BARS - this.count,
    });
    const { semitones = 0, until, fade, sometimes } = entry;
    const bars = this.playBars(section, { written, tempos, semitones });
    const layer = entry.layer ?? section.layer;
    return {
      section: section.id,
      entry: place,
      name: section.name,
      bars,
      semitones,
      startsAt,
      ...tempos,
      ...(layer !== undefined && { layer }),
      ...(until !== undefined && { until }),
      ...(fade && { fade }),
      ...(sometimes && { sometimes }),
      ...handOf(this.song, section),
      lasts: seconds(this.time - startsAt),
    };
  }

  private playBars(
    section: Section,
    {
      written,
      tempos,
      semitones,
    }: {
      readonly written: readonly WrittenBar[];
      readonly tempos: Tempos;
      readonly semitones: number;
    },
  ): readonly PlayedBar[] {
    const meter = meterOf(this.song, section);
    const { feel } = settledFrame(this.song);
    const lengths = written.map(({ bar }, index) => {
      const own = this.count + index === 0 ? this.pickup : undefined;
      return own ?? (bar.meter ?? meter).beats;
    });
    const beats = written.map(({ bar }, index) => barBeats(bar, lengths[index] ?? meter.beats));
    // A beat of another unit keeps its length on paper, in a bar as in a section.
    const each = written.map(({ bar }) => meter.unit / (bar.meter ?? meter).unit);
    const counted = beats.map((one, index) => one * (each[index] ?? 1));
    const bend: BentTempo = { ...tempos, beats: counted.reduce((sum, one) => sum + one, 0) };
    const startsAt = this.time;
    const riffUses = riffUsesOf(this.song, section);
    let intoBend = 0;
    /** Beats of a bar's own from the start of another of the same pass. */
    const intoFrom =
      (index: number) =>
      (first: number): number => {
        const from = written.findLastIndex((one, at) => at <= index && one.inPass === first);
        return beats.slice(Math.max(0, from), index).reduce((sum, one) => sum + one, 0);
      };
    const played = written.map(({ bar, inPass }, index) => {
      const length = beats[index] ?? meter.beats;
      const played: PlayedBar = {
        id: bar.id,
        number: index + 1,
        inPass,
        ...(bar.line && { line: true as const }),
        meter: bar.meter ?? meter,
        beats: length,
        feel,
        bend,
        intoBend,
        ...(each[index] !== 1 && { sectionBeats: each[index] ?? 1 }),
        ...this.chordsOf(bar, lengths[index] ?? meter.beats, semitones),
        ...this.riffsOf(riffUses, { inPass, into: intoFrom(index) }, semitones),
        startsAt: seconds(this.time),
      };
      intoBend += counted[index] ?? length;
      this.time = startsAt + secondsInto(bend, intoBend);
      this.count += 1;
      return played;
    });
    return withPickups(played, this.riffs);
  }

  private riffsOf(
    uses: readonly RiffUse[],
    inPass: BarInPass,
    semitones: number,
  ): Pick<PlayedBar, 'riffs'> {
    const riffs = this.riffs.at(uses, inPass, semitones);
    return riffs.length > 0 ? { riffs } : {};
  }

  private chordsOf(
    bar: Bar,
    meterBeats: number,
    semitones: number,
  ): Pick<PlayedBar, 'chords' | 'ornamented'> {
    const written = barChords(bar, meterBeats);
    const before = this.sounding;
    const chords = this.named(withoutOptional(written), semitones);
    if (!written.some((one) => one.optional)) return { chords };
    const after = this.sounding;
    this.sounding = before;
    const ornamented = this.named(written, semitones);
    this.sounding = after;
    return { chords, ornamented };
  }

  private named(chords: readonly BarChord[], semitones: number): readonly BarChord[] {
    return chords.map((one) => {
      const chord = one.chord === HELD ? this.sounding : this.grips.chosen(one.chord, semitones);
      this.sounding = chord;
      return { ...one, chord };
    });
  }
}

/**
 * Plays a song through its map: every occurrence with its bars and start times. Sections the map
 * names but nobody wrote, or that have no bar, are left out; at most 5,000 bars are played.
 *
 * @example
 * timelineOf(readChart('tempo: 60\nmeter: 3/4\n[A] x2\n| G | D |').song).lasts // 12
 */
export function timelineOf(song: SongDocument): Timeline {
  const player = new Player(song, song.frame.pickup);
  const played = mapOf(song).flatMap((entry, place) => {
    const section = sectionNamed(song, entry.section);
    const one = section && player.play(section, entry, place);
    return one && one.bars.length > 0 ? [one] : [];
  });
  const occurrences = player.joined(played);
  const last = occurrences.at(-1);
  return {
    occurrences,
    lasts: seconds(last ? last.startsAt + last.lasts : 0),
    barCount: occurrences.reduce((sum, one) => sum + one.bars.length, 0),
  };
}

/**
 * Plays one section by itself, as it would stand on the map.
 *
 * @example
 * occurrenceOf(readChart('[A]\n| G |').song, readChart('[A]\n| G |').song.sections[0], { semitones: 2 }).bars[0].chords[0].chord // 'A'
 */
export function occurrenceOf(
  song: SongDocument,
  section: Section,
  entry: Partial<MapEntry> = {},
): Occurrence {
  return new Player(song).play(section, { section: section.name, times: 1, ...entry }, 0);
}

function writtenBars(
  song: SongDocument,
  section: Section,
  { passes, most }: { readonly passes: readonly number[]; readonly most: number },
): readonly WrittenBar[] {
  const written: WrittenBar[] = [];
  for (const pass of passes) {
    if (written.length >= most) break;
    const bars = linesOf(sectionBars(song, section, pass)).flat();
    for (const [place, bar] of bars.entries()) written.push({ bar, inPass: place + 1 });
  }
  return written.slice(0, most);
}

/** Bars that a riff goes round in, without its pickup. */
function barsOfRiff({ body, pickup }: NamedRiff): number {
  return body.split(' | ').length - (pickup === undefined ? 0 : 1);
}

/** Whether a use speaks of a bar of its pass, counted from 1, and which bar of its riff falls there. */
function riffBarAt({ bars }: RiffUse, riff: NamedRiff, inPass: number): number | undefined {
  const { from, to } = bars ?? { from: 1, to: Infinity };
  const count = barsOfRiff(riff);
  if (inPass < from || inPass > to || count < 1) return undefined;
  return (inPass - from) % count;
}

/** Each bar with the pickup that leads into the bar after it; its own riff, if it has one, comes first. */
function withPickups(bars: readonly PlayedBar[], layer: RiffLayer): readonly PlayedBar[] {
  return bars.map((bar, index) => {
    const pickups = layer.pickupsInto(bars[index + 1]?.riffs);
    return pickups.length === 0 ? bar : { ...bar, riffs: [...(bar.riffs ?? []), ...pickups] };
  });
}
