import { readChart } from '../chart';
import type { Day } from '../day';
import type { PlanEvent, Try } from '../events';
import { makePlan } from '../plan';
import { climbOf, stepProgress } from '../practice';
import { SECTION_IN_ROW } from '../practice/climb';
import { kindOf, type Step } from '../steps';
import { climbedSince, notComingOn, oddTries, reachedMilestones, sayingsIn } from './index';
import { overviewOf, standingOf } from '../standing';

const plan = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| Em | C |').song);
const stepOf = (id: string): Step => {
  const found = plan.steps.find((one) => one.id.startsWith(id));
  if (!found) throw new Error(`no step ${id}: ${plan.steps.map((one) => one.id).join(' ')}`);
  return found;
};
const parts = plan.steps.filter(({ kind, layer }) => kind === 'section' && layer === 'full');
const [verse = stepOf('section'), chorus = stepOf('section')] = parts;
const goal = verse.rungs.at(-1) ?? 0;

let minute = 0;
beforeEach(() => {
  minute = 0;
});
const tried = (step: Step, day: Day, more: Partial<Try> = {}): PlanEvent & { kind: 'try' } => {
  minute += 1;
  const at = `${day}T10:${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}.000Z`;
  return {
    ...{ id: `e${minute}`, kind: 'try', at, day, source: 'self', revision: 1 },
    ...{ stepId: step.id, bpm: step.rungs[0] ?? null, clean: true, passes: 1, seconds: 60 },
    ...more,
  };
};
type Made = readonly [step: Step, day: Day, more?: Partial<Try>];
const many = (count: number, ...made: Made) => Array.from({ length: count }, () => tried(...made));

describe('what came on', () => {
  it('is told day by day, from the tempo before to the tempo after', () => {
    const tries = [
      ...many(3, verse, '2026-11-20', { bpm: 60 }),
      ...many(3, verse, '2026-11-24', { bpm: 70 }),
      ...many(3, verse, '2026-11-25', { bpm: 65 }),
      ...many(3, verse, '2026-11-26', { bpm: goal }),
    ];
    const told = climbedSince(plan.steps, tries, '2026-11-21');
    expect(told.map((one) => [one.on, one.fromBpm, one.toBpm, one.isNewlyDone])).toEqual([
      ['2026-11-24', 60 as never, 70 as never, false],
      ['2026-11-26', 70 as never, goal as never, true],
    ]);
    expect(climbedSince(plan.steps, tries, '2026-11-27')).toEqual([]);
  });
});

describe('a step that does not come on', () => {
  const DAYS: readonly Day[] = ['2026-11-20', '2026-11-22', '2026-11-24', '2026-11-26'];
  const held = () => many(3, verse, '2026-11-19', { bpm: 60 });
  const stumbles = (count: number, minutes: number) =>
    DAYS.slice(0, count).flatMap((day) =>
      many(2, verse, day, { bpm: 70, clean: false, seconds: minutes * 30, failedBar: 2 }),
    );

  it('is told after three days and twenty minutes without a gain, with the bar where it fails', () => {
    expect(notComingOn(verse, [...held(), ...stumbles(4, 6)])).toEqual({
      ...{ since: '2026-11-20', lastOn: '2026-11-26', days: 4, minutes: 24 },
      ...{ atBpm: 60 as never, bar: 2 },
    });
  });

  it('is not told too soon, nor of what rose', () => {
    expect(notComingOn(verse, [...held(), ...stumbles(2, 30)])).toBeUndefined();
    expect(notComingOn(verse, [...held(), ...stumbles(4, 4)])).toBeUndefined();
    const rose = many(3, verse, '2026-11-27', { bpm: 64 });
    expect(notComingOn(verse, [...held(), ...stumbles(4, 6), ...rose])).toBeUndefined();
  });

  it('is told of what never went, too', () => {
    expect(notComingOn(verse, stumbles(3, 10))).toEqual(
      jasmine.objectContaining({ atBpm: null, since: '2026-11-20', days: 3 }),
    );
  });

  it('stands beside the step it is, among those that can be practised', () => {
    const ready = plan.steps
      .filter(({ kind }) => !['section', 'join', 'whole', 'perform', 'recording'].includes(kind))
      .flatMap((step) =>
        many(step.goal.cleanInRow, step, '2026-11-01', { bpm: step.rungs.at(-1) ?? null }),
      );
    const bare = plan.steps.filter(({ kind, layer }) => kind === 'section' && layer === 'bare');
    const stuck = bare[0] ?? verse;
    const stumbled = DAYS.flatMap((day) => many(2, stuck, day, { clean: false, seconds: 300 }));
    const { open } = overviewOf(standingOf(plan, [...ready, ...stumbled]));
    expect(open.find(({ id }) => id === stuck.id)?.stuck?.days).toBe(4);
    expect(open.filter((one) => one.stuck !== null)).toHaveSize(1);
  });
});

