import { readChart } from '../chart';
import { USUAL_STUDENT, type ShownSkills } from '../player';
import { workpieceOf } from '../steps';
import type { Try } from '../events';
import type { ChangeDrill, StrokeDrill, TakeEvent } from '../events';
import { shownBy } from './index';

const CHART =
  'tempo: 92\ngrip F: 133211\npattern eights 4/4: D U D U D - D U\n[A] pattern eights\n| F | C |';

/** One song with tries of the given steps, a second apart, in the given order. */
function shownWith(...tries: readonly (Partial<Try> & { readonly stepId: string })[]): ShownSkills {
  const whole = tries.map((one, index): Try => ({
    ...{ id: String(index), at: `2026-11-20T10:00:${String(index).padStart(2, '0')}.000Z` },
    ...{ day: '2026-11-20', bpm: null, clean: true, passes: 1, seconds: 5, source: 'self', ...one },
  }));
  return shownBy([{ document: readChart(CHART).song, changes: [], tries: whole }]);
}
const times = <T>(count: number, one: T): readonly T[] => Array.from({ length: count }, () => one);

describe('what somebody has shown', () => {
  it('is a grip, with its shape, once it rang five times in a row', () => {
    const rang = { stepId: 'grip:F' };
    expect(shownWith(...times(4, rang)).ownedGrips).toEqual([]);
    const broken = [...times(4, rang), { ...rang, clean: false }, ...times(4, rang)];
    expect(shownWith(...broken).ownedGrips).toEqual([]);
    expect(shownWith(...times(5, rang)).ownedGrips).toEqual(['F 133211']);
    expect(shownWith({ ...rang, passes: 5 }).ownedGrips).toEqual(['F 133211']);
  });

  it('is each of two grips that were practised as one step', () => {
    const both = times(5, { stepId: 'grip:F+grip:C' });
    expect(shownWith(...both).ownedGrips.map((one) => one.split(' ')[0])).toEqual(['F', 'C']);
  });

  it('is a change in the time that the fastest drill held proves', () => {
    const drill = (bpm: number, clean = true) => ({ stepId: 'change:C:F', bpm, clean });
    expect(shownWith(drill(60), drill(60)).changes).toEqual([]);
    const { changes } = shownWith(...times(3, drill(50)), ...times(3, drill(60)), drill(80));
    expect(changes.map(({ from, to }) => [from, to])).toEqual([['C', 'F']]);
    expect(changes[0]?.seconds).toBeCloseTo(0.65);
    // Of three in a row at different rates, the slowest is what was held.
    const mixed = shownWith(drill(50), drill(60), drill(80)).changes[0];
    expect(mixed?.seconds).toBeCloseTo(0.85);
  });

  it('is a pattern once it went at its song’s tempo, and strokes a second before that', () => {
    const hand = (bpm: number) => times(4, { stepId: 'hand:eights', bpm });
    const slow = shownWith(...hand(60));
    expect([slow.ownedPatterns, slow.strokesAtLeast]).toEqual([[], 2]);
    expect(shownWith(...hand(92)).ownedPatterns).toEqual(['D U D U D - D U']);
  });

  it('is every change of a section in the time it leaves at the tempo that is held, as a bound', () => {
    const { song } = readChart(CHART);
    const stepId = `section:${song.sections[0]?.id}:full`;
    const section = (bpm: number) => times(3, { stepId, bpm });
    const { changes } = shownWith(...section(60));
    expect(changes.map(({ from, to, atMost }) => [from, to, atMost])).toContain([
      ...['F', 'C'],
      true,
    ] as never);
    const bound = (bpm: number): number =>
      shownWith(...section(bpm)).changes.find(({ from }) => from === 'F')?.seconds ?? NaN;
    expect(bound(60)).toBeCloseTo(bound(120) * 2);
    // A bound never makes a prediction slower.
    const secondsWith = (seconds: number): number =>
      workpieceOf(song, {
        student: { ...USUAL_STUDENT, changes: [{ from: 'F', to: 'C', seconds, atMost: true }] },
      }).timed.get('F C')?.seconds ?? NaN;
    expect(secondsWith(9)).toBe(workpieceOf(song).timed.get('F C')?.seconds ?? 0);
    expect(secondsWith(0.2)).toBe(0.2);
  });

  it('is the shape that the student was given in place of the song’s', () => {
    const changes = [{ kind: 'grip' as const, name: 'F', grip: [null, null, 3, 2, 1, 1] }];
    const tries = times(5, 0).map((_, index): Try => ({
      ...{ id: String(index), stepId: 'grip:F', at: `2026-11-20T10:00:0${index}.000Z` },
      ...{ day: '2026-11-20', bpm: null, clean: true, passes: 1, seconds: 5, source: 'self' },
    }));
    const shown = shownBy([{ document: readChart(CHART).song, changes, tries }]);
    expect(shown.ownedGrips).toEqual(['F xx3211']);
  });

  it('is the quickest of each change over all songs', () => {
    const song = (bpm: number) => ({
      document: readChart(CHART).song,
      changes: [],
      tries: times(3, 0).map((_, index): Try => ({
        ...{ id: `${bpm} ${index}`, stepId: 'change:C:F', at: `2026-11-20T10:00:0${index}.000Z` },
        ...{ day: '2026-11-20', bpm, clean: true, passes: 1, seconds: 5, source: 'self' },
      })),
    });
    expect(shownBy([song(50), song(75), song(60)]).changes.length).toBe(1);
    expect(shownBy([song(50), song(75), song(60)]).changes[0]?.seconds).toBeCloseTo(0.45);
  });

  it('knows a change by the last drill that the clock measured, and never as a bound', () => {
    const drill = (id: string, count: number): ChangeDrill => ({
      ...{ id, kind: 'drill', at: `2026-11-2${id}T10:00:00.000Z`, day: '2026-11-26' },
      ...{ source: 'self', revision: 1, stepId: 'change:G:C', from: 'G', to: 'C' },
      ...{ count, seconds: 60 },
    });
    const shown = shownBy([
      {
        ...{ document: readChart(CHART).song, changes: [], tries: [] },
        drills: [drill('2', 60), drill('1', 30)],
      },
    ]);
    // 60/60 − 0.35 s.
    expect(shown.changes.map((one) => ({ ...one, seconds: one.seconds.toFixed(2) }))).toEqual([
      { from: 'G', to: 'C', seconds: '0.65' } as never,
    ]);
  });

  it('knows the strokes by the last drill that measured them, slower ones too', () => {
    const drill = (id: string, perSecond: number): StrokeDrill => ({
      ...{ id, kind: 'strokes', at: `2026-11-2${id}T10:00:00.000Z`, day: '2026-11-26' },
      ...{ source: 'self', revision: 1, stepId: 'hand:eights', perSecond, seconds: 30 },
    });
    const song = { document: readChart(CHART).song, changes: [], tries: [] };
    const shown = shownBy([
      { ...song, drills: [drill('3', 4.1)] },
      { ...song, drills: [drill('2', 5.5)] },
    ]);
    expect(shown.strokesPerSecond).toBe(4.1);
    expect(shown.changes).toEqual([]);
    expect(shownBy([song]).strokesPerSecond).toBeUndefined();
  });

  it('knows a change by how late it came in a take, and at most where it came in time', () => {
    const take = (id: string, lateMs: number | null): TakeEvent => ({
      ...{ id, kind: 'take', at: `2026-11-2${id}T10:00:00.000Z`, day: '2026-11-26' },
      ...{ source: 'self', revision: 1, stepId: 'section:a:full', bpm: 80, from: 'microphone' },
      ...{ clean: lateMs === 0, strokes: 40, missed: 0, extra: 0, spreadMs: 9, driftPercent: 0 },
      ...{ changes: [{ from: 'G', to: 'C', lateMs, leavesS: 0.4 }], seconds: 10 },
    });
    const shown = (...takes: readonly TakeEvent[]): ShownSkills =>
      shownBy([{ document: readChart(CHART).song, changes: [], tries: [], takes }]);
    expect(shown(take('1', 200)).changes).toEqual([
      { from: 'G', to: 'C', seconds: jasmine.any(Number) as never },
    ]);
    expect(shown(take('1', 200)).changes[0]?.seconds).toBeCloseTo(0.6, 9);
    expect(shown(take('1', 0)).changes).toEqual([
      { from: 'G', to: 'C', seconds: 0.4, atMost: true },
    ]);
    expect(shown(take('1', null)).changes).toEqual([]);
    expect(shown(take('1', 0)).strokesAtLeast).toBe(4);
    expect(shown(take('1', 200)).strokesAtLeast).toBeUndefined();
  });
});
