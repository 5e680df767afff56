import fc from 'fast-check';
import { EMPTY_SONG, readChart, type Layer } from '../song';
import { anySong } from '../testing/any-song';
import {
  makeSteps,
  passBeats,
  passOf,
  placeInPass,
  songGrips,
  workpieceOf,
  type Step,
} from './index';

const BARGE = readChart(
  'tempo: 92\nmap: Verse, Chorus, Verse, Chorus 2\ngrip Gm6: 310033\n[Verse]\n| G | D | Em | D |\n[Chorus]\n| G | Gm6 |\n[Chorus 2 = Chorus]\n3: | D |',
).song;
const work = workpieceOf(BARGE);
const steps = makeSteps(work);
const byTitle = (title: string): Step => {
  // The last one is the layer that is the goal.
  const step =
    steps.find((one) => one.title === title) ??
    steps.findLast((one) => one.title.startsWith(title));
  if (!step) throw new Error(`no step: ${title}`);
  return step;
};

describe('the steps of a song', () => {
  it('go from grips over changes and sections to joins and the whole song', () => {
    const order = steps.map(({ kind, layer }) => `${kind}${layer ? ` ${layer}` : ''}`);
    expect([...new Set(order)]).toEqual([
      ...['grip', 'change', 'section bare', 'whole bare'],
      ...['section pulse', 'section full', 'join full', 'whole full'],
    ]);
  });

  it('teach each distinct section once, and a derived one after its parent with its new bars named', () => {
    const sections = steps
      .filter((step) => step.kind === 'section' && step.layer === 'full')
      .map((step) => step.title);
    expect(sections).toEqual(['A Verse', 'B Chorus', 'B′ Chorus 2: bar 3 new']);
    expect(byTitle('B′').needs).toContain(byTitle('B Chorus').id);
  });

  it('join each pair that follows in the map, once', () => {
    const joins = steps
      .filter((step) => step.kind === 'join')
      .map((step) => step.title.split(':')[0]);
    expect(joins).toEqual(['Join A → B', 'Join B → A', 'Join A → B′'] as string[]);
  });

  it('start where the slowest change allows, and say so', () => {
    const verse = byTitle('A Verse');
    expect(verse.rungs[0]).toBeLessThan(92);
    expect(verse.rungs.at(-1)).toBe(92 as never);
    expect(verse.why).toMatch(/takes about 0\.\d\d s; half a beat for it allows \d+ bpm/);
  });

  it('drill a change up to the rate that its window asks for', () => {
    expect(byTitle('Change D and G').rungs.at(-1)).toBe(89 as never);
  });

  it('name chords as whoever reads them does, and are the same steps all the same', () => {
    const { song } = readChart('capo: 2\n[A]\n| G | D |');
    const [shapes, sounding] = (['shape', 'sounding'] as const).map((names) =>
      makeSteps(workpieceOf(song, { names })),
    );
    expect(shapes?.slice(0, 3).map((step) => step.title)).toEqual([
      ...['Grip G', 'Grip D', 'Change D and G'],
    ]);
    expect(sounding?.slice(0, 3).map((step) => step.title)).toEqual([
      ...['Grip A', 'Grip E', 'Change E and A'],
    ]);
    expect(sounding?.[3]?.why).toMatch(/^A → E takes/);
    expect(sounding?.map((step) => step.id)).toEqual(shapes?.map((step) => step.id));
  });

  it('take a section barer first, each layer with the changes’ time in it', () => {
    const chart = 'tempo: 120\ngrip F: 133211\n[A]\n| C | F | C | F |';
    const made = makeSteps(workpieceOf(readChart(chart).song)).filter(
      (one) => one.kind === 'section',
    );
    expect(made.map((one) => one.title)).toEqual(['A A, bare', 'A A, pulse', 'A A']);
    expect(made.map((one) => /; (.*) for it/.exec(one.why)?.[1])).toEqual([
      ...['4 beats', 'one beat', 'half a beat'],
    ]);
    expect(made.map((one) => one.needs.at(-1))).toEqual([
      ...['change:C:F', 'section:s5:bare', 'section:s5:pulse'],
    ]);
  });

  it('pass over a barer layer that is no different, and a pulse that is not needed', () => {
    const layersOf = (chart: string): readonly string[] =>
      makeSteps(workpieceOf(readChart(chart).song))
        .filter((one) => one.kind === 'section')
        .map((one) => one.layer ?? '');
    expect(layersOf('[A]\n| G! | D! |')).toEqual(['full']);
    expect(layersOf('tempo: 40\n[A]\n| G | D |')).toEqual(['bare', 'full']);
  });

  it('go as far as the layer that is the goal', () => {
    const { song } = readChart(
      'pattern fill 4/4: D U D U x x x x\n[A] pattern fill for ornaments in 2\n| G | D |',
    );
    const layersOf = (goal: Layer): readonly string[] =>
      makeSteps(workpieceOf(song), goal).flatMap((one) => one.layer ?? []);
    expect(layersOf('bare')).toEqual(['bare', 'bare']);
    expect(layersOf('ornaments')).toContain('ornaments');
    expect(layersOf('full')).not.toContain('ornaments');
  });

  it('are none for a song without bars', () => {
    expect(makeSteps(workpieceOf(EMPTY_SONG))).toEqual([]);
    expect(makeSteps(workpieceOf(readChart('[A]').song))).toEqual([]);
  });

  it('come after everything they need, for any song, and are the same every time', () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const made = makeSteps(workpieceOf(song));
        const seen = new Set<string>();
        for (const step of made) {
          expect(seen.has(step.id)).withContext(step.id).toBeFalse();
          expect(step.needs.filter((id) => !seen.has(id)))
            .withContext(step.id)
            .toEqual([]);
          seen.add(step.id);
        }
        expect(makeSteps(workpieceOf(song))).toEqual(made);
      }),
      { numRuns: 25 },
    );
  });

  it('keep their ids when the song is changed elsewhere', () => {
    const changed = readChart(
      'tempo: 100\n[Verse]\n| G | D | Em | D |\n[Bridge]\n| C |',
      BARGE,
    ).song;
    const ids = makeSteps(workpieceOf(changed)).map((step) => step.id);
    expect(ids).toContain(byTitle('A Verse').id);
    expect(ids).toContain('grip:G');
  });
});

