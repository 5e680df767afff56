import {
  compareBars,
  compareLine,
  figureOf,
  gripsHeld,
  heldOtherwise,
  withoutGrips,
  type ComparedBar,
  type Comparison,
} from '@harvu/core/form';
import { barsInLayer, songPatterns, timelineOf } from '@harvu/core/timeline';
import { readChart } from '@harvu/core/chart';
import { object, string } from 'yup';
import { verbOf } from './verb';

const LONGEST_TEXT = 200_000;

const input = object({
  a: string().required().max(LONGEST_TEXT),
  b: string().required().max(LONGEST_TEXT),
});

interface Side {
  readonly name: string;
  readonly bars: readonly ComparedBar[];
}

/** Everything a chart plays, called by its first section. */
function sideOf(text: string, fallback: string): Side {
  const { song } = readChart(text);
  const { occurrences } = timelineOf(song);
  const patterns = songPatterns(song);
  const bars = occurrences.flatMap((one) =>
    barsInLayer(one, 'full', patterns).map((bar) => ({
      chords: bar.chords,
      beats: bar.beats,
      pattern: figureOf(bar),
      ...(one.layer !== undefined && { layer: one.layer }),
    })),
  );
  const [first] = occurrences;
  return { name: first && first.name !== 'Song' ? first.name : fallback, bars };
}

function plainSide({ name, bars }: Side): Side {
  return { name, bars: withoutGrips(bars) };
}

/** Both hands together; where that is other music, the chords alone: the same ones are struck otherwise then. */
function compareSides(a: Side, b: Side): Comparison {
  const both = compareBars(a.bars, b.bars);
  if (both.relation !== 'new') return both;
  const [one, other] = [a, b].map(({ bars }) =>
    bars.map(({ chords, beats }) => ({ chords, beats })),
  );
  const held = compareBars(one ?? [], other ?? []);
  const changedBars = b.bars.map((_, at) => at + 1);
  return held.relation === 'same'
    ? { ...held, relation: 'struck', changedBars, similarity: both.similarity }
    : held;
}

/** `{a, b}` as chart text → `{relation, semitones, changedBars, similarity, line}`. */
export const compareVerb = verbOf(input, (texts) => {
  const [a, b] = [sideOf(texts.a, 'the first'), sideOf(texts.b, 'the second')];
  const isOneName = a.name === b.name;
  const comparison = compareSides(plainSide(a), plainSide(b));
  const { relation, semitones, droppedBars, similarity } = comparison;
  const otherwise = heldOtherwise(comparison, gripsHeld(a.bars), gripsHeld(b.bars));
  const isHeldOtherwise = otherwise.length > 0;
  const changedBars = [...new Set([...comparison.changedBars, ...otherwise])].toSorted(
    (one, other) => one - other,
  );
  const line = compareLine(comparison, {
    a: isOneName ? { ...a, name: 'the first' } : a,
    b: isOneName ? { ...b, name: 'the second' } : b,
    isHeldOtherwise,
  });
  return {
    relation,
    ...(isHeldOtherwise && { held: 'otherwise' as const }),
    semitones,
    changedBars,
    droppedBars,
    similarity,
    line,
  };
});
