import fc from 'fast-check';
import { USUAL_HAND } from '../fretboard';
import { openNotes, parseTuning, STANDARD_TUNING, type Tuning } from '../pitch';
import { runs } from '../testing/runs';
import { placeNotes, type BareNote } from './places';

const DROP_D = parseTuning('D A D G B E') ?? STANDARD_TUNING;
const place = (midis: readonly number[], tuning: Tuning = STANDARD_TUNING, capo = 0) =>
  placeNotes(
    midis.map((midi): BareNote => ({ midi, beats: 1 })),
    { tuning, hand: { ...USUAL_HAND, capo } },
  );
const first = (midis: readonly number[], tuning?: Tuning, capo?: number) =>
  place(midis, tuning, capo)[0]
    ?.places.map((one) => `${one.string}:${one.fret}`)
    .join(' ');

describe('bare notes on the neck', () => {
  it('lie where they are easiest', () => {
    expect(first([64])).toBe('1:0');
    expect(first([40, 43, 45])).toBe('6:0 6:3 5:0');
    expect(place([43], DROP_D).map((one) => one.places[0])).toContain({ string: 6, fret: 5 });
    // The dropped string reaches lower.
    expect(first([38, 41], DROP_D)).toBe('6:0 6:3');
  });

  it('are found in more than one place', () => {
    const ways = place([64, 67, 69]).map((one) => one.places[0]);
    expect(ways.length).toBeGreaterThan(1);
    expect(ways).toContain({ string: 2, fret: 5 });
  });

  it('are nowhere below the lowest string', () => {
    expect(place([30])).toEqual([]);
    expect(place([40], STANDARD_TUNING, 3)).toEqual([]);
  });

  it('sound the same wherever they are placed, in any tuning', () => {
    const tunings = [STANDARD_TUNING, DROP_D, parseTuning('D G D G B D') ?? STANDARD_TUNING];
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 43, max: 76 }), { minLength: 1, maxLength: 30 }),
        fc.constantFrom(...tunings),
        fc.integer({ min: 0, max: 3 }),
        (midis, tuning, capo) => {
          const open = openNotes(tuning);
          for (const { places, fingers } of place(midis, tuning, capo)) {
            expect(
              places.map(({ string, fret }) => (open[open.length - string] ?? 0) + capo + fret),
            ).toEqual(midis);
            expect(fingers.length).toBe(midis.length);
          }
        },
      ),
      runs(60),
    );
  });
});
