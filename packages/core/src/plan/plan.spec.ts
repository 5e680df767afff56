import fc from 'fast-check';
import { constantsWith } from '../assumptions';
import { readChart } from '../chart';
import { formatGrip } from '../fretboard';
import { makeSteps, workpieceOf, type Step } from '../steps';
import { anyNumberedSong } from '../testing/any-song';
import {
  deadlineOf,
  finishOn,
  makePlan,
  milestonesOf,
  practiceUntil,
  SCHOOLS,
  timeOf,
  USUAL_TEACHING,
  type PlanChange,
  type School,
  type StepPlan,
} from './index';
import { inSchoolOrder } from './schools';
import { brokenBy } from './hand-made';
import type { Day } from '../day';
import type { Practice } from './calendar';
import { runs } from '../testing/runs';
import { USUAL_CONSTANTS } from '../constants';
import { BARGE, bargePlan, bargeSection, fullStep } from '../testing/barge';

const changed = (...changes: readonly PlanChange[]): StepPlan => bargePlan({ changes });
const titles = (steps: readonly Step[]): readonly string[] => steps.map((step) => step.title);
const ids = (steps: readonly Step[]): readonly string[] => steps.map((step) => step.id);
const BRIDGE = bargeSection('Bridge');
const VERSE = bargeSection('Verse');

describe('the schools of order', () => {
  const orderOf = (school: School): readonly string[] => titles(bargePlan({ school }).steps);
  const place = (school: School, title: string): number =>
    orderOf(school).findIndex((one) => one.startsWith(title));

  it('play the whole song bare before any change is drilled, in "simple whole first"', () => {
    const whole = place('whole-first', 'Whole song, one strum');
    expect(whole).toBeGreaterThan(0);
    expect(whole).toBeLessThan(place('whole-first', 'Change'));
    expect(whole).toBeLessThan(place('whole-first', 'Pattern'));
    expect(place('whole-first', 'Verse, one strum')).toBeLessThan(whole);
    expect(whole).toBeLessThan(bargePlan().steps.length / 2);
  });

  it('play the whole song bare only in that one: never after something fuller', () => {
    for (const school of SCHOOLS) {
      const { steps } = bargePlan({ school });
      const whole = steps.findIndex(({ id }) => id === 'whole:bare');
      expect(whole >= 0).toBe(school === 'whole-first');
      const before = steps.slice(0, Math.max(0, whole)).map(({ layer }) => layer);
      expect(before.filter((layer) => layer !== undefined && layer !== 'bare')).toEqual([]);
    }
  });

  it('bring a grip when it is needed, and a join as soon as both its parts are known, in "as they come"', () => {
    expect(place('as-they-come', 'Verse')).toBeLessThan(place('as-they-come', 'Grip F'));
    const { steps, work } = bargePlan({ school: 'as-they-come' });
    const join = steps.findIndex(({ kind }) => kind === 'join');
    const [from = '', to = ''] = steps[join]?.atoms ?? [];
    const known = steps.slice(0, join).flatMap(({ atoms, covers = [] }) => [...atoms, ...covers]);
    expect(work.parts.some(({ id }) => id === from)).toBeTrue();
    expect(known).toContain(from);
    expect(known).toContain(to);
  });

  it('take all grips before any section in "grips first"', () => {
    const grips = bargePlan({ school: 'grips-first' }).steps.map((step) => step.kind);
    expect(grips.lastIndexOf('grip')).toBeLessThan(grips.indexOf('section'));
    expect(grips.lastIndexOf('change')).toBeLessThan(grips.indexOf('section'));
  });

  it('begin with what is furthest from its goal in "hardest first"', () => {
    const { steps } = bargePlan({ school: 'hardest-first' });
    const headroom = ({ limit, rungs }: Step): number =>
      (limit?.limitBpm ?? 0) / (rungs.at(-1) ?? 1);
    const worked = steps.filter(
      ({ kind, limit }) => kind !== 'grip' && kind !== 'join' && limit?.limitBpm != null,
    );
    const hardest = worked.toSorted((a, b) => headroom(a) - headroom(b))[0];
    const place = steps.findIndex((step) => step === hardest);
    // What comes before the hardest is only what it waits for.
    const waited = new Set<string>();
    const wait = (id: string): void => {
      if (waited.has(id)) return;
      waited.add(id);
      steps.find((step) => step.id === id)?.needs.forEach(wait);
    };
    wait(hardest?.id ?? '');
    expect(steps.slice(2, place).filter(({ id }) => !waited.has(id))).toEqual([]);
  });

  it('begin with the pattern in "picking hand first"', () => {
    expect(orderOf('hand-first')[2]).toBe('Pattern eights on one muted chord');
  });

  it('keep what steps need before them, teach the same steps, and are the same every time, for any song', () => {
    fc.assert(
      fc.property(anyNumberedSong, fc.constantFrom(...SCHOOLS), (song, school) => {
        const work = workpieceOf(song);
        const steps = makeSteps(work);
        const ordered = inSchoolOrder(steps, work, { school, goal: 'full' });
        const seen = new Set<string>();
        for (const step of ordered) {
          expect(step.needs.filter((id) => !seen.has(id)))
            .withContext(step.id)
            .toEqual([]);
          seen.add(step.id);
        }
        expect([...ids(ordered)].sort()).toEqual([...ids(steps)].sort());
        expect(inSchoolOrder(steps, work, { school, goal: 'full' })).toEqual(ordered);
      }),
      runs(60),
    );
  });
});

