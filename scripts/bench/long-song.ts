import { readChart } from '../../packages/core/src/chart';
import type { SongDocument } from '../../packages/core/src/song';

const CHORDS = ['G', 'D', 'Em', 'C', 'Am', 'F', 'Bm7', 'A7sus4'] as const;
const BARS_A_SECTION = 10;

/** Chart text of so many bars in sections of ten, no two of them alike, two chords a bar. */
export function longChart(bars: number): string {
  const chord = (number: number): string => CHORDS[number % CHORDS.length] ?? 'G';
  const sections = Array.from({ length: Math.ceil(bars / BARS_A_SECTION) }, (_, section) => {
    const written = Array.from({ length: BARS_A_SECTION }, (_unused, bar) => {
      const seed = section * 7 + bar * 5 + section * bar;
      return `${chord(seed)} . ${chord(section * 3 + bar + (section >> 3))} .`;
    });
    return `[Part ${section + 1}] pattern eights\n| ${written.join(' | ')} |`;
  });
  const head = 'tempo: 92\nmeter: 4/4\ncapo: 0\npattern eights 4/4: D U D U D - D U';
  return [head, ...sections].join('\n\n');
}

/** The same as a song. */
export function longSong(bars: number): SongDocument {
  return readChart(longChart(bars)).song;
}
