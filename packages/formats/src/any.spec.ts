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
