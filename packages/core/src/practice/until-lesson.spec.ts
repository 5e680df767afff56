import fc from 'fast-check';
import { makePlan } from '../plan';
import { anySong } from '../testing/any-song';
import { bargePlan } from '../testing/barge';
import { runs } from '../testing/runs';
import { stepProgress } from './next-steps';
import { untilLesson } from './until-lesson';

const { steps } = bargePlan();
const progress = stepProgress(steps, []);
const ids = (minutes: number) => untilLesson(progress, minutes).map((one) => one.step.id);

describe('what fits until the next lesson', () => {
  it('is nothing without minutes, and begins at the beginning', () => {
    expect(ids(0)).toEqual([]);
    expect(ids(30)).toEqual(steps.slice(0, ids(30).length).map((one) => one.id));
  });

  it('fills the minutes and no more', () => {
    for (const minutes of [5, 20, 40, 54]) {
      const sum = untilLesson(progress, minutes).reduce((all, one) => all + one.minutes, 0);
      expect(sum).toBeLessThanOrEqual(minutes + 1e-9);
      expect(sum).toBeGreaterThan(minutes - 5);
    }
  });

  it('takes a stretch of the last ladder where the whole of it does not fit', () => {
    const [piece] = untilLesson(
      progress
        .filter((one) => one.step.rungs.length > 3)
        .slice(0, 1)
        .map((one) => ({ ...one, step: { ...one.step, needs: [] } })),
      6,
    );
    const rungs = piece?.step.rungs ?? [];
    expect([piece?.isWhole, piece?.fromBpm]).toEqual([false, rungs[0] ?? null]);
    expect(piece?.toBpm).toBeLessThan(rungs.at(-1) ?? 0);
  });

  it('never asks for a step before what it needs, in any song', () => {
    fc.assert(
      fc.property(anySong, fc.integer({ min: 0, max: 200 }), (song, minutes) => {
        const all = stepProgress(makePlan(song).steps, []);
        const given = untilLesson(all, minutes);
        given.forEach(({ step }, at) => {
          const before = new Set(
            given.slice(0, at).flatMap((one) => (one.isWhole ? [one.step.id] : [])),
          );
          expect(step.needs.every((id) => before.has(id))).toBeTrue();
        });
      }),
      runs(40),
    );
  });
});
