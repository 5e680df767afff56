import { readChart } from '../chart';
import type { Day } from '../day';
import type { Try } from '../events';
import { makePlan } from '../plan';
import { stepProgress } from '../practice';
import { visitsOf } from './index';

const { steps } = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| Em | C |').song);
const [verse, chorus] = [
  ...new Set(steps.flatMap(({ id }) => /^section:(\w+):bare$/.exec(id)?.[1] ?? [])),
];

let count = 0;
/** Enough clean tries for any goal of one day. */
const done = (stepId: string, day: Day): readonly Try[] =>
  Array.from({ length: 6 }, () => {
    count += 1;
    const at = `${day}T10:00:00.${String(count).padStart(3, '0')}Z`;
    return {
      ...{ id: `e${count}`, at, day, source: 'self', stepId, bpm: 200 },
      ...{ clean: true, passes: 1, seconds: 30 },
    };
  });
const visits = (tries: readonly Try[]) =>
  visitsOf(stepProgress(steps, tries), tries).map(({ progress, lastOn }) => [
    progress.step.id,
    lastOn,
  ]);

describe('what is worth a visit', () => {
  const VERSE = `section:${verse ?? ''}`;
  const CHORUS = `section:${chorus ?? ''}`;

  it('is nothing before something is done, and no grip or change', () => {
    expect(visits([])).toEqual([]);
    expect(visits(done(steps.find(({ kind }) => kind === 'grip')?.id ?? '', '2026-11-01'))).toEqual(
      [],
    );
  });

  it('is each part that is done, the one that is due first before the others', () => {
    const tries = [...done(`${VERSE}:bare`, '2026-11-09'), ...done(`${CHORUS}:bare`, '2026-11-02')];
    expect(visits(tries)).toEqual([
      [`${CHORUS}:bare`, '2026-11-02'],
      [`${VERSE}:bare`, '2026-11-09'],
    ]);
  });

  it('is a part in the fullest layer that is done', () => {
    const tries = [...done(`${VERSE}:bare`, '2026-11-02'), ...done(`${VERSE}:full`, '2026-11-09')];
    expect(visits(tries)).toEqual([[`${VERSE}:full`, '2026-11-09']]);
  });

  it('is the whole song in place of its parts, unless a part is done in a fuller layer', () => {
    const whole = [...done('whole:bare', '2026-11-03'), ...done('whole:bare', '2026-11-05')];
    const bare = [...done(`${VERSE}:bare`, '2026-11-02'), ...whole];
    expect(visits(bare)).toEqual([['whole:bare', '2026-11-05']]);
    expect(visits([...bare, ...done(`${VERSE}:full`, '2026-11-09')])).toEqual([
      [`${VERSE}:full`, '2026-11-09'],
    ]);
  });
});
