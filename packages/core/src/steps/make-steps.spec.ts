import fc from 'fast-check';
import { barKeys, type Part } from '../form';
import { EMPTY_SONG, type Layer } from '../song';
import { readChart } from '../chart';
import { anyNumberedSong } from '../testing/any-song';
import { makeSteps, passOf, splitSection, workpieceOf, type Step, type Workpiece } from './index';
import { climbMinutes } from './step-minutes';
import { rungsTo } from './ladder';
import type { StruckBar } from '../timeline';
import { passesOfPart } from './workpiece';
import { songGrips, USUAL_STUDENT, type Student } from '../player';
import { runs } from '../testing/runs';
import { readStepId } from '../step-id';

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

const everyBarOf = ({ bars }: Part): readonly number[] => bars.map((_, place) => place + 1);
/** Of a part that is only shorter, its new ending is what is fresh. */
const freshBarsOf = ({ newBars, bars }: Part): readonly number[] =>
  newBars.length > 0 ? newBars : [bars.length];

/** What a part sounds as it is played first, bar by bar; silence is silence however it is written. */
const musicOf = (one: Workpiece, partId: string): string =>
  (passesOfPart(one, partId, 'full')[0] ?? []).map((bar) => barKeys(bar).chords).join('|');

describe('the steps of a song', () => {
  it('go from a guitar that is ready over grips, changes and sections to playing it for somebody', () => {
    const order = steps.map(({ kind, layer }) => `${kind}${layer ? ` ${layer}` : ''}`);
    expect([...new Set(order)]).toEqual([
      ...['ready', 'listen', 'grip'],
      ...['section bare', 'difference bare', 'whole bare', 'section pulse'],
      ...['section full', 'difference full', 'join full', 'whole full'],
      ...['recording full', 'perform full'],
    ]);
  });

  it('teach each distinct section once, and of a derived one only what is new, after its parent', () => {
    const sections = steps
      .filter(
        ({ kind, layer }) => (kind === 'section' || kind === 'difference') && layer === 'full',
      )
      .map(({ title, bars }) => [title, bars]);
    expect(sections).toEqual([
      ['Verse', undefined],
      ['Chorus', undefined],
      ['Chorus 2: bar 3 only', [3]],
    ]);
    expect(byTitle('Chorus 2:').needs).toContain(byTitle('Chorus').id);
    expect(byTitle('Chorus 2:').base).toBe(byTitle('Chorus').id);
  });

  it('teach every distinct bar once before the joins, or with a part that has it, for any song', () => {
    fc.assert(
      fc.property(anyNumberedSong, (song) => {
        const one = workpieceOf(song);
        const made = makeSteps(one).filter(
          ({ kind, layer }) => (kind === 'section' || kind === 'difference') && layer === 'full',
        );
        for (const part of one.parts) {
          const [own, ...more] = made.filter((step) => step.atoms[0] === part.id);
          expect(more).toEqual([]);
          const [holder, ...others] = made.filter((step) => step.covers?.includes(part.id));
          expect(others).toEqual([]);
          expect(holder === undefined).toBe(own !== undefined);
          if (!own) {
            const held = one.parts.find(({ id }) => id === holder?.atoms[0]);
            const round = `${musicOf(one, held?.id ?? '')}|`;
            expect(`|${round.repeat(part.bars.length)}`).toContain(`|${musicOf(one, part.id)}|`);
            continue;
          }
          expect(own.bars ?? everyBarOf(part)).toEqual(freshBarsOf(part));
          const parent = made.find((step) => step.id === own.base);
          if (own.bars)
            expect([...(parent?.atoms ?? []), ...(parent?.covers ?? [])]).toContain(
              part.parent ?? '',
            );
        }
      }),
      runs(40),
    );
  });

  it('practise the picking hand alone, each pattern once, faster the more it has shown', () => {
    const chart =
      'tempo: 92\npattern eights 4/4: D U D U D - D U\n[A] pattern eights\n| G | D |\n[B] pattern eights\n| C |';
    const { song } = readChart(chart);
    const handOf = (strokesPerSecond?: number): Step | undefined => {
      const student = {
        ...USUAL_STUDENT,
        ...(strokesPerSecond !== undefined && { strokesPerSecond }),
      };
      return makeSteps(workpieceOf(song, { student })).find((step) => step.kind === 'hand');
    };
    expect(handOf()?.id).toBe('hand:eights');
    expect(handOf()?.rungs.map(Number)).toEqual(rungsTo(92, 67, 1.08).map(Number));
    expect(handOf(2.8)?.rungs[0]).toBe(75 as never);
    expect(handOf(4)?.rungs.map(Number)).toEqual([92]);
    expect(
      makeSteps(workpieceOf(song)).find(
        (step) => step.id.startsWith('section:') && step.layer === 'full',
      )?.needs,
    ).toContain('hand:eights');
  });

  describe('for a student whose own figures are known', () => {
    const { song } = readChart('tempo: 92\ngrip Gm6: 3x2333\n[A]\n| G | Gm6 |');
    const sectionFor = (student: Partial<Student>): Step => {
      const made = makeSteps(workpieceOf(song, { student: { ...USUAL_STUDENT, ...student } }));
      const step = made.find(({ kind, layer }) => kind === 'section' && layer === 'full');
      if (!step) throw new Error('no section');
      return step;
    };

    it('start where their measured change allows, shown in either direction', () => {
      const measured = sectionFor({ changes: [{ from: 'Gm6', to: 'G', seconds: 0.52 }] });
      expect(measured.limit?.limitBpm).toBeCloseTo(57.7, 1);
      expect([measured.rungs[0], measured.why]).toEqual([
        51 as never,
        'G → Gm6 takes 0.52 s; half a beat for it allows 57 bpm.',
      ]);
    });

    it('start where their picking hand allows, where that is the slower', () => {
      const changes = [{ from: 'G', to: 'Gm6', seconds: 0.2 }];
      expect(sectionFor({ strokesPerSecond: 1.75, changes }).why).toBe(
        '2 strokes a beat at 1.75 a second allow 52 bpm.',
      );
    });

    it('take a change as much longer as their pace says', () => {
      const secondsOf = (step: Step): number => step.limit?.change?.seconds ?? 0;
      const bare = (student: Partial<Student>) =>
        workpieceOf(song, { student: { ...USUAL_STUDENT, ...student } }).changes[0]?.seconds ?? 0;
      expect(bare({ paceFactor: 2 })).toBeCloseTo(2 * bare({}));
      // Over 0.65 s it is drilled first, so the section counts on what the drill guarantees.
      expect(secondsOf(sectionFor({ paceFactor: 3 }))).toBeLessThan(bare({ paceFactor: 3 }));
    });
  });

  it('judge other changes by the pace of those that were measured', () => {
    const { song } = readChart('[A]\n| G | D | C |');
    const plain = workpieceOf(song);
    const shown = plain.changes.slice(0, 1).map((one) => ({ ...one, seconds: one.seconds * 3 }));
    const measured = workpieceOf(song, { student: { ...USUAL_STUDENT, changes: shown } });
    expect(measured.pace).toBeCloseTo(3 ** (1 / 4));
    expect(measured.changes[1]?.seconds).toBeCloseTo(
      (plain.changes[1]?.seconds ?? 0) * 3 ** (1 / 4),
    );
  });

  it('take longer the further the tempo has to go, and the more there is to learn', () => {
    const minutesOf = (chart: string): number =>
      makeSteps(workpieceOf(readChart(chart).song)).reduce((sum, step) => sum + step.minutes, 0);
    expect(minutesOf('tempo: 120\n[A]\n| G | D |')).toBeGreaterThan(
      minutesOf('tempo: 60\n[A]\n| G | D |'),
    );
    expect(minutesOf('[A]\n| G | D | C | F |')).toBeGreaterThan(minutesOf('[A]\n| G | D |'));
    for (const [from, tau] of [
      [58, 1.726],
      [64, 1.57],
      [72, 1.313],
    ] as const) {
      const minutes = climbMinutes({
        fromBpm: from,
        goalBpm: 92,
        tauMinutes: 1,
        ceilingRatio: 1.08,
      });
      expect(minutes).toBeCloseTo(tau, 3);
    }
  });

  it('start a join where its crossing allows, and the whole song a little under the goal', () => {
    expect(byTitle('Verse into Chorus:').limit?.change).toEqual(
      jasmine.objectContaining({ from: 'D', to: 'G', atBeat: 8 }),
    );
    expect(steps.find((step) => step.id === 'whole:full')?.rungs.map(Number)).toEqual([
      ...[78, 82, 87, 92],
    ]);
  });

  it('join each pair that follows in the map, once, what is easy together', () => {
    const pairs = steps
      .filter((step) => step.kind === 'join')
      .flatMap(({ id }) => readStepId(id).map(({ parts }) => parts.slice(0, 2).join(' → ')));
    const letters = new Map(work.parts.map((part) => [part.id, part.letter]));
    const named = pairs.map((pair) =>
      pair
        .split(' → ')
        .map((id) => letters.get(id))
        .join(' → '),
    );
    expect(named.toSorted()).toEqual(['A → B', 'A → B′', 'B → A']);
  });

  it('start where the slowest change allows, and say so', () => {
    const verse = byTitle('Verse');
    expect(verse.rungs[0]).toBeLessThan(92);
    expect(verse.rungs.at(-1)).toBe(92 as never);
    expect(verse.why).toMatch(/takes about 0\.\d\d s; half a beat for it allows \d+ bpm/);
  });

  it('name chords as whoever reads them does, and are the same steps all the same', () => {
    const { song } = readChart('capo: 2\n[A]\n| G | D |');
    const [shapes, sounding] = (['shape', 'sounding'] as const).map((names) =>
      makeSteps(workpieceOf(song, { names })),
    );
    expect(shapes?.[2]?.title).toBe('Grips G and D');
    expect(sounding?.[2]?.title).toBe('Grips A and E');
    expect(sounding?.find((step) => step.kind === 'section' && step.layer === 'full')?.why).toMatch(
      /^A → E takes/,
    );
    expect(sounding?.map((step) => step.id)).toEqual(shapes?.map((step) => step.id));
  });

  it('take a section barer first, each layer with the changes’ time in it', () => {
    const chart = 'tempo: 120\ngrip F: 133211\n[A]\n| C | F | C | F |';
    const made = makeSteps(workpieceOf(readChart(chart).song)).filter(
      (one) => one.kind === 'section',
    );
    expect(made.map((one) => one.title)).toEqual([
      ...['A, one strum a chord', 'A, on the pulse', 'A'],
    ]);
    expect(made.map((one) => one.limit?.change?.windowBeats)).toEqual([4, 1, 0.5]);
    expect(made.map((one) => one.needs.at(-1))).toEqual([
      ...['grip:F', 'section:s5:bare', 'section:s5:pulse'],
    ]);
    // Four beats are ample for the change, one will do for a start; half a beat is not enough.
    expect(made.map((one) => one.needs.includes('change:C:F'))).toEqual([false, false, true]);
    // New bars start at three quarters of the goal, known ones where the changes allow, at least at half.
    expect(made.map((one) => Number(one.rungs[0]))).toEqual([90, 64, 60]);
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
      makeSteps(workpieceOf(song), { goal }).flatMap((one) => one.layer ?? []);
    expect([...new Set(layersOf('bare'))]).toEqual(['bare']);
    expect(layersOf('ornaments')).toContain('ornaments');
    expect(layersOf('full')).not.toContain('ornaments');
  });

  it('are none for a song without bars', () => {
    expect(makeSteps(workpieceOf(EMPTY_SONG))).toEqual([]);
    expect(makeSteps(workpieceOf(readChart('[A]').song))).toEqual([]);
  });

  it('come after everything they need, for any song, and are the same every time', () => {
    fc.assert(
      fc.property(anyNumberedSong, (song) => {
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
      runs(25),
    );
  });

  it('keep their ids when the song is changed elsewhere', () => {
    const changed = readChart(
      'tempo: 100\n[Verse]\n| G | D | Em | D |\n[Bridge]\n| C |',
      BARGE,
    ).song;
    const ids = makeSteps(workpieceOf(changed)).map((step) => step.id);
    expect(ids).toContain(byTitle('Verse').id);
    expect(ids.flatMap((id) => id.split('+'))).toContain('grip:G');
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
  const playedIn = (step: Pick<Step, 'kind' | 'atoms'>, of: Workpiece): readonly StruckBar[] =>
    passOf(step, of).stretch.bars.map((laid) => laid.bar);
  const barsOf = (step: Step): string =>
    playedIn(step, work)
      .map((bar) => bar.chords.map((one) => one.chord).join(' '))
      .join(' | ');

  it('is a section once, two bars into two for a join, all bars for the whole song', () => {
    expect(barsOf(byTitle('Verse'))).toBe('G | D | Em | D');
    expect(barsOf(byTitle('Verse into Chorus:'))).toBe('Em | D | G | Gm6');
    expect(playedIn(byTitle('Whole'), work).length).toBe(4 + 2 + 4 + 3);
  });

  it('of a difference has a bar before and after what is new, of a half its bars alone', () => {
    const { song } = readChart('[A]\n| G | D | C | Em | G | D |\n[B = A]\n3: | F |');
    const one = workpieceOf(song);
    const made = makeSteps(one);
    const difference = made.find(({ kind, layer }) => kind === 'difference' && layer === 'full');
    const chordsOf = (step: Step | undefined): readonly string[] =>
      step ? playedIn(step, one).map((bar) => bar.chords[0]?.chord ?? '') : [];
    expect(chordsOf(difference)).toEqual(['D', 'F', 'Em']);
    const whole = made.find(({ kind, layer }) => kind === 'section' && layer === 'full');
    const split = whole && splitSection(one, whole, 4);
    expect(split?.halves.map(chordsOf)).toEqual([
      ['G', 'D', 'C', 'Em'],
      ['G', 'D'],
    ]);
    expect(difference && splitSection(one, difference, 1)).toBeUndefined();
  });

  it('of the hand alone takes its pattern on muted strings, and of listening the whole song', () => {
    const { song } = readChart(
      'pattern two 4/4: D U D U D - D U | D - D - D - D -\n[A] pattern two\n| G | D |',
    );
    const one = workpieceOf(song);
    const bars = (id: string) => {
      const step = makeSteps(one).find((each) => each.id === id);
      return step ? playedIn(step, one) : [];
    };
    expect(bars('hand:two').map((bar) => [bar.chords[0]?.chord, bar.struck?.bar])).toEqual([
      ...[
        ['×', 0],
        ['×', 1],
        ['×', 0],
        ['×', 1],
      ],
    ]);
    expect(bars('listen').length).toBe(2);
    expect(bars('ready')).toEqual([]);
  });

  it('of a change drill takes the two grips in turn, a beat each', () => {
    const drill = { kind: 'change', atoms: ['D', 'G'] } as const;
    const bars = playedIn(drill, work);
    expect(bars[0]?.chords.map((one) => one.chord)).toEqual(['D', 'G', 'D', 'G']);
    expect(bars.length).toBe(4);
  });
});