describe('the milestones of a song', () => {
  const on = (tries: readonly Try[]) =>
    reachedMilestones(stepProgress(plan.steps, tries), plan.work, plan.goal).map(
      ({ kind, on: day }) => `${kind} ${day}`,
    );
  const full = (step: Step, day: Day) =>
    many(step.goal.cleanInRow, step, day, { bpm: step.rungs.at(-1) ?? null });

  it('are told with the day each was reached on', () => {
    const bare = stepOf('whole:bare');
    const tries = [
      ...[...full(bare, '2026-11-02'), ...full(bare, '2026-11-03')],
      ...[...full(verse, '2026-11-05'), ...full(chorus, '2026-11-09')],
      ...full(stepOf('join'), '2026-11-10'),
    ];
    expect(on(tries)).toEqual([
      ...['whole bare 2026-11-03', 'first section 2026-11-05', 'half 2026-11-05'],
      'first join 2026-11-10',
    ]);
    const whole = plan.steps.find(({ kind, layer }) => kind === 'whole' && layer === 'full');
    const days: readonly Day[] = ['2026-11-12', '2026-11-14'];
    const more = whole ? days.flatMap((day) => full(whole, day)) : [];
    expect(on([...tries, ...more])).toContain('whole 2026-11-14');
  });

  it('are none before the first', () => expect(on([])).toEqual([]));
});

describe('what a student said', () => {
  const said = (event: object, day: Day): PlanEvent =>
    ({ ...tried(verse, day), bpm: undefined, ...event }) as unknown as PlanEvent;

  it('is given in words, the latest first; a teacher’s own notes are not among it', () => {
    const events = [
      said({ kind: 'note', words: 'Does it need the ring finger?', stepId: null }, '2026-11-20'),
      said({ kind: 'note', words: 'Mind the thumb.', source: 'teacher' }, '2026-11-21'),
      said({ kind: 'stuck', bar: 3 }, '2026-11-22'),
      said({ kind: 'ring', grip: 'Gm6', struck: [1, 2], dull: [2] }, '2026-11-23'),
      said({ kind: 'sore' }, '2026-11-24'),
    ];
    expect(sayingsIn(events, plan.steps).map(({ kind, words }) => `${kind}: ${words}`)).toEqual([
      ...['sore: ', 'ring: Gm6: string 2', `stuck: ${verse.title}, bar 3`],
      'asks: Does it need the ring finger?',
    ]);
  });
});

describe('a ladder that was not begun', () => {
  const rungOf = (step: Step, tries: readonly Try[]) => step.rungs[climbOf(step, tries).rung] ?? 0;
  const join = () => {
    const found = plan.steps.find(({ kind }) => kind === 'join');
    if (!found) throw new Error('the song has a join');
    return found;
  };

  it('asks as much of a section as its kind does', () => {
    expect(SECTION_IN_ROW).toBe(kindOf({ kind: 'section' }).goal.cleanInRow);
  });

  it('begins where both sections of a join have brought the student', () => {
    const step = join();
    const both = [
      ...many(3, verse, '2026-11-20', { bpm: goal }),
      ...many(3, chorus, '2026-11-21', { bpm: goal }),
    ];
    expect(rungOf(step, [])).toBe(step.rungs[0] ?? 0);
    expect(rungOf(step, both.slice(0, 3))).toBe(step.rungs[0] ?? 0);
    expect(rungOf(step, both)).toBeGreaterThan(0.7 * goal);
    expect(rungOf(step, both)).toBeLessThanOrEqual(0.85 * goal);
    // Failing there again and again goes down from there.
    const at = rungOf(step, both);
    const failed = many(2, step, '2026-11-22', { bpm: at, clean: false });
    expect(rungOf(step, [...both, ...failed])).toBeLessThan(at);
  });

  it('begins where a barer layer has, and never lower for more of it', () => {
    const bare = stepOf('section');
    const full = plan.steps.find(({ id }) => id === bare.id.replace(':bare', ':full')) ?? verse;
    const before = rungOf(full, []);
    const held = many(3, bare, '2026-11-20', { bpm: goal });
    expect(rungOf(full, held)).toBeGreaterThanOrEqual(before);
    expect(rungOf(full, held)).toBeLessThanOrEqual(0.75 * goal);
    expect(climbOf(full, held).cleanBpm).toBeNull();
  });
});

