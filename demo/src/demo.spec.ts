import { findingsOf } from '@harvu/core/checks';
import { readinessOf, shownBy } from '@harvu/core/progress';
import type { Try } from '@harvu/core/events';
import { readChart, writeChart } from '@harvu/core/chart';
import { NEW_PROFILE, studentProfileSchema, toStudent } from '@harvu/contract';
import { makePlan, USUAL_TEACHING, type StepPlan } from '@harvu/core/plan';
import { makeSteps, workpieceOf } from '@harvu/core/steps';
import type { Student } from '@harvu/core/player';
import { DEMO_ACCOUNTS, DEMO_PEOPLE, DEMO_REQUESTS, DEMO_SONGS, simulateHistory } from './index';

const UNTIL = new Date('2026-11-24T16:00:00.000Z');

function studentOf(signInName: string): Student {
  const person = DEMO_PEOPLE.find((one) => one.signInName === signInName);
  return toStudent({ ...NEW_PROFILE, ...person?.profile }, shownBy([]));
}

function planOf(signInName: string): StepPlan {
  const learning = DEMO_PEOPLE.find((one) => one.signInName === signInName)?.learns[0];
  const song = DEMO_SONGS.find((one) => one.title === learning?.title);
  const teaching = { ...USUAL_TEACHING, ...learning?.teaching };
  return makePlan(readChart(song?.chart ?? '').song, { teaching, student: studentOf(signInName) });
}

function historyOf(signInName: string): readonly Try[] {
  const learning = DEMO_PEOPLE.find((one) => one.signInName === signInName)?.learns[0];
  const song = DEMO_SONGS.find((one) => one.title === learning?.title);
  if (!learning || !song) throw new Error(`${signInName} learns nothing`);
  let id = 0;
  const newId = () => String(id++);
  return simulateHistory(readChart(song.chart).song, {
    ...{ ...learning, student: studentOf(signInName), until: UNTIL, newId, timeZone: 'UTC' },
  });
}

describe('the demo songs', () => {
  for (const { title, chart } of DEMO_SONGS) {
    it(`have nothing to find fault with: ${title}`, () => {
      const { song, faults } = readChart(chart);
      expect(faults).toEqual([]);
      expect(findingsOf(song).map((one) => one.message)).toEqual([]);
      expect(readChart(writeChart(song), song).song).toEqual(song);
      expect(makeSteps(workpieceOf(song)).length).toBeGreaterThan(5);
    });

    it(`last as long as they say: ${title}`, () => {
      const { song } = readChart(chart);
      const { lasts } = workpieceOf(song).timeline;
      expect(Math.abs(lasts - (song.frame.length ?? 0))).toBeLessThan(2);
    });
  }
});

describe('the demo histories', () => {
  it('are the same for the same seed and day', () => {
    expect(historyOf('odalys')).toEqual(historyOf('odalys'));
  });

  it('lie in the past, in order, and practise steps that exist', () => {
    for (const { signInName } of DEMO_PEOPLE.filter((one) => one.learns.length > 0)) {
      const tries = historyOf(signInName);
      const ids = new Set(planOf(signInName).steps.map((step) => step.id));
      expect(tries.every((one) => ids.has(one.stepId) && one.at < UNTIL.toISOString())).toBeTrue();
      expect(tries.map((one) => one.at)).toEqual(tries.map((one) => one.at).sort());
    }
  });

  it('leave students at different stages', () => {
    const shares = ['odalys', 'bram', 'wiebke'].map((name) => {
      const { work, steps } = planOf(name);
      return readinessOf(work, { steps, tries: historyOf(name) }).share;
    });
    expect(shares[1]).toBeGreaterThan(shares[0] ?? 1);
    expect(shares[2]).toBeLessThan(0.5);
  });
});

describe('the demo people', () => {
  it('have an owner who teaches, first, and a minor with consent', () => {
    expect(DEMO_ACCOUNTS[0]?.role).toBe('owner');
    const minors = DEMO_PEOPLE.filter((one) => one.isMinor);
    expect(minors.length).toBeGreaterThan(0);
    expect(minors.every((one) => one.guardian !== '' && one.consentDaysAgo !== null)).toBeTrue();
  });

  it('are known as the studio may know them', () => {
    for (const { profile, name } of DEMO_PEOPLE.filter((one) => one.role === 'student')) {
      const known = { ...NEW_PROFILE, ...profile };
      expect(studentProfileSchema.isValidSync(known, { strict: true }))
        .withContext(name)
        .toBeTrue();
    }
  });

  it('ask as people who are there', () => {
    const names = new Set(DEMO_PEOPLE.map((one) => one.signInName));
    expect(DEMO_REQUESTS.every((one) => names.has(one.from))).toBeTrue();
  });
});
