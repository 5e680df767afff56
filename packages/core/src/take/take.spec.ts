import { judgeTake, measuresOf, type ExpectedTime } from './index';

const STROKES: readonly ExpectedTime[] = Array.from({ length: 32 }, (_, at) => ({
  ...{
    atS: at * 0.3,
    chord: ['G', 'D', 'Em', 'C'][Math.floor(at / 8)] ?? 'G',
    bar: Math.floor(at / 8),
  },
  ...(at % 8 === 0 && { chordChange: true }),
}));
const PLAYED = STROKES.map(({ atS }) => atS + 0.15);
const without = (...left: readonly number[]): readonly number[] =>
  PLAYED.filter((_, at) => !left.includes(at));
const late = (by: number, ...at: readonly number[]): readonly number[] =>
  PLAYED.map((one, place) => (at.includes(place) ? one + by : one));
const judged = (heard: readonly number[], isExact = true) =>
  judgeTake(STROKES, measuresOf(STROKES, heard), { isExact });

describe('a take beside what was expected', () => {
  it('has one constant taken out, and no more', () => {
    const { lateMs, latencyMs, driftPercent, missed, extra } = measuresOf(STROKES, PLAYED);
    expect(new Set(lateMs)).toEqual(new Set([0]));
    expect([latencyMs, driftPercent, missed, extra]).toEqual([150, 0, [], []]);
  });

  const FACTS: readonly (readonly [string, readonly number[], object])[] = [
    ['knows the stroke that is missing', without(5), { missed: [5], extra: [], stumbles: [] }],
    ['knows it at the beginning', without(0), { missed: [0], extra: [], latencyMs: 150 }],
    ['knows it at the end', without(31), { missed: [31], extra: [], latencyMs: 150 }],
    [
      'knows the stroke too many',
      [...PLAYED, (PLAYED[7] ?? 0) + 0.15].sort((a, b) => a - b),
      { missed: [], extra: [8], extraAfter: [7] },
    ],
    [
      'goes on with a player who stopped',
      PLAYED.map((one, at) => (at < 12 ? one : one + 0.9)),
      { missed: [], extra: [], stumbles: [12] },
    ],
    ['sees where a player was lost', without(10, 11, 12), { stumbles: [10] }],
    [
      'tells a slower tempo by itself',
      STROKES.map(({ atS }) => atS * 1.03 + 0.1),
      { driftPercent: 3, latencyMs: 100, missed: [] },
    ],
    [
      'finds another tempo',
      STROKES.map(({ atS }) => atS * 0.8 + 2.1),
      { driftPercent: -20, missed: [] },
    ],
    ['does not mind what came before', [-2, -1.2, ...PLAYED], { extra: [0, 1], missed: [] }],
    ['finds the beginning anywhere', PLAYED.map((one) => one + 5), { latencyMs: 5150, missed: [] }],
  ];
  for (const [fact, heard, told] of FACTS)
    it(fact, () => {
      expect(measuresOf(STROKES, heard)).toEqual(jasmine.objectContaining(told));
    });

  it('says how late each stroke came', () => {
    expect(measuresOf(STROKES, late(0.2, 8, 16)).lateMs.map((one) => one ?? -1)).toEqual(
      STROKES.map((_, at) => (at === 8 || at === 16 ? 200 : 0)),
    );
  });

  it('takes a known latency for what it is', () => {
    const heard = without(0).map((one) => one - 0.15 + 0.31);
    expect(measuresOf(STROKES, heard, { latencyS: 0.31 }).missed).toEqual([0]);
  });

  it('is all missing where nothing was heard, and all too many where nothing was expected', () => {
    expect(measuresOf(STROKES, []).missed.length).toBe(32);
    expect(measuresOf([], PLAYED).extra.length).toBe(32);
    expect(measuresOf([], [])).toEqual(jasmine.objectContaining({ spreadMs: 0, driftPercent: 0 }));
  });
});