describe('a song that was corrected', () => {
  const changed = (day: Day, ...steps: readonly Step[]): PlanEvent => ({
    ...{ id: `c${day}`, kind: 'changed', at: `${day}T12:00:00.000Z`, day, source: 'teacher' },
    ...{ revision: 2, parts: steps.flatMap((one) => one.atoms), names: steps.map((one) => one.id) },
  });
  const held = () => [
    ...many(3, verse, '2026-11-20', { bpm: goal }),
    ...many(3, chorus, '2026-11-20', { bpm: goal }),
  ];
  const at = (events: readonly PlanEvent[]) => overviewOf(standingOf(plan, events));

  it('has the part that changed shown again, and nothing else; its minutes stay', () => {
    const before = at(held());
    const after = at([...held(), changed('2026-11-21', verse)]);
    expect(before.blocks.map((one) => Number(one.cleanBpm))).toEqual([goal, goal]);
    expect(after.blocks.map(({ cleanBpm }) => cleanBpm)).toEqual([null, goal as never]);
    expect(after.minutesByDay).toEqual(before.minutesByDay);
    expect(after.checkAgain).toEqual({ on: '2026-11-21', names: [verse.id] });
    expect(before.checkAgain).toBeNull();
  });

  it('asks no more once it was played clean again', () => {
    const again = many(3, verse, '2026-11-22', { bpm: 70 });
    const after = at([...held(), changed('2026-11-21', verse), ...again]);
    expect(after.checkAgain).toBeNull();
    expect(after.blocks.map((one) => Number(one.cleanBpm))).toEqual([70, goal]);
  });

  it('asks for the whole song again, whatever part it was', () => {
    const whole = stepOf('whole:bare');
    const runs = [
      ...many(1, whole, '2026-11-18', { bpm: goal }),
      ...many(1, whole, '2026-11-19', { bpm: goal }),
    ];
    const done = (events: readonly PlanEvent[]) =>
      at(events).milestones.some(({ kind }) => kind === 'whole bare');
    expect(done(runs)).toBeTrue();
    expect(done([...runs, changed('2026-11-21', verse)])).toBeFalse();
  });
});

describe('a try that can hardly be', () => {
  const why = (more: object, step: Step = verse) =>
    oddTries(plan.steps, [{ ...tried(step, '2026-11-24'), ...more }], '2026-11-26').map(
      (one) => one.why,
    );
  const GONE = { ...verse, id: 'section:gone:full' };

  it('is told with what is odd about it', () => {
    expect(why({ bpm: 200 })).toEqual(['at 200, where the goal is 92']);
    expect(why({ seconds: 5400 })).toEqual(['90 minutes in one go']);
    expect(why({ passes: 40, seconds: 4 })).toEqual(['40 passes in 4 seconds: it is not counted']);
    expect(why({}, GONE)).toEqual(['this step is not in the plan any more']);
    const ahead = { at: '2027-01-01T10:00:00.000Z', receivedAt: '2026-11-24T10:00:00.000Z' };
    expect(why(ahead)[0]).toContain('it says 1 Jan 2027, which was still to come');
  });

  it('is none of what is usual, long ago, or taken back', () => {
    expect(why({})).toEqual([]);
    expect(why({ bpm: 110 })).toEqual([]);
    expect(why({ bpm: 200, day: '2026-11-01' })).toEqual([]);
    const odd = tried(verse, '2026-11-24', { bpm: 200 });
    const back: PlanEvent = {
      ...{ id: 'b', kind: 'correction', of: odd.id, clean: null, at: odd.at, day: odd.day },
      ...{ source: 'teacher', revision: 1 },
    };
    expect(oddTries(plan.steps, [odd, back], '2026-11-26')).toEqual([]);
  });
});
