import fc from 'fast-check';
import { AlikeRows, compareBars, MOVED_SIMILARITY, type ComparedBar } from './index';

const CHORDS = ['G', 'D', 'Em', 'C', 'A', 'E', 'F#m', 'Gb', 'D/F#', '-', 'what'];
const PLAIN = 0.6;

const anyBar = fc
  .record({ chords: fc.array(fc.constantFrom(...CHORDS), { minLength: 1, maxLength: 2 }) })
  .map(({ chords }): ComparedBar => {
    const beats = 4 / chords.length;
    return {
      chords: chords.map((chord, at) => ({ chord, beat: 1 + at * beats, beats })),
      beats: 4,
    };
  });
const anyRow = fc.array(anyBar, { maxLength: 8 });

describe('rows that may be alike', () => {
  it('are all that are worth deriving, whatever they are moved by', () => {
    fc.assert(
      fc.property(fc.array(anyRow, { maxLength: 6 }), anyRow, (before, one) => {
        const rows = new AlikeRows();
        for (const row of before) rows.add(row);
        const may = rows.mayBeLike(one, { plain: PLAIN, moved: MOVED_SIMILARITY });
        before.forEach((row, at) => {
          const { relation, similarity } = compareBars(row, one);
          const isAlike = relation !== 'new' && similarity >= PLAIN;
          if (isAlike && one.length > 0) expect(may).toContain(at);
        });
      }),
      { numRuns: 300 },
    );
  });

  it('are few where the music is other music', () => {
    const bar = (chord: string): ComparedBar => ({
      chords: [{ chord, beat: 1, beats: 4 }],
      beats: 4,
    });
    const rows = new AlikeRows();
    rows.add(['G', 'D', 'Em', 'C'].map(bar));
    rows.add(['Gm7', 'C9', 'F', 'F'].map(bar));
    rows.add(['A', 'E', 'F#m', 'D'].map(bar));
    const bounds = { plain: PLAIN, moved: MOVED_SIMILARITY };
    // The first and, two semitones up, the third; the second has nothing of them.
    expect(rows.mayBeLike(['G', 'D', 'Em', 'C'].map(bar), bounds)).toEqual([0, 2]);
  });
});
