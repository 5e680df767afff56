import { readChart } from '../chart';
import { USUAL_CONVENTIONS } from '../conventions';
import { makeSteps, workpieceOf } from '../steps';
import { countInOf, clicksOf, offBeatsOf } from '../timeline';
import { sceneOf, type Scene } from './index';

/** The scene of the first step whose id or title begins so. */
function sceneFor(text: string, step = 'whole:full'): Scene {
  const { song } = readChart(text);
  const work = workpieceOf(song);
  const found = makeSteps(work).find(
    ({ id, title }) => id.startsWith(step) || title.startsWith(step),
  );
  if (!found)
    throw new Error(
      `no ${step}: ${makeSteps(work)
        .map((one) => one.id)
        .join(' ')}`,
    );
  return sceneOf(found, { song, work, conventions: USUAL_CONVENTIONS });
}

const SIGN = { down: 'D', up: 'U', pluck: '.', hit: 'x', mute: 'm' } as const;

/** Every stroke as "time sign chord", with its strings where it is plucked. */
function played({ score: { strokes } }: Pick<Scene, 'score'>): readonly string[] {
  return strokes.map(({ atS, kind, chord, strings }) => {
    const time = String(Math.round(atS * 1000) / 1000);
    return `${time}${SIGN[kind]}${chord}${kind === 'pluck' ? strings.join('+') : ''}`;
  });
}

function lanes({ lanes: all }: Scene): readonly string[] {
  return all.map((one) => one?.drawing.words ?? 'riff');
}

/** How many arrows, struck or passed by, a lane shows. */
function arrows({ lanes: all }: Scene, bar: number): { struck: number; ghosts: number } {
  const lines = (all[bar]?.drawing.shapes ?? []).filter((one) => one.kind === 'line');
  const ghosts = lines.filter((one) => one.dashes !== undefined).length;
  return { struck: lines.filter((one) => one.role === 'ink').length, ghosts };
}

