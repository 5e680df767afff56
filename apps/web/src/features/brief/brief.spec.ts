import type { NotComingOn } from '@harvu/core/progress';
import { FRESH, lessonOf, NOTHING, songOf, studentOf } from '../../testing/overview';
import { actionFor, briefNotes, briefOf, gateWords, isNearlyReady, type Brief } from './index';

const STUCK: NotComingOn = {
  ...{ since: '2026-11-18', lastOn: '2026-11-25', days: 4, minutes: 31 },
  ...{ atBpm: 66 as never, bar: 3 },
};
const gates = (more: object) => ({
  ...FRESH.readiness,
  gates: { ...FRESH.readiness.gates, parts: 3, wholeRunDaysNeeded: 2, ...more },
});
const brief = (
  songs: Parameters<typeof songOf>[1][],
  more: Parameters<typeof studentOf>[1] = {},
): Brief =>
  briefOf(studentOf('Ada', more), {
    ...NOTHING,
    songs: songs.map((one, at) => ({ ...songOf('Ada', one), id: `p${at}`, title: `Song ${at}` })),
    lessons: [
      lessonOf('Ada', {
        ...{ id: 'l', day: '2026-11-19', slotDay: '2026-11-19', state: 'held', version: 3 },
        notes: {
          ...{ agenda: [], startedAt: null, pausedAt: null, pausedSeconds: 0, endedAt: null },
          ...{ word: 'Count aloud.', summary: '' },
        },
      }),
    ],
  });
const lines = (one: Brief) => briefNotes(one).map(({ heading, words }) => `${heading} ${words}`);

describe('what there is to know before a lesson', () => {
  it('begins with what needs somebody, and ends with the word of last time', () => {
    const [open] = FRESH.open;
    const told = lines(
      brief(
        [
          {
            lastDay: '2026-11-25',
            minutesByDay: { '2026-11-25': 12 },
            open: open ? [{ ...open, short: 'Chorus', stuck: STUCK }] : [],
            checkAgain: { on: '2026-11-20', names: ['Verse'] },
            milestones: [{ kind: 'half', on: '2026-11-21' }],
            said: [{ id: 'q', kind: 'asks', on: '2026-11-24', words: 'Why?' }],
          },
        ],
        { bodyNote: 'sore wrist', saidLast: 'Louder.' },
      ),
    );
    expect(told[0]).toBe('Stuck. Chorus: at 66 bpm after 4 days and 31 min of practice.');
    expect(told[1]).toMatch(/^Check again: Verse of Song 0, changed on /);
    expect(told[2]).toBe('12 of 105 min agreed. ');
    expect(told).toContain('Half the song is at its goal. Song 0');
    expect(told).toContain('Asks: “Why?”');
    expect(told).toContain('sore wrist: short blocks.');
    expect(told.at(-1)).toMatch(/: Count aloud\.$/);
  });

  it('has the songs in work before those that are ready, the one wanted soonest first', () => {
    const { songs } = brief([
      { readiness: gates({ isReady: true }) },
      { wantedOn: '2026-12-24' },
      { wantedOn: '2026-12-12' },
    ]);
    expect(songs.map(({ title }) => title)).toEqual(['Song 2', 'Song 1', 'Song 0']);
  });

  it('counts what happened from the last lesson on, at most two weeks of it', () => {
    const days = brief([{}]).since.days.map(({ day }) => day);
    expect([days.length, days[0], days.at(-1)]).toEqual([7, '2026-11-20', '2026-11-26']);
  });
});

describe('what to do about a reason', () => {
  const one = brief([{}]);
  const action = (kind: 'sore' | 'deadline' | 'stuck' | 'silent', planId: string | null) =>
    actionFor({ kind, planId, weight: 1, words: '' }, one);

  it('is one thing, at one place', () => {
    expect(action('deadline', 'p0')).toEqual({
      ...{ words: 'Smaller version', path: ['/songs', 's', 'steps'], query: { for: 'Ada' } },
    });
    expect(action('stuck', 'p0').path).toEqual(['/plans', 'p0']);
    expect(action('sore', null).path).toEqual(['/students', 'Ada']);
    expect(
      actionFor({ kind: 'silent', planId: null, weight: 1, words: '' }, brief([])).path,
    ).toEqual(['/students', 'Ada']);
  });
});

describe('the gates of a song', () => {
  it('say what is still asked for, and by whose account it is ready', () => {
    expect(gateWords(gates({ partsAtGoal: 2, wholeRunDays: 0 }))).toBe(
      '2 of 3 parts at goal, 0 of 2 whole runs.',
    );
    expect(gateWords(gates({ isReady: true, isHeard: false }))).toBe(
      'Ready by own account: hear it once.',
    );
    expect(gateWords(gates({ isReady: true, isHeard: true }))).toContain('heard');
    expect([2, 3].map((partsAtGoal) => isNearlyReady(gates({ partsAtGoal })))).toEqual([
      ...[false, true],
    ]);
  });
});
