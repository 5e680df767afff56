import {
  isDerivable,
  sectionBars,
  sectionNamed,
  type Bar,
  type Section,
  type SongDocument,
} from '../song';

/** A distinct section: music that is learnt once, however often it is played. */
export interface Part {
  /** The id of the first section written with this music. */
  readonly id: string;
  /** A, B, C in playing order; D′ is D with differences. */
  readonly letter: string;
  readonly name: string;
  readonly bars: readonly Bar[];
  /** The part this one differs from, where it was derived. */
  readonly parent?: string;
  /** Numbers, from 1, of the bars that the parent does not have there. */
  readonly newBars: readonly number[];
}

/** The parts of a song and which part each section plays. */
export interface Parts {
  readonly parts: readonly Part[];
  readonly bySection: ReadonlyMap<string, Part>;
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

function barText(bar: Bar): string {
  return JSON.stringify([
    bar.dotted ?? false,
    bar.chords.map((mark) => [mark.name, mark.span, mark.hit]),
  ]);
}

/** One pass of a section, or all its passes one after the other where their endings differ. */
function partBars(song: SongDocument, section: Section): readonly Bar[] {
  const passes = section.endings?.length ? Math.max(section.times, section.endings.length) : 1;
  return Array.from({ length: passes }, (_, index) => sectionBars(song, section, index + 1)).flat();
}

/** The nth letter, from 0: A to Z, then A2, B2 and on. */
function letterAt(index: number): string {
  const round = Math.floor(index / ALPHABET.length);
  return `${ALPHABET.charAt(index % ALPHABET.length)}${round === 0 ? '' : round + 1}`;
}

/** Sections in the order the map first plays them; those never played come last. */
function inPlayingOrder(song: SongDocument): readonly Section[] {
  const played = song.map.flatMap((entry) => sectionNamed(song, entry.section) ?? []);
  return [...new Set([...played, ...song.sections])];
}

function changedBars(bars: readonly Bar[], parent: Part | undefined): readonly number[] {
  const numbers = bars.map((_, index) => index + 1);
  if (!parent) return numbers;
  return numbers.filter((number) => {
    const [bar, old] = [bars[number - 1], parent.bars[number - 1]];
    return !bar || !old || barText(bar) !== barText(old);
  });
}

class PartFinder {
  private readonly byMusic = new Map<string, Part>();
  readonly bySection = new Map<string, Part>();
  private letters = 0;
  private readonly primes = new Map<string, number>();

  constructor(private readonly song: SongDocument) {}

  find(section: Section): Part {
    const known = this.bySection.get(section.id);
    if (known) return known;
    const bars = partBars(this.song, section);
    const music = bars.map(barText).join();
    const part = this.byMusic.get(music) ?? this.create(section, bars);
    this.byMusic.set(music, part);
    this.bySection.set(section.id, part);
    return part;
  }

  private create(section: Section, bars: readonly Bar[]): Part {
    const parent = this.parentOf(section);
    const letter = parent ? this.primed(parent.letter) : letterAt(this.letters++);
    const newBars = changedBars(bars, parent);
    return {
      id: section.id,
      letter,
      name: section.name,
      bars,
      newBars,
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
 * Finds the distinct parts of a song in playing order and letters them; sections with the same
 * music share a part. Empty for a song without sections.
 *
 * @example
 * partsOf(readChart('[V1]\n| G |\n[V2]\n| G |\n[C]\n| D |').song).parts.map((part) => part.letter) // ['A', 'B']
 */
export function partsOf(song: SongDocument): Parts {
  const finder = new PartFinder(song);
  const parts = inPlayingOrder(song).map((section) => finder.find(section));
  return { parts: [...new Set(parts)], bySection: finder.bySection };
}
