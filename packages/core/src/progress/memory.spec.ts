import { readChart } from '../chart';
import { dayAfter, daysBetween, type Day } from '../day';
import type { Try } from '../events';
import { makePlan } from '../plan';
import { memoryOf } from './index';

const { steps } = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| Em | C |').song);
const step = steps.find(({ id }) => /^section:.*:full$/.test(id));
if (!step) throw new Error('no section in full');
const id = step.id;
const bare = id.replace(':full', ':bare');

let count = 0;
const marks = (day: Day, words: string, stepId = id): readonly Try[] =>
  words.split(' ').map((word) => {
    count += 1;
    return {
      ...{ id: `e${count}`, at: `${day}T10:00:${String(count % 60).padStart(2, '0')}.${count}Z` },
      ...{ day, source: 'self', stepId, passes: 1, seconds: 30 },
      ...{ clean: !word.endsWith('!'), bpm: Number(word.replace('!', '')) },
    };
  });
const START: Day = '2026-11-01';
const on = (days: number): Day => dayAfter(START, days);
const held = marks(START, '92 92 92');

describe('what is remembered', () => {
  it('is nothing before something is held', () => {
    expect(memoryOf(step, [], START)).toBeNull();
    expect(memoryOf(step, marks(START, '92 92 92!'), START)).toBeNull();
  });

  it('is all there on the day itself, fades, and is due when nine chances in ten are left', () => {
    const at = (days: number) => memoryOf(step, held, on(days));
    expect(at(0)?.retrievability).toBeCloseTo(1, 6);
    const fading = [1, 3, 7, 14, 30].map((days) => at(days)?.retrievability ?? 0);
    fading.forEach((one, index) => expect(one).toBeLessThan(fading[index - 1] ?? 1));
    const due = at(0)?.dueOn ?? START;
    expect(memoryOf(step, held, due)?.retrievability).toBeCloseTo(0.9, 1);
    expect(at(0)?.lastOn).toBe(START);
  });

  it('has to be shown again once it goes in fewer than seven of ten runs', () => {
    const { fadesOn = START, dueOn = START } = memoryOf(step, held, START) ?? {};
    expect(fadesOn > dueOn).toBeTrue();
    expect(memoryOf(step, held, fadesOn)?.retrievability).toBeLessThan(0.7);
    expect(memoryOf(step, held, dayAfter(fadesOn, -1))?.retrievability).toBeGreaterThanOrEqual(0.7);
  });

  it('lasts longer with every visit that goes well', () => {
    const visits = [held];
    let gap = 0;
    for (let visit = 0; visit < 4; visit += 1) {
      const tries = visits.flat();
      const memory = memoryOf(step, tries, START);
      if (!memory) throw new Error('nothing is remembered');
      const next = daysBetween(memory.lastOn, memory.dueOn);
      expect(next).toBeGreaterThan(gap);
      gap = next;
      visits.push(marks(memory.dueOn, '92'));
    }
  });

  it('lasts less long after a slip at what was held, and no less after one above it', () => {
    const well = memoryOf(step, [...held, ...marks(on(3), '92')], on(3));
    const slipped = memoryOf(step, [...held, ...marks(on(3), '92! 92')], on(3));
    const above = memoryOf(step, [...held, ...marks(on(3), '92 120!')], on(3));
    expect(slipped?.stabilityDays ?? 0).toBeLessThan(well?.stabilityDays ?? 0);
    expect(above).toEqual(well);
  });

  it('counts what was clean below the goal for less', () => {
    const low = marks(START, '60 60 60');
    const goal = memoryOf(step, [...low, ...marks(on(2), '92 92 92')], on(2));
    const below = memoryOf(step, [...low, ...marks(on(2), '70 70 70')], on(2));
    expect(below?.stabilityDays ?? 0).toBeLessThan(goal?.stabilityDays ?? 0);
  });

  it('is kept by a fuller layer, not by a barer one', () => {
    const bareStep = steps.find((one) => one.id === bare);
    if (!bareStep) throw new Error('no bare section');
    const inBare = marks(START, '92 92 92', bare);
    const fuller = memoryOf(bareStep, [...inBare, ...marks(on(5), '92 92 92')], on(5));
    expect(fuller?.lastOn).toBe(on(5));
    expect(memoryOf(step, inBare, on(5))).toBeNull();
  });

  it('is the same whatever the order the tries come in, and does not run backwards', () => {
    const tries = [...held, ...marks(on(4), '92'), ...marks(on(9), '92!')];
    expect(memoryOf(step, tries.toReversed(), on(10))).toEqual(memoryOf(step, tries, on(10)));
    expect(memoryOf(step, held, on(-5))?.retrievability).toBeCloseTo(1, 6);
  });
});
