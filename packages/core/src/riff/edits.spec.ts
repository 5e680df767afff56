import fc from 'fast-check';
import { openNotes, STANDARD_TUNING } from '../pitch';
import { runs } from '../testing/runs';
import { tappedNotes, withRiffEdit, type RiffEdit } from './edits';
import { readRiff } from './read';
import { soundsOn } from './worked';
import { writeRiff } from './write';

const FRAME = { meterBeats: 4, strings: 6 };
const neck = { open: openNotes(STANDARD_TUNING), meterBeats: 4 };
const edit = (body: string, place: number, change: RiffEdit) =>
  writeRiff(withRiffEdit(readRiff(body, FRAME), place, { edit: change, neck }), FRAME);

const EDITED: readonly (readonly [string, number, RiffEdit, string])[] = [
  ['3: 2 4 5 7', 1, { kind: 'along', by: 1 }, '3: 2 5 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'fret', fret: 9 }, '3: 2 9 5 7'],
  ['3: 2 4 5 7', 0, { kind: 'along', by: -3 }, '3: 2 4 5 7'],
  ['3: 4 4 5 7', 0, { kind: 'across', by: -1 }, '2: 0 3: 4 5 7'],
  ['3: 2 4 5 7', 3, { kind: 'across', by: 1 }, '3: 2 4 5 4: 12'],
  ['1: 0 . . .', 0, { kind: 'across', by: -1 }, '1: 0'],
  ['3: 2 4 5 7', 0, { kind: 'length', by: 1 }, '3: 2 . 4 5 | 7 - - -'],
  ['3: 2 . 4 5', 0, { kind: 'length', by: -1 }, '3: 2 4 5 -'],
  ['3: 2 4 5 7', 0, { kind: 'length', by: -1 }, '3: 2 4 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'how', how: 'hammered' }, '3: 2 h4 5 7'],
  ['3: 2 h4 5 7', 1, { kind: 'how', how: 'hammered' }, '3: 2 4 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'how', how: 'dead' }, '3: 2 x 5 7'],
  ['3: 2 x 5 7', 1, { kind: 'fret', fret: 3 }, '3: 2 3 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'sign', sign: 'vibrato' }, '3: 2 4v 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'sign', sign: 'optional' }, '3: 2 (4) 5 7'],
  ['3: 2 (4) 5 7', 1, { kind: 'sign', sign: 'optional' }, '3: 2 4 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'bend', quarterTones: 2 }, '3: 2 4b2 5 7'],
  ['3: 2 4b2 5 7', 1, { kind: 'bend', quarterTones: 0 }, '3: 2 4 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'finger', finger: 3 }, '3: 2 4_3 5 7'],
  ['3: 2 4 5 7', 1, { kind: 'remove' }, '3: 2 - 5 7'],
  ['3: 2 4 5 7', 3, { kind: 'add' }, '3: 2 4 5 7 | 7 - - -'],
  ['3: 2 4 5 7', 9, { kind: 'remove' }, '3: 2 4 5 7'],
];

describe('an edit of a note', () => {
  for (const [body, place, change, after] of EDITED) {
    it(`makes ${body} into ${after} (${JSON.stringify(change)} at ${place})`, () => {
      expect(edit(body, place, change)).toBe(after);
    });
  }

  it('across the strings keeps what sounds, wherever it goes', () => {
    const sounds = soundsOn(STANDARD_TUNING, 0);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 0, max: 24 }),
        fc.constantFrom(1 as const, -1 as const),
        (string, fret, by) => {
          const riff = readRiff(`${string}: ${fret}`, FRAME);
          const moved = withRiffEdit(riff, 0, { edit: { kind: 'across', by }, neck });
          expect(moved.notes.map(sounds)).toEqual(riff.notes.map(sounds));
        },
      ),
      runs(60),
    );
  });
});

describe('notes that get the rhythm of taps', () => {
  const places = [2, 4, 5].map((fret) => ({ string: 3, fret }));
  const tapped = (slots: readonly number[], slotsPerBeat = 2) =>
    writeRiff(
      { notes: tappedNotes(places, { slots, slotsPerBeat, meterBeats: 4 }), breaths: [], bars: 1 },
      FRAME,
    );

  it('last until the next, the last to the end of its bar', () => {
    expect(tapped([0, 2, 4])).toBe('3: 2 4 5 .');
    expect(tapped([0, 1, 3])).toBe('3: 2 4 . 5 . . . .');
    expect(tapped([0, 1, 2], 3)).toBe('3: 2 4 5 . . . . . . . . .');
  });

  it('are as many as were tapped', () => {
    expect(tapped([0, 4])).toBe('3: 2 . 4 .'.replace('2 . 4 .', '2 4'));
  });
});
