import fc from 'fast-check';
import { USUAL_CONVENTIONS } from '../conventions';
import { handWords } from '../fretboard';
import { STANDARD_TUNING } from '../pitch';
import { runs } from '../testing/runs';
import { readRiff } from './read';
import { riffSaid } from './said';
import { readSpoken } from './spoken';
import { readTab } from './tab';

const FOUR = { meterBeats: 4, strings: 6 };
const PLAIN = handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 });
const said = (body: string, words = PLAIN): string =>
  riffSaid(readRiff(body, FOUR).notes, { words, strings: 6 });

const SAID: readonly (readonly [body: string, line: string])[] = [
  ['3: 2 h4 2: 3 3', 'string 3 fret 2, hammer to fret 4, string 2 fret 3 twice'],
  ['6: 0 0 0 3', 'string 6 open 3 times, fret 3'],
  ['4: 2 p0', 'string 4 fret 2, pull to open'],
  ['5:3+3:0', 'string 5 fret 3 together with string 3 open'],
  ['6: x x', 'string 6 dead twice'],
  ['2: 7b2r 12o', 'string 2 fret 7 bent up a semitone and let down, harmonic at fret 12'],
  ['3: 2 (4)', 'string 3 fret 2, fret 4 if you like'],
  ['3: 2m 2m 4k', 'string 3 fret 2 twice palm-muted, fret 4 ringing on'],
  ['3: 5w 5', 'string 3 fret 5 swelled in, fret 5'],
  ['3: 2 /5 \\2', 'string 3 fret 2, slide up to fret 5, slide down to fret 2'],
];

describe('a riff said aloud', () => {
  for (const [body, line] of SAID) {
    it(`is "${line}"`, () => {
      expect(said(body)).toBe(line);
    });
  }

  it('says what is stored: heard as a spoken list it is the same notes, in any line', () => {
    const note = fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 20 }),
      how: fc.constantFrom('picked', 'dead', 'harmonic'),
    });
    fc.assert(
      fc.property(fc.array(note, { minLength: 1, maxLength: 20 }), (all) => {
        const token = { picked: '', dead: 'x', harmonic: 'o' } as const;
        const body = all
          .map(({ string, fret, how }) =>
            how === 'dead' ? `${string}:x` : `${string}:${fret}${token[how]}`,
          )
          .join(' ');
        const { notes } = readRiff(body, FOUR);
        const heard = readSpoken(riffSaid(notes, { words: PLAIN, strings: 6 }), {
          tuning: STANDARD_TUNING,
          capo: 0,
        });
        expect(heard.faults).toEqual([]);
        const places = (text: string) =>
          readRiff(text, FOUR).notes.map((one) => `${one.string}/${one.fret} ${one.how}`);
        expect(places(heard.riff)).toEqual(places(body));
      }),
      runs(80),
    );
  });

  it('is said in the words a person is used to', () => {
    const words = handWords(
      { ...USUAL_CONVENTIONS, strings: 'letters', frets: 'nut' },
      { tuning: STANDARD_TUNING, capo: 2 },
    );
    expect(said('3: 2 1: 3', words)).toBe('the G string fret 4, the high E string fret 5');
  });
});

describe('tab that is pasted', () => {
  const TAB = `e|-----0-|-------|
B|---1---|-3-----|
G|-0-----|---2---|
D|-------|-------|
A|-------|-------|
E|-------|-----3-|`;

  it('becomes a riff whose rhythm is a guess', () => {
    const { riff, tuning, guessed, faults } = readTab(TAB);
    expect(riff).toBe('3:0 2:1 1:0 | 2:3 3:2 6:3');
    expect([guessed, faults]).toEqual([true, []]);
    expect(tuning).toEqual(['E', 'A', 'D', 'G', 'B', 'E']);
    expect(readRiff(riff, FOUR).faults).toEqual([]);
  });

  it('keeps what is held, what sounds together and how it is reached', () => {
    const { riff } = readTab(
      'e|0---------------|\nB|1-------1h3-----|\nG|----------------|\nD|----------------|\nA|----------------|\nE|----------------|',
    );
    const { notes, faults } = readRiff(riff, FOUR);
    expect(faults).toEqual([]);
    expect(notes.map((one) => `${one.string}:${one.fret} ${one.how}`)).toEqual([
      ...['2:1 picked', '1:0 picked', '2:1 picked', '2:3 hammered'],
    ]);
    expect(notes[0]?.beats).toBe(2);
  });

  it('tells what is no line of tab', () => {
    expect(readTab('Verse\ne|-0-|\nB|-1-|').faults.map((one) => one.line)).toEqual([1, 3]);
    for (const odd of ['', '|||', '----', '🎸\n|', 'e|-99-x-(3)-~|'])
      expect(readTab(odd).guessed).toBeTrue();
  });

  it('is read with bends, what they are let down to, and vibrato', () => {
    const lines = ['e|------|', 'B|7b9r7-9b-5~--|', 'G|----|', 'D|----|', 'A|----|', 'E|----|'];
    const { riff } = readTab(lines.join('\n'));
    const tokens = riff.split(' ').filter((one) => one !== '.');
    expect(tokens).toEqual(
      ['2:7b4r', '2:7', '2:9b4', '2:5v'].filter((one) => tokens.includes(one)),
    );
    expect(tokens).toContain('2:7b4r');
    expect(tokens).toContain('2:9b4');
    expect(tokens).toContain('2:5v');
  });
});
