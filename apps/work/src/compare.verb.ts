import { compareBars, compareLine, type ComparedBar } from '@harvu/core/sameness';
import { timelineOf } from '@harvu/core/timeline';
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
  const { occurrences } = timelineOf(readChart(text).song);
  const bars = occurrences.flatMap((one) =>
    one.bars.map((bar) => ({
      ...bar,
      ...(one.pattern !== undefined && { pattern: one.pattern }),
      ...(one.layer !== undefined && { layer: one.layer }),
    })),
  );
  const [first] = occurrences;
  return { name: first && first.name !== 'Song' ? first.name : fallback, bars };
}

/** `{a, b}` as chart text → `{relation, semitones, changedBars, similarity, line}`. */
export const compareVerb = verbOf(input, (texts) => {
  const [a, b] = [sideOf(texts.a, 'the first'), sideOf(texts.b, 'the second')];
  const isOneName = a.name === b.name;
  const comparison = compareBars(a.bars, b.bars);
  const { relation, semitones, changedBars, droppedBars, similarity } = comparison;
  const line = compareLine(comparison, {
    a: isOneName ? { ...a, name: 'the first' } : a,
    b: isOneName ? { ...b, name: 'the second' } : b,
  });
  return { relation, semitones, changedBars, droppedBars, similarity, line };
});
