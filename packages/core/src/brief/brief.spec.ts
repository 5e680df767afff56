import fc from 'fast-check';
import { readChart } from '../chart';
import { USUAL_CONSTANTS } from '../constants';
import { dayAfter, type Day } from '../day';
import { makePlan } from '../plan';
import { type NotComingOn } from '../progress';
import {
  overviewOf,
  standingOf,
  type OpenStep,
  type PlanOverview,
  type VisitStep,
} from '../standing';
import { agendaItem } from '../words';
import {
  agendaOf,
  attentionOf,
  dayWords,
  homeCards,
  sinceLesson,
  termReport,
  type LessonTime,
  type SongNow,
  type StudentNow,
} from './index';

const TODAY: Day = '2026-11-27';
const EMPTY = overviewOf(standingOf(makePlan(readChart('tempo: 92\n[Verse]\n| G | D |').song), []));
const [OPEN] = EMPTY.open;
const step = (id: string, more: Partial<OpenStep> = {}): OpenStep => {
  if (!OPEN) throw new Error('a new song has something open');
  return {
    ...OPEN,
    id,
    title: id,
    short: id,
    isBegun: true,
    isListening: false,
    minutes: 9,
    ...more,
  };
};
const song = (title: string, more: Partial<PlanOverview> = {}): SongNow => ({
  planId: title,
  title,
  assignedOn: '2026-10-01',
  overview: { ...EMPTY, open: [], lastDay: '2026-11-26', ...more },
});
const student = (...songs: readonly SongNow[]): StudentNow => ({
  songs,
  minutesByWeekday: [10, 10, 10, 10, 10, 0, 0],
});
const visit = (id: string, dueOn: Day): VisitStep => ({
  step: step(id),
  lastOn: '2026-11-03',
  dueOn,
  fadesOn: '2027-11-03',
  minutes: 2,
});
const STUCK: NotComingOn = {
  since: '2026-11-18',
  lastOn: '2026-11-26',
  days: 4,
  minutes: 31.6,
  atBpm: 66 as never,
  bar: 3,
};
const climbed = (id: string, on: Day, [from, to]: readonly [number, number]) => ({
  id,
  title: id,
  rungUnit: 'bpm' as const,
  on,
  isNewlyDone: false,
  fromBpm: from as never,
  toBpm: to as never,
});

describe('who needs attention', () => {
  const of = (one: StudentNow, comesToday = false) =>
    attentionOf(one, { today: TODAY, comesToday });
  const words = (one: StudentNow) =>
    of(one).reasons.map((reason) => `${reason.weight} ${reason.words}`);

  it('is told with every reason and its weight, the heaviest first', () => {
    const all = of(
      student(
        song('Waltz', {
          soreOn: '2026-11-24',
          wantedOn: '2026-12-04',
          lastDay: '2026-11-18',
          left: { minutes: 380, low: 300, high: 480 },
          open: [step('Verse', { stuck: STUCK })],
        }),
      ),
      true,
    );
    expect(all.score).toBe(5 + 4 + 3 + 2 + 1);
    expect(all.reasons.map((reason) => `${reason.weight} ${reason.words}`)).toEqual([
      '5 Something hurt on 24 Nov.',
      '4 4 Dec is in danger for Waltz: 380 min are left, 50 will be practised.',
      '3 Verse: at 66 bpm after 4 days and 32 min of practice.',
      ...['2 Nothing logged for 9 days.', '1 Comes today.'],
    ]);
  });

  it('is nobody for whom all is well', () => {
    expect(of(student(song('Waltz')))).toEqual({ score: 0, reasons: [] });
    expect(of(student())).toEqual({ score: 0, reasons: [] });
  });

  it('forgets what hurt more than a week ago', () => {
    expect(words(student(song('Waltz', { soreOn: '2026-11-19' })))).toEqual([]);
    expect(words(student(song('Waltz', { soreOn: '2026-11-20' })))).toHaveSize(1);
  });

  it('is silent only where no song was played for a week, from the day the first was given', () => {
    expect(words(student(song('A', { lastDay: '2026-11-01' }), song('B')))).toEqual([]);
    expect(words(student({ ...song('A', { lastDay: null }), assignedOn: '2026-11-22' }))).toEqual(
      [],
    );
    expect(words(student(song('A', { lastDay: null })))).toEqual(['2 Nothing logged for 57 days.']);
  });

  it('says of a day that has gone by that it has, and of a song that is ready nothing', () => {
    const left = { minutes: 40, low: 30, high: 60 };
    expect(words(student(song('A', { wantedOn: '2026-11-20', left })))).toEqual([
      '4 A was wanted for 20 Nov.',
    ]);
    const readiness = { ...EMPTY.readiness, gates: { ...EMPTY.readiness.gates, isReady: true } };
    expect(words(student(song('A', { wantedOn: '2026-11-20', left, readiness })))).toEqual([]);
  });

  it('goes by the minutes that are really practised, once a few weeks show them', () => {
    const left = { minutes: 60, low: 50, high: 70 };
    const days = Array.from({ length: 28 }, (_, at) => [dayAfter(TODAY, -at), 1]);
    const minutesByDay = Object.fromEntries(days) as PlanOverview['minutesByDay'];
    const little = song('A', { wantedOn: '2026-12-09', left, minutesByDay });
    expect(words(student(little))[0]).toMatch(/^4 9 Dec is in danger for A: 60 min are left, /);
    expect(words(student(song('A', { wantedOn: '2026-12-09', left })))).toEqual([]);
  });

  it('weighs as the studio says', () => {
    const constants = { ...USUAL_CONSTANTS, attentionSore: 9 };
    const sore = student(song('A', { soreOn: TODAY }));
    expect(attentionOf(sore, { today: TODAY, comesToday: false, constants }).score).toBe(9);
  });
});

