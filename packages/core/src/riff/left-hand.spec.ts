import fc from 'fast-check';
import { USUAL_HAND } from '../fretboard';
import { runs } from '../testing/runs';
import { leftHandOf, shiftSeconds } from './left-hand';
import { readRiff } from './read';

const FOUR = { meterBeats: 4, strings: 6 };
const of = (body: string) => leftHandOf(readRiff(body, FOUR).notes, USUAL_HAND);

const FINGERED: readonly (readonly [body: string, fingers: string])[] = [
  ['3: 2 4 2: 3', '1 3 2'],
  ['3: 5 7 8 5', '1 3 4 1'],
  // Going up the neck one goes to the first finger, not over the others.
  ['3: 2 4 5 7', '1 3 1 3'],
  ['3: 7 5 4 2', '4 2 3 1'],
  ['1: 1 2 3 4', '1 2 3 4'],
  ['1: 0 3 0 1', '0 3 0 1'],
  // Low on the neck a fret has the finger of its number.
  ['6: x x 3 x', '- - 3 -'],
  // A scale in one position keeps a finger for each fret.
  ['3: 2 4 5 2: 2 3 5 1: 2 3', '1 3 4 1 2 4 1 2'],
  // One fret over several strings is laid under the first finger.
  ['5: 0 . 4: 2 3: 2 2: 2 . 3: 2 .', '0 1 1 1 1'],
];

describe('the fretting hand in a riff', () => {
  for (const [body, fingers] of FINGERED) {
    it(`takes ${body} with ${fingers}`, () => {
      expect(
        of(body)
          .fingers.map((one) => one ?? '-')
          .join(' '),
      ).toBe(fingers);
    });
  }

  it('takes as long along the neck as it is far, and has the time of the note before', () => {
    expect(shiftSeconds(3, 10, USUAL_HAND)).toBeCloseTo(0.41, 3);
    expect(shiftSeconds(5, 12, USUAL_HAND)).toBeCloseTo(0.378, 3);
    const [shift] = of('2: 3 10 10 10 10 10 10 10').shifts;
    expect(shift?.before).toBe(1);
    expect(shift?.windowBeats).toBe(0.5);
    // The little finger at the top saves some of the way.
    expect(shift?.mm).toBeLessThan(181.2);
    expect(shift?.seconds).toBeCloseTo(0.12 + 0.0016 * (shift?.mm ?? 0), 6);
  });

  it('shifts for nothing while an open string or a rest goes by', () => {
    expect(of('2: 3 0 10 10').shifts).toEqual([]);
    expect(of('2: 3 - 10 10').shifts).toEqual([]);
  });

  it('stays in a position where it can', () => {
    expect(of('2: 5 6 8 5 | 3: 5 7 5 7').shifts).toEqual([]);
  });

  it('holds notes that begin together with fingers that do not cross', () => {
    expect(of('3:2+2:3').fingers).toEqual([2, 3]);
    expect(of('2:5+1:5').fingers).toEqual([1, 1]);
    expect(of('4:2+3:2+2:2').fingers).toEqual([1, 1, 1]);
  });

  it('never asks one finger for two frets at once, in any riff', () => {
    const note = fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 15 }),
    });
    fc.assert(
      fc.property(
        fc.array(
          fc.uniqueArray(note, { minLength: 1, maxLength: 3, selector: (one) => one.string }),
          { minLength: 1, maxLength: 24 },
        ),
        (groups) => {
          const notes = groups.flatMap((group, at) =>
            group.map((one) => ({ ...one, at, beats: 1, how: 'picked' as const })),
          );
          const { fingers } = leftHandOf(notes, USUAL_HAND);
          expect(fingers.length).toBe(notes.length);
          notes.forEach((a, i) => {
            notes.forEach((b, j) => {
              const isSame = a.at === b.at && i !== j && (fingers[i] ?? 0) !== 0;
              if (isSame && fingers[i] === fingers[j]) expect(a.fret).toBe(b.fret);
            });
            if (a.fret === 0) expect(fingers[i]).toBe(0);
          });
        },
      ),
      runs(60),
    );
  });
});