describe('what is played, song by song', () => {
  it('is a waltz with a swing of its own: three beats, the off-beat where it falls', () => {
    const scene = sceneFor(
      'tempo: 120\nmeter: 3/4\nfeel: swing 2:1\npattern w 3/4: D - D U D -\n[A] pattern w\n| G | C |',
    );
    expect(played(scene)).toEqual([
      ...['0DG', '0.5DG', '0.833UG', '1DG'],
      ...['1.5DC', '2DC', '2.333UC', '2.5DC'],
    ]);
    expect(clicksOf(scene.pass.stretch).map((one) => one.count)).toEqual([1, 2, 3, 1, 2, 3]);
    expect(offBeatsOf(scene.pass.stretch)[1]?.atS).toBeCloseTo(0.8333, 4);
    expect((scene.lanes[0]?.beats ?? []).map((one) => Math.round(one * 100) / 100)).toEqual([
      0, 0.67, 1, 1.67, 2, 2.67,
    ]);
    // Drawn where it falls: nearer to the beat that follows.
    const [first, off, second] = scene.lanes[0]?.drawing.centres ?? [];
    expect((off ?? 0) - (first ?? 0)).toBeCloseTo(2 * ((second ?? 0) - (off ?? 0)), 6);
  });

  it('is five beats picked, three and two, the thumb on the bass of each grip', () => {
    const scene = sceneFor(
      'tempo: 60\nmeter: 5/4 (3+2)\nhand: fingers\npattern f 5/4 (3+2): p i m a p\n[A] pattern f\n| Am | G |',
    );
    expect(played(scene)).toEqual([
      ...['0.Am5', '1.Am3', '2.Am2', '3.Am1', '4.Am5'],
      ...['5.G6', '6.G3', '7.G2', '8.G1', '9.G6'],
    ]);
    const clicks = clicksOf(scene.pass.stretch);
    expect(clicks.slice(0, 5).map((one) => `${one.count} ${one.weight}`)).toEqual([
      ...['1 bar', '2 beat', '3 beat', '4 group', '5 beat'],
    ]);
    expect(lanes(scene)[0]).toBe(
      '1 string 5 p; 2 string 3 i; 3 string 2 m; 4 string 1 a; 5 string 5 p',
    );
  });

  it('is twelve eighths felt in four, the hand never three downs in a row', () => {
    const scene = sceneFor(
      'tempo: 180\nmeter: 12/8\npattern c 12/8: D - - D - U D - - D - U\n[A] pattern c\n| A |',
    );
    expect(played(scene)).toEqual(['0DA', '1DA', '1.667UA', '2DA', '3DA', '3.667UA']);
    const clicks = clicksOf(scene.pass.stretch);
    expect(clicks.flatMap(({ count }) => count ?? [])).toEqual([1, 2, 3, 4]);
    expect(clicks.filter((one) => one.weight === 'inner').length).toBe(8);
    expect(arrows(scene, 0)).toEqual({ struck: 6, ghosts: 2 });
    expect(countInOf(scene.pass.stretch, 1).lasts).toBeCloseTo(4, 9);
  });

  it('is seven eighths with the weight of two, two and three', () => {
    const scene = sceneFor(
      'tempo: 210\nmeter: 7/8 (2+2+3)\npattern s 7/8 (2+2+3): D - D - D U D\n[A] pattern s\n| Em | C |',
    );
    expect(played(scene).slice(0, 6)).toEqual([
      ...['0DEm', '0.571DEm', '1.143DEm', '1.429UEm', '1.714DEm', '2DC'],
    ]);
    const accents = clicksOf(scene.pass.stretch).flatMap((one) => (one.accent ? one.beat : []));
    expect(accents).toEqual([0, 2, 4, 7, 9, 11]);
  });

  it('is nine eighths in unequal groups: each is counted, the groups weigh', () => {
    const scene = sceneFor('tempo: 110\nmeter: 9/8 (2+2+2+3)\n[A]\n| Em | D |');
    const bar = clicksOf(scene.pass.stretch).slice(0, 9);
    expect(bar.map((one) => one.count)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(bar.flatMap((one) => (one.accent ? one.beat : []))).toEqual([0, 2, 4, 6]);
    expect(scene.feltIn).toBeNull();
    expect(sceneFor('meter: 9/8\n[A]\n| Em |').feltIn).toEqual({ beats: 3, of: 3 });
  });

  it('is half-bar changes in an open tuning, rolled', () => {
    const scene = sceneFor(
      'tempo: 60\nmeter: 4/4\ntuning: D A D F# A D\nhand: fingers\ngrip D: 000000\ngrip A: xx7777\npattern r 4/4: 6p 3i 2m 1a\n[A] pattern r\n| D . A . |',
    );
    expect(played(scene)).toEqual(['0.D6', '1.D3', '2.A2', '3.A1']);
  });

  it('begins with a pickup: three are counted, it comes on the fourth, and there is one "one"', () => {
    const scene = sceneFor('tempo: 60\nmeter: 4/4\npickup: 1\n[A]\n| G | D | G |');
    const { stretch } = scene.pass;
    expect(countInOf(stretch, 1).clicks.map((one) => one.count)).toEqual([1, 2, 3]);
    expect(countInOf(stretch, 2).clicks.map((one) => one.count)).toEqual([1, 2, 3, 4, 1, 2, 3]);
    expect(
      clicksOf(stretch)
        .slice(0, 6)
        .map((one) => one.count),
    ).toEqual([4, 1, 2, 3, 4, 1]);
    expect(
      played(scene)
        .filter((one) => one.includes('D'))
        .slice(0, 2),
    ).toEqual(['0DG', '1DD']);
  });

  it('keeps the tempo of each section: the slow one is slow', () => {
    const text = 'tempo: 120\nmeter: 4/4\nmap: A, B tempo 60, A\n[A]\n| G |\n[B]\n| D |';
    const scene = sceneFor(text);
    const strokes = scene.score.strokes.filter((one) => one.chordChange);
    expect(played({ score: { ...scene.score, strokes } })).toEqual(['0DG', '2DD', '6DG']);
    expect(clicksOf(scene.pass.stretch).map((one) => one.atS as number)).toEqual([
      ...[0, 0.5, 1, 1.5, 2, 3, 4, 5, 6, 6.5, 7, 7.5],
    ]);
    expect(scene.pass.writtenBpm as number).toBe(120);
    const slow = sceneFor(text, 'section:s4@60');
    expect([slow.pass.writtenBpm as number, slow.step.rungs.at(-1) as number]).toEqual([60, 60]);
    const join = sceneFor(text, 'join:');
    expect(join.pass.writtenBpm as number).toBe(60);
  });

  it('moves a section: its chords are others, and it has a step of its own', () => {
    const text = 'tempo: 60\nmeter: 4/4\nmap: A, A +2\n[A]\n| G | C |';
    const scene = sceneFor(text);
    const changes = scene.score.strokes.flatMap((one) => (one.chordChange ? [one.chord] : []));
    expect(changes).toEqual(['G', 'C', 'A', 'D']);
    const { song } = readChart(text);
    const ids = makeSteps(workpieceOf(song)).map((one) => one.id);
    expect(
      ids.filter((id) => id.startsWith('section:')).some((id) => id.includes('+2')),
    ).toBeTrue();
  });

  it('strikes a single hit once, leaves silence empty, and shows just that', () => {
    const scene = sceneFor(
      'tempo: 60\nmeter: 4/4\npattern e 4/4: D U D U D U D U\n[A] pattern e\n| G! | N.C. | C . N.C. . | D |',
    );
    const bars = [0, 1, 2, 3].map(
      (bar) => scene.score.strokes.filter((one) => one.bar === bar).length,
    );
    expect(bars).toEqual([1, 0, 4, 8]);
    expect(
      lanes(scene)[0]
        ?.split('; ')
        .filter((one) => !one.endsWith('nothing')),
    ).toEqual(['1 down']);
    expect(lanes(scene)[1]).not.toContain('down');
    expect([0, 1, 2, 3].map((bar) => arrows(scene, bar))).toEqual([
      ...[
        { struck: 1, ghosts: 0 },
        { struck: 0, ghosts: 0 },
        { struck: 4, ghosts: 0 },
        { struck: 8, ghosts: 0 },
      ],
    ]);
  });

  it('rings on over the bar line without a stroke', () => {
    const scene = sceneFor(
      'tempo: 60\nmeter: 4/4\npattern e 4/4: D D D D\n[A] pattern e\n| F! | . | G |',
    );
    expect(played(scene)).toEqual(['0DF', '8DG', '9DG', '10DG', '11DG']);
  });

  it('shows both bars of a pattern that goes over two', () => {
    const scene = sceneFor(
      'tempo: 60\nmeter: 4/4\npattern t 4/4: D - D U D U D U | D - - U - U D U\n[A] pattern t\n| G | C | G |',
    );
    expect(scene.lanes[0]).toBe(scene.lanes[1]);
    expect(scene.lanes[0]?.beats.length).toBe(16);
    // The third bar begins the pattern anew, and has no second one.
    expect(scene.lanes[2]?.beats.length).toBe(8);
  });

  it('shows one strum a chord where it falls in the bare layer', () => {
    const scene = sceneFor('tempo: 60\nmeter: 4/4\n[A]\n| G . C . | D |', 'section:s3:bare');
    expect(lanes(scene)).toEqual([
      '1 down; 2 nothing; 3 down; 4 nothing',
      '1 down; 2 nothing; 3 nothing; 4 nothing',
    ]);
    expect(arrows(scene, 0)).toEqual({ struck: 2, ghosts: 0 });
  });
});
