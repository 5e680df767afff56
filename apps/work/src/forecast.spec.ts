import { work } from './work';

const TRIES = [60, 64, 67, 71, 74].map((cleanBpm, at) => ({
  ...{ on: `2026-11-${String(8 + 4 * at).padStart(2, '0')}`, minutes: 15, cleanBpm },
}));
const ASKED = {
  ...{ goalBpm: 92, tries: TRIES, minutesByDay: Array.from({ length: 28 }, () => 8) },
  ...{ today: '2026-11-26', seed: 3 },
};

function answerTo(input: unknown): unknown {
  const outcome = work('forecast', JSON.stringify(input));
  if (outcome.exit !== 0) throw new Error(JSON.stringify(outcome.failure));
  return outcome.answer;
}

describe('work on a forecast', () => {
  it('gives three days in their order, the same each time', () => {
    const answer = answerTo(ASKED) as Record<'p10' | 'p50' | 'p90', string>;
    expect(answer).toEqual(jasmine.objectContaining({ enough: true }));
    expect(answer.p10 >= ASKED.today && answer.p10 <= answer.p50).toBeTrue();
    expect(answer.p50 <= answer.p90).toBeTrue();
    expect(answerTo(ASKED)).toEqual(answer);
  });

  it('says what is missing where there is too little', () => {
    expect(answerTo({ ...ASKED, tries: TRIES.slice(0, 2) })).toEqual({
      ...{ enough: false, need: '2 more results with a tempo' },
    });
  });

  const bad: readonly (readonly [string, object])[] = [
    ['goalBpm', { ...ASKED, goalBpm: 0 }],
    ['tries[0].on', { ...ASKED, tries: [{ on: '2026-02-30', minutes: 1, cleanBpm: 60 }] }],
    ['tries[0].minutes', { ...ASKED, tries: [{ on: '2026-02-03', minutes: -1, cleanBpm: 60 }] }],
    ['minutesByDay[0]', { ...ASKED, minutesByDay: [5000] }],
    ['today', { ...ASKED, today: 'soon' }],
  ];
  for (const [at, input] of bad) {
    it(`refuses what is wrong at ${at}`, () => {
      expect(answerTo([input])).toEqual([{ error: jasmine.objectContaining({ at }) as never }]);
    });
  }
});
