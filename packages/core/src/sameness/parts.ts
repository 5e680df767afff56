import {
  endingRound,
  isDerivable,
  mapOf,
  sectionNamed,
  temposOf,
  type MapEntry,
  type Section,
  type SongDocument,
  type Tempos,
} from '../song';
import {
  occurrenceOf,
  timelineOf,
  type Occurrence,
  type PlayedBar,
  type Timeline,
} from '../timeline';
import type { Bpm } from '../units';

/** A distinct section as it is learned: music that is learnt once, however often it is played. */
export interface Part {
  /** The id of the first section written with this music; moved or in another tempo, with what sets it apart. */
  readonly id: string;
  /** A, B, C in playing order; D′ is D with differences, D⁺² is D two semitones up, D·80 is D at 80. */
  readonly letter: string;
  readonly name: string;
  /** One pass, or all of them where their endings differ. */
  readonly bars: readonly PlayedBar[];
  /** The part this one differs from, where it was derived. */
  readonly parent?: string;
  /** Numbers, from 1, of the bars that the parent does not have there. */
  readonly newBars: readonly number[];
  /** How far it is moved from how it is written. */
  readonly semitones: number;
  /** Its tempo on the map, in beats of its own meter: its goal. */
  readonly goalBpm: Bpm;
  /** The part it is, moved or in another tempo. */
  readonly of?: string;
}

/** A section where it comes in the song, and the part it is. */
export interface PartOccurrence extends Occurrence {
  readonly part: Part;
}

/** A song from its first bar to its last, with its parts. */
export interface PartedSong extends Timeline {
  readonly occurrences: readonly PartOccurrence[];
  /** All parts, those that are never played last. */
  readonly parts: readonly Part[];
  /** The part each section is as it is written. */
  readonly bySection: ReadonlyMap<string, Part>;
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const RAISED: Readonly<Record<string, string>> = {
  '+': '⁺',
  '-': '⁻',
  '0': '⁰',
  '1': '¹',
  '2': '²',
  '3': '³',
  '4': '⁴',
  '5': '⁵',
  '6': '⁶',
  '7': '⁷',
  '8': '⁸',
  '9': '⁹',
};

/** How an occurrence differs from its section as it is written: moved, in another tempo, or both. */
type Variant = Pick<MapEntry, 'semitones' | 'tempo' | 'tempoTo'>;

class PartFinder {
  private readonly byMusic = new Map<string, Part>();
  private readonly byId = new Map<string, Part>();
  readonly bySection = new Map<string, Part>();
  private letters = 0;
  private readonly primes = new Map<string, number>();

  constructor(private readonly song: SongDocument) {}

  /** The part a section is as it is written. */
  find(section: Section): Part {
    const known = this.bySection.get(section.id);
    if (known) return known;
    const part = this.findMusic(section, {}, (bars, goalBpm) =>
      this.create(section, bars, goalBpm),
    );
    this.bySection.set(section.id, part);
    return part;
  }

  /** The part a section is where it stands on the map. */
  findVariant(section: Section, { semitones = 0, ...asked }: Variant): Part {
    const base = this.find(section);
    const timed = this.timed(section, asked);
    if (semitones === 0 && !timed) return base;
    const id = `${section.id}${movedId(semitones)}${timedId(timed)}`;
    const known = this.byId.get(id);
    if (known) return known;
    const letter = `${base.letter}${movedSign(semitones)}${timed ? `·${timed.tempo}` : ''}`;
    const entry = { ...(semitones !== 0 && { semitones }), ...timed };
    const part = this.findMusic(section, entry, (bars, goalBpm) => ({
      id,
      letter,
      name: section.name,
      bars,
      goalBpm,
      semitones,
      of: base.id,
      newBars: changedBars(bars, undefined),
    }));
    this.byId.set(id, part);
    return part;
  }

  /** The tempo a section has on the map, where that is not its own. */
  private timed(section: Section, { tempo, tempoTo }: Variant): Tempos | undefined {
    const usual = temposOf(this.song, section);
    const entry = { ...(tempo && { tempo }), ...(tempoTo && { tempoTo }) };
    const here = temposOf(this.song, section, entry);
    const isUsual = here.tempo === usual.tempo && here.tempoTo === usual.tempoTo;
    return isUsual ? undefined : here;
  }

