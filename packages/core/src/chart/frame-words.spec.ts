import { readChart } from './reader';
import { frameWords } from './frame-words';

const said = (text: string): string =>
  frameWords(readChart(`${text}\n[A]\n| G |`).song.frame)
    .map((one) => (one.isOpen ? `(${one.words})` : one.words))
    .join(', ');

const CASES: readonly (readonly [chart: string, sentence: string])[] = [
  [
    'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: standard\ncapo: 2\nkey: E\nhand: pick\nlength: 3:32',
    '92 bpm, 4/4, straight, standard tuning, capo 2, shapes in D, sounds E, with a pick, 3:32 long',
  ],
  [
    'tempo: 180\nmeter: 6/8\ncapo: 0\nkey: Am',
    '180 eighths, 60 dotted, 6/8, (straight or swung?), (which tuning?), no capo, in Am, (pick or fingers?), (how long?)',
  ],
  [
    'tuning: drop D\npickup: 1\npart: lead\nfeel: swing 2:1\nhand: fingers',
    '(how fast?), (which meter?), swing 2:1, drop D, (capo?), (which key?), with fingers, pickup of 1 beat, the lead part, (how long?)',
  ],
  [
    'tuning: D A D G A D',
    '(how fast?), (which meter?), (straight or swung?), D A D G A D, (capo?), (which key?), (pick or fingers?), (how long?)',
  ],
];

describe('the frame in words', () => {
  for (const [chart, sentence] of CASES) {
    it(`says "${sentence.slice(0, 40)} …"`, () => {
      expect(said(chart)).toBe(sentence);
    });
  }

  it('names tunings as people call them', () => {
    expect(said('tuning: C# G# C# F# A# D#')).toContain('drop C♯');
    expect(said('tuning: half step down')).toContain('half step down');
    expect(said('tuning: D A D F A D')).toContain('open Dm');
  });
});
