import fc from 'fast-check';
import { readChart } from '../chart';
import type { Day } from '../day';
import { makeSteps, workpieceOf, type Step } from '../steps';
import { rungsTo } from '../steps/ladder';
import { runs } from '../testing/runs';
import type { Try } from '../events';
import { climbOf, stepProgress } from '../practice';
import { readinessOf, tempoLines } from './index';

const work = workpieceOf(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| C | G |').song);
const steps = makeSteps(work);
const step = (start: string): Step => {
  // The last one is the layer that is the goal.
  const isJoin = start.includes(' into ');
  const found = steps.findLast(
    (one) => one.title.startsWith(start) && (one.kind === 'join') === isJoin,
  );
  if (!found) throw new Error(`no step: ${start}`);
  return found;
};

// Counted anew for each fact: tries that follow each other stay on one day in whatever order facts are tried.
let count = 0;
beforeEach(() => {
  count = 0;
});

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
  const verse = step('Verse');

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
    const join = step('Verse into Chorus');
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

  it('holds a rung less when what it held fails twice, and nothing less when what is faster does', () => {
    const [low = 0, , third = 0] = verse.rungs;
    const up = [1, 2, 3].map(() => tryAt(verse, true, { bpm: third }));
    const fails = (tempo: number) => [1, 2].map(() => tryAt(verse, false, { bpm: tempo }));
    const lowered = climbOf(verse, [...up, ...fails(third)]);
    expect([lowered.cleanBpm, lowered.rung]).toEqual([Math.floor(third / 1.08) as never, 1]);
    expect(climbOf(verse, [...up, ...fails(120), ...fails(120)]).cleanBpm).toBe(third as never);
    const down = fails(low);
    const again = [1, 2, 3].map(() => tryAt(verse, true, { bpm: third }));
    expect(climbOf(verse, [...up, ...down, ...again]).cleanBpm).toBe(third as never);
  });

  for (const rungs of [
    [60, 92],
    [60, 72, 86, 92],
    [40, 80, 92],
    [88, 89, 90, 91, 92],
  ] as const) {
    it(`goes down a rung of ${rungs.join(', ')} after two stumbles at what was held`, () => {
      const ladder = { ...verse, rungs } as unknown as Step;
      for (let at = 1; at < rungs.length; at += 1) {
        const bpm = rungs[at] ?? 0;
        const held = [1, 2, 3].map(() => tryAt(verse, true, { bpm }));
        const fails = [1, 2].map(() => tryAt(verse, false, { bpm }));
        expect(climbOf(ladder, [...held, ...fails]).rung)
          .withContext(`${bpm}`)
          .toBe(at - 1);
      }
    });
  }

  it('counts what was played, on whatever ladder: nine clean at the goal are the goal', () => {
    const nine = Array.from({ length: 9 }, () => tryAt(verse, true, { bpm: 92 }));
    const climb = climbOf(verse, nine);
    expect([climb.cleanBpm, climb.isDone]).toEqual([92 as never, true]);
    // Faster than the goal is kept too, and a stumble there takes nothing away.
    const faster = Array.from({ length: 3 }, () => tryAt(verse, true, { bpm: 104 }));
    expect(climbOf(verse, [...nine, ...faster]).cleanBpm).toBe(104 as never);
  });

  it('takes a run from one day only, at its slowest pass', () => {
    const [low = 0, second = 0] = verse.rungs;
    const on = (day: string, bpm: number) =>
      tryAt(verse, true, { bpm, at: `${day}T10:00:00.000Z` });
    const split = [on('2026-12-01', second), on('2026-12-01', second), on('2026-12-02', second)];
    expect(climbOf(verse, split).cleanBpm).toBeNull();
    const mixed = [on('2026-12-03', second), on('2026-12-03', low), on('2026-12-03', second)];
    expect(climbOf(verse, mixed).cleanBpm).toBe(low as never);
  });

  it('proves a barer layer by a fuller one, and not the other way round', () => {
    const bare = steps.find((one) => one.id === verse.id.replace('full', 'bare'));
    if (!bare) throw new Error('no bare verse');
    expect(climbOf(bare, allTheWay(verse)).isDone).toBeTrue();
    expect(climbOf(verse, allTheWay(bare)).cleanBpm).toBeNull();
    const stumbled = [...allTheWay(bare), tryAt(verse, false), tryAt(verse, false)];
    expect(climbOf(bare, stumbled).cleanBpm).toBe(92 as never);
  });

  it('counts each of several grips by itself, wherever it was ticked', () => {
    const grips = step('Grips');
    const [first = '', second = '', ...others] = grips.id.split('+');
    const ticks = (id: string) =>
      Array.from({ length: 5 }, () => tryAt(grips, true, { stepId: id, bpm: null }));
    expect(climbOf(grips, [...ticks(first), ...ticks(second)]).isDone).toBe(others.length === 0);
    expect(climbOf(grips, [first, second, ...others].flatMap(ticks)).isDone).toBeTrue();
    expect(climbOf(grips, ticks(grips.id)).isDone).toBeTrue();
  });

  const anyTries = fc.array(
    fc.record({
      bpm: fc.constantFrom(50, 60, 69, 74, 80, 86, 92, 100),
      clean: fc.boolean(),
      day: fc.constantFrom('2026-11-02', '2026-11-03', '2026-11-04'),
      passes: fc.integer({ min: 1, max: 3 }),
    }),
    { maxLength: 30 },
  );
  const played = (all: readonly { bpm: number; clean: boolean; day: string; passes: number }[]) =>
    all
      .toSorted((a, b) => a.day.localeCompare(b.day))
      .map((one, at) =>
        tryAt(verse, one.clean, {
          ...{ bpm: one.bpm, passes: one.passes },
          at: `${one.day}T10:00:${String(at).padStart(2, '0')}.000Z`,
        }),
      );

  it('loses nothing by a longer ladder, another ratio or a moved goal', () => {
    const anyLadder = fc.tuple(
      fc.integer({ min: 30, max: 120 }),
      fc.integer({ min: 30, max: 160 }),
      fc.constantFrom(1.02, 1.05, 1.08, 1.2, 1.5),
    );
    fc.assert(
      fc.property(anyTries, anyLadder, (all, [from, goal, ratio]) => {
        const tries = played(all);
        const other = { ...verse, rungs: rungsTo(goal, Math.min(from, goal), ratio) };
        expect(climbOf(other, tries).cleanBpm).toBe(climbOf(verse, tries).cleanBpm);
      }),
      runs(200),
    );
  });

  it('never holds less for one more clean try at the end', () => {
    fc.assert(
      fc.property(anyTries, fc.constantFrom(50, 74, 92, 120), (all, bpm) => {
        const tries = played(all);
        const more = tryAt(verse, true, { bpm, at: '2026-11-05T10:00:00.000Z' });
        const [before, after] = [climbOf(verse, tries), climbOf(verse, [...tries, more])];
        expect(after.cleanBpm ?? 0).toBeGreaterThanOrEqual(before.cleanBpm ?? 0);
        expect(after.isDone || !before.isDone).toBeTrue();
      }),
      runs(200),
    );
  });

  it('stays done, whatever comes after', () => {
    fc.assert(
      fc.property(anyTries, anyTries, (first, later) => {
        const tries = played(first);
        const after = played(later).map((one) => ({
          ...one,
          at: one.at.replace('2026-11', '2026-12'),
        }));
        expect(
          climbOf(verse, [...tries, ...after]).isDone || !climbOf(verse, tries).isDone,
        ).toBeTrue();
      }),
      runs(100),
    );
  });

  it('does not climb on passes slower than its rung, but keeps them', () => {
    const slow = climbOf(
      verse,
      [1, 2, 3].map(() => tryAt(verse, true, { bpm: 20 })),
    );
    expect([slow.rung, slow.cleanBpm]).toEqual([0, 20 as never]);
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
    const grip = step('Grips');
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
  const [verse, chorus, join] = [step('Verse'), step('Chorus'), step('Verse into Chorus')];

  it('says what is still a hole, and what the rest holds at', () => {
    const low = [1, 2, 3].map(() => tryAt(verse, true));
    const readiness = readinessOf(work, { steps, tries: low });
    expect(readiness).toEqual(
      jasmine.objectContaining({
        songBpm: null,
        restBpm: verse.rungs[0] ?? null,
        goalBpm: 92,
        holes: [{ section: 'Chorus', bars: [1, 2] }],
        share: 0,
      }),
    );
    expect(readiness.heldBackBy?.what).toMatch(/\.$/);
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
    expect(readiness.heldBackBy?.what).toBe(
      `Verse into Chorus, which is clean at ${join.rungs[0]} of 92 bpm. Its tightest change is D → C.`,
    );
    // A bar either side of a join counts with it: two of four.
    expect(readiness.share).toBeCloseTo(0.5, 9);
    expect(readiness.gates).toEqual({
      partsAtGoal: 2,
      parts: 3,
      wholeRunDays: 0,
      wholeRunDaysNeeded: 2,
      joinsAtGoal: 0,
      joins: 1,
      isHeard: false,
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
    const twice = [...allTheWay(whole, '2026-11-04'), ...allTheWay(whole, '2026-11-05')];
    const readiness = readinessOf(work, { steps, tries: [...tries, ...twice] });
    expect(readiness.gates.isReady).toBeTrue();
    expect(readiness.gates.isHeard).toBeFalse();
    expect(readiness.heldBackBy).toBeUndefined();
    const heard = twice.map((one): Try => ({ ...one, source: 'teacher' }));
    expect(readinessOf(work, { steps, tries: [...tries, ...heard] }).gates.isHeard).toBeTrue();
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
    // Half the song, but for the bar that leads into what is not known yet.
    expect(readinessOf(work, { steps, tries: allTheWay(verse) }).share).toBeCloseTo(0.25, 9);
  });
});

describe('the progress of each step', () => {
  it('is later until all it needs is done, then open, then done', () => {
    const stateOf = (title: string, tries: readonly Try[]): string | undefined =>
      stepProgress(steps, tries).find((one) => one.step.title.startsWith(title))?.state;
    expect(stateOf('Verse, one strum', [])).toBe('later');
    const grips = steps.filter((one) => one.kind === 'grip').flatMap((one) => allTheWay(one));
    expect(stateOf('Verse, one strum', grips)).toBe('open');
    expect(stateOf('Grips', grips)).toBe('done');
  });
});

describe('tempo lines', () => {
  it('rise with the minutes practised on the whole song', () => {
    const [verse, grip] = [step('Verse'), step('Grips')];
    const tries = [
      ...[1, 2].map(() => tryAt(grip, true)),
      ...[1, 2, 3].map(() => tryAt(verse, true)),
    ];
    expect(tempoLines(steps, tries, 'full').map((line) => [line.step.id, line.points])).toEqual([
      [verse.id, [{ minutes: 2.5, bpm: verse.rungs[0] ?? 0 }]],
    ] as never);
  });
});
