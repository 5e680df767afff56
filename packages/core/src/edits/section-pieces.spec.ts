import fc from 'fast-check';
import { readChart } from '../chart';
import { songGrips } from '../player';
import type { SongDocument } from '../song';
import { anySong } from '../testing/any-song';
import { runs } from '../testing/runs';
import { barsInLayer, songPatterns, stretchOf, strokesIn, timelineOf } from '../timeline';
import { withCommand } from './index';

const HEAD =
  'tempo: 92\nmeter: 4/4\ngrip Bm: x24432\ngrip Bm~low: 7x07xx\npattern d 4/4: D D D D\npattern u 4/4: D U D U D U D U\nriff lean 2/4: 3: 2 0\n';
const songOf = (body: string): SongDocument => readChart(HEAD + body).song;
const idOf = (song: SongDocument, name: string): string =>
  song.sections.find((one) => one.name === name)?.id ?? '';

/** All that is held and struck from the first bar to the last, whatever the sections are. */
function played(song: SongDocument): readonly string[] {
  const patterns = songPatterns(song);
  const bars = timelineOf(song).occurrences.flatMap((one) => barsInLayer(one, 'full', patterns));
  const strokes = strokesIn(stretchOf(bars));
  return bars.map(({ chords, beats }, at) => {
    const held = chords.map(({ chord, beat }) => `${chord}@${beat}`).join(' ');
    const struck = (strokes[at] ?? []).map(({ at: beat, what, notes }) =>
      JSON.stringify([beat, notes ?? what]),
    );
    return `${beats} ${held} ${struck.join(' ')}`;
  });
}

const BODIES: readonly (readonly [what: string, body: string])[] = [
  ['one hand', '[One] pattern d\n| G | D |\n[Two] pattern d\n| Em | C |'],
  ['two hands', '[One] pattern d\n| G | D |\n[Two] pattern u\n| Em | C |'],
  ['a hand and none', '[One] pattern u\n| G | D |\n[Two]\n| Em | C |'],
  ['another grip in one', '[One] pattern d grips Bm~low\n| Bm | D |\n[Two] pattern d\n| Bm | C |'],
  ['another grip in both', '[One] grips Bm~low\n| Bm | D |\n[Two] grips Bm~low\n| Bm | C |'],
  [
    'a riff over beats in each',
    '[One] pattern d riff lean in 2 from 3\n| G | D |\n[Two] pattern d riff lean in 1 from 2\n| Em | C |',
  ],
  ['meters of their own', '[One] meter 3/4\n| G | D |\n[Two]\n| Em | C |'],
  ['a derived one', '[One] pattern u grips Bm~low\n| Bm | D |\n[Two = One]\n2: | G |'],
];

describe('sections that are joined, split and written out', () => {
  for (const [what, body] of BODIES) {
    it(`are played as they were: ${what}`, () => {
      const song = songOf(body);
      const joined = withCommand(song, { kind: 'join-section', section: idOf(song, 'One') });
      expect(played(joined)).toEqual(played(song));
      const again = { kind: 'split-section', section: idOf(joined, 'One'), at: 2 } as const;
      expect(played(withCommand(joined, again))).toEqual(played(song));
      const out = withCommand(song, { kind: 'write-out', section: idOf(song, 'Two') });
      expect(played(out)).toEqual(played(song));
      const ids = (one: SongDocument): readonly string[] =>
        one.sections.flatMap(({ bars }) => bars.map(({ id }) => id));
      if (!song.sections.some(({ parent }) => parent)) expect(ids(joined)).toEqual(ids(song));
    });
  }

  it('are played as they were when one they derive from goes', () => {
    const song = songOf(
      'map: Two, Two\n[One] pattern u meter 3/4 grips Bm~low\n| Bm | D |\n[Two = One]\n2: | G |',
    );
    const left = withCommand(song, { kind: 'drop-section', section: idOf(song, 'One') });
    expect(played(left)).toEqual(played(song));
  });

  it('keep their grips when one is derived from another that holds them otherwise', () => {
    const song = songOf('[One] grips Bm~low\n| Bm | D |\n[Two]\n| Bm | D |');
    const derived = withCommand(song, {
      kind: 'derive',
      section: idOf(song, 'Two'),
      parent: 'One',
    });
    expect(played(derived)).toEqual(played(song));
    expect(songGrips(derived).map(({ name }) => name)).toEqual(
      songGrips(song).map(({ name }) => name),
    );
  });

  it('are played as they were when any derived one of any song is written out', () => {
    fc.assert(
      fc.property(anySong, (song) => {
        for (const { id } of song.sections) {
          const out = withCommand(song, { kind: 'write-out', section: id });
          expect(played(out)).toEqual(
            played(withCommand(song, { kind: 'set-map', map: song.map })),
          );
        }
      }),
      runs(60),
    );
  });
});