  private findMusic(
    section: Section,
    entry: Variant,
    create: (bars: readonly PlayedBar[], goalBpm: Bpm) => Part,
  ): Part {
    const times = section.endings?.length ? endingRound(section) : 1;
    const { bars, tempo, tempoTo } = occurrenceOf(this.song, { ...section, times }, entry);
    const music = [tempo, tempoTo, ...bars.map((bar) => barText(bar, this.song.frame.part))].join();
    const part = this.byMusic.get(music) ?? create(bars, tempo);
    this.byMusic.set(music, part);
    return part;
  }

  private create(section: Section, bars: readonly PlayedBar[], goalBpm: Bpm): Part {
    const parent = this.parentOf(section);
    const letter = parent ? this.primed(parent.letter) : letterAt(this.letters++);
    return {
      id: section.id,
      letter,
      name: section.name,
      bars,
      goalBpm,
      semitones: 0,
      newBars: changedBars(bars, parent, this.song.frame.part),
      ...(parent && { parent: parent.id }),
    };
  }

  /** A section that derives from itself, or from nothing written, is told as a fault; here it stands alone. */
  private parentOf(section: Section): Part | undefined {
    if (section.parent === undefined || !isDerivable(this.song, section)) return undefined;
    const parent = sectionNamed(this.song, section.parent);
    return parent && this.find(parent);
  }

  private primed(letter: string): string {
    const count = (this.primes.get(letter) ?? 0) + 1;
    this.primes.set(letter, count);
    return letter + '′'.repeat(count);
  }
}

/**
 * Finds the distinct parts of a song in playing order and letters them: sections with the same music in
 * the same tempo share a part, a section that comes moved or in another tempo is a part of its own. Empty
 * for a song without sections.
 *
 * @example
 * partsOf(readChart('[V1]\n| G |\n[V2]\n| G |\n[C]\n| D |').song).parts.map((part) => part.letter) // ['A', 'B']
 * @example
 * partsOf(readChart('map: V, V +2\n[V]\n| G |').song).parts.map((part) => part.letter) // ['A', 'A⁺²']
 */
export function partsOf(song: SongDocument, timeline: Timeline = timelineOf(song)): PartedSong {
  const finder = new PartFinder(song);
  const map = mapOf(song);
  const occurrences = timeline.occurrences.flatMap((one) => {
    const entry = map[one.entry];
    const section = entry && sectionNamed(song, entry.section);
    return section ? [{ ...one, part: finder.findVariant(section, entry) }] : [];
  });
  const written = song.sections.map((section) => finder.find(section));
  const played = occurrences.map((one) => one.part);
  return {
    ...timeline,
    occurrences,
    bySection: finder.bySection,
    parts: [...new Set([...played, ...written])],
  };
}

function barText(
  { meter, beats, chords, ornamented = [], riffs }: PlayedBar,
  taught: string | undefined,
): string {
  const music = [...chords, ...ornamented].map((one) => [
    one.chord,
    one.beats,
    one.hit,
    one.held,
    one.optional,
  ]);
  // What another guitar plays beside the chords makes them no other music.
  const own = riffs?.filter(({ bar, part }) => bar >= 0 && (part === undefined || part === taught));
  return JSON.stringify([meter.unit, beats, music, ...(own?.length ? [own] : [])]);
}

/** The nth letter, from 0: A to Z, then A2, B2 and on. */
function letterAt(index: number): string {
  const round = Math.floor(index / ALPHABET.length);
  return `${ALPHABET.charAt(index % ALPHABET.length)}${round === 0 ? '' : round + 1}`;
}

function signed(count: number): string {
  return `${count > 0 ? '+' : ''}${count}`;
}

function changedBars(
  bars: readonly PlayedBar[],
  parent: Part | undefined,
  taught?: string,
): readonly number[] {
  const numbers = bars.map((_, index) => index + 1);
  if (!parent) return numbers;
  return numbers.filter((number) => {
    const [bar, old] = [bars[number - 1], parent.bars[number - 1]];
    return !bar || !old || barText(bar, taught) !== barText(old, taught);
  });
}

function movedId(semitones: number): string {
  return semitones === 0 ? '' : signed(semitones);
}

function movedSign(semitones: number): string {
  return [...movedId(semitones)].map((one) => RAISED[one] ?? one).join('');
}

function timedId(timed: Tempos | undefined): string {
  if (!timed) return '';
  return `@${timed.tempo}${timed.tempoTo === timed.tempo ? '' : `-${timed.tempoTo}`}`;
}