describe('the grips of a song', () => {
  it('are the teacher’s where given, else proposed, else left out', () => {
    const song = readChart('grip G: 320033\n[A]\n| G | Em | Mystery |').song;
    expect(songGrips(song).map(({ name, isProposed }) => `${name} ${isProposed}`)).toEqual([
      'G false',
      'Em true',
    ]);
  });
});

describe('a pass', () => {
  const barsOf = (step: Step): string =>
    passOf(step, work)
      .bars.map((bar) => bar.chords.map((one) => one.chord).join(' '))
      .join(' | ');

  it('is a section once, two bars into two for a join, all bars for the whole song', () => {
    expect(barsOf(byTitle('A Verse'))).toBe('G | D | Em | D');
    expect(barsOf(byTitle('Join A → B:'))).toBe('Em | D | G | Gm6');
    expect(passOf(byTitle('Whole'), work).bars.length).toBe(4 + 2 + 4 + 3);
  });

  it('of a change drill takes the two grips in turn, a beat each', () => {
    const { bars, countInBeats } = passOf(byTitle('Change D and G'), work);
    expect(bars[0]?.chords.map((one) => one.chord)).toEqual(['D', 'G', 'D', 'G']);
    expect([bars.length, countInBeats]).toEqual([4, 4]);
  });

  it('knows where it is at every beat, over its end and round again', () => {
    const pass = passOf(byTitle('A Verse'), work);
    expect(passBeats(pass)).toBe(16);
    expect(placeInPass(pass, 0)).toEqual({
      bar: 0,
      beat: 0,
      now: 'G',
      next: 'D',
      beatsToNext: 4,
      passesDone: 0,
    });
    expect(placeInPass(pass, 6.5)).toEqual({
      bar: 1,
      beat: 2,
      now: 'D',
      next: 'Em',
      beatsToNext: 2,
      passesDone: 0,
    });
    expect(placeInPass(pass, 15.9)).toEqual({
      bar: 3,
      beat: 3,
      now: 'D',
      next: 'G',
      beatsToNext: 1,
      passesDone: 0,
    });
    expect(placeInPass(pass, 17)).toEqual(
      jasmine.objectContaining({ bar: 0, beat: 1, passesDone: 1 }),
    );
    expect(placeInPass(pass, -1)).toBeUndefined();
    expect(placeInPass({ bars: [], countInBeats: 4 }, 1)).toBeUndefined();
  });
});
