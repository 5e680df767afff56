import { readChart } from '../chart';
import { makePlan } from '../plan';
import { barsOfPart, stepTitle, workpieceOf } from '../steps';
import { partsOf } from './index';

const ROLL = 'pattern roll 4/4: D - U - D - U -\n';
const SLAP = 'pattern slap 4/4: D - x U D - x U\n';
const told = (chart: string): readonly string[] =>
  partsOf(readChart(chart).song).parts.map(({ letter, name, parent, newBars, bars }) =>
    parent === undefined
      ? `${letter} ${name}`
      : `${letter} ${name}, new ${newBars.join(' ')} of ${bars.length}`,
  );
const stepsOf = (chart: string): readonly string[] =>
  makePlan(readChart(`tempo: 92\n${chart}`).song)
    .steps.filter(({ kind }) => ['section', 'difference', 'join'].includes(kind))
    .map(({ layer, about }) => `${layer ?? ''} ${stepTitle(about)}`);

describe('the parts of a song, by what both hands do', () => {
  const CASES: readonly (readonly [string, string, readonly string[]])[] = [
    [
      'are two where the same chords are struck otherwise',
      `${ROLL}${SLAP}[Verse] pattern roll\n| Am | C | G | % |\n[Chorus] pattern slap\n| Am | C | G | % |`,
      ['A Verse', 'B Chorus'],
    ],
    [
      'are one where two patterns of other names do the same',
      `${ROLL}pattern same 4/4: D - U - D - U -\n[Verse] pattern roll\n| Am | C |\n[Chorus] pattern same\n| Am | C |`,
      ['A Verse'],
    ],
    [
      'are two where one is muted with the palm, or accented',
      'pattern a 4/4: D D D D\npattern b 4/4: D> D D D\n[Verse] pattern a\n| G |\n[Chorus] pattern b\n| G |',
      ['A Verse', 'B Chorus'],
    ],
    [
      'are what was heard first, and then what is new',
      '[Verse]\n| Em | G | C | C |\n[Bridge]\n| Em | G | C | C |\n| Am | Am | D | D |',
      ['A Verse', 'A′ Bridge, new 5 6 7 8 of 8'],
    ],
    [
      'are what was heard first, with new bars before it too',
      '[Verse]\n| Em | G | C | C |\n[Bridge]\n| Am | D |\n| Em | G | C | C |\n| F | F |',
      ['A Verse', 'A′ Bridge, new 1 2 7 8 of 8'],
    ],
    [
      'are no longer one that only goes round a shorter one',
      '[Verse]\n| Em | G |\n[Bridge]\n| Em | G | Em | G |',
      ['A Verse', 'B Bridge'],
    ],
    [
      'are one where the first is said to be the second',
      '[Intro = Verse]\n[Verse]\n| Em | G | C | C |',
      ['A Verse'],
    ],
    [
      'are others where the riffs differ under the same chords',
      'riff hoist 4/4: 4: 0 2 3 2\nriff dip 4/4: 4: 3 2 0 2\n[Intro] riff hoist\n| G | G |\n[Chorus] riff dip\n| G | G |',
      ['A Intro', 'B Chorus'],
    ],
  ];
  for (const [what, chart, parts] of CASES) it(what, () => expect(told(chart)).toEqual(parts));

  it('are taught as two in full and as one in bare, the first of them', () => {
    const chart = `${ROLL}${SLAP}[Verse] pattern roll\n| Am | C | G | % |\n[Chorus] pattern slap\n| Am | C | G | % |`;
    expect(stepsOf(chart)).toEqual([
      'bare Verse, one strum a chord',
      ...['full Verse', 'full Chorus', 'full Verse into Chorus: two bars into two'],
    ]);
  });

  it('have a layer said on the map for that occurrence alone', () => {
    const chart =
      'tempo: 92\nmap: Chorus layer bare, Verse, Chorus\n[Verse]\n| G | D | Em | C |\n[Chorus]\n| C | G | Am | F |';
    expect(stepsOf(chart)).toContain('bare Chorus, one strum a chord');
    const { song } = readChart(chart);
    const part = partsOf(song).parts.find(({ name }) => name === 'Chorus')?.id ?? '';
    const struck = (layer: 'bare' | 'full') =>
      barsOfPart(workpieceOf(song), part, layer).map((bar) => bar.struck !== undefined);
    expect(struck('full')).toEqual([true, true, true, true]);
    expect(struck('bare').every((one) => !one)).toBeTrue();
  });

  it('are not joined into what they begin with', () => {
    const chart = '[Verse]\n| Em | G | C | C |\n[Bridge]\n| Em | G | C | C |\n| Am | Am | D | D |';
    expect(stepsOf(chart).slice(0, 2)).toEqual([
      'bare Verse, one strum a chord',
      'bare Bridge: bars 5–8 only, one strum a chord',
    ]);
  });
});
