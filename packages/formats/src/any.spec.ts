import { readChart } from '@harvu/core/chart';
import { readAny, writeMidi, writeMusicXml, writeSheet } from './index';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const TAB = `e|--0-------|---------|
B|----1-----|-3-------|
G|------0---|---2h4---|
D|----------|---------|
A|--3-------|---------|
E|----------|-3-------|`;

describe('a file of any kind', () => {
  const { song } = readChart('[A]\n| G | D |');
  const KINDS: readonly (readonly [what: string, file: Uint8Array, says: string])[] = [
    ['a score', writeMusicXml(song).bytes, '| G | D |'],
    ['MIDI', writeMidi(readChart('[A]\n| G |\ngrip G: 320003').song).bytes, '| G? |'],
    ['chart text', bytes('# mine\n[A]\n| G | D |'), '| G | D |'],
    ['a chord sheet in brackets', bytes('{title: Lock}\n[G]Down by the [D]water'), '| G | D |'],
    [
      'chords over words',
      bytes('Verse 1:\nG        D/F#   Em\nDown by the water line'),
      '| G | D/F# | Em |',
    ],
    ['what is written as a sheet', writeSheet(song).bytes, '| G | D |'],
    ['tab', bytes(TAB), 'riff line-1 4/4: 5:3+1:0 2:1 3:0 . | 6:3+2:3 3:2 3:h4 .'],
    [
      'a sheet in an old coding',
      new Uint8Array([...bytes('[G]Schl'), 0xfc, ...bytes('ssel [D]x')]),
      'cue "Schlüssel x"',
    ],
  ];
  for (const [what, file, says] of KINDS)
    it(`is known by what is in it: ${what}`, () => {
      const read = readAny(file);
      expect(read.song).toContain(says);
      expect(readChart(read.song ?? '').faults).toEqual([]);
    });

  const REFUSED: readonly (readonly [what: string, file: Uint8Array, why: RegExp])[] = [
    ['an empty one', new Uint8Array(0), /empty/],
    [
      'a picture',
      new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3]),
      /neither text, nor a score/,
    ],
    ['a letter', bytes('Dear Ilse, we are late on Tuesday.'), /no chords/],
    ['a book', bytes('word '.repeat(20_000)), /longer than a song/],
  ];
  for (const [what, file, why] of REFUSED)
    it(`is refused with the reason: ${what}`, () => {
      expect(readAny(file).song).toBeNull();
      expect(readAny(file).lost[0]?.why).toMatch(why);
    });
});

describe('chart text that is read', () => {
  it('is counted with its endings', () => {
    const { kept } = readAny(bytes('[A] x2\n| G | D |\n1. | C |\n2. | Em | Am |'));
    expect(kept).toEqual({ sections: 1, bars: 5, grips: 0 });
  });
});

describe('a chord sheet that is read', () => {
  const sheet = `{title: Lock}
{artist: Harn Quay Nine}
{capo: 2}
{time: 3/4}
{tempo: 90}
{key: G}
{copyright: 2026 Harn}
{define: G base-fret 1 frets 3 2 0 0 0 3}
{start_of_verse: Verse 1}
[G]Down by the [D/F#]water there is [Em]one
[x]and [Am7?]two
{end_of_verse}
{soc}
[N.C.]Hey
{eoc}`;
  const read = readAny(bytes(sheet));

  it('has what its directives say, and sections with their first words', () => {
    expect(read.song).toBe(`# (c) 2026 Harn
tempo: 90
meter: 3/4
capo: 2
key: G
grip G: 320003

[Verse 1] cue "Down by the water"
| G | D/F# | Em | Am7? |

[Chorus] cue "Hey"
| N.C. |
`);
    expect(read.copyright).toBe('2026 Harn');
    expect([read.title, read.playedBy]).toEqual(['Lock', 'Harn Quay Nine']);
  });

  it('keeps no words beyond these, and says what is no chord and what is guessed', () => {
    expect(read.song).not.toContain('there');
    expect(read.lost).toEqual([{ what: 'chord symbol', where: 'line 11', why: 'x is none' }]);
    expect(read.guessed[0]?.what).toContain('each chord is a bar');
  });
});

describe('words of a song', () => {
  const VERSE = [
    'Down where the barges lie and dream of rain',
    'and every lantern counts the boats again',
    'we wait till morning brings the ferry home',
  ];
  const OVER = VERSE.map((line) => `G          D\n${line}`).join('\n');
  const FIELDS = [
    'Tempo: 92',
    'Meter: 3/4',
    'Pattern: D D U',
    'Grip: easy ones',
    'Riff: see below',
    'Map: Verse',
  ];
  const SHEETS: readonly (readonly [what: string, text: string])[] = [
    ...FIELDS.map((field) => [`under “${field}”`, `${field}\n\n${OVER}`] as const),
    ['under all of these', `${FIELDS.join('\n')}\n\n[Verse]\n${OVER}`],
    ['under chords with bar lines', `[Verse]\n| G | D |\n${VERSE.join('\n')}\n| C | G |`],
    ['between bar lines', `[Verse]\n| G | D |\n| ${VERSE[0] ?? ''} | ${VERSE[1] ?? ''} |`],
    ['behind a heading', `[Verse] ${VERSE.join(' ')}\n| G | D |`],
    ['with chords in brackets', `{title: Barges}\n${VERSE.map((one) => `[G]${one}`).join('\n')}`],
    [
      'in chords in brackets beside a field',
      `Tempo: 92\n${VERSE.map((one) => `[G]${one}`).join('\n')}`,
    ],
  ];
  for (const [what, text] of SHEETS)
    it(`are not taken over: ${what}`, () => {
      const { song, kept } = readAny(new TextEncoder().encode(text));
      expect(kept['bars']).toBeGreaterThan(0);
      expect(readChart(song ?? '').song.sections.length).toBeGreaterThan(0);
      // Cue words, and no line of them.
      for (const line of VERSE) expect(song).not.toContain(line.split(' ').slice(2, 8).join(' '));
    });

  it('stay where they are a remark of the writer, and in a chart that has none nothing changes', () => {
    const own =
      '# softly, as the lamps go out\n[Verse] cue "lamps"\n| G | D | # twice as long here\n';
    expect(readAny(new TextEncoder().encode(own)).song).toBe(own);
  });

  it('are no song: without a bar there is nothing to take over', () => {
    for (const text of [
      VERSE.join('\n'),
      `tempo: 92\nmap: Verse\n${VERSE.join('\n')}`,
      'grip G: 320003',
    ])
      expect(readAny(new TextEncoder().encode(text)).song).toBeNull();
  });
});
