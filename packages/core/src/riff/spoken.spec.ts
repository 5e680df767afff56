import { parseTuning, STANDARD_TUNING } from '../pitch';
import { readSpoken, type SpokenOptions } from './spoken';

const said = (text: string, more: Partial<SpokenOptions> = {}) =>
  readSpoken(text, { tuning: STANDARD_TUNING, capo: 0, ...more });

const SPOKEN: readonly (readonly [text: string, riff: string])[] = [
  ['third string two four, second string three five three', '3: 2 4 2: 3 5 3'],
  ['3rd string 2 4, 2nd string 3 5 3', '3: 2 4 2: 3 5 3'],
  ['string 3 fret 2, fret 4, string 2 fret 3', '3: 2 4 2: 3'],
  ['G 2 4, B 3 5 3', '3: 2 4 2: 3 5 3'],
  ['low E open, three, high E open', '6: 0 3 1: 0'],
  ['sixth string 3 twice, then fifth string 2', '6: 3 3 5: 2'],
  ['first string five three times', '1: 5 5 5'],
  ['on the fourth string twelve and fourteen', '4: 12 14'],
  ['sixth string third fret, fifth string second fret', '6: 3 5: 2'],
  ['B string open, third fret', '2: 0 3'],
  ['string six open open three', '6: 0 0 3'],
  ['high e 0 3 0', '1: 0 3 0'],
  ['e 12 10 8', '1: 12 10 8'],
  ['g string 2,4,2; d string 4', '3: 2 4 2 4: 4'],
  ['low e three, a string open', '6: 3 5: 0'],
  ['two four on the third string, then five', '3: 2 4 5'],
  ['third string 2 hammer on 4 pull off 2', '3: 2 h4 p2'],
  ['third string five, slide up to seven, slide down to five', '3: 5 /7 \\5'],
  ['second string 7, slide to 9, slide to 5', '2: 7 /9 \\5'],
  ['fifth string two, muted, muted, two', '5: 2 x x 2'],
  ['first string harmonic twelve', '1: 12o'],
  ['4th: 2 4 5', '4: 2 4 5'],
];

describe('a list as it is spoken', () => {
  for (const [text, riff] of SPOKEN) {
    it(`is ${riff} for "${text}"`, () => {
      expect(said(text)).toEqual({ riff, faults: [] });
    });
  }

  it('is counted from either side', () => {
    expect(said('third string 2', { countedFrom: 'thickest' }).riff).toBe('4: 2');
    expect(said('first string 2', { countedFrom: 'thickest' }).riff).toBe('6: 2');
  });

  it('has its frets from the nut where one counts so', () => {
    expect(said('third string 5 open', { capo: 3, fretsFrom: 'nut' }).riff).toBe('3: 2 0');
    const [first] = said('fourth string 2', { capo: 3, fretsFrom: 'nut' }).faults;
    expect(first?.message).toContain('Fret 2 from the nut is behind the capo at 3');
    expect(first?.message).toContain('Counted from the capo it is fret 2');
  });

  it('names strings as they are tuned', () => {
    const tuning = parseTuning('D G D G B D') ?? STANDARD_TUNING;
    expect(said('low D 0, high D 5, B 1', { tuning }).riff).toBe('6: 0 1: 5 2: 1');
  });

  it('tells what is missing or meant nothing, with its place', () => {
    expect(said('2 4').faults.map((one) => one.column)).toEqual([1, 3]);
    expect(said('ninth string 2').faults[0]?.message).toContain('"ninth" is neither');
    expect(said('eighth string 2').faults[0]?.message).toContain('There is no string 8');
    for (const odd of ['', ',,,', '🎸', 'times times', 'twice']) expect(said(odd).riff).toBe('');
  });
});
