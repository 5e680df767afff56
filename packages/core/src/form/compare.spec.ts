import fc from 'fast-check';
import { transposeChordName } from '../chord';
import { readChart } from '../chart';
import { compareBars, compareLine, type ComparedBar } from './index';
import { repeatingCell } from './compare';
import { timelineOf } from '../timeline';
import { runs } from '../testing/runs';

const barsOf = (chart: string): readonly ComparedBar[] =>
  timelineOf(readChart(`[A]\n${chart}`).song).occurrences.flatMap((one) => one.bars);
const compare = (a: string, b: string) => compareBars(barsOf(a), barsOf(b));
const lineOf = (a: string, b: string): string =>
  compareLine(compare(a, b), {
    a: { name: 'Chorus 1', bars: barsOf(a) },
    b: { name: 'Chorus 2', bars: barsOf(b) },
  });

const EIGHT = '| G | D | Em | C |\n| G | D | C . D . | G |';

describe('two sections compared', () => {
  const CASES: readonly (readonly [string, string, string, string])[] = [
    ['the same', EIGHT, EIGHT, 'same'],
    ['the same under other names of the chords', '| F# | Bb |', '| Gb | A# |', 'same'],
    ['the same two semitones up', '| G | D | Em |', '| A | E | F#m |', 'transposed'],
    ['the same from another bar on', '| G | D | Em | C |', '| Em | C | G | D |', 'rotated'],
    ['another last bar', EIGHT, EIGHT.replace(/G \|$/, 'D |'), 'ending'],
    ['two more bars at the end', EIGHT, `${EIGHT}\n| C | G |`, 'ending'],
    ['the end dropped', EIGHT, '| G | D | Em | C |\n| G | D |', 'ending'],
    ['one bar in the middle', EIGHT, EIGHT.replace('Em', 'Am'), 'bars'],
    ['a bar left out in the middle', EIGHT, EIGHT.replace(' Em |', ''), 'bars'],
    ['half of the bars', '| G | D | Em | C |', '| A | D | F | C |', 'bars'],
    ['four more bars at the end', EIGHT, `${EIGHT}\n| C | Am | F | C |`, 'until'],
    ['another second half', EIGHT, '| G | D | Em | C |\n| Am | F | Dm | E |', 'until'],
    [
      'all of it and four of the same bars',
      '| G | C | G | D |',
      '| G | C | G | D | G | C | D | G |',
      'until',
    ],
    ['single bars picked out', '| A | D | A | E | A | D | E | A |', '| D | A | D | E |', 'order'],
    ['two new bars and all of it', '| G | D | Em | C |', '| Am | F | G | D | Em | C |', 'contains'],
    ['each chord twice as long', '| G D | Em C |', '| G | D | Em | C |', 'doubled'],
    ['each bar twice', '| G | D | Em | C |', '| G | % | D | % | Em | % | C | % |', 'doubled'],
    ['each chord half as long', '| G | D | Em | C |', '| G D | Em C |', 'halved'],
    ['the same chords in another order', '| G | D | Em | C |', '| Em | G | C | D |', 'order'],
    ['a seventh on each', '| G | D | Em | C |', '| Gmaj7 | D7 | Em7 | Cmaj7 |', 'coloured'],
    ['a suspended fourth on each', '| G | D |', '| Gsus4 | Dsus4 |', 'coloured'],
    ['single hits', '| G | D | Em | C |', '| G! | D! | Em! | C! |', 'struck'],
    ['the first half alone', EIGHT, '| G | D | Em | C |', 'bars'],
    ['more than half of the bars', '| G | D | Em | C |', '| A | D | F | B |', 'new'],
    ['other music', '| G | D | Em | C |', '| F | Bb | Gm | Eb |', 'new'],
    ['other quality', '| G | D |', '| Gm | Dm |', 'new'],
  ];
  for (const [what, a, b, relation] of CASES) {
    it(`are "${relation}" for ${what}`, () =>
      expect(compare(a, b).relation).toBe(relation as never));
  }

  it('name the bars of the second that differ, and how far it stands above', () => {
    expect(compare(EIGHT, EIGHT.replace('Em', 'Am')).changedBars).toEqual([3]);
    expect(compare(EIGHT, EIGHT.replace(' Em |', '')).droppedBars).toEqual([3]);
    expect(compare('| G | D |', '| F | C |').semitones).toBe(-2);
    const raised = compare(EIGHT, '| A | E | F#m | D |\n| A | E | Bm | A |');
    expect([raised.relation, raised.semitones, raised.changedBars]).toEqual(['ending', 2, [7]]);
  });

  it('are alike by the share of bars that agree', () => {
    expect(compare(EIGHT, EIGHT).similarity).toBe(1);
    expect(compare(EIGHT, EIGHT.replace('Em', 'Am')).similarity).toBeCloseTo(7 / 8, 9);
    expect(compare('| G |', '| Fm |').similarity).toBe(0);
  });

  it('count when a chord comes, not only which', () => {
    expect(compare('| G D | G |', '| G . . D | G |').relation).toBe('bars');
  });

  it('are told in a sentence', () => {
    const LINES: readonly (readonly [string, string, string])[] = [
      [EIGHT, EIGHT, 'Chorus 2 is the same as Chorus 1.'],
      ['| G | D |', '| Ab | Eb |', 'Chorus 2 is Chorus 1, 1 semitone up.'],
      [
        '| G | D | Em | C |',
        '| Em | C | G | D |',
        'Chorus 2 is Chorus 1, beginning with its bar 3.',
      ],
      [
        EIGHT,
        EIGHT.replace('C . D .', 'C'),
        'Chorus 2 is Chorus 1, but bar 7 holds C for the whole bar.',
      ],
      [EIGHT, EIGHT.replace('Em', 'A#'), 'Chorus 2 is Chorus 1, but bar 3 is A♯ instead of Em.'],
      [EIGHT, `${EIGHT}\n| C | G |`, 'Chorus 2 is Chorus 1, 2 bars longer.'],
      [EIGHT, '| G | D | Em | C |\n| G | D |', 'Chorus 2 is Chorus 1, but bars 7 and 8 left out.'],
      ['| G |', '| F | C |', 'Chorus 2 is other music than Chorus 1.'],
      ['| G | D |', '| G | D | C | Am | F |', 'Chorus 2 is Chorus 1, then 3 new bars.'],
      [
        EIGHT,
        '| G | D | Em | C |\n| Am | F | Dm | E |',
        'Chorus 2 is Chorus 1, up to bar 4, then 4 new bars.',
      ],
      [
        '| G | D |',
        '| C | Am | G | D |',
        'Chorus 2 has all of Chorus 1 in it; bars 1 and 2 are new.',
      ],
      ['| G D |', '| G | D |', 'Chorus 2 is Chorus 1 with each chord twice as long.'],
      ['| G | D |', '| G D |', 'Chorus 2 is Chorus 1 with each chord half as long.'],
      [
        '| G | D | C | G |',
        '| C | C | D | G |',
        'Chorus 2 has the chords of Chorus 1 in another order.',
      ],
      ['| G | D |', '| G7 | D7 |', 'Chorus 2 is Chorus 1 with other colours on the same roots.'],
      ['| G | D |', '| G! | D! |', 'Chorus 2 has the chords of Chorus 1, struck otherwise.'],
    ];
    for (const [a, b, line] of LINES) expect(lineOf(a, b)).toBe(line);
  });

  it('are the same as themselves, and transposed by any interval the same that far up', () => {
    const chords = fc.array(fc.constantFrom('G', 'C', 'Am7', 'F#m7b5', 'D/F#'), {
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(chords, fc.integer({ min: -5, max: 6 }), (names, shift) => {
        const bars = (up: number): readonly ComparedBar[] =>
          names.map((name) => ({
            chords: [{ chord: transposeChordName(name, up), beat: 1, beats: 4 }],
            beats: 4,
          }));
        const found = compareBars(bars(0), bars(shift));
        if (found.relation === 'same') expect(shift === 0).toBeTrue();
        else expect([found.relation, found.semitones]).toEqual(['transposed', shift]);
      }),
    );
  });

  it('cost the same whichever way round', () => {
    const bars = fc.array(fc.constantFrom('| G ', '| C D ', '| Am '), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(bars, bars, (a, b) => {
        const there = compare(`${a.join('')}|`, `${b.join('')}|`);
        const back = compare(`${b.join('')}|`, `${a.join('')}|`);
        if (there.relation === 'new' && back.relation === 'new')
          expect(there.similarity).toBeCloseTo(back.similarity, 9);
      }),
      runs(50),
    );
  });
});

describe('the repeating cell of a section', () => {
  it('is the shortest run that comes again, its last time perhaps cut short', () => {
    const CASES: readonly (readonly [string, number | undefined])[] = [
      ['| G | D | G | D |', 2],
      ['| G | G | G |', 1],
      ['| G | D | Em | G | D | Em | G |', 3],
      ['| G | D | Em | C |', undefined],
      ['| G |', undefined],
    ];
    for (const [chart, cell] of CASES) expect(repeatingCell(barsOf(chart))).toBe(cell);
  });
});
