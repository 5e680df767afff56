import fc from 'fast-check';
import { readBars, writeBars } from '../chart';
import type { Bar } from '../song';
import { runs } from '../testing/runs';
import { movedBars, writtenBars } from './index';

const barsOf = (text: string): readonly Bar[] => readBars(text, 0).bars.map(({ bar }) => bar);
const chord = fc.constantFrom('G', 'Bb', 'F#m7', 'Ebmaj7', 'C/E', 'Dsus4', 'Abm', 'C#dim');

describe('bars of a section that is moved', () => {
  it('sound so many semitones higher, silence and what is held over as they are', () => {
    const bars = movedBars(barsOf('| G . D! . | - | N.C. | . |'), 2);
    expect(writeBars(bars)).toBe('| A . E! . | - | N.C. | . |');
    expect(movedBars(bars, 0)).toBe(bars);
  });

  it('are written back from how they sound', () => {
    expect(writeBars(writtenBars(barsOf('| A | E? . F#m . |'), 2, []))).toBe('| G | D? . Em . |');
  });

  it('keep the spelling the section has', () => {
    const written = barsOf('| Bb | A# |');
    const [flat] = movedBars(written, 3);
    expect(writeBars(writtenBars(flat ? [flat] : [], 3, written.slice(0, 1)))).toBe('| Bb |');
  });

  it('come back as they were, however far they were moved', () => {
    fc.assert(
      fc.property(
        fc.array(chord, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: -11, max: 11 }),
        (chords, semitones) => {
          const bars = barsOf(`| ${chords.join(' | ')} |`);
          const back = writtenBars(movedBars(bars, semitones), semitones, bars);
          expect(writeBars(back)).toBe(writeBars(bars));
        },
      ),
      runs(200),
    );
  });
});
