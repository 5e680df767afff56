import fc from 'fast-check';
import { readChart } from '../chart';
import type { Day } from '../day';
import { makeSteps, workpieceOf, type Step } from '../steps';
import type { Try } from '../events';
import { climbOf, stepProgress } from '../practice';
import { readinessOf, tempoLines } from './index';

const work = workpieceOf(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| C | G |').song);
const steps = makeSteps(work);
const step = (start: string): Step => {
  // The last one is the layer that is the goal.
  const found = steps.findLast((one) => one.title.startsWith(start));
  if (!found) throw new Error(`no step: ${start}`);
  return found;
};

let count = 0;
function tryAt(of: Step, clean: boolean, more: Partial<Try> = {}): Try {
  count += 1;
  const at = new Date(Date.UTC(2026, 10, 1) + count * 60_000).toISOString();
  return {
    id: `try-${count}`,
    stepId: of.id,
    at,
    day: (more.at ?? at).slice(0, 10) as Day,
    bpm: of.rungs[0] ?? null,
    clean,
    passes: 1,
    seconds: 30,
    source: 'self',
    ...more,
  };
}

/** Clean passes on every rung, up to the goal. */
function allTheWay(of: Step, day = '2026-11-02'): readonly Try[] {
  const rungs = of.rungs.length > 0 ? of.rungs : [null];
  return rungs.flatMap((bpm) =>
    Array.from({ length: of.goal.cleanInRow }, () => {
      count += 1;
      const at = `${day}T10:${String(Math.floor(count / 60) % 60).padStart(2, '0')}:${String(count % 60).padStart(2, '0')}.000Z`;
      return tryAt(of, true, { bpm, at });
    }),
  );
}

describe('a climb', () => {
  const verse = step('A Verse');

  it('begins on the first rung with nothing held', () => {
    expect(climbOf(verse, [])).toEqual({
      rung: 0,
      cleanInRow: 0,
      failsInRow: 0,
      cleanBpm: null,
      goalDays: [],
      isDone: false,
      triesCount: 0,
    });
  });

  it('goes up a rung after three clean in a row, five for a join', () => {
    expect(climbOf(verse, [tryAt(verse, true), tryAt(verse, true)]).rung).toBe(0);
    const three = climbOf(
      verse,
      [1, 2, 3].map(() => tryAt(verse, true)),
    );
    expect([three.rung, three.cleanBpm, three.cleanInRow]).toEqual([1, verse.rungs[0] ?? 0, 0]);
    const join = step('Join');
    expect(
      climbOf(
        join,
        [1, 2, 3, 4].map(() => tryAt(join, true)),
      ).rung,
    ).toBe(0);
    expect(
      climbOf(
        join,
        [1, 2, 3, 4, 5].map(() => tryAt(join, true)),
      ).rung,
    ).toBe(1);
  });

  it('counts from nothing again after a stumble, and steps down after two', () => {
    const up = [1, 2, 3].map(() => tryAt(verse, true));
    const [, second] = verse.rungs;
    const at = { bpm: second ?? 0 };
    expect(climbOf(verse, [...up, tryAt(verse, true, at), tryAt(verse, false, at)])).toEqual(
      jasmine.objectContaining({ rung: 1, cleanInRow: 0, failsInRow: 1 }),
    );
    const down = climbOf(verse, [...up, tryAt(verse, false, at), tryAt(verse, false, at)]);
    expect([down.rung, down.cleanBpm]).toEqual([0, verse.rungs[0] ?? 0]);
  });

  it('holds less when the rung it held fails twice', () => {
    const up = [1, 2, 3].map(() => tryAt(verse, true));
    const fails = [1, 2, 3, 4].map(() => tryAt(verse, false));
    expect(climbOf(verse, [...up, ...fails]).cleanBpm).toBeNull();
  });

  it('does not climb on passes slower than its rung', () => {
    expect(
      climbOf(
        verse,
        [1, 2, 3].map(() => tryAt(verse, true, { bpm: 20 })),
      ).rung,
    ).toBe(0);
  });

  it('is done at the goal; the whole song needs two days', () => {
    expect(climbOf(verse, allTheWay(verse)).isDone).toBeTrue();
    const whole = step('Whole');
    const first = allTheWay(whole, '2026-11-02');
    expect(climbOf(whole, first).isDone).toBeFalse();
    const again = tryAt(whole, true, { bpm: 92, at: '2026-11-02T20:00:00.000Z' });
    expect(climbOf(whole, [...first, again]).isDone).toBeFalse();
    const nextDay = tryAt(whole, true, { bpm: 92, at: '2026-11-03T10:00:00.000Z' });
    expect(climbOf(whole, [...first, nextDay]).isDone).toBeTrue();
  });

  it('of a grip needs five ringing in a row', () => {
    const grip = step('Grip G');
    const tries = [1, 2, 3, 4].map(() => tryAt(grip, true));
    expect(climbOf(grip, tries).isDone).toBeFalse();
    expect(climbOf(grip, [...tries, tryAt(grip, true)]).isDone).toBeTrue();
  });

  it('is the same whatever the order tries come in, and however often they are sent', () => {
    const anyTries = fc.array(fc.tuple(fc.boolean(), fc.nat(6)), { maxLength: 40 });
    fc.assert(
      fc.property(anyTries, fc.infiniteStream(fc.nat()), (marks, order) => {
        const tries = marks.map(([clean, rung]) =>
          tryAt(verse, clean, { bpm: verse.rungs[rung] ?? 92 }),
        );
        const shuffled = [...tries, ...tries]
          .map((one) => ({ one, key: order.next().value as number }))
          .sort((a, b) => a.key - b.key);
        expect(
          climbOf(
            verse,
            shuffled.map(({ one }) => one),
          ),
        ).toEqual(climbOf(verse, tries));
      }),
    );
  });
});

describe('readiness', () => {
  const [verse, chorus, join] = [step('A Verse'), step('B Chorus'), step('Join A → B')];

  it('says what is still a hole, and what the rest holds at', () => {
    const low = [1, 2, 3].map(() => tryAt(verse, true));
    const readiness = readinessOf(work, { steps, tries: low });
    expect(readiness).toEqual(
      jasmine.objectContaining({
        songBpm: null,
        restBpm: verse.rungs[0] ?? null,
        goalBpm: 92,
        holeBars: 2,
        share: 0,
      }),
    );
    expect(readiness.heldBackBy?.step.id).toBe(chorus.id);
  });

  it('is as fast as the slowest section or join', () => {
    const tries = [
      ...allTheWay(verse),
      ...allTheWay(chorus),
      ...[1, 2, 3, 4, 5].map(() => tryAt(join, true)),
    ];
    const readiness = readinessOf(work, { steps, tries });
    expect(readiness.songBpm).toBe(join.rungs[0] ?? null);
    expect(readiness.heldBackBy?.step.id).toBe(join.id);
    expect(readiness.share).toBeCloseTo(1, 9);
    expect(readiness.gates).toEqual({
      partsAtGoal: 2,
      parts: 3,
      wholeRunDays: 0,
      wholeRunDaysNeeded: 2,
      isReady: false,
    });
  });

  it('holds a part that differs only as far as the part it differs from', () => {
    const { song } = readChart('tempo: 92\n[Verse]\n| G | D |\n[Verse 2 = Verse]\n2: | Em |');
    const own = workpieceOf(song);
    const made = makeSteps(own);
    const find = (kind: Step['kind']): Step => {
      const found = made.find((one) => one.kind === kind && one.layer === 'full');
      if (!found) throw new Error(`no ${kind}`);
      return found;
    };
    const [base, difference] = [find('section'), find('difference')];
    const heldWith = (tries: readonly Try[]) =>
      readinessOf(own, { steps: made, tries }).parts.find((one) => one.step === difference)
        ?.cleanBpm;
    expect(heldWith(allTheWay(difference))).toBeNull();
    const low = [1, 2, 3].map(() => tryAt(base, true));
    expect(heldWith([...allTheWay(difference), ...low])).toBe(base.rungs[0]);
    expect(heldWith([...allTheWay(difference), ...allTheWay(base)])).toBe(92 as never);
  });

  it('is there when every part is at goal and the whole song went on two days', () => {
    const whole = step('Whole');
    const tries = [verse, chorus, join].flatMap((one) => allTheWay(one));
    const runs = [...allTheWay(whole, '2026-11-04'), ...allTheWay(whole, '2026-11-05')];
    const readiness = readinessOf(work, { steps, tries: [...tries, ...runs] });
    expect(readiness.gates.isReady).toBeTrue();
    expect(readiness.heldBackBy).toBeUndefined();
  });

  it('tells the whole song in the barer layers on the way', () => {
    const bare = steps.filter((one) => one.kind === 'section' && one.layer === 'bare');
    const [first, second] = bare;
    if (!first || !second) throw new Error('no bare sections');
    const barerOf = (tries: readonly Try[]) => readinessOf(work, { steps, tries }).barer;
    expect(barerOf(allTheWay(first))).toEqual([{ layer: 'bare', songBpm: null }]);
    const both = [...allTheWay(first), ...allTheWay(second)];
    expect(barerOf(both)).toEqual([{ layer: 'bare', songBpm: work.goalBpm }]);
  });

  it('shares playing time by how long each section lasts', () => {
    expect(readinessOf(work, { steps, tries: allTheWay(verse) }).share).toBeCloseTo(0.5, 9);
  });
});

describe('the progress of each step', () => {
  it('is later until all it needs is done, then open, then done', () => {
    const stateOf = (title: string, tries: readonly Try[]): string | undefined =>
      stepProgress(steps, tries).find((one) => one.step.title.startsWith(title))?.state;
    expect(stateOf('Change D and G', [])).toBe('later');
    const grips = steps.filter((one) => one.kind === 'grip').flatMap((one) => allTheWay(one));
    expect(stateOf('Change D and G', grips)).toBe('open');
    expect(stateOf('Grip G', grips)).toBe('done');
  });
});

describe('tempo lines', () => {
  it('rise with the minutes practised on the whole song', () => {
    const [verse, grip] = [step('A Verse'), step('Grip G')];
    const tries = [
      ...[1, 2].map(() => tryAt(grip, true)),
      ...[1, 2, 3].map(() => tryAt(verse, true)),
    ];
    expect(tempoLines(steps, tries, 'full').map((line) => [line.step.id, line.points])).toEqual([
      [verse.id, [{ minutes: 2.5, bpm: verse.rungs[0] ?? 0 }]],
    ] as never);
  });
});