describe('what happened since the last lesson', () => {
  it('is told day by day beside what was agreed, and what came on as one rise each', () => {
    const since = sinceLesson(
      student(
        song('W', {
          minutesByDay: { '2026-11-24': 20, '2026-11-25': 12, '2026-11-27': 3 },
          climbed: [
            climbed('A', '2026-11-24', [50, 60]),
            climbed('A', '2026-11-25', [60, 66]),
            climbed('A', '2026-11-26', [66, 72]),
            climbed('B', '2026-11-26', [40, 80]),
          ],
          milestones: [
            { kind: 'first join', on: '2026-11-24' },
            { kind: 'half', on: '2026-11-26' },
          ],
          visits: [visit('C', '2026-11-27'), visit('D', '2026-11-28')],
        }),
      ),
      { last: '2026-11-24', today: TODAY },
    );
    expect(since.days).toEqual([
      { day: '2026-11-25', minutes: 12, agreed: 10 },
      { day: '2026-11-26', minutes: 0, agreed: 10 },
      { day: '2026-11-27', minutes: 3, agreed: 10 },
    ]);
    expect([since.minutes, since.agreed]).toEqual([15, 30]);
    expect(since.climbed.map((one) => [one.id, Number(one.fromBpm), Number(one.toBpm)])).toEqual([
      ['B', 40, 80],
      ['A', 60, 72],
    ]);
    expect(since.milestones.map(({ kind }) => kind)).toEqual(['half']);
    expect(since.visits.map((one) => one.step.id)).toEqual(['C']);
  });
});