describe('what a student owns', () => {
  it('is skipped and counted: grips by name or shape, changes as quick as needed, patterns', () => {
    const { skipped, steps } = bargePlan(
      {},
      {
        ownedGrips: ['G', 'F 133211', 'C x35553'],
        ownedPatterns: ['D U D U D - D U'],
        changes: [
          { from: 'G', to: 'D', seconds: 0.2 },
          { from: 'C', to: 'F', seconds: 0.9 },
        ],
      },
    );
    expect([...ids(skipped)].sort()).toEqual(['grip:F', 'grip:G', 'hand:eights']);
    const gone = new Set(ids(skipped));
    expect(steps.filter((step) => step.needs.some((id) => gone.has(id)))).toEqual([]);
    expect(ids(steps)).toContain('grip:D+grip:Em+grip:C');
  });

  it('comes back when the teacher wants it', () => {
    const { skipped, steps } = bargePlan(
      { changes: [{ kind: 'bring-back', step: 'grip:G' }] },
      { ownedGrips: ['G', 'D'] },
    );
    expect(ids(skipped)).toEqual(['grip:D']);
    expect(ids(steps)).toContain('grip:G');
  });
});

describe('changes made by hand', () => {
  it('put a step where it was put, even before what it needs', () => {
    const { steps, unmet } = changed({
      kind: 'move',
      step: fullStep(VERSE),
      after: null,
      school: 'whole-first',
    });
    expect(steps[0]?.id).toBe(fullStep(VERSE));
    expect(brokenBy(steps, fullStep(VERSE))).toBeGreaterThan(0);
    expect(unmet).toEqual([]);
  });

  it('are kept under another school where they still make sense, and told where they do not', () => {
    const move = { kind: 'move', step: 'grip:F', after: 'listen', school: 'whole-first' } as const;
    const early = {
      kind: 'move',
      step: fullStep(VERSE),
      after: 'ready',
      school: 'whole-first',
    } as const;
    const { steps, unmet } = bargePlan({ school: 'grips-first', changes: [move, early] });
    expect(ids(steps).slice(0, 3)).toEqual(['ready', 'listen', 'grip:F']);
    expect(unmet).toEqual([
      { change: early, why: 'In this order it would come before what it needs.' },
    ]);
  });

  it('leave a step out, and let others wait for what it needed', () => {
    const { steps, dropped } = changed({ kind: 'drop', step: `section:${VERSE}:bare` });
    expect(ids(dropped)).toEqual([`section:${VERSE}:bare`]);
    expect(steps.find((step) => step.id === 'whole:bare')?.needs).toContain(
      'grip:G+grip:D+grip:Em',
    );
  });

  it('find what they were made to among grips that were gathered anew', () => {
    const { steps, unmet } = changed({
      kind: 'note',
      step: 'grip:D+grip:Em+grip:Am',
      words: 'Thumb low.',
    });
    expect(unmet).toEqual([]);
    expect(steps.find(({ note }) => note === 'Thumb low.')?.id).toBe('grip:G+grip:D+grip:Em');
  });

  it('never leave out the goal itself', () => {
    for (const step of ['whole:full']) {
      expect(changed({ kind: 'drop', step }).unmet.map((one) => one.why)).toEqual([
        'It is the goal itself.',
      ]);
    }
  });

  it('split a section into two parts that come before it', () => {
    const { steps } = changed({ kind: 'split', step: fullStep(VERSE), afterBar: 2 });
    const order = titles(steps).filter((title) => /^Verse(, bars.*)?$/.test(title));
    expect(order).toEqual(['Verse, bars 1–2', 'Verse, bars 3–4', 'Verse']);
    const alone = bargePlan().steps.find((step) => step.id === fullStep(VERSE))?.minutes ?? 0;
    expect(steps.find((step) => step.id === fullStep(VERSE))?.minutes).toBeLessThanOrEqual(alone);
    expect(changed({ kind: 'split', step: fullStep(VERSE), afterBar: 4 }).unmet.length).toBe(1);
  });

  it('merge two grips or two sections of a layer, unless another step lies between them', () => {
    const { steps } = changed({ kind: 'merge', step: 'grip:F', with: 'grip:C' });
    const grips = steps.find((step) => step.id === 'grip:F+grip:C');
    expect([grips?.title, grips?.atoms]).toEqual(['Grips F and C', ['F', 'C']]);
    expect(grips?.minutes).toBeCloseTo(9.8 + 3.1);
    expect(steps.find((step) => step.id === 'change:C:F')?.needs).toEqual(['grip:F+grip:C']);
    const unlike = changed({ kind: 'merge', step: 'grip:F', with: 'hand:eights' });
    expect(unlike.unmet[0]?.why).toContain('Only two grips');
  });

  it('merge steps that teach several grips into one that names each of them once', () => {
    const six = readChart('tempo: 60\n[A]\n| G | D | Em | C | Am | Dm |').song;
    const grips = makePlan(six).steps.filter(({ kind }) => kind === 'grip');
    expect(grips.map(({ title }) => title)).toEqual(['Grips G, D and Em', 'Grips C, Am and Dm']);
    const [step = '', other = ''] = grips.map(({ id }) => id);
    const changes = [{ kind: 'merge', step, with: other } as const];
    const merged = makePlan(six, { teaching: { ...USUAL_TEACHING, changes } });
    expect(merged.steps.find(({ kind }) => kind === 'grip')?.title).toBe(
      'Grips G, D, Em, C, Am and Dm',
    );
  });

  it('add a step of the teacher’s own, notes, and what is optional', () => {
    const own = {
      kind: 'own',
      step: 'own:1',
      title: 'Clap the verse',
      goal: 'twice',
      minutes: 3,
    } as const;
    const { steps } = changed(
      { ...own, after: 'listen', startBpm: 60, goalBpm: 92 },
      { kind: 'note', step: 'own:1', words: 'Feet too.' },
      { kind: 'optional', step: 'own:1' },
    );
    expect(steps[2]).toEqual(
      jasmine.objectContaining({ id: 'own:1', minutes: 3, note: 'Feet too.', isOptional: true }),
    );
    expect([steps[2]?.rungs[0], steps[2]?.rungs.at(-1)].map(Number)).toEqual([60, 92]);
  });

  it('tell what is no longer there, and never lose a step, whatever is done', () => {
    const anyId = fc.constantFrom(...ids(bargePlan().steps), 'grip:Zz');
    const anyChange: fc.Arbitrary<PlanChange> = fc.oneof(
      fc.record({
        kind: fc.constant('move' as const),
        step: anyId,
        after: fc.option(anyId),
        school: fc.constantFrom(...SCHOOLS),
      }),
      fc.record({ kind: fc.constant('drop' as const), step: anyId }),
      fc.record({
        kind: fc.constant('split' as const),
        step: anyId,
        afterBar: fc.integer({ min: 0, max: 5 }),
      }),
      fc.record({ kind: fc.constant('merge' as const), step: anyId, with: anyId }),
    );
    fc.assert(
      fc.property(
        fc.array(anyChange, { maxLength: 8 }),
        fc.constantFrom(...SCHOOLS),
        (changes, school) => {
          const { steps, dropped } = bargePlan({ school, changes });
          const all = [...ids(steps), ...ids(dropped)];
          expect(new Set(all).size).toBe(all.length);
          const taught = new Set(
            [...steps, ...dropped].flatMap((step) => (step.layer === 'full' ? step.atoms : [])),
          );
          for (const part of [VERSE, BRIDGE]) expect(taught).toContain(part);
          expect(bargePlan({ school, changes }).steps).toEqual(steps);
        },
      ),
      runs(60),
    );
  });

  it('give the student another grip, or leave a part out, and leave the studio’s song as it is', () => {
    const easier = changed({ kind: 'grip', name: 'F', grip: [null, null, 3, 2, 1, 1] });
    const grip = easier.work.grips.find((one) => one.name === 'F');
    expect(grip && formatGrip(grip.grip)).toBe('xx3211');
    const shorter = changed({ kind: 'leave-out', part: BRIDGE });
    expect(shorter.work.parts.map((part) => part.name)).toEqual(['Verse', 'Chorus', 'Chorus 2']);
    expect(bargePlan().work.parts.length).toBe(4);
  });

  it('leave one section out, and not another that sounds like it', () => {
    const { song } = readChart(
      'map: Verse, Solo, Bridge, Verse\n[Verse]\n| G | D |\n[Solo]\n| Em | C |\n[Bridge]\n| Em | C |',
    );
    const names = (changes: readonly PlanChange[]): readonly string[] =>
      makePlan(song, { teaching: { ...USUAL_TEACHING, changes } }).work.timeline.occurrences.map(
        ({ name }) => name,
      );
    const [, solo] = song.sections;
    const part = solo?.id ?? '';
    expect(names([{ kind: 'leave-out', part, section: part }])).toEqual([
      'Verse',
      'Bridge',
      'Verse',
    ]);
    const bridge = song.sections[2]?.id ?? '';
    expect(names([{ kind: 'leave-out', part, section: bridge }])).toEqual([
      'Verse',
      'Solo',
      'Verse',
    ]);
    expect(names([{ kind: 'leave-out', part }])).toEqual(['Verse', 'Verse']);
  });

  it('play slowly and then straight at the goal where two rungs are wished for', () => {
    const { steps } = bargePlan({ twoRungs: true });
    expect(Math.max(...steps.map((step) => step.rungs.length))).toBe(2);
  });
});

