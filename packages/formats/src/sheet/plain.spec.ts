import { readChart } from '@harvu/core/chart';
import { readAny } from '../index';

const read = (text: string) => readAny(new TextEncoder().encode(text));

describe('a sheet as people type it', () => {
  it('has its name, its fields and its grips above the chords', () => {
    const sheet = read(`Lock Gate
Harn Quay Nine
Capo: 2nd fret
Key: G
Tempo 92
Time: 3/4
G: 320003
D  xx0232

[Verse 1]
G              D
Down by the water`);
    expect([sheet.title, sheet.playedBy]).toEqual(['Lock Gate', 'Harn Quay Nine']);
    expect(sheet.song).toBe(`tempo: 92
meter: 3/4
capo: 2
key: G
grip G: 320003
grip D: xx0232

[Verse 1] cue "Down by the water"
| G | D |
`);
    expect(sheet.lost).toEqual([]);
  });

  const LINES: readonly (readonly [what: string, text: string, says: readonly string[]])[] = [
    [
      'a label before chords',
      'Intro: G D Em C (x2)\n\nVerse:\nG D\nla la',
      ['[Intro] x2\n| G | D | Em | C |', '[Verse]'],
    ],
    ['dashes between chords', '[Chorus]\nG - D - Em - C', ['| G | D | Em | C |']],
    [
      'a heading with its count',
      '[Chorus] 2x\nC  G\n[Bridge]\nDm  G',
      ['[Chorus] x2\n| C | G |', '[Bridge]\n| Dm | G |'],
    ],
    ['German letters', 'Strophe 1:\nH7       Em   B\nWasser am Tor', ['| B7 | Em | Bb |']],
    ['words that end before their chords', '[Verse]\nG  D  Am7  C\nla la', ['| G | D | Am7 | C |']],
    ['flats and sharps as signs', '[A]\nB♭  F♯m7', ['| Bb | F#m7 |']],
    [
      'tab beside chords',
      '[Intro]\ne|---0---|\nB|---1---|\nG|---0---|\nD|---2---|\n\n[Verse]\nC   G\nhello',
      ['riff line-1', '[Tab] riff line-1 in 1-1', '[Verse] cue "hello"\n| C | G |'],
    ],
  ];
  for (const [what, text, says] of LINES)
    it(`is read with ${what}`, () => {
      const { song } = read(text);
      for (const one of says) expect(song).toContain(one);
      expect(readChart(song ?? '').faults).toEqual([]);
    });

  it('writes a row out that is played several times and says so, and takes words above chords for no name', () => {
    const { song, guessed } = read('[Outro]\nG D Em C x2');
    expect(song).toContain('| G | D | Em | C |\n| G | D | Em | C |');
    expect(guessed).toContain(jasmine.objectContaining({ where: 'line 2' }));
    expect(read('G     D\nDown by the water\nEm   C\nwe go').title).toBeUndefined();
  });
});
