import { homeCards } from '../brief';
import { readChart } from '../chart';
import type { Day } from '../day';
import { makePlan } from '../plan';
import { overviewOf, standingOf } from '../standing';
import { lessonSummary } from './index';

const TODAY: Day = '2026-11-27';
const EMPTY = overviewOf(standingOf(makePlan(readChart('tempo: 92\n[Verse]\n| G | D |').song), []));
const HOME = homeCards(
  {
    songs: [{ planId: 'w', title: 'Waltz', assignedOn: '2026-10-01', overview: EMPTY }],
    minutesByWeekday: [10, 10, 10, 10, 10, 0, 0],
  },
  TODAY,
);
const [CARD] = HOME?.cards ?? [];
const LIFT = CARD && {
  ...CARD,
  why: 'goes on' as const,
  minutes: 9,
  step: { ...CARD.step, title: 'Lift', short: 'Lift', nowBpm: 60 as never, goal: '3 times clean' },
};

describe('the summary of a lesson', () => {
  const mark = (clean: boolean, more: object = {}) => ({
    title: 'Verse',
    song: 'Waltz',
    bpm: 92,
    rungUnit: 'bpm',
    passes: 1,
    clean,
    stopped: false,
    bar: null,
    source: 'teacher' as const,
    ...more,
  });
  const told = {
    name: 'Bo',
    day: TODAY,
    minutes: 30,
    who: 'student' as const,
    word: ' Count aloud. ',
    marks: [mark(true), mark(false, { bar: 3 }), mark(true), mark(false, { stopped: true })],
    met: ['Verse'],
    next: { day: '2026-12-04' as const, time: '16:30' },
    home: { day: '2026-11-30' as const, minutes: 10, cards: LIFT ? [LIFT] : [] },
  };

  it('says what was heard, what was met, a word, the cards in exact words and what comes next', () => {
    expect(lessonSummary(told).split('\n')).toEqual([
      ...['Bo, lesson of 27 Nov, 30 minutes.', '', 'Heard today:'],
      '- Verse at 92 bpm: clean twice, stumbled once (bar 3), stopped once',
      ...['', 'Goals met:', '- Verse', '', 'For home: Count aloud.', ''],
      'At home, from 30 Nov, 10 min:',
      '- Lift (Waltz): at 60 bpm, 3 times clean; 9 min',
      ...['', 'To show next time:', '- Lift (Waltz): 3 times clean'],
      ...['', 'Next lesson: 4 Dec, 16:30.'],
    ]);
  });

  it('tells a child how far it went, and nothing of what failed', () => {
    const forChild = lessonSummary({ ...told, who: 'child' });
    expect(forChild).toContain('- Verse at 92 bpm: clean twice\n');
    expect(forChild).toContain('You reached:');
    expect(forChild).not.toMatch(/stumbled|stopped/);
  });

  it('leaves out what there was none of', () => {
    const bare = lessonSummary({ ...told, marks: [], met: [], word: '', home: null, next: null });
    expect(bare).toBe('Bo, lesson of 27 Nov, 30 minutes.');
  });
});
