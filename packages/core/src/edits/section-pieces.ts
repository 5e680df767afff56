import { withoutTag } from '../chord';
import type { Bar, BarCue, PatternUse, RiffUse, Section } from '../song';

/** What lies over bars of a section: patterns, riffs. */
type BarUse = Pick<PatternUse | RiffUse, 'bars'>;

/** The bars of a piece among those of the section it is cut from, from 1. */
interface Piece {
  readonly from: number;
  readonly to: number;
}

/**
 * Gives a piece of a section that stands alone, with what lies over its bars: patterns, riffs and cues go with them.
 *
 * @example
 * pieceOf({ id: 's1', name: 'A', times: 1, bars: [{ id: 'b1', chords: [] }, { id: 'b2', chords: [] }] }, { from: 2, to: 2 }).bars.length // 1
 */
export function pieceOf(section: Section, piece: Piece): Section {
  const { patternUses = [], riffUses = [], cues = [], ...rest } = section;
  const patterns = usesIn(patternUses, piece);
  const riffs = usesIn(riffUses, piece);
  const words = cues.flatMap(({ bar, words: said }): readonly BarCue[] =>
    bar >= piece.from && bar <= piece.to ? [{ bar: bar - piece.from + 1, words: said }] : [],
  );
  return {
    ...rest,
    bars: section.bars.slice(piece.from - 1, piece.to),
    ...(patterns.length > 0 && { patternUses: patterns }),
    ...(riffs.length > 0 && { riffUses: riffs }),
    ...(words.length > 0 && { cues: words }),
  };
}

/**
 * Gives one section of two that follow each other and stand alone, played as they were: what lay over the second's bars lies
 * over them still, and chords that are held by different grips say so in their bars; where the second has a meter, they say it too.
 *
 * @example
 * joined({ id: 's1', name: 'A', times: 1, bars: [] }, { id: 's2', name: 'B', times: 1, bars: [] }).name // 'A'
 */
export function joined(first: Section, second: Section): Section {
  const isOneGrip = (first.grips ?? []).join() === (second.grips ?? []).join();
  const [one, other] = isOneGrip
    ? [first, second]
    : [withGripsInBars(first), withGripsInBars(second)];
  const count = one.bars.length;
  const behind = { from: count + 1, to: count + other.bars.length };
  const bars = other.bars.map((bar) => inMeter(bar, other));
  const cues = [
    ...(one.cues ?? []),
    ...(other.cues ?? []).map(({ bar, words }) => ({ bar: bar + count, words })),
  ];
  return {
    ...withHands(one, other, behind),
    bars: [...one.bars, ...bars],
    ...(cues.length > 0 && { cues }),
  };
}

/** The first of two sections with what the hands of both play: over all of it where that is one thing, else each over its bars. */
function withHands(one: Section, other: Section, behind: Piece): Section {
  if (handText(one) === handText(other) && !hasBars(one)) return one;
  const { pattern: _pattern, patternUses: _patterns, riffUses: _riffs, ...rest } = one;
  const before = { from: 1, to: one.bars.length };
  const patterns = [...patternsOver(one, before), ...patternsOver(other, behind)];
  const riffs = [
    ...(one.riffUses ?? []).map((use) => moved(use, before)),
    ...(other.riffUses ?? []).map((use) => moved(use, behind)),
  ];
  return {
    ...rest,
    ...(patterns.length > 0 && { patternUses: patterns }),
    ...(riffs.length > 0 && { riffUses: riffs }),
  };
}

function handText({ pattern, patternUses, riffUses }: Section): string {
  return JSON.stringify([pattern, patternUses, riffUses]);
}

/** Something lies over some of its bars, or goes round in all of them. */
function hasBars({ patternUses = [], riffUses = [] }: Section): boolean {
  return riffUses.length > 0 || patternUses.some(({ bars }) => bars);
}

function patternsOver({ pattern, patternUses = [] }: Section, piece: Piece): readonly PatternUse[] {
  const own = pattern === undefined ? [] : [{ pattern, bars: piece }];
  return [...own, ...patternUses.map((use) => moved(use, piece))];
}

function inMeter(bar: Bar, { meter }: Section): Bar {
  return bar.meter || !meter ? bar : { ...bar, meter };
}

function usesIn<Use extends BarUse>(uses: readonly Use[], piece: Piece): readonly Use[] {
  return uses.flatMap((use) => {
    if (!use.bars) return [use];
    const from = Math.max(use.bars.from, piece.from);
    const to = Math.min(use.bars.to, piece.to);
    const bars = { from: from - piece.from + 1, to: to - piece.from + 1 };
    return from <= to ? [{ ...use, bars }] : [];
  });
}

/** A use of all bars is one of these alone; another moves with its bars. */
function moved<Use extends BarUse>(use: Use, { from, to }: Piece): Use {
  const bars = use.bars
    ? { from: use.bars.from + from - 1, to: use.bars.to + from - 1 }
    : { from, to };
  return { ...use, bars };
}

/** A section whose chords say in their bars by which grip they are held. */
function withGripsInBars(section: Section): Section {
  const { grips = [], ...rest } = section;
  const byChord = new Map(grips.map((name) => [withoutTag(name), name]));
  const inBars = (bars: readonly Bar[]): readonly Bar[] =>
    bars.map((bar) => ({
      ...bar,
      chords: bar.chords.map((mark) => ({ ...mark, name: byChord.get(mark.name) ?? mark.name })),
    }));
  const endings = rest.endings?.map((one) => ({ ...one, bars: inBars(one.bars) }));
  return { ...rest, bars: inBars(rest.bars), ...(endings && { endings }) };
}
