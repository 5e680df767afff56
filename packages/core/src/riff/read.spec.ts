import { readRiff, type RiffFrame } from './read';
import type { RiffNote } from './note';

const FOUR: RiffFrame = { meterBeats: 4, strings: 6 };
const shown = (note: RiffNote): string =>
  `${note.at}+${note.beats} ${note.string}:${note.how === 'dead' ? 'x' : note.fret}`;
const notes = (body: string, frame = FOUR): readonly string[] =>
  readRiff(body, frame).notes.map(shown);

const READ: readonly (readonly [body: string, notes: readonly string[]])[] = [
  ['3: 2 4', ['0+2 3:2', '2+2 3:4']],
  ['4: 0 . 3: 2 2: 3', ['0+2 4:0', '2+1 3:2', '3+1 2:3']],
  ['4:2 3', ['0+2 4:2', '2+2 4:3']],
  ['1: {7 5 3} 0', ['0+2/3 1:7', '2/3+2/3 1:5', '4/3+2/3 1:3', '2+2 1:0']],
  ['2: {7 1: 5} 0 - .', []],
  ['3: 2 - 4 -', ['0+1 3:2', '2+1 3:4']],
  ['5:3+3:0 2: 1', ['0+2 5:3', '0+2 3:0', '2+2 2:1']],
  ['3: 0 5:3+2:1 2', ['0+4/3 3:0', '4/3+4/3 5:3', '4/3+4/3 2:1', '8/3+4/3 3:2']],
  ['6: 3 | .', ['0+8 6:3']],
  ['6: 3 5 | %', ['0+2 6:3', '2+2 6:5', '4+2 6:3', '6+2 6:5']],
  ['6: x x', ['0+2 6:x', '2+2 6:x']],
  ['| 6: 0 | 1 |', ['0+4 6:0', '4+4 6:1']],
  ['6: 0 , 1', ['0+2 6:0', '2+2 6:1']],
];

const FAULTS: readonly (readonly [body: string, column: number, words: string])[] = [
  ['2 3', 1, 'No string is said yet'],
  ['9: 2', 1, 'There is no string 9'],
  ['3: 2 30', 6, 'Fret 30 is beyond the neck'],
  ['3: 2 q', 6, '"q" is no note'],
  ['3:2+3:4', 1, 'two notes on one string'],
  ['. 3: 2', 1, 'no note before this dot'],
  ['%', 1, 'no bar before'],
  ['3: 2 | | 4', 7, 'This bar is empty'],
];

describe('a riff as it is typed', () => {
  for (const [body, read] of READ.filter(([, all]) => all.length > 0)) {
    it(`has the notes of ${body}`, () => {
      const { faults } = readRiff(body, FOUR);
      expect(faults).toEqual([]);
      expect(notes(body)).toEqual(read);
    });
  }

  it('says its string inside braces too, which holds after them', () => {
    expect(notes('2: {7 1: 5} 0')).toEqual(['0+1 2:7', '1+1 1:5', '2+2 1:0']);
  });

  it('keeps how each note is reached and sounds', () => {
    const [hammered, slid, bent, harmonic, plucked] = readRiff(
      "3: h4 /7 7b2rv 12o 0'p",
      FOUR,
    ).notes;
    expect([hammered?.how, slid?.how, harmonic?.how]).toEqual(['hammered', 'slid up', 'harmonic']);
    expect([bent?.bend, bent?.vibrato]).toEqual([{ quarterTones: 2, isReleased: true }, true]);
    expect(plucked?.plucked).toBe('p');
  });

  it('marks what sounds in ornaments only, one note or several', () => {
    const read = readRiff('3: 2 (h4) (2:3+1:0) (1:3)', FOUR).notes;
    expect(read.map((one) => one.optional === true)).toEqual([false, true, true, true, true]);
  });

  it('takes an optional note however it is spaced', () => {
    expect(notes('3: 2 (6: 3)')).toEqual(notes('3: 2 (6:3)'));
  });

  it('remembers where one breathes', () => {
    expect(readRiff('3: 2 4 , 5 7 | 2 ,', FOUR).breaths).toEqual([2, 8]);
  });

  it('shares a bar of any meter', () => {
    expect(notes('3: 2 4', { meterBeats: 7, strings: 6 })).toEqual(['0+7/2 3:2', '7/2+7/2 3:4']);
  });

  for (const [body, column, words] of FAULTS) {
    it(`tells where ${body} does not add up`, () => {
      const [first] = readRiff(body, FOUR).faults;
      expect([first?.code, first?.column]).toEqual(['riff-count', column]);
      expect(first?.message).toContain(words);
    });
  }

  it('never breaks on what anybody types', () => {
    for (const odd of [
      '',
      '|',
      '{}',
      '{',
      '}{',
      '3:',
      '((',
      '+',
      '3: +',
      "'p",
      '🎸 | | |',
      '3: 2 3: 3:',
    ]) {
      expect(Array.isArray(readRiff(odd, FOUR).notes)).toBeTrue();
    }
  });

  it('tells bars that are too many, and a bar that has too much in it, and loses none quietly', () => {
    const most = Array.from({ length: 64 }, () => '3: 2').join(' | ');
    expect(readRiff(most, FOUR).faults).toEqual([]);
    const { faults, bars } = readRiff(`${most} | 3: 4`, FOUR);
    expect(bars).toBe(64);
    expect(faults).toEqual([
      {
        code: 'riff-count',
        column: most.length + 3,
        message: 'A riff has 64 bars at most. Make two of it.',
      },
    ]);
    const [full] = readRiff(`3: ${'2 '.repeat(65)}`, FOUR).faults;
    expect(full?.message).toBe('This bar has more than 64 places in it. Put a bar line between.');
    const [empty] = readRiff('3: 2 | | 4', FOUR).faults;
    expect(empty?.message).toContain('This bar is empty');
  });

  it('takes notes that are written together as so many, and names a string that is said by its letter', () => {
    const { notes, faults } = readRiff('3:2h4p2 2: 5/7', { meterBeats: 5, strings: 6 });
    expect(faults).toEqual([]);
    expect(notes.map((one) => `${one.string}/${one.fret} ${one.how}`)).toEqual([
      '3/2 picked',
      '3/4 hammered',
      '3/2 pulled off',
      '2/5 picked',
      '2/7 slid up',
    ]);
    const [fault] = readRiff('e: 2', { meterBeats: 4, strings: 6 }).faults;
    expect(fault?.message).toBe(
      '"e:" is no string. Say strings by number, 1 is the thinnest: 1: 2 4.',
    );
  });
});
