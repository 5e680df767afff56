import { tagOf, withoutTag } from '@harvu/core/chord';
import type { Bar } from '@harvu/core/song';
import { isAllRiff, stretchOf, strokesIn, type Stroke, type StruckBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';

/** A chord where it stands in its bar. */
interface Cell {
  readonly chord: string;
  readonly name: string;
  /** Which of its grips it is held by, where that is said. */
  readonly tag: string;
  readonly grow: number;
  /** What is told of the change to the next chord, where it takes longer than there is. */
  readonly slow: string;
  readonly isDoubtful: boolean;
  readonly isHit: boolean;
  /** It sounds on from the bar before. */
  readonly isHeld: boolean;
  /** It sounds with ornaments only. */
  readonly isOptional: boolean;
}

interface DrawnStroke {
  readonly path: string;
  readonly width: number;
  readonly isHit: boolean;
}

/** A bar as it is shown in a grid. */
export interface BarRow {
  readonly number: number;
  readonly cells: readonly Cell[];
  /** How it is struck, drawn where that is another way than in the bar before. */
  readonly strokes: readonly DrawnStroke[];
  readonly played: string;
  readonly words: string;
  readonly text: string;
}

/** What of bars is shown beside how they are played. */
export interface BarsShown {
  /** The same bars as they are written: chords, doubts, hits. */
  readonly written: readonly Bar[];
  readonly texts: readonly string[];
  /** What is told of each change that takes longer than there is, by "from to". */
  readonly slow: ReadonlyMap<string, string>;
  readonly spoken: (chord: string) => string;
}

/** Gives bars as they are shown in a grid; what is told of a slow change stands where it first comes. */
export function barRows(
  bars: readonly StruckBar[],
  { written, texts, slow, spoken }: BarsShown,
): readonly BarRow[] {
  const hands = handsOf(bars);
  // Optional chords are written, and so they are shown, whichever layer is looked at.
  const marks = bars.map((bar) => bar.ornamented ?? bar.chords);
  const row = marks.flat().map((one) => one.chord);
  const told = new Set<string>();
  let place = 0;
  return bars.map((bar, index) => ({
    number: bar.inPass,
    text: texts[index] ?? '',
    words: `Bar ${bar.inPass}: ${(marks[index] ?? []).map((one) => spoken(one.chord)).join(', ')}`,
    ...(hands[index] ?? { strokes: [], played: '' }),
    cells: (marks[index] ?? []).map(({ chord, beats, hit, held, optional }, at) => {
      place += 1;
      const change = `${chord} ${row[place] ?? ''}`;
      // Where a riff is played no grip is held, and no change is late.
      const isTold = isAllRiff(bar) || told.has(change);
      if (!isTold) told.add(change);
      return {
        chord,
        slow: isTold ? '' : (slow.get(change) ?? ''),
        grow: beatsToNumber(beats),
        // Nothing is said of a bar that nobody has written yet.
        name: chord === '-' ? '' : withoutTag(chord),
        tag: tagOf(chord) ?? '',
        isDoubtful: written[index]?.chords[at]?.doubt === true,
        isHit: hit === true,
        isHeld: held === true,
        isOptional: optional === true,
      };
    }),
  }));
}

/** What a letter of a chord name takes, and what stands around it, in rem. */
const LETTER_REM = 0.72;
const AROUND_REM = 1.3;
/** What a letter of the figures below it takes. */
const FIGURE_REM = 0.5;
const NARROWEST_REM = 4.5;

/** How wide a bar must be so that none of its names is cut, in rem. */
export function neededRem({ cells }: BarRow): number {
  const widths = cells.map(({ name, tag, slow, isOptional }) => {
    const letters = name.length + (isOptional ? 2 : 0);
    return Math.max(letters * LETTER_REM, `${tag} ${slow}`.trim().length * FIGURE_REM) + AROUND_REM;
  });
  return Math.max(
    NARROWEST_REM,
    widths.reduce((sum, one) => sum + one, 0),
  );
}

/** Downs and the thumb go the whole way, ups and fingers half of it, hits are short. */
function drawn({ at, what }: Stroke, beats: number): DrawnStroke {
  const x = 2.5 + (95 * beatsToNumber(at)) / beats;
  const isDown =
    (what.kind === 'strum' && what.direction === 'down') ||
    (what.kind === 'pluck' && what.notes.some((one) => one.finger === 'p'));
  const isUp = !isDown && what.kind !== 'hit';
  const top = isDown ? 0 : isUp ? 5 : 8;
  const isAccent = what.kind === 'strum' && what.accent === true;
  const width = isAccent ? 3.5 : isUp ? 1.4 : 2.2;
  return { path: `M${x} ${top}V12`, width, isHit: what.kind === 'hit' };
}

/** Each bar with how it is struck, where that is another way than in the bar before; a riff is drawn by itself. */
function handsOf(bars: readonly StruckBar[]): readonly Pick<BarRow, 'strokes' | 'played'>[] {
  const strokes = strokesIn(stretchOf(bars));
  const ways = bars.map((bar) => (isAllRiff(bar) ? '' : (bar.struck?.name ?? '')));
  // A section that is struck one way says so in its head.
  const isOneWay = ways.every((name) => name === ways[0]);
  return bars.map((bar, index) => {
    if (isOneWay || bar.riff || ways[index - 1] === ways[index]) return { strokes: [], played: '' };
    const own = (strokes[index] ?? []).map((one) => drawn(one, bar.beats));
    return { strokes: own, played: ways[index] ?? '' };
  });
}
