import { readChart } from '../chart';
import { USUAL_CONSTANTS } from '../constants';
import { fitFor, fitTold, leadingTo, queueOf, type FitTold, type Wish } from './index';

const TODAY = '2026-11-27';
const practice = { minutesByWeekday: Array<number>(7).fill(15), today: TODAY } as const;
const fitOf = (chart: string): FitTold => fitTold(fitFor(readChart(chart).song, { practice }));
const EASY = fitOf('tempo: 80\npattern down 4/4: D D D D\n[A] pattern down\n| G | D |');
const HARD = fitOf('tempo: 150\n[A]\n| Bb Gm Eb F | Bm C#m F#m B | Ab Cm Fm Db |');

const wish = (id: string, more: Partial<Wish> = {}): Wish => ({
  ...{ id, studentName: id, title: 'Pebble Road', playedBy: '', wantedOn: null },
  ...{ askedOn: '2026-11-20', chart: null, fit: null, grips: [] },
  ...more,
});
const titles = (wishes: readonly Wish[]) =>
  queueOf(wishes, { today: TODAY, inWork: [] }).map(({ title }) => title);

describe('the queue of requests', () => {
  it('joins one song however its title was written, unless others play it', () => {
    const [entry, ...more] = queueOf(
      [
        wish('Ada'),
        wish('Bo', { title: 'The Peble Road (live)', askedOn: '2026-10-01' }),
        wish('Cy', { title: 'pebble road', playedBy: 'The Bollard Children' }),
      ],
      { today: TODAY, inWork: [] },
    );
    expect(more).toEqual([]);
    expect(entry?.wishes.map(({ id }) => id)).toEqual(['Bo', 'Ada', 'Cy']);
    expect(entry?.reasons.find(({ kind }) => kind === 'asks')?.words).toBe('3 ask');
    const apart = queueOf(
      [wish('Ada', { playedBy: 'Pale Tram Four' }), wish('Cy', { playedBy: 'Ossel' })],
      { today: TODAY, inWork: [] },
    );
    expect(apart.length).toBe(2);
  });

  it('puts first what fits, then what is wanted soon, is asked by more, is prepared, waits longer', () => {
    const other = { title: 'Cinder Lane' };
    expect(titles([wish('a', { fit: HARD }), wish('b', { ...other, fit: EASY })])[0]).toBe(
      'Cinder Lane',
    );
    expect(titles([wish('a'), wish('b', { ...other, wantedOn: '2026-12-12' })])[0]).toBe(
      'Cinder Lane',
    );
    expect(titles([wish('a'), wish('b', other), wish('c', other)])[0]).toBe('Cinder Lane');
    expect(titles([wish('a'), wish('b', { ...other, chart: 'shelf' })])[0]).toBe('Cinder Lane');
    expect(titles([wish('a'), wish('b', { ...other, askedOn: '2026-09-01' })])[0]).toBe(
      'Cinder Lane',
    );
  });

  it('adds up to its score, and follows the weights of the studio', () => {
    const wishes = [wish('a', { fit: EASY, chart: 'rough', grips: ['G', 'D'] }), wish('b')];
    const [entry] = queueOf(wishes, { today: TODAY, inWork: [['G', 'C']] });
    const sum = entry?.reasons.reduce((all, { points }) => all + points, 0);
    expect(entry?.score).toBeCloseTo(sum ?? -1, 9);
    expect(entry?.reasons.find(({ kind }) => kind === 'shared')?.words).toBe(
      '1 of 2 chords in other songs asked for or in work',
    );
    const none = { ...USUAL_CONSTANTS, requestFit: 0 };
    const [unfit] = queueOf(wishes, { today: TODAY, inWork: [], constants: none });
    expect(unfit?.reasons.find(({ kind }) => kind === 'fit')?.points).toBe(0);
  });

  it('says where nothing is written to weigh a song by; a day gone by is no hurry', () => {
    const [entry] = queueOf([wish('a', { wantedOn: '2026-11-01' })], { today: TODAY, inWork: [] });
    const words = entry?.reasons.map((one) => one.words) ?? [];
    expect(words).toContain('no chords yet to weigh it by');
    expect(words.some((one) => one.startsWith('wanted'))).toBeFalse();
    expect(entry?.reasons.find(({ kind }) => kind === 'waits')?.words).toBe('waits 1 week');
  });
});

describe('what leads to a song for later', () => {
  const songs = [
    { title: 'Waltz', grips: ['G', 'C', 'D'] },
    { title: 'Shuffle', grips: ['A', 'F#m', 'E7', 'B7'] },
    { title: 'Barge', grips: ['F#m', 'Bm', 'G'] },
  ];
  it('teaches most of its new chords, and little else that is new', () => {
    const found = leadingTo({ newGrips: ['F#m', 'Bm'], grips: ['G', 'F#m', 'Bm', 'A'] }, songs);
    expect(found).toEqual([
      { title: 'Barge', teaches: ['F#m', 'Bm'] },
      { title: 'Shuffle', teaches: ['F#m'] },
    ]);
    expect(leadingTo({ newGrips: ['Ab'], grips: ['Ab', 'Eb'] }, songs)).toEqual([]);
  });
});
