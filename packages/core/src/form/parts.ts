import {
  endingRound,
  isDerivable,
  LAYERS,
  mapOf,
  sectionNamed,
  temposOf,
  type MapEntry,
  type Section,
  type SongDocument,
  type Tempos,
} from '../song';
import {
  barsInLayer,
  occurrenceOf,
  songPatterns,
  timelineOf,
  type Occurrence,
  type PlayedBar,
  type SongPatterns,
  type Timeline,
} from '../timeline';
import type { Bpm } from '../units';
import { figureOf } from './figure';

/** A distinct section as it is learned: what both hands do in it, learnt once, however often it is played. */
export interface Part {
  /** The id of the first section written with this music; moved or in another tempo, with what sets it apart. */
  readonly id: string;
  /** A, B, C in playing order; D′ is D with differences, D⁺² is D two semitones up, D·80 is D at 80. */
  readonly letter: string;
  readonly name: string;
  /** One pass, or all of them where their endings differ. */
  readonly bars: readonly PlayedBar[];
  /** The part this one differs from: the one it is said to be, or one heard before that it has all bars of, and more. */
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

/** What both hands do in a section: its bars, and each as what it is told apart by. */
interface PartMusic {
  readonly bars: readonly PlayedBar[];
  readonly texts: readonly string[];
  readonly goalBpm: Bpm;
}

/** A part as it is written, and its music. */
interface HeardPart extends PartMusic {
  readonly part: Part;
}

/** One bar alone that comes again is no part one would go by. */
const FEWEST_WITHIN = 2;

class PartFinder {
  private readonly byMusic = new Map<string, Part>();
  /** In the order they are heard. */
  private readonly heard: HeardPart[] = [];
  private readonly patterns: SongPatterns;
  private readonly byId = new Map<string, Part>();
  readonly bySection = new Map<string, Part>();
  private letters = 0;
  private readonly primes = new Map<string, number>();

  constructor(private readonly song: SongDocument) {
    this.patterns = songPatterns(song);
  }

  /** The part a section is as it is written. */
  find(section: Section): Part {
    const known = this.bySection.get(section.id);
    if (known) return known;
    // What it is said to be comes first: it may be just that.
    const said = this.parentOf(section);
    const part = this.findMusic(section, {}, (music) => this.create(section, music, said));
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
    const part = this.findMusic(section, entry, ({ bars, goalBpm }) => ({
      id,
      letter,
      name: section.name,
      bars,
      goalBpm,
      semitones,
      of: base.id,
      newBars: bars.map((_, at) => at + 1),
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

  private findMusic(section: Section, entry: Variant, create: (music: PartMusic) => Part): Part {
    const times = section.endings?.length ? endingRound(section) : 1;
    const played = occurrenceOf(this.song, { ...section, times }, entry);
    const { bars, tempo, tempoTo } = played;
    const texts = barTexts(played, this.patterns);
    const key = [tempo, tempoTo, ...texts].join();
    const part = this.byMusic.get(key) ?? create({ bars, texts, goalBpm: tempo });
    this.byMusic.set(key, part);
    return part;
  }

  private create(section: Section, music: PartMusic, said: Part | undefined): Part {
    const { bars, texts, goalBpm } = music;
    const parent = said
      ? this.heard.find(({ part }) => part === said)
      : longestWithin(music, this.heard);
    const from = parent && !said ? placeWithin(parent.texts, texts) : 0;
    const numbers = bars.map((_, at) => at + 1);
    const part = {
      id: section.id,
      letter: parent ? this.primed(parent.part.letter) : letterAt(this.letters++),
      name: section.name,
      bars,
      goalBpm,
      semitones: 0,
      newBars: parent
        ? numbers.filter((number) => texts[number - 1] !== parent.texts[number - 1 - from])
        : numbers,
      ...(parent && { parent: parent.part.id }),
    };
    this.heard.push({ part, ...music });
    return part;
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

/** Each bar as what both hands do in it, in every layer it may be taught in. */
function barTexts(
  { bars, pattern, patternUses }: Occurrence,
  patterns: SongPatterns,
): readonly string[] {
  const played = { bars, patternUses, ...(pattern !== undefined && { pattern }) };
  const figures = LAYERS.map((layer) => barsInLayer(played, layer, patterns).map(figureOf));
  return bars.map(({ meter, beats, chords, ornamented = [] }, at) => {
    const music = [...chords, ...ornamented].map((one) => [
      one.chord,
      one.beats,
      one.hit,
      one.held,
      one.optional,
    ]);
    return JSON.stringify([meter.unit, beats, music, figures.map((layer) => layer[at])]);
  });
}

/** Where some bars stand among others, from 0; -1 where they do not. */
function placeWithin(bars: readonly string[], others: readonly string[]): number {
  return others.findIndex((_, at) => bars.every((bar, place) => bar === others[at + place]));
}

/** The longest of some parts that a longer one has all bars of; one that only goes round them again is no other music. */
function longestWithin(
  { texts, goalBpm }: PartMusic,
  heard: readonly HeardPart[],
): HeardPart | undefined {
  const isRound = (bars: readonly string[]): boolean =>
    texts.every((text, at) => text === bars[at % bars.length]);
  return heard
    .filter((one) => one.goalBpm === goalBpm && one.texts.length >= FEWEST_WITHIN)
    .filter(({ texts: own }) => own.length < texts.length && placeWithin(own, texts) >= 0)
    .filter(({ texts: own }) => !isRound(own))
    .toSorted((a, b) => b.texts.length - a.texts.length)[0];
}

/** The nth letter, from 0: A to Z, then A2, B2 and on. */
function letterAt(index: number): string {
  const round = Math.floor(index / ALPHABET.length);
  return `${ALPHABET.charAt(index % ALPHABET.length)}${round === 0 ? '' : round + 1}`;
}

function signed(count: number): string {
  return `${count > 0 ? '+' : ''}${count}`;
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
