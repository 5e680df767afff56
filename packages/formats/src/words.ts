import { parseChordName } from '@harvu/core/chord';
import { HELD, type Bar, type ChordMark, type SongDocument } from '@harvu/core/song';

/** A song without words that are none of it, and in how many places there were some. */
export interface Wordless {
  readonly song: SongDocument;
  readonly left: number;
}

const NO_CHORDS: readonly string[] = ['-', 'N.C.', HELD];

/** Counts what is left out while a song is gone through. */
class WordFilter {
  left = 0;
  private readonly named: ReadonlySet<string>;

  constructor(
    song: SongDocument,
    private readonly text: string,
  ) {
    this.named = new Set(song.grips.map(({ name }) => name));
  }

  /** A remark is its writer's own; what could not be read is words of somebody. */
  lines(lines: readonly string[] | undefined): readonly string[] {
    const kept = (lines ?? []).filter((line) => {
      const own = line.trim();
      return own === '' || (own.startsWith('#') && this.text.includes(own));
    });
    this.left += (lines?.length ?? 0) - kept.length;
    return kept;
  }

  /** A bar of something else than chords is silent, and to be listened to. */
  bars(bars: readonly Bar[]): readonly Bar[] {
    return bars.map((bar) => {
      const chords = bar.chords.filter((one) => this.isChord(one));
      if (chords.length === bar.chords.length) return bar;
      this.left += 1;
      const { dotted: _dotted, ...rest } = bar;
      return { ...rest, chords: [{ name: '-', span: 1, doubt: true }] };
    });
  }

  private isChord({ name }: ChordMark): boolean {
    return NO_CHORDS.includes(name) || this.named.has(name) || parseChordName(name) !== undefined;
  }
}

/**
 * Leaves words of a song out that stand in its chart: lines that are neither bars nor remarks, and bars of
 * something else than chords. Cue words stay.
 *
 * @example
 * withoutWords(EMPTY_SONG, '').left // 0
 */
export function withoutWords(song: SongDocument, text: string): Wordless {
  const filter = new WordFilter(song, text);
  const sections = song.sections.map((section) => ({
    ...section,
    bars: filter.bars(section.bars),
    ...(section.endings && {
      endings: section.endings.map((one) => ({ ...one, bars: filter.bars(one.bars) })),
    }),
    ...(section.differences && {
      differences: section.differences.map((one) => ({ ...one, bars: filter.bars(one.bars) })),
    }),
    ...(section.lines && { lines: filter.lines(section.lines) }),
  }));
  const lines = filter.lines(song.lines);
  return { song: { ...song, sections, lines }, left: filter.left };
}