describe('the agenda of a lesson', () => {
  const said = (one: StudentNow, lesson: LessonTime) =>
    agendaOf(one, lesson).map((part) => agendaItem(part, { told: dayWords }));
  const agenda = (one: StudentNow, minutes = 30) =>
    said(one, { today: TODAY, minutes, last: '2026-11-20' }).map(
      (item) => `${item.minutes} ${item.kind} ${item.title}`,
    );

  it('is made of what came on, what was asked, what holds back, what is new and what is due', () => {
    const one = student(
      song('W', {
        climbed: [climbed('Verse', '2026-11-25', [50, 92])],
        said: [{ id: 'n', kind: 'asks', on: '2026-11-24', words: 'Does it need the thumb?' }],
        open: [step('new', { isBegun: false }), step('Lift'), step('B', { holdsBack: true })],
        visits: [visit('E', '2026-11-27')],
      }),
    );
    expect(agenda(one, 45)).toEqual([
      ...['5 hear Verse', '4 question Asked: “Does it need the thumb?”', '10 work B'],
      ...['10 work Lift', '8 new new', '4 visit E', '4 cards Next week’s cards'],
    ]);
  });

  it('puts what is stuck before what merely holds back', () => {
    const open = [step('holds', { holdsBack: true }), step('stuck', { stuck: STUCK })];
    expect(agenda(student(song('W', { open })), 15)[0]).toContain('work stuck');
    const [item] = said(student(song('W', { open })), {
      today: TODAY,
      minutes: 15,
      last: null,
    });
    expect(item?.why).toBe('stuck: at 66 for 4 days of practice');
  });

  it('asks about a hand that hurts first, and works in shorter blocks then', () => {
    const said = [{ id: 's', kind: 'sore' as const, on: '2026-11-25' as const, words: '' }];
    const open = [step('B', { holdsBack: true })];
    const lines = agenda(student(song('W', { said, open })));
    expect(lines[0]).toContain('hurt Ask about the hand');
    expect(lines).toContain('8 work B');
  });

  it('says what was done where nothing has a tempo, and has shorter blocks for a child', () => {
    const done = { ...climbed('Grip G', '2026-11-25', [0, 0]), fromBpm: null, toBpm: null };
    const one = student(
      song('W', { climbed: [{ ...done, isNewlyDone: true }], open: [step('B'), step('C')] }),
    );
    const time = { today: TODAY, minutes: 30, last: '2026-11-20' as const };
    const items = said(one, { ...time, isChild: true });
    expect(items[0]?.why).toBe('done on 25 Nov');
    const work = items.filter(({ kind }) => kind === 'work');
    expect(work.map(({ minutes }) => minutes)).toEqual([8, 8]);
  });

  it('fills what is left with the song itself, and with the next where little is left to learn', () => {
    const readiness = { ...EMPTY.readiness, restBpm: 80 as never };
    const nearly = song('W', { open: [step('B')], readiness, doneCount: 9, stepCount: 10 });
    expect(agenda(student(nearly), 60).map((line) => line.replace(/^\d+ /, ''))).toEqual([
      ...[
        'work B',
        'whole Through W',
        'choose Listen for the next song',
        'free Time that is yours',
      ],
      'cards Next week’s cards',
    ]);
    const begun = { ...nearly, overview: { ...nearly.overview, doneCount: 2 } };
    expect(agenda(student(begun), 60).some((line) => line.includes('next song'))).toBeFalse();
  });

  it('shows one new thing, two in a long lesson', () => {
    const open = ['a', 'b', 'c'].map((id) => step(id, { isBegun: false }));
    const news = (minutes: number) =>
      agenda(student(song('W', { open })), minutes).filter((line) => line.includes(' new '));
    expect([news(30).length, news(45).length, news(60).length]).toEqual([1, 2, 2]);
  });

  it('adds up to the lesson, whatever there is to do; nothing comes twice', () => {
    const anyStep = fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      isBegun: fc.boolean(),
      isListening: fc.boolean(),
      isWholeSong: fc.boolean(),
      holdsBack: fc.boolean(),
      stuck: fc.constantFrom(null, STUCK),
    });
    const anySong = fc.record({
      title: fc.constantFrom('V', 'W', 'X'),
      open: fc.uniqueArray(anyStep, { maxLength: 5, selector: ({ id }) => id }),
      isSore: fc.boolean(),
      asks: fc.boolean(),
      due: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(anySong, { maxLength: 3, selector: ({ title }) => title }),
        fc.integer({ min: 5, max: 240 }),
        (songs, minutes) => {
          const all = songs.map(({ title, open, isSore, asks, due }) =>
            song(title, {
              open: open.map((one) => step(one.id, one)),
              visits: Array.from({ length: due }, (_, at) => visit(`v${at}`, '2026-11-20')),
              said: [
                ...(isSore ? [{ id: 's', kind: 'sore' as const, on: TODAY, words: '' }] : []),
                ...(asks ? [{ id: 'q', kind: 'asks' as const, on: TODAY, words: 'Why?' }] : []),
              ],
            }),
          );
          const items = agendaOf(student(...all), { today: TODAY, minutes, last: null });
          expect(items.reduce((sum, one) => sum + one.minutes, 0)).toBe(minutes);
          expect(items.every((one) => one.minutes > 0)).toBeTrue();
          expect(new Set(items.map(({ id }) => id)).size).toBe(items.length);
          const longest = items.filter(({ kind }) => kind !== 'free' && kind !== 'choose');
          expect(Math.max(...longest.map((one) => one.minutes))).toBeLessThanOrEqual(12);
        },
      ),
    );
  });
});

describe('the cards for home', () => {
  it('are those of the next day with practice', () => {
    const one = student(song('W', { open: [step('B')] }));
    expect(homeCards(one, TODAY)).toEqual(
      jasmine.objectContaining({ day: '2026-11-30', minutes: 10 }),
    );
    expect(homeCards(one, TODAY)?.cards.map(({ step: { id } }) => id)).toEqual(['B']);
    expect(homeCards({ ...one, minutesByWeekday: [0, 0, 0, 0, 0, 0, 0] }, TODAY)).toBeNull();
  });
});

describe('a term of one student', () => {
  const minutesByDay = { '2026-09-01': 10, '2026-09-07': 5.4, '2026-09-08': 20, '2026-10-30': 9 };
  const waltz = song('Waltz', {
    minutesByDay,
    milestones: [
      { kind: 'first section', on: '2026-08-20' },
      { kind: 'half', on: '2026-09-07' },
    ],
  });
  const other = song('Other', { minutesByDay: { '2026-08-01': 30 } });
  const told = termReport(student(other, waltz), {
    from: '2026-09-01',
    to: '2026-09-16',
    lessons: [
      { day: '2026-09-02', state: 'held' },
      { day: '2026-09-09', state: 'missed' },
    ],
  });

  it('adds up week by week, and tells of the songs that were practised in it', () => {
    expect(told.line).toBe('35 minutes of practice on 3 days. There was 1 lesson.');
    expect(told.weeks).toEqual([
      { from: '2026-09-01', minutes: 15.4 },
      { from: '2026-09-08', minutes: 20 },
      { from: '2026-09-15', minutes: 0 },
    ]);
    expect(told.songs).toEqual([
      {
        planId: 'Waltz',
        title: 'Waltz',
        line: 'It was begun.',
        reached: [{ kind: 'half', on: '2026-09-07' }],
      },
    ]);
  });
});