describe('the time of a plan', () => {
  const EVERY_DAY: Practice = {
    minutesByWeekday: [10, 10, 10, 10, 10, 10, 10],
    today: '2026-11-26',
  };

  it('is a range that narrows as steps even each other out', () => {
    const one = timeOf([{ minutes: 100 }], USUAL_CONSTANTS);
    const many = timeOf(
      Array.from({ length: 50 }, () => ({ minutes: 2 })),
      USUAL_CONSTANTS,
    );
    expect(one.minutes).toBe(many.minutes);
    expect(many.high - many.low).toBeLessThan(one.high - one.low);
    expect(many.low).toBeLessThan(100);
  });

  it('ends on the day by which the minutes are there, over weekends, years and clock changes', () => {
    expect(finishOn(10, EVERY_DAY)).toBe('2026-11-26');
    expect(finishOn(10.1, EVERY_DAY)).toBe('2026-11-27');
    expect(finishOn(700, EVERY_DAY)).toBe('2027-02-03');
    const sundays = { minutesByWeekday: [0, 0, 0, 0, 0, 0, 30], today: '2026-11-26' } as const;
    expect(finishOn(31, sundays)).toBe('2026-12-06');
    expect(finishOn(60, { ...sundays, today: '2026-03-26' })).toBe('2026-04-05');
    expect(finishOn(5, { ...sundays, minutesByWeekday: [0, 0, 0, 0, 0, 0, 0] })).toBeNull();
    expect(finishOn(1e9, EVERY_DAY)).toBeNull();
    expect(finishOn(0, EVERY_DAY)).toBe('2026-11-26');
  });

  it('agrees with counting the days one by one', () => {
    const week = fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 7, maxLength: 7 });
    fc.assert(
      fc.property(week, fc.integer({ min: 1, max: 2000 }), (minutesByWeekday, minutes) => {
        const practice = { minutesByWeekday, today: '2026-02-25' as const };
        const end = finishOn(minutes, practice);
        if (end === null) return;
        const before = practiceUntil(end, practice).minutes;
        expect(before).toBeLessThan(minutes);
        const weekday = (new Date(`${end}T00:00:00Z`).getUTCDay() + 6) % 7;
        expect(before + (minutesByWeekday[weekday] ?? 0)).toBeGreaterThanOrEqual(minutes);
      }),
    );
  });

  it('fits a wanted day, is close, or misses it, with the minutes a day that are needed', () => {
    const time = { minutes: 100, low: 80, high: 130 };
    const verdictOf = (day: Day): string => deadlineOf(time, day, EVERY_DAY).verdict;
    expect(verdictOf('2026-12-09')).toBe('fits');
    expect(verdictOf('2026-12-06')).toBe('close');
    expect(verdictOf('2026-12-05')).toBe('misses');
    expect(deadlineOf(time, '2026-12-01', EVERY_DAY).minutesADay).toBe(20);
    expect(deadlineOf(time, '2026-11-20', EVERY_DAY)).toEqual({
      ...{ verdict: 'misses', minutesThere: 0, minutesADay: null, finishOn: '2026-12-05' },
    });
  });

  it('grows with a student who learns slower, and with a studio’s own constants', () => {
    const usual = bargePlan().time.minutes;
    expect(bargePlan({}, { paceFactor: 1.5 }).time.minutes).toBeGreaterThan(usual);
    const constants = constantsWith({ gripMinutes: 20, rungRatio: 1.2 });
    const own = makePlan(BARGE, { constants });
    // Three grips of 20 minutes, and 0.7 for each of their eight fingers.
    expect(own.steps.find((step) => step.kind === 'grip')?.minutes).toBeCloseTo(65.6);
    const longest = (plan: StepPlan): number =>
      Math.max(...plan.steps.map((step) => step.rungs.length));
    expect(longest(own)).toBeLessThan(longest(bargePlan()));
  });
});

describe('milestones', () => {
  it('come as soon as the order lets them', () => {
    const of = (school: School) => milestonesOf(bargePlan({ school }).steps, 'full');
    expect(of('whole-first').wholeBare).toBeLessThan(of('whole-first').whole ?? 0);
    expect(of('grips-first').wholeBare).toBeNull();
    expect(of('as-they-come').firstSection).toBeLessThan(of('grips-first').firstSection ?? 0);
    for (const school of SCHOOLS) expect(of(school).end).toBeGreaterThan(of(school).whole ?? 0);
  });
});
