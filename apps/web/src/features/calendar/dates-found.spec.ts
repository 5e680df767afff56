import { lessonsIn, newDaysOff } from './dates-found';

const STUDENTS = [
  { id: 'b', name: 'Bram Tessel' },
  { id: 'o', name: 'Odalys Renn' },
  { id: 'p', name: 'Odalys Pike' },
  { id: 'j', name: 'Jörg Ål' },
];

describe('dates that were found', () => {
  const whose = (...titles: readonly string[]): readonly (string | null)[] =>
    lessonsIn(
      {
        ...{ daysOff: [], lost: [] },
        hours: titles.map((title, at) => ({
          ...{ title, slot: { weekday: 1, time: '16:30', minutes: 30 }, times: 10 + at },
        })),
      },
      STUDENTS,
    ).map(({ studentId }) => studentId);

  const TITLES: readonly (readonly [title: string, id: string | null])[] = [
    ...([
      ['Bram Tessel', 'b'],
      ['Guitar: BRAM', 'b'],
      ['Lesson Renn, Odalys Renn (30)', 'o'],
    ] as const),
    ...([
      ['Odalys', null],
      ['Brambles', null],
      ['', null],
      ['jorg - guitar', 'j'],
    ] as const),
    ...([
      ['Bram and Odalys Renn', 'o'],
      ['Staff meeting', null],
    ] as const),
  ];
  for (const [title, id] of TITLES)
    it(`are of whoever a title names alone: ${title}`, () => {
      expect(whose(title)).toEqual([id]);
    });

  it('say why they are nobody’s', () => {
    const hours = ['Odalys', 'Choir', 'Bram', 'Bram, late'].map((title, at) => ({
      ...{ title, slot: { weekday: 1, time: '16:30', minutes: 30 }, times: 10 + at },
    }));
    const why = lessonsIn({ daysOff: [], lost: [], hours }, STUDENTS).map((one) => one.why);
    expect(why).toEqual([
      ...['could be Odalys Renn or Odalys Pike', 'names no student who is here'],
      ...['comes less often than another hour of theirs', ''],
    ]);
  });

  it('are one lesson each: the one that comes more often', () => {
    expect(whose('Bram', 'Bram, second')).toEqual([null, 'b']);
  });

  it('leave out days off that lie in a break that is kept', () => {
    const kept = [{ from: '2026-12-21', to: '2027-01-03', name: 'Winter' }] as const;
    const daysOff = [
      { from: '2026-12-25', to: '2026-12-25', name: 'A day' },
      { from: '2027-01-03', to: '2027-01-04', name: 'Over the end' },
    ] as const;
    expect(newDaysOff({ daysOff, hours: [], lost: [] }, kept).map(({ name }) => name)).toEqual([
      'Over the end',
    ]);
  });
});
