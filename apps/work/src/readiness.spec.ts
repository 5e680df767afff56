import { work } from './work';

const song = 'tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| C | G |';

interface Answered {
  readonly songBpm: number | null;
  readonly share: number;
  readonly holes: readonly { readonly section: string; readonly bars: readonly number[] }[];
  readonly heldBackBy: { readonly kind: string; readonly line: string } | null;
  readonly retained: { readonly was: number; readonly from: number; readonly to: number } | null;
  readonly gates: readonly { readonly code: string; readonly met: number; readonly need: number }[];
}

function readinessOf(evidence: readonly object[], more: object = {}): Answered {
  const outcome = work(
    'readiness',
    JSON.stringify({ song, evidence, today: '2026-11-26', ...more }),
  );
  if (outcome.exit !== 0) throw new Error(JSON.stringify(outcome.failure));
  return outcome.answer as Answered;
}

/** So many clean passes in a row on one day, unless told otherwise. */
const played = (step: object, more: { readonly bpm: number; readonly clean: number }) => ({
  ...{ on: '2026-11-20', step, passes: Math.max(1, more.clean), minutes: 2, source: 'self' },
  ...more,
});
const VERSE = { section: 'Verse' };
const OTHERS = [
  played({ section: 'chorus', layer: 'full' }, { bpm: 92, clean: 3 }),
  played({ join: ['Verse', 'Chorus'] }, { bpm: 92, clean: 5 }),
];
const ALL = [played(VERSE, { bpm: 92, clean: 3 }), ...OTHERS];

describe('work on readiness', () => {
  it('tells holes by section and bars, and no tempo while there are any', () => {
    const none = readinessOf([]);
    expect([none.songBpm, none.share]).toEqual([null, 0]);
    expect(none.holes).toEqual([
      { section: 'Verse', bars: [1, 2] },
      { section: 'Chorus', bars: [1, 2] },
    ]);
    expect(none.heldBackBy?.line).toMatch(/^Held back by .+ yet\.$/);
  });

  it('is the slowest of what was played, whatever ladder it was', () => {
    expect(readinessOf(ALL).songBpm).toBe(92);
    expect(readinessOf([...OTHERS, played(VERSE, { bpm: 71, clean: 3 })]).songBpm).toBe(71);
    expect(readinessOf(ALL, { goalBpm: 120 }).songBpm).toBe(92);
    const failed = Array.from({ length: 10 }, () => played(VERSE, { bpm: 120, clean: 0 }));
    expect(readinessOf([...ALL, ...failed]).songBpm).toBe(92);
  });

  it('takes of passes that were not all clean only those in a row', () => {
    const of5 = (clean: number) => ({ ...played(VERSE, { bpm: 80, clean }), passes: 5 });
    expect(readinessOf([...OTHERS, of5(3)]).songBpm).toBe(80);
    expect(readinessOf([...OTHERS, of5(2)]).songBpm).toBeNull();
    expect(readinessOf([...OTHERS, of5(2), of5(2)]).songBpm).toBeNull();
  });

  it('counts gates, and who heard it', () => {
    const runs = ['2026-11-21', '2026-11-22'].map((on) => ({
      ...played({ whole: 'full' }, { bpm: 92, clean: 1 }),
      on,
    }));
    const own = readinessOf([...ALL, ...runs]);
    expect(own.gates.map(({ code, met, need }) => [code, met, need])).toEqual([
      ['parts', 2, 2],
      ['joins', 1, 1],
      ['whole-runs', 2, 2],
      ['heard', 0, 1],
    ]);
    expect(own.heldBackBy).toBeNull();
    const heard = readinessOf([...ALL, ...runs.map((one) => ({ ...one, source: 'teacher' }))]);
    expect(heard.gates.at(-1)?.met).toBe(1);
  });

  it('takes what a clean run of the whole song showed for every part of it', () => {
    const once = readinessOf([played({ whole: 'full' }, { bpm: 92, clean: 1 })]);
    expect([once.songBpm, once.heldBackBy?.kind]).toEqual([92, 'whole']);
    expect(once.heldBackBy?.line).toContain('wanted on 1 more day');
    const slow = readinessOf([played({ whole: 'full' }, { bpm: 46, clean: 1 })]);
    expect([slow.songBpm, slow.heldBackBy?.line]).toEqual([
      46,
      jasmine.stringContaining('clean at 46 of 92 bpm') as never,
    ]);
  });

  it('takes nothing for a tempo that was played without one', () => {
    for (const bpm of [0, null]) {
      const none = readinessOf([{ ...played(VERSE, { bpm: 92, clean: 3 }), bpm }]);
      expect([none.songBpm, none.holes.length]).toEqual([null, 2]);
    }
  });

  it('finds a join by the names of its sections, moved as the map has them', () => {
    const moved = `${song}\nmap: Verse, Chorus +2`;
    const parts = [VERSE, { section: 'Chorus', semitones: 2 }].map((one) =>
      played(one, { bpm: 92, clean: 3 }),
    );
    const join = played({ join: ['verse', 'Chorus'] }, { bpm: 92, clean: 5 });
    expect(readinessOf([...parts, join], { song: moved }).songBpm).toBe(92);
  });

  it('tells what is probably left where a visit is due', () => {
    expect(readinessOf(ALL, { today: '2026-11-20' }).retained).toBeNull();
    const { retained } = readinessOf(ALL, { today: '2027-02-20' });
    expect(retained?.was).toBe(92);
    expect(retained?.from).toBeLessThan(retained?.to ?? 0);
  });

  it('counts nothing that is dated ahead, and names evidence of nothing', () => {
    expect(readinessOf(ALL.map((one) => ({ ...one, on: '2026-12-01' }))).share).toBe(0);
    const lost = played({ section: 'Nowhere' }, { bpm: 92, clean: 3 });
    expect(readinessOf([lost])).toEqual(
      jasmine.objectContaining({
        error: jasmine.objectContaining({ code: 'step', at: 'evidence[0].step' }),
      }) as never,
    );
  });
});
