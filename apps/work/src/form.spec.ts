import { work } from './work';

const answer = (verb: string, input: unknown): unknown => {
  const outcome = work(verb, JSON.stringify(input));
  return outcome.exit === 0 ? outcome.answer : outcome.failure;
};

describe('harvu work form', () => {
  it('tells the lines and parts of a song, hand by hand', () => {
    const song =
      'pattern roll 4/4: D - U - D - U -\npattern slap 4/4: D - x U D - x U\n[Verse] pattern roll\n| Am | C | G | % |\n[Chorus] pattern slap\n| Am | C | G | % |';
    expect(answer('form', { song })).toEqual({
      lines: [
        {
          id: 's5 1-4',
          section: 'Verse',
          from: 1,
          to: 4,
          chords: { relation: 'new', line: 'new' },
          figure: { relation: 'new', line: 'new' },
        },
        {
          id: 's10 1-4',
          section: 'Chorus',
          from: 1,
          to: 4,
          chords: { relation: 'same', of: 's5 1-4', line: 'as line 1 of Verse' },
          figure: { relation: 'new', line: 'new' },
        },
      ],
      parts: [
        { sections: ['Verse'], newBars: { chords: 4, figure: 4 }, line: 'new' },
        {
          sections: ['Chorus'],
          chordsOf: 'Verse',
          newBars: { chords: 0, figure: 4 },
          line: 'the chords of Verse, struck otherwise',
        },
      ],
      different: { chords: 4, figure: 8 },
      played: 8,
    });
  });

  it('names the place of what is no song', () => {
    expect(JSON.stringify(answer('form', { song: 7 }))).toContain('"at":"song"');
    expect(JSON.stringify(answer('form', {}))).toContain('"at":"song"');
  });

  it('compares both hands: the same chords struck otherwise are not the same', () => {
    const a = 'pattern p 4/4: D D D D\n[A] pattern p\n| G | C |';
    const b = 'pattern q 4/4: D U D U D U D U\n[B] pattern q\n| G | C |';
    expect(answer('compare', { a, b })).toEqual(
      jasmine.objectContaining({
        relation: 'struck',
        line: 'B has the chords of A, struck otherwise.',
      }),
    );
  });

  it('expects of a section what it has where it comes in full', () => {
    const song =
      'map: Chorus layer bare, Verse, Chorus\n[Verse]\n| G | D |\n[Chorus]\n| C | G | Am | F |';
    const strokes = (asked: object): number =>
      (answer('expected', { song, ...asked }) as { strokes: readonly unknown[] }).strokes.length;
    expect(strokes({ section: 'Chorus' })).toBe(32);
    expect(strokes({ section: 'Chorus', layer: 'bare' })).toBe(4);
    expect(strokes({})).toBe(4 + 16 + 32);
  });
});

describe('two grips of one name in the command', () => {
  const HEAD = 'tempo: 92\ngrip Bm: x24432\ngrip Bm~low: 7x07xx\n\n';
  const VERSE = '[Verse]\n| D | A | Bm | G |\n';

  it('are given as they are held in each section', () => {
    const text = `${HEAD}${VERSE}\n[Verse 2 = Verse] grips Bm~low\n`;
    const { sections, faults } = answer('chart', { text }) as {
      sections: readonly { bars: readonly (readonly { chord: string }[])[] }[];
      faults: readonly unknown[];
    };
    expect(faults).toEqual([]);
    expect(sections.map(({ bars }) => bars.flat().map(({ chord }) => chord))).toEqual([
      ['D', 'A', 'Bm', 'G'],
      ['D', 'A', 'Bm~low', 'G'],
    ]);
    expect(answer('chart', { text, to: 'text' })).toEqual({ text, faults: [] });
  });

  it('are the same chords, held otherwise', () => {
    const compared = { a: HEAD + VERSE, b: `${HEAD}[Verse 2] grips Bm~low\n| D | A | Bm | G |\n` };
    expect(answer('compare', compared)).toEqual(
      jasmine.objectContaining({
        relation: 'same',
        held: 'otherwise',
        changedBars: [3],
        line: 'Verse 2 is the same as Verse, held by another grip.',
      }),
    );
    const song = `${HEAD}${VERSE}[Verse 2 = Verse] grips Bm~low\n`;
    const { lines } = answer('form', { song }) as { lines: readonly { chords: unknown }[] };
    expect(lines[1]?.chords).toEqual(
      jasmine.objectContaining({ relation: 'same', held: 'otherwise' }),
    );
  });
});
