import fc from 'fast-check';
import { USUAL_CONVENTIONS } from '../conventions';
import { GuideStream } from '../guide';
import { makePlan } from '../plan';
import { workpieceOf } from '../steps';
import { anySong } from '../testing/any-song';
import { runs } from '../testing/runs';
import { sceneOf } from './index';

const RATE = 4000;

describe('every step of any song', () => {
  it('is played within its pass: each stroke in a bar that is sounded, each bar with its lane', () => {
    fc.assert(
      fc.property(anySong, fc.nat(), (song, which) => {
        const { steps } = makePlan(song);
        const step = steps[which % Math.max(1, steps.length)];
        if (!step) return;
        const scene = sceneOf(step, {
          song,
          work: workpieceOf(song),
          conventions: USUAL_CONVENTIONS,
        });
        const { score, pass, lanes } = scene;
        const { bars } = pass.stretch;
        expect(lanes.length).toBe(bars.length);
        expect(score.clicks.length).toBe(bars.reduce((sum, { bar }) => sum + bar.beats, 0));
        let before = 0;
        for (const { atS, bar } of score.strokes) {
          expect(atS >= before - 1e-9 && atS < score.lastsS + 1e-9).toBeTrue();
          expect(bar < bars.length).toBeTrue();
          before = atS;
        }
        // A bar has a lane unless a riff takes it whole.
        lanes.forEach((lane, index) => {
          if (bars[index]?.bar.riff?.from !== 0) expect(lane).not.toBeNull();
        });
      }),
      runs(40),
    );
  });

  it('sounds, whatever is in it, within its bounds', () => {
    fc.assert(
      fc.property(anySong, fc.double({ min: 0.5, max: 3, noNaN: true }), (song, slower) => {
        const work = workpieceOf(song);
        const step = makePlan(song).steps.findLast(({ kind }) => kind === 'whole');
        if (!step) return;
        const { score } = sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS });
        const options = { slower, countInBars: 1, breathes: true, hasOffBeats: true } as const;
        const stream = new GuideStream(score, options, RATE);
        for (let piece = 0; piece < 4; piece += 1) {
          const sound = stream.next(0.8);
          for (const one of sound?.guide ?? [])
            if (!(Math.abs(one) <= 1)) throw new Error('out of bounds');
        }
      }),
      runs(25),
    );
  });
});