describe('the verdict of a take', () => {
  it('is clean where all came in time, and a little beside it', () => {
    expect(judged(PLAYED).clean).toBeTrue();
    const human = PLAYED.map((one, at) => one + ((at * 7) % 5) * 0.008 - 0.016);
    expect(judged(human)).toEqual(jasmine.objectContaining({ clean: true, spots: [] }));
  });

  it('is clean with a change that is a little late, and names it all the same', () => {
    const { clean, worst } = judged(late(0.09, 8));
    expect(clean).toBeTrue();
    expect(worst).toEqual(jasmine.objectContaining({ what: 'change', stroke: 8, by: 90 }));
    expect(worst?.change).toEqual(jasmine.objectContaining({ from: 'G', to: 'D', times: 1 }));
    expect(worst?.change?.leavesS).toBeCloseTo(0.3, 5);
    expect(worst?.change?.tookS).toBeCloseTo(0.39, 5);
  });

  const FAULTS: readonly (readonly [string, readonly number[], string, number])[] = [
    ['a change that comes late', late(0.22, 16), 'change', 16],
    ['a stroke that is left out', without(13), 'missed', 13],
    ['a stop', PLAYED.map((one, at) => (at < 20 ? one : one + 0.8)), 'stumble', 20],
    ['another tempo', STROKES.map(({ atS }) => atS * 1.08), 'slower', 0],
    ['a hurried one', STROKES.map(({ atS }) => atS * 0.9), 'faster', 0],
    ['a stroke too many', [...PLAYED, (PLAYED[21] ?? 0) + 0.14].sort((a, b) => a - b), 'extra', 21],
    ['uneven hands', PLAYED.map((one, at) => one + (at % 2 === 0 ? 0.055 : -0.055)), 'uneven', 0],
  ];
  for (const [fact, heard, what, stroke] of FAULTS)
    it(`is not clean with ${fact}, and names it`, () => {
      const { clean, worst } = judged(heard);
      expect(clean).toBeFalse();
      expect(worst).toEqual(jasmine.objectContaining({ what, stroke }));
    });

  it('lets a microphone miss a soft stroke, but not a change', () => {
    expect(judged(without(13), false).clean).toBeTrue();
    expect(judged(without(13, 19), false).clean).toBeFalse();
  });

  it('judges a free pattern by its pulse', () => {
    const free = STROKES.map((one, at): ExpectedTime => ({
      ...{ ...one, inFree: true },
      ...(at % 2 === 1 && { mayMiss: true }),
    }));
    const pulse = PLAYED.filter((_, at) => at % 2 === 0);
    const judge = (heard: readonly number[]) =>
      judgeTake(free, measuresOf(free, heard), { isExact: true });
    expect(judge(pulse).clean).toBeTrue();
    const more = [...pulse, (pulse[3] ?? 0) + 0.4].sort((a, b) => a - b);
    expect(judge(more).clean).toBeTrue();
    expect(judge(pulse.filter((_, at) => at !== 5)).clean).toBeFalse();
  });

  it('is not clean where nothing was heard', () => {
    expect(judged([]).clean).toBeFalse();
    expect(judgeTake([], measuresOf([], []), { isExact: true }).clean).toBeFalse();
  });

  it('of known notes is not clean with another one in it; an octave away is the same', () => {
    const line: readonly ExpectedTime[] = [60, 62, 64, 65].map((note, at) => ({
      ...{ atS: at, asks: at === 3 ? [note, 72] : [note] },
    }));
    const heard = [0, 1, 2, 3, 3.01];
    const judge = (notes: readonly number[]) =>
      judgeTake(line, measuresOf(line, heard, { notes }), { isExact: true });
    expect(judge([60, 74, 64, 65, 72]).clean).toBeTrue();
    expect(judge([60, 61, 64, 65, 72]).worst).toEqual(
      jasmine.objectContaining({ what: 'note', stroke: 1, by: 61 }),
    );
    expect(judge([60, 62, 64, 65, 71]).worst?.by).toBe(71);
    expect(judgeTake(line, measuresOf(line, heard), { isExact: true }).clean).toBeTrue();
  });
});
