import fc from 'fast-check';
import { barChords, sectionBars, type ChartFault, type SongDocument, sectionNamed } from '../song';
import { readChart, writeChart } from './index';
import { runs } from '../testing/runs';

const sectionChords = (song: SongDocument, name: string, pass = 1): readonly string[] => {
  const section = song.sections.find((one) => one.name === name);
  return section
    ? sectionBars(song, section, pass).map((bar) => bar.chords.map((mark) => mark.name).join(' '))
    : [];
};

describe('chart text', () => {
  it('gives the frame, grips, patterns, sections and map', () => {
    const { song, faults } = readChart(
      [
        'tempo: 84 bpm',
        'meter: 7/8 (3+2+2)',
        'feel: swing 3:2',
        'tuning: D A D G B E',
        'capo: 2',
        'key: F♯m',
        'pickup: 1',
        'length: 3:34',
        'map: Verse x2, Chorus +2 tempo 80 layer bare',
        'grip G: 320033 fingers 21..34',
        'pattern eights 4/4: D U D U',
        '[Verse] x3 pattern eights layer full at 0:14.2 cue "go on"',
        '| G! |',
        '[Chorus]',
        '| D? |',
      ].join('\n'),
    );
    expect(faults).toEqual([]);
    expect(song.frame).toEqual({
      tempo: 84,
      meter: { beats: 7, unit: 8, groups: [3, 2, 2] },
      feel: { kind: 'swing', long: 3, short: 2 },
      tuning: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'],
      capo: 2,
      key: 'F#m',
      pickup: 1,
      length: 214,
    } as never);
    expect(song.map).toEqual([
      { section: 'Verse', times: 2 },
      { section: 'Chorus', times: 1, semitones: 2, tempo: 80, layer: 'bare' },
    ] as never);
    expect(song.sections[0]).toEqual(
      jasmine.objectContaining({
        name: 'Verse',
        times: 3,
        pattern: 'eights',
        layer: 'full',
        startsAt: 14.2,
        cue: 'go on',
      }),
    );
    expect(song.sections[0]?.bars[0]?.chords).toEqual([{ name: 'G', span: 1, hit: true }]);
    expect(song.sections[1]?.bars[0]?.chords).toEqual([{ name: 'D', span: 1, doubt: true }]);
  });

  it('reads where else a section has another pattern, and the fingers’ strings', () => {
    const { song, faults } = readChart(
      'picking: p54 i3 m2 a1\n[A] pattern in pattern for for pulse in 3-4 pattern x in 2\n| G |',
    );
    expect(faults).toEqual([]);
    expect(song.frame.picking).toEqual({ p: [5, 4], i: [3], m: [2], a: [1] });
    expect(song.sections[0]?.pattern).toBe('in');
    expect(song.sections[0]?.patternUses).toEqual([
      { pattern: 'for', layer: 'pulse', bars: { from: 3, to: 4 } },
      { pattern: 'x', bars: { from: 2, to: 2 } },
    ]);
    for (const head of ['[A] pattern x for loud', '[A] pattern x in 4-2', '[A] pattern x in 0'])
      expect(readChart(`${head}\n| G |`).faults[0]?.code).toBe('section-unread');
  });

  it('reads doubts, stated bars, cues of bars, and parts', () => {
    const { song, faults } = readChart(
      'part: lead\ngrip G: 320033 ?\nmap: A once\n[A] x2? bars 2 part lead\n| G | D |\ncue 2 "the horns"\n[A] part rhythm\n| C |',
    );
    expect(faults).toEqual([]);
    expect(song.frame.part).toBe('lead');
    expect(song.grips[0]?.doubt).toBeTrue();
    expect(song.map).toEqual([{ section: 'A', times: 1, once: true }]);
    expect(song.sections[0]).toEqual(
      jasmine.objectContaining({
        ...{ times: 2, timesDoubt: true, statedBars: 2, part: 'lead' },
        cues: [{ bar: 2, words: 'the horns' }],
      }),
    );
    expect(sectionNamed(song, 'A')?.part).toBe('lead');
    const rhythm = { ...song, frame: { ...song.frame, part: 'rhythm' } };
    expect(sectionNamed(rhythm, 'A')?.part).toBe('rhythm');
    expect(sectionNamed({ ...song, frame: {} }, 'A')?.part).toBe('lead');
  });

  it('shares a bar evenly without dots, and counts beats with them', () => {
    const { song } = readChart('[A]\n| G A | G A B | G . A D |');
    const beats = song.sections[0]?.bars.map((bar) =>
      barChords(bar, 4).map((one) => [one.beat, one.beats]),
    );
    expect(beats).toEqual([
      [
        [1, 2],
        [3, 2],
      ],
      [
        [1, '4/3'],
        ['7/3', '4/3'],
        ['11/3', '4/3'],
      ],
      [
        [1, 2],
        [3, 1],
        [4, 1],
      ],
    ] as never);
  });

  it('repeats the bar before with %, silence and no chord stay themselves', () => {
    const { song, faults } = readChart('[A]\n| G . C . | % | - | N.C. |');
    expect(sectionChords(song, 'A')).toEqual(['G C', 'G C', '-', 'N.C.']);
    expect(faults).toEqual([]);
  });

  it('derives a section: changed bars, added bars, dropped bars', () => {
    const { song, faults } = readChart(
      '[C1]\n| G | D | Em | C |\n[C2 = C1]\n2: | A | B |\n5: | G |\n[C3 = C2]\ndrop 1-2\n',
    );
    expect(faults).toEqual([]);
    expect(sectionChords(song, 'C2')).toEqual(['G', 'A', 'B', 'C', 'G']);
    expect(sectionChords(song, 'C3')).toEqual(['B', 'C', 'G']);
  });

  it('ends each pass with its own ending, and a pass without one with the last', () => {
    const { song } = readChart('[A] x3\n| G |\n1. | D |\n2. | E | A |');
    expect([1, 2, 3].map((pass) => sectionChords(song, 'A', pass).join(' '))).toEqual([
      'G D',
      'G E A',
      'G E A',
    ]);
  });

  it('starts a section by itself where bars come first', () => {
    expect(readChart('| G | C |').song.sections.map((one) => one.name)).toEqual(['Song']);
  });

  const faulty: readonly (readonly [string, ChartFault['code'], number, number])[] = [
    ['hello there', 'line-unread', 1, 1],
    ['tempo: fast', 'header-unread', 1, 1],
    ['capo: 13', 'header-unread', 1, 1],
    ['grip G: 3200y3', 'grip-unread', 1, 1],
    ['grip G: 32003', 'grip-unread', 1, 1],
    ['pattern x: D U', 'pattern-unread', 1, 1],
    ['[A] sideways\n| G |', 'section-unread', 1, 1],
    ['[A]\n| G |\n[A]\n| C |', 'section-twice', 3, 2],
    ['[A = B]\n1: | G |', 'section-parent', 1, 1],
    ['[A = B]\n1: | G |\n[B = A]\n1: | C |', 'section-parent', 1, 1],
    ['[A]\n| G . |', 'bar-fill', 2, 3],
    ['[A]\n| G . . . . |', 'bar-fill', 2, 3],
    ['pickup: 1\n[A]\n| G . |', 'bar-fill', 3, 3],
    ['[A]\n| G |   | C |', 'bar-empty', 2, 6],
    ['[A]\n| . G |', 'repeat-first', 2, 3],
    ['[A]\n| . |', 'repeat-first', 2, 3],
    ['[A]\n| 2/5: G |', 'chord-unread', 2, 3],
    ['[A]\n| 2/4: G . . |', 'bar-fill', 2, 3],
    ['[A] meter 3/4\n| G . . . |', 'bar-fill', 2, 3],
    ['map: A x3\n[A]\n| G |\n4. | C |', 'map-cover', 2, 1],
    ['[A]\n| G | Xm |', 'chord-unread', 2, 7],
    ['[A]\n| % | G |', 'repeat-first', 2, 3],
    ['map: A, B\n[A]\n| G |', 'map-cover', 1, 1],
    ['map: A\n[A]\n| G |\n[B]\n| G |', 'map-cover', 1, 1],
    ['[A]\n3: | G |', 'bar-ledger', 2, 1],
    ['[A]\n| G |\n[B = A]\n| C |', 'bar-ledger', 4, 1],
  ];
  faulty.forEach(([text, code, line, column]) => {
    it(`tells ${code} at line ${line} column ${column} of ${JSON.stringify(text)}`, () => {
      const fault = readChart(text).faults.find((one) => one.code === code);
      expect(fault).toEqual(jasmine.objectContaining({ line, column }));
      expect(fault?.message).toMatch(/[.]$/);
    });
  });

  it('takes an odd name as a chord once it has a grip', () => {
    expect(readChart('grip Odd1: x02210\n[A]\n| Odd1 |').faults).toEqual([]);
  });

  it('of any kind is read without breaking', () => {
    const pieces = fc.constantFrom(
      '[A]',
      '[B = A]',
      '| G |',
      '|',
      '%',
      '.',
      '1.',
      '6:',
      'drop 9-1',
      'map:',
      'x2',
      '♭',
      '#',
      '\n',
      ' ',
      ']',
      'grip',
      'tempo: 1',
      '\0',
      '💥',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: 'binary', maxLength: 200 }),
          fc.array(pieces, { maxLength: 60 }).map((all) => all.join('')),
        ),
        (text) => {
          const { song, faults } = readChart(text);
          expect(song.sections.every((section) => section.id !== '')).toBeTrue();
          song.sections.forEach((section) => sectionBars(song, section));
          expect(faults.every((fault) => fault.line >= 1 && fault.column >= 1)).toBeTrue();
        },
      ),
      runs(400),
    );
  });

  it('longer than can be read is told so, not read for ever', () => {
    expect(readChart('| G '.repeat(60_000)).faults.map((fault) => fault.code)).toContain(
      'chart-long',
    );
  });

  it('takes a pass on a line of its own with the bars on the next, and tells one without bars', () => {
    const { song, faults } = readChart('[A] x2\n| G |\n1.\n| D |\n2.\n  | C |\n3.\nwords');
    expect(song.sections[0]?.endings?.map(({ pass, bars }) => [pass, bars.length])).toEqual([
      [1, 1],
      [2, 1],
    ]);
    expect(faults.map(({ code }) => code)).toEqual(['line-unread', 'line-unread']);
  });

  it('reads a count on the map that is doubted as a doubt, and writes it back', () => {
    const text = 'map: A, B x3?\n\n[A]\n| G |\n\n[B]\n| D |\n';
    const { song, faults } = readChart(text);
    expect([song.map[1]?.times, song.map[1]?.timesDoubt, faults]).toEqual([3, true, []]);
    expect(writeChart(song)).toBe(text);
  });
});
