import fc from 'fast-check';
import { constantsWith } from '../assumptions';
import { readChart } from '../chart';
import { USUAL_STUDENT, type Student } from '../player';
import { runs } from '../testing/runs';
import { makeSteps, workpieceOf, type Step } from './index';

describe('the steps of a song', () => {
  it('drill what hinders and takes over 0.65 s, and never ask for more than sixty a minute', () => {
    const chart = 'tempo: 120\ngrip F: 133211\n[A]\n| C | F | Em | G |';
    const made = makeSteps(workpieceOf(readChart(chart).song));
    const drills = made.filter(({ kind }) => kind === 'change');
    expect(drills.map(({ id }) => id)).toEqual(['change:C:F']);
    expect(drills[0]?.rungs.at(-1)).toBe(60 as never);
    expect(drills[0]?.why).toContain('first full barre');
    // With a bar for each chord and one strum there is ample time: only the first barre is drilled.
    const slow = makeSteps(workpieceOf(readChart(chart.replace('120', '60')).song), {
      goal: 'bare',
    });
    expect(slow.filter(({ kind }) => kind === 'change').map(({ id }) => id)).toEqual([
      'change:C:F',
    ]);
  });

  it('drill nothing for a student who changes quickly, and less for one who holds barres', () => {
    const chart = 'tempo: 100\ngrip F: 133211\n[A]\n| Am | F | C | G |';
    const drillsFor = (student: Partial<Student>): readonly string[] =>
      makeSteps(workpieceOf(readChart(chart).song, { student: { ...USUAL_STUDENT, ...student } }))
        .filter(({ kind }) => kind === 'change')
        .map(({ id }) => id);
    expect(drillsFor({ ownedGrips: ['F'], paceFactor: 0.4 })).toEqual([]);
    expect(drillsFor({}).length).toBeGreaterThan(0);
  });

  it('are few: at most thirty for a song of at most fourteen distinct bars', () => {
    const names = ['G', 'D', 'Em', 'C', 'Am', 'F', 'Bm', 'A', 'E', 'Dm', 'B7', 'F#m', 'C#m', 'B'];
    const anyChart = fc
      .array(fc.array(fc.constantFrom(...names), { minLength: 1, maxLength: 4 }), {
        minLength: 1,
        maxLength: 6,
      })
      .map((sections) => {
        const written = sections.map(
          (bars, at) => `[S${at}] pattern eights\n| ${bars.join(' | ')} |`,
        );
        const map = [...sections.keys(), ...[...sections.keys()].reverse()];
        const header = `tempo: 140\npattern eights 4/4: D U D U D - D U`;
        return `${header}\nmap: ${map.map((at) => `S${at}`).join(', ')}\n${written.join('\n')}`;
      });
    fc.assert(
      fc.property(anyChart, (chart) => {
        const one = workpieceOf(readChart(chart).song);
        const bars = new Set(
          one.timeline.occurrences.flatMap((each) => each.bars.map((bar) => bar.chords[0]?.chord)),
        );
        if (bars.size <= 14) expect(makeSteps(one).length).toBeLessThanOrEqual(30);
      }),
      runs(60),
    );
  });

  it('teach grips up to three at once, a first full barre alone, and one a finger apart in its change', () => {
    const chart = 'grip F: 133211\n[A]\n| E | Em | C | Cmaj7 | F | G | D | Dsus4 | D | Dsus4 |';
    const grips = makeSteps(workpieceOf(readChart(chart).song)).filter(
      ({ kind }) => kind === 'grip',
    );
    expect(grips.map(({ title }) => title)).toEqual(['Grips E, C and G', 'Grip F', 'Grip D']);
    expect(grips[0]?.id).toBe('grip:E+grip:C+grip:G');
  });

  it('give a first full barre its time, the next ones less, a shape moved along the neck a minute', () => {
    const minutesOf = (chart: string): Readonly<Record<string, number>> =>
      Object.fromEntries(
        makeSteps(workpieceOf(readChart(chart).song))
          .filter(({ kind }) => kind === 'grip')
          .map(({ title, minutes }) => [title, Number(minutes.toFixed(1))]),
      );
    // 1 + 0.7 × 4 + 6; then Bm 1 + 0.7 × 4 + 2; G by the same shape 1; C 1 + 0.7 × 3.
    expect(minutesOf('grip F: 133211\ngrip G: 355433\n[A]\n| F |\n[B]\n| G | C | Bm |')).toEqual({
      'Grip F': 9.8,
      'Grips G, C and Bm': 9.9,
    });
  });

  it('are never dearer for what comes before: a drill, a half, a grip that is owned', () => {
    const chart = 'tempo: 110\ngrip F: 133211\n[A]\n| C | F | G | Am |';
    const sectionIn = (made: readonly Step[]): number =>
      made.find(({ kind, layer }) => kind === 'section' && layer === 'full')?.minutes ?? NaN;
    const one = workpieceOf(readChart(chart).song);
    const none = workpieceOf(readChart(chart).song, {
      constants: constantsWith({ mostDrills: 0 }),
      student: { ...USUAL_STUDENT, ownedGrips: ['F'] },
    });
    expect(makeSteps(none).filter(({ kind }) => kind === 'change')).toEqual([]);
    expect(sectionIn(makeSteps(one))).toBeLessThanOrEqual(sectionIn(makeSteps(none)));
  });

  it('start later parts where the parts before them leave the hand', () => {
    const chart =
      'tempo: 92\n[A]\n| G | D | G | D |\n[B]\n| C | G | D | D |\n[C]\n| G | D | D | G |';
    const made = makeSteps(workpieceOf(readChart(chart).song)).filter(
      ({ kind, layer }) => kind === 'section' && layer === 'full',
    );
    const starts = made.map(({ rungs }) => rungs[0] ?? 0);
    expect(starts[0]).toBeLessThan(78);
    expect(starts[2]).toBe(78 as never);
  });

  it('have no step for a part whose bars are all in one heard before, in any layer', () => {
    const chart =
      'map: Verse, Lift, Tag\n[Verse]\n| G | D | Em | C |\n[Lift]\n| D | Em |\n[Tag]\n| Em | C | Em | C |';
    const made = makeSteps(workpieceOf(readChart(chart).song)).filter(
      ({ kind, layer }) => kind === 'section' && layer === 'full',
    );
    expect(made.map(({ title, covers }) => [title, covers?.length ?? 0])).toEqual([
      ['Verse', 1],
      ['Tag', 0],
    ]);
  });
});
