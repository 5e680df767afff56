import { readChart } from '../chart';
import { withCommand } from '../edits';
import { findingsOf } from '.';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';
const find = (text: string) => findingsOf(readChart(FRAME + text).song);
/** The song after the first click that is offered. */
const settled = (text: string) => {
  const { song } = readChart(FRAME + text);
  const [remedy] = findingsOf(song)[0]?.remedies ?? [];
  return findingsOf((remedy?.commands ?? []).reduce(withCommand, song));
};

describe('what is noticed about riffs', () => {
  const SAME =
    'riff low 4/4: 2: 5 7 8 5\nriff high 4/4 same as low: 1: 0 2 4 0\n[A] riff low in 1 riff high in 2\n| G | D |';

  it('says which note sounds what, and puts it right by one click', () => {
    expect(find(SAME)[0]?.message).toBe(
      'It is said to sound like low: note 3, string 1 fret 4 in bar 1, sounds G♯4 instead of G4.',
    );
    expect(settled(SAME)).toEqual([]);
  });

  it('is silent about a riff said to sound like another that does, an octave of frets elsewhere', () => {
    expect(find(SAME.replace('0 2 4 0', '0 2 3 0'))).toEqual([]);
  });

  it('tells a shift there is no time for, with another place on the neck where there is one', () => {
    const text =
      'riff leap 4/4: 1: 0 2: 12 1: 0 2: 12 1: 0 2: 12 1: 0 2: 12\n[A] riff leap in 1\n| G | D |';
    expect(find(text).map((one) => one.code)).toEqual([]);
    const far =
      'riff leap 4/4: 6: 3 10 3 10 3 10 3 10 3 10 3 10 3 10 3 10\n[A] riff leap in 1\n| G | D |';
    const [finding] = find(far);
    expect(finding?.code).toBe('riff-reach');
    expect(finding?.message).toMatch(
      /^The hand goes \d+ mm to string 6 fret \d+ in bar 1: that takes 0\.\d\d s, and at 92 there are 0\.16\./,
    );
    expect(finding?.remedies.map((one) => one.label)).toEqual(['Take them there']);
    expect(settled(far)).toEqual([]);
  });

  for (const [lay, words] of [
    ['riff gone in 1', 'the riff “gone”, which is not written. Write it, or take it off.'],
    ['riff lick in 5', 'the riff “lick” from bar 5 on, and has 2. Lay it over bars it has.'],
    [
      'riff lick in 1 from 9',
      'the riff “lick” from beat 9 on, and its bars have 4 beats. Set it on one of them.',
    ],
    [
      'riff seven in 1',
      'the riff “seven” in 7/8, and is in 4/4 itself. Write the riff in beats of the same kind.',
    ],
  ] as const) {
    it(`tells a section that ${lay} is laid over`, () => {
      const riffs = 'riff lick 4/4: 3: 2 . 4 .\nriff seven 7/8: 3: 2 4 2 4 2 4 2\n';
      const [finding] = find(`${riffs}[A] ${lay}\n| G | D |`);
      expect([finding?.code, finding?.message]).toEqual([
        'riff-count',
        `It is played with ${words}`,
      ]);
      expect(find(`${riffs}[A] riff lick in 2\n| G | D |`)).toEqual([]);
    });
  }

  it('takes an echo to the nearest note value by one click', () => {
    const text = 'sound: echo 300 ms, mix 30 %\n[A]\n| G | D |';
    expect(find(text)[0]?.message).toBe(
      'The echo of 300 ms fits no note value at 92: the nearest is the eighth, 326.1 ms, and it is 8 % too short.',
    );
    expect(settled(text)).toEqual([]);
  });

  it('counts an echo in quarters, whatever the beat is', () => {
    const eighths = FRAME.replace('92', '168').replace('4/4', '12/8');
    const found = findingsOf(readChart(`${eighths}sound: echo 536 ms\n[A]\n| G | D |`).song);
    expect(found.map((one) => one.code)).toEqual([]);
  });
});
