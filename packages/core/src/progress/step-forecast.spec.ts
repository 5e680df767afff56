import { dayAfter, type Day } from '../day';
import type { PlanEvent } from '../events';
import { stepForecast } from './index';

const TODAY: Day = '2026-11-26';
const STEP = { id: 'section:a:full', rungs: [60, 76, 92] as never };

/** A try of so many minutes, so many days ago. */
function tried(daysAgo: number, bpm: number, more: Partial<PlanEvent> = {}): PlanEvent {
  const day = dayAfter(TODAY, -daysAgo);
  return {
    ...{ id: `${daysAgo} ${bpm}`, kind: 'try', at: `${day}T10:00:00.000Z`, day, source: 'self' },
    ...{ revision: 1, stepId: STEP.id, bpm, clean: true, passes: 3, seconds: 600, ...more },
  } as PlanEvent;
}
const CLIMB = [20, 16, 12, 8, 4, 1].map((ago, index) => tried(ago, 60 + 4 * index));

describe('the forecast of a step', () => {
  it('is told from the best of each day', () => {
    const told = stepForecast(STEP, CLIMB, TODAY);
    expect(told?.enough).toBeTrue();
    const slower = CLIMB.map(({ day }, index) => tried(20 - 4 * index, 50, { id: `s${day}` }));
    expect(stepForecast(STEP, [...CLIMB, ...slower], TODAY)?.enough).toBeTrue();
  });

  it('needs results with a tempo, of this step', () => {
    const failed = CLIMB.map((one) => ({ ...one, clean: false }) as PlanEvent);
    expect(stepForecast(STEP, failed, TODAY)).toEqual({
      ...{ enough: false, need: '4 more results with a tempo' },
    });
    const other = CLIMB.map((one) => ({ ...one, stepId: 'section:b:full' }) as PlanEvent);
    expect(stepForecast(STEP, other, TODAY)?.enough).toBeFalse();
    expect(stepForecast({ id: 'listen', rungs: [] }, CLIMB, TODAY)).toBeUndefined();
  });

  it('comes later for who practises it less often', () => {
    const often = stepForecast(STEP, CLIMB, TODAY);
    const seldom = stepForecast(
      STEP,
      [44, 35, 26, 17, 9, 1].map((ago, index) => tried(ago, 60 + 4 * index)),
      TODAY,
    );
    if (!often?.enough || !seldom?.enough) throw new Error('not enough');
    expect((seldom.p50 ?? '9') > (often.p50 ?? '0')).toBeTrue();
  });
});
