import fc from 'fast-check';
import { openNotes, STANDARD_TUNING } from '../pitch';
import { runs } from '../testing/runs';
import type { RiffNote } from './note';
import { notesToLearn, phrasesOf } from './phrases';
import { readRiff } from './read';

const open = openNotes(STANDARD_TUNING);
const sounds = ({ string, fret }: RiffNote): number => (open[6 - string] ?? 0) + fret;
const cut = (body: string) => {
  const { notes, breaths } = readRiff(body, { meterBeats: 4, strings: 6 });
  return phrasesOf(notes, { meterBeats: 4, breaths: breaths.map(Number), sounds });
};
const said = (body: string) => cut(body).map((one) => one.line);

const SAID: readonly (readonly [name: string, body: string, lines: readonly string[]])[] = [
  [
    'the same again',
    '3: 2 4 2: 3 5 | 3: 7 5 4 2 , | 3: 2 4 2: 3 5 | 3: 7 5 4 2',
    ['Phrase 1 is new.', 'Phrase 2 is phrase 1 again.'],
  ],
  [
    'another end',
    '3: 2 4 2: 3 5 | 3: 7 5 4 2 , | 3: 2 4 2: 3 5 | 3: 7 5 2: 8 10',
    ['Phrase 1 is new.', 'Phrase 2 is phrase 1: the same up to bar 2 beat 3, then new.'],
  ],
  [
    'another end within the bar, between two beats',
    '3: 2 4 2: 3 5 3: 4 2 4 . , | 3: 2 4 2: 3 5 3: 4 5 7 .',
    ['Phrase 1 is new.', 'Phrase 2 is phrase 1: the same up to the & of 3, then new.'],
  ],
  [
    'a shape moved along',
    '3: 2 4 2 5 , | 3: 4 6 4 7',
    ['Phrase 1 is new.', 'Phrase 2 beside phrase 1: the same shape 2 frets higher.'],
  ],
  [
    'another rhythm is none of these',
    '3: 2 4 5 7 , | 1: 0 . 3 .',
    ['Phrase 1 is new.', 'Phrase 2 is new.'],
  ],
  [
    'the same rhythm',
    '3: 2 4 5 7 , | 1: 0 7 3 2',
    ['Phrase 1 is new.', 'Phrase 2 beside phrase 1: the same rhythm with other notes.'],
  ],
  [
    'the same sound elsewhere',
    '2: 5 7 8 10 , | 1: 0 2 3 5',
    ['Phrase 1 is new.', 'Phrase 2 beside phrase 1: the same sound elsewhere on the neck.'],
  ],
  [
    'an octave higher',
    '6: 3 5: 0 2 3 , | 4: 5 3: 2 4 5',
    ['Phrase 1 is new.', 'Phrase 2 beside phrase 1: the same an octave higher.'],
  ],
];

describe('the phrases of a riff', () => {
  for (const [name, body, lines] of SAID) {
    it(`are told: ${name}`, () => {
      expect(said(body)).toEqual([...lines]);
    });
  }

  it('are cut where one would breathe without being told', () => {
    const cuts = (body: string) => cut(body).map((one) => one.from);
    expect(cuts('3: 2 4 5 7 | 5 . . - | 2 4 5 7 | 4 . . .')).toEqual([0, 5]);
    expect(cuts('3: 2 h4 p2 4 | 2 h4 p2 4 | 2 h4 p2 4 | 2 h4 p2 4').length).toBeLessThanOrEqual(4);
  });

  it('never part a hammer-on, a pull-off or a slide', () => {
    const { notes } = readRiff('3: 2 h4 p2 /5 | 5 h7 p5 \\2 | 2 h4 p2 /5', {
      meterBeats: 4,
      strings: 6,
    });
    for (const { from } of phrasesOf(notes, { meterBeats: 4, sounds }).slice(1))
      expect(notes[from]?.how).toBe('picked');
  });

  it('count what is to learn, not what is played', () => {
    const again = '3: 2 4 2: 3 5 , | 3: 2 4 2: 3 5 , | 3: 2 4 2: 3 5';
    expect(notesToLearn(cut(again))).toBe(4);
  });

  it('lose no note and part none, in any riff', () => {
    const note = fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 12 }),
    });
    fc.assert(
      fc.property(
        fc.array(note, { maxLength: 40 }),
        fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 4 }),
        (all, breaths) => {
          const notes = all.map((one, at): RiffNote => ({ ...one, at, beats: 1, how: 'picked' }));
          const phrases = phrasesOf(notes, { meterBeats: 4, breaths, sounds });
          const held = phrases.flatMap(({ from, to }) =>
            Array.from({ length: to - from + 1 }, (_, at) => from + at),
          );
          expect(held).toEqual(notes.map((_, at) => at));
        },
      ),
      runs(80),
    );
  });

  it('stand to each other as before when all of them go up an octave of frets', () => {
    const place = fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(place, { minLength: 4, maxLength: 24 }), (all) => {
        const notes = all.map((one, at): RiffNote => ({ ...one, at, beats: 1, how: 'picked' }));
        const up = notes.map((one) => ({ ...one, fret: one.fret + 12 }));
        const relations = (of: readonly RiffNote[]) =>
          phrasesOf(of, { meterBeats: 4, sounds }).map(({ from, to, relation, words }) =>
            [from, to, relation, words].join(' '),
          );
        expect(relations(up)).toEqual(relations(notes));
      }),
      runs(60),
    );
  });
});
