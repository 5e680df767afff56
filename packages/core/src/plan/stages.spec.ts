import fc from 'fast-check';
import { readChart } from '../chart';
import { runs } from '../testing/runs';
import { anyNumberedSong } from '../testing/any-song';
import { makePlan, SCHOOLS, stagesOf, USUAL_TEACHING } from './index';

/** Three sections, two of which come again as they are. */
const { song: VERSE_CHORUS_BRIDGE } = readChart(
  `tempo: 92
map: Verse, Chorus, Verse, Chorus, Bridge, Chorus
grip F: 133211
pattern eights 4/4: D U D U D - D U
[Verse] pattern eights
| G | D | Em | D |
[Chorus] pattern eights
| G | C | G . D . | C |
[Bridge] pattern eights
| F | C | F | G |`,
);

describe('the stages of a plan', () => {
  it('end in something a teacher can hear, and are named by it', () => {
    const plan = makePlan(VERSE_CHORUS_BRIDGE);
    expect(stagesOf(plan.steps, plan).map(({ title }) => title)).toEqual([
      'The grips G, D and Em',
      'Verse and Chorus, one strum a chord, at 92',
      'The whole song, one strum a chord, at 92',
      'Verse, Chorus and Bridge, on the pulse, at 92',
      'Verse, Chorus and Bridge, in full, at 92',
      'The whole song, at 92',
      'With the recording and for somebody',
    ]);
  });

  it('are three to seven, hold every step once and in order, for any song in any school', () => {
    fc.assert(
      fc.property(anyNumberedSong, fc.constantFrom(...SCHOOLS), (song, school) => {
        const plan = makePlan(song, { teaching: { ...USUAL_TEACHING, school } });
        const stages = stagesOf(plan.steps, plan);
        expect(stages.flatMap(({ steps }) => steps)).toEqual(plan.steps.map(({ id }) => id));
        expect(stages.length).toBeLessThanOrEqual(7);
        if (plan.steps.length >= 6) expect(stages.length).toBeGreaterThanOrEqual(3);
        for (const { title, goal } of stages) {
          expect(title).not.toBe('');
          expect(title).not.toMatch(/undefined|, at 0|\s\s/);
          expect(goal).not.toBe('');
        }
        const minutes = stages.reduce((sum, one) => sum + one.minutes, 0);
        expect(minutes).toBeCloseTo(plan.time.minutes);
      }),
      runs(60),
    );
  });

  it('are none for no steps', () => {
    const plan = makePlan(VERSE_CHORUS_BRIDGE);
    expect(stagesOf([], plan)).toEqual([]);
  });
});
