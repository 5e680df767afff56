import { readChart } from '../chart';
import { USUAL_CONVENTIONS } from '../conventions';
import { makeSteps, workpieceOf } from '../steps';
import { notesAt, sceneOf, type Scene } from '.';

const TEXT =
  'tempo: 60\nmeter: 4/4\npattern downs 4/4: D D D D\nriff a 4/4: 3: 2 4 5 7 | 2: 5 . 3 .\n[A] pattern downs riff a in 2-3\n| G | D | G | D |';

function scene(step: string, text = TEXT): Scene {
  const { song } = readChart(text);
  const work = workpieceOf(song);
  const found = makeSteps(work).find((one) => one.id.startsWith(step));
  if (!found) throw new Error(`no step ${step}`);
  return sceneOf(found, { song, work, conventions: USUAL_CONVENTIONS });
}

describe('a step that is played note by note', () => {
  it('has its notes where they fall in the pass', () => {
    const { riff } = scene('riff:a');
    expect(riff?.beats).toEqual([0, 1, 2, 3, 4, 6]);
    expect(riff?.barBeats).toEqual([4, 4]);
    expect(riff?.runs).toEqual([{ from: 0, to: 1 }]);
  });

  it('tells which notes sound at a beat', () => {
    const { riff } = scene('riff:a');
    if (!riff) throw new Error('no riff');
    expect(notesAt(riff, 0)).toEqual([0]);
    expect(notesAt(riff, 1.5)).toEqual([1]);
    expect(notesAt(riff, 7.9)).toEqual([5]);
  });

  it('is only so where the riff is laid, and has no strokes there', () => {
    const found = scene('section:').step;
    const full = scene(found.id.replace('bare', 'full'));
    expect(full.riff?.runs).toEqual([{ from: 1, to: 2 }]);
    expect(full.lanes.map((lane) => lane !== null)).toEqual([...[true, false, false, true]]);
  });

  it('is none where chords are played', () => {
    expect(scene('grip:').riff).toBeNull();
  });
});

describe('the sound of a step', () => {
  const text = TEXT.replace('meter: 4/4', 'meter: 4/4\nsound: echo 750 ms');

  it('is told where one gets ready, with the echoes that go with the tempo', () => {
    const ready = scene('ready', text);
    expect(ready.sound).toBe('echo (time 750 ms)');
    expect(ready.step.why).toContain('The sound goes through echo (time 750 ms).');
    expect(ready.echoes).toEqual([{ effect: 'echo', ms: 750 }]);
    expect(scene('ready').sound).toBe('');
  });

  it('is heard beside the chords where another guitar plays it, and changes no stroke of them', () => {
    const text = TEXT.replace('riff a in 2-3', 'riff a in 2-3 as lead');
    const whole = scene('whole:full', text);
    const plain = scene('whole:full', TEXT.replace(' riff a in 2-3', ''));
    expect(whole.score.beside?.map(({ atS }) => atS as number)).toEqual([4, 5, 6, 7, 8, 10]);
    expect(whole.score.beside?.[0]?.notes?.[0]?.note).toEqual(
      jasmine.objectContaining({ string: 3, fret: 2 }),
    );
    expect(whole.score.strokes).toEqual(plain.score.strokes);
    expect(plain.score.beside).toBeUndefined();
  });
});
