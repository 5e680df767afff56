import fc from 'fast-check';
import { readChart } from '../chart';
import { workpieceOf } from '../steps';
import { anyNumberedSong } from '../testing/any-song';
import { makePlan, SCHOOLS, USUAL_TEACHING } from './index';
import { runs } from '../testing/runs';

describe('a plan for any song', () => {
  it('teaches only what is played, leaves out what is left out, and never runs out of song', () => {
    fc.assert(
      fc.property(anyNumberedSong, fc.nat(), fc.constantFrom(...SCHOOLS), (song, pick, school) => {
        const { parts } = workpieceOf(song);
        const gone = parts[pick % Math.max(1, parts.length)]?.id ?? '';
        const changes = [{ kind: 'leave-out' as const, part: gone }];
        const plan = makePlan(song, { teaching: { ...USUAL_TEACHING, school, changes } });
        const played = new Set(plan.work.parts.map((part) => part.id));
        if (parts.length > 1) expect(played.has(gone)).toBeFalse();
        expect(played.size).toBeGreaterThanOrEqual(Math.min(1, parts.length));
        for (const { kind, atoms } of plan.steps) {
          if (kind === 'section' || kind === 'difference' || kind === 'join') {
            expect(atoms.filter((part) => !played.has(part))).toEqual([]);
          }
        }
      }),
      runs(60),
    );
  });

  it('has figures that can be true: minutes above none, rungs that rise to the goal, a range around it', () => {
    fc.assert(
      fc.property(
        anyNumberedSong,
        fc.constantFrom('bare', 'pulse', 'full', 'ornaments'),
        (song, goal) => {
          const { steps, time } = makePlan(song, { teaching: { ...USUAL_TEACHING, goal } });
          for (const { id, minutes, rungs, limit } of steps) {
            expect(minutes).withContext(id).toBeGreaterThan(0);
            expect(Number.isFinite(minutes)).withContext(id).toBeTrue();
            expect(
              rungs.every((bpm, place) => place === 0 || bpm > (rungs[place - 1] ?? 0)),
            ).toBeTrue();
            expect(limit?.limitBpm ?? 1)
              .withContext(id)
              .toBeGreaterThan(0);
          }
          expect(time.low).toBeLessThanOrEqual(time.minutes);
          expect(time.high).toBeGreaterThanOrEqual(time.minutes);
          const sum = steps.reduce((all, step) => all + step.minutes, 0);
          expect(time.minutes).toBeCloseTo(sum, 6);
        },
      ),
      runs(60),
    );
  });

  it('reads the odd cases that occur: no chords, one bar, half bars, seven strings or four, a capo at 12', () => {
    const odd: readonly string[] = [
      '[A]\n| N.C. | - | N.C. |',
      '[A]\n| G |',
      'pickup: 1\n[A]\n| G . | D . C . | G |',
      'meter: 7/8 (2+2+3)\n[A]\n| Em | D |',
      'tuning: B E A D G B E\n[A]\n| G | D |',
      'tuning: G C E A\n[A]\n| C | F |',
      'capo: 12\n[A]\n| G | D |',
      'map: A, A +2 tempo 60, A\n[A]\n| G | D |',
      '[A]\n| Mystery | Riddle |',
    ];
    for (const chart of odd) {
      const { song } = readChart(chart);
      for (const school of SCHOOLS) {
        const { steps } = makePlan(song, { teaching: { ...USUAL_TEACHING, school, sings: true } });
        expect(steps[0]?.kind).withContext(chart).toBe('ready');
        expect(steps.at(-1)?.kind).withContext(chart).toBe('perform');
      }
    }
  });
});
