import { USUAL_HAND } from '../fretboard';
import { leftHandOf } from './left-hand';
import { riffLimit } from './limit';
import { readRiff } from './read';
import { neededPlucks, type PickingPace } from './right-hand';

const FOUR = { meterBeats: 4, strings: 6 };
const limit = (body: string, pace: PickingPace = {}) => {
  const { notes } = readRiff(body, FOUR);
  return riffLimit(notes, { hand: leftHandOf(notes, USUAL_HAND), pace });
};
const needs = (body: string, pace: PickingPace = {}) =>
  neededPlucks(readRiff(body, FOUR).notes, pace).map(
    (one) => Math.round(one.seconds * 1000) / 1000,
  );

describe('the picking hand in a riff', () => {
  it('strikes what is picked, and not what is hammered, pulled or slid', () => {
    expect(needs('3: 2 h4 p2 /5 | 2: 3 . . .').length).toBe(1);
  });

  it('takes longer for each string it crosses over', () => {
    expect(needs('6: 0 5: 0 2: 0', { plucksPerSecond: 5 })).toEqual([0.2, 0.26]);
  });

  it('has to come back where one finger plucks twice', () => {
    expect(needs("3: 0'i 2'i 4'm", { plucksPerSecond: 10 })).toEqual([0.18, 0.1]);
  });

  it('halves its rate where all strokes go one way', () => {
    expect(needs('3: 0 2', { plucksPerSecond: 4, isOneWay: true })).toEqual([0.5]);
  });
});

describe('the tempo limit of a riff', () => {
  it('is that of the plucks where the hand stays', () => {
    // Eighths at three plucks a second: 60 · 0.5 · 3.
    expect(limit('3: 2 4 2 4 2 4 2 4').limitBpm).toBe(90);
    expect(limit('3: 2 4 2 4 2 4 2 4').because).toContain('the pluck on string 3 fret 4');
  });

  it('is that of a shift where the hand has far to go', () => {
    const found = limit('2: 3 12 3 12 3 12 3 12', { plucksPerSecond: 20 });
    expect(found.limitBpm).toBeLessThan(90);
    expect(found.because).toMatch(
      /the shift to string 2 fret \d+, \d+ mm, takes 0\.\d\d s: [\d.]+ at most/,
    );
  });

  it('is none of a single note', () => {
    expect(limit('3: 2').limitBpm).toBeNull();
  });
});
