import { work } from './work';

interface Answered {
  readonly owned: number;
  readonly minutes: number;
  readonly readyOn: { readonly likely: string | null };
  readonly verdict: string;
  readonly because: string;
}

const song = 'tempo: 92\n[V]\n| G | D | Em | C |\n[C]\n| C | G | F | F |';
const student = { ownedGrips: ['G', 'D'], minutesByWeekday: [10, 0, 20, 0, 10, 0, 0] };
const ask = <T>(verb: string, more: object = {}): T => {
  const outcome = work(verb, JSON.stringify({ song, student, today: '2026-11-27', ...more }));
  if (outcome.exit !== 0) throw new Error(JSON.stringify(outcome.failure));
  return outcome.answer as T;
};

describe('work on fit', () => {
  it('agrees with the steps of whole-first, in full', () => {
    const steps = ask<{ readonly minutes: number; readonly finishOn: string }>('steps', {
      school: 'whole-first',
    });
    const fit = ask<Answered>('fit');
    expect([fit.minutes, fit.readyOn.likely]).toEqual([steps.minutes, steps.finishOn]);
  });

  it('gives one of three verdicts with its reason', () => {
    const verdict = (more: object) => ask<Answered>('fit', more).verdict;
    expect(verdict({})).toBe('with a simpler layer');
    const fluent = {
      ...{ ...student, ownedGrips: ['G', 'D', 'Em', 'C', 'F'] },
      paceFactor: 0.6,
    };
    expect(verdict({ student: fluent })).toBe('now');
    expect(verdict({ student: { minutesByWeekday: [0, 0, 0, 0, 0, 0, 0] } })).toBe('later');
  });

  it('says what is wrong with what it is asked', () => {
    expect(ask<object>('fit', { today: '2026-02-30' })).toEqual(
      jasmine.objectContaining({ error: jasmine.objectContaining({ at: 'today' }) }),
    );
  });
});
