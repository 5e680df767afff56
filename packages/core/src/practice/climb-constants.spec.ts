import { readChart } from '../chart';
import { USUAL_CONSTANTS, type Constants } from '../constants';
import type { Try } from '../events';
import { USUAL_STUDENT } from '../player';
import { makeOwn, makeSteps, workpieceOf, type Step } from '../steps';
import { climbOf } from './index';

const SONG = readChart(
  'tempo: 120\n[Verse] pattern strum\n| G | D |\npattern strum: D . D U . U D U\npattern strum bare: D . . . D . . .',
).song;

function workWith(own: Partial<Constants>, rungRatio?: number) {
  const student = rungRatio === undefined ? USUAL_STUDENT : { ...USUAL_STUDENT, rungRatio };
  return workpieceOf(SONG, { constants: { ...USUAL_CONSTANTS, ...own }, student });
}

function verse(work: ReturnType<typeof workWith>, layer: 'bare' | 'full'): Step {
  const found = makeSteps(work).find((one) => one.kind === 'section' && one.layer === layer);
  if (!found) throw new Error(`no verse in ${layer}`);
  return found;
}

function triesAt({ id: stepId }: Step, bpm: number, clean: readonly boolean[]): readonly Try[] {
  return clean.map((isClean, at) => ({
    id: `try-${bpm}-${at}`,
    stepId,
    at: `2026-11-02T10:00:${10 + at}.000Z`,
    day: '2026-11-02',
    bpm,
    clean: isClean,
    passes: 1,
    seconds: 20,
    source: 'self',
  }));
}

const THREE = [true, true, true];

describe('a climb by what the studio and the student chose', () => {
  it('holds a rung less by the ratio of its own ladder', () => {
    const after = (work: ReturnType<typeof workWith>) => {
      const step = verse(work, 'full');
      return climbOf(step, triesAt(step, 100, [...THREE, false, false])).cleanBpm as number;
    };
    expect(after(workWith({}))).toBe(92);
    expect(after(workWith({ rungRatio: 1.25 }))).toBe(80);
    expect(after(workWith({ rungRatio: 1.25 }, 1.05))).toBe(95);
  });

  it('begins a fuller layer where the studio begins it', () => {
    const begins = (share: number) => {
      const work = workWith({ newStartShare: share });
      const [bare, full] = [verse(work, 'bare'), verse(work, 'full')];
      return full.rungs[climbOf(full, triesAt(bare, 100, THREE)).rung] as number;
    };
    expect(begins(0.95)).toBeLessThanOrEqual(95);
    expect(begins(0.6)).toBeLessThanOrEqual(60);
    expect(begins(0.95)).toBeGreaterThan(begins(0.6));
  });

  it('gives a step of the teacher’s own the rungs of the studio', () => {
    const words = { step: 'own:1', title: 'Fast part', goal: '', minutes: 5 };
    const rungs = (ratio: number) =>
      makeOwn({ ...words, startBpm: 60, goalBpm: 120 }, workWith({ rungRatio: ratio })).rungs;
    expect(rungs(2).map(Number)).toEqual([60, 120]);
    expect(rungs(1.08).length).toBe(11);
  });
});
