import { partsOf } from '@harvu/core/sameness';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { sceneOf } from '@harvu/core/practice';
import { makeSteps, workpieceOf } from '@harvu/core/steps';
import { readChart } from '@harvu/core/chart';
import { setUpPage, Shown } from '../../testing/page';
import { FrameNow } from './parts/frame-now';
import { MapNow } from './parts/map-now';

describe('getting ready in the practice room', () => {
  beforeEach(() => {
    setUpPage();
  });

  it('names each string from the thickest, and where the capo goes', async () => {
    const { song } = readChart('tuning: D A D F# A D\ncapo: 3\n[A]\n| G |');
    const work = workpieceOf(song);
    const [step] = makeSteps(work);
    const conventions = USUAL_CONVENTIONS;
    const strings = step ? sceneOf(step, { song, work, conventions }).strings : [];
    const frame = await Shown.of(FrameNow, { strings, capo: 3 });
    const notes = frame.all('li b').map((one) => one.textContent);
    expect(notes).toEqual(['D', 'A', 'D', 'F♯', 'A', 'D']);
    expect(frame.all('li')[0]?.textContent).toContain('string 6');
    expect(frame.text).toContain('Capo at fret 3');
    await frame.set('capo', 0);
    expect(frame.text).toContain('No capo');
  });
});

describe('following the map in the practice room', () => {
  const { occurrences } = partsOf(
    readChart('map: Verse, Lift, Verse, Lift, Out\n[Verse]\n| G | D |\n[Lift]\n| C |\n[Out]\n| G |')
      .song,
  );
  beforeEach(() => {
    setUpPage();
  });

  it('says which section plays, which bar, its cue, and what comes', async () => {
    const map = await Shown.of(MapNow, { occurrences, current: 0, bar: 1, cue: 'lamps' });
    expect(map.text).toMatch(/now ?A ?Verse ?bar 2 of 2/);
    expect(map.text).toContain('“lamps”');
    expect(map.text).toMatch(/then ?B ?Lift ?A ?Verse ?B ?Lift$/);
  });

  it('counts in before it, and ends with the end', async () => {
    const map = await Shown.of(MapNow, { occurrences, current: 4, bar: 0, countIn: 3 });
    expect(map.text).toMatch(/^in 3 ?C ?Out ?bar 1 of 1/);
    expect(map.text).toContain('the end');
  });
});
