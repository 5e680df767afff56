import fc from 'fast-check';
import { readChart } from '../chart';
import { openNotes, STANDARD_TUNING } from '../pitch';
import { movedNotes, readRiff } from '../riff';
import type { Layer, SongDocument } from '../song';
import { runs } from '../testing/runs';
import {
  barsInLayer,
  changesOf,
  songPatterns,
  stretchOf,
  strokesIn,
  timelineOf,
  windowsOf,
} from '.';

const FRAME = 'tempo: 60\nmeter: 4/4\n';
const song = (text: string): SongDocument => readChart(FRAME + text).song;
const barsOf = (one: SongDocument, layer: Layer = 'full') =>
  timelineOf(one).occurrences.flatMap((played) => barsInLayer(played, layer, songPatterns(one)));
/** What is struck, as "beat:strings", a strum as its direction. */
const struck = (text: string, layer: Layer = 'full') =>
  strokesIn(stretchOf(barsOf(song(text), layer)))
    .flat()
    .map(({ beat, what, notes }) => {
      if (notes) return `${beat}:${notes.map((one) => `${one.string}/${one.fret}`).join('+')}`;
      return `${beat}:${what.kind === 'strum' ? what.direction : what.kind}`;
    })
    .join(' ');

const RIFF = 'riff hoist 4/4: 3: 2 4 2: 3 5 | 3: 5 . . .\n';
const DOWNS = 'pattern downs 4/4: D D D D\n';

describe('a riff over bars', () => {
  it('leaves a derived section its parent’s pattern around the riff it adds', () => {
    const text = `${DOWNS}${RIFF}[A] pattern downs\n| G | D |\n[B = A] riff hoist in 2\n`;
    expect(struck(text)).toBe(
      '0:down 1:down 2:down 3:down 4:down 5:down 6:down 7:down 8:down 9:down 10:down 11:down 12:3/2 13:3/4 14:2/3 15:2/5',
    );
    const plain = `${DOWNS}${RIFF}[A] riff hoist in 1\n| G |\n[B = A]\n[C = A] pattern downs\n`;
    expect(struck(plain)).toBe(
      '0:3/2 1:3/4 2:2/3 3:2/5 4:3/2 5:3/4 6:2/3 7:2/5 8:down 9:down 10:down 11:down',
    );
  });

  it('takes the place of the pattern there, and goes round', () => {
    const text = `${DOWNS}${RIFF}[A] pattern downs riff hoist in 2-4\n| G | D | G | D |`;
    expect(struck(text)).toBe(
      '0:down 1:down 2:down 3:down 4:3/2 5:3/4 6:2/3 7:2/5 8:3/5 12:3/2 13:3/4 14:2/3 15:2/5',
    );
  });

  it('leaves the chords to be strummed in barer layers, unless it is said for one', () => {
    const text = `${RIFF}[A] riff hoist\n| G | D |`;
    expect(struck(text, 'bare')).toBe('0:down 4:down');
    expect(struck(text, 'pulse')).toContain('0:down 1:down');
    expect(struck(`${RIFF}[A] riff hoist for pulse\n| G |`, 'pulse')).toContain('0:3/2');
    expect(struck(`${DOWNS}${RIFF}[A] pattern downs riff hoist for ornaments\n| G |`)).toBe(
      '0:down 1:down 2:down 3:down',
    );
  });

  it('of another guitar part leaves this one its strokes, until that part is taught', () => {
    const text = `${DOWNS}${RIFF}[A] pattern downs riff hoist as lead\n| G |`;
    expect(struck(text)).toBe('0:down 1:down 2:down 3:down');
    expect(barsOf(song(text))[0]?.beside?.notes.length).toBe(4);
    expect(struck(`part: lead\n${text}`)).toContain('0:3/2');
  });

  it('begins with its pickup in the bar before, over a section’s edge too', () => {
    const riff = 'riff lick 4/4 pickup 1: 2: 3 5 | 3: 2 . . .\n';
    const text = `${DOWNS}${riff}[A] pattern downs\n| G |\n[B] pattern downs riff lick\n| D |`;
    expect(struck(text)).toBe('0:down 1:down 2:down 3:2/3 3.5:2/5 4:3/2');
    const within = `${DOWNS}${riff}[A] pattern downs riff lick in 2\n| G | D |`;
    expect(struck(within)).toBe('0:down 1:down 2:down 3:2/3 3.5:2/5 4:3/2');
  });

  it('moves with its section, over to the next string where one ends', () => {
    const text = `map: A, A +2\n${RIFF}[A] riff hoist in 1\n| G |`;
    expect(struck(text)).toBe('0:3/2 1:3/4 2:2/3 3:2/5 4:3/4 5:3/6 6:2/5 7:2/7');
  });

  it('leaves out what is optional, but in the ornaments', () => {
    const text = 'riff walk 4/4: 6: 3 . (5:0) (2)\n[A] riff walk\n| G |';
    expect(struck(text)).toBe('0:6/3');
    expect(struck(text, 'ornaments')).toBe('0:6/3 2:5/0 3:5/2');
  });

  it('that is optional altogether leaves the pattern going on', () => {
    const text = `${DOWNS}riff walk 4/4: - - (6: 2) (0)\n[A] pattern downs riff walk\n| G |`;
    expect(struck(text)).toBe('0:down 1:down 2:down 3:down');
  });

  it('asks no grip of the hand, and no change', () => {
    const bars = barsOf(song(`${RIFF}[A] riff hoist in 2\n| G | D | Em |`));
    expect(changesOf(bars)).toEqual([{ from: 'G', to: 'Em' }]);
    expect(windowsOf(bars).map(({ from, to }) => `${from} ${to}`)).toEqual(['G Em']);
  });

  it('is shortened with a shorter bar', () => {
    expect(struck(`${RIFF}[A] riff hoist\n| 2/4: G |`)).toBe('0:3/2 1:3/4');
  });
});

describe('optional chords', () => {
  it('sound in the ornaments alone; without them what was there holds on, over the bar line too', () => {
    const text = '[A]\n| C . . (C/B) | (Am) . G . |';
    const chords = (layer: Layer) =>
      barsOf(song(text), layer).map((bar) =>
        bar.chords.map((one) => `${one.chord} ${one.beats}${one.held ? ' held' : ''}`),
      );
    expect(chords('full')).toEqual([['C 4'], ['C 2 held', 'G 2']]);
    expect(chords('ornaments')).toEqual([
      ['C 3', 'C/B 1'],
      ['Am 2', 'G 2'],
    ]);
  });
});

describe('notes moved along the neck', () => {
  it('sound as far away as they are moved, in any riff', () => {
    const open = openNotes(STANDARD_TUNING);
    const sounds = (one: { string: number; fret: number }) =>
      (open[6 - one.string] ?? 0) + one.fret;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 0, max: 12 })), {
          minLength: 1,
          maxLength: 12,
        }),
        fc.integer({ min: -7, max: 7 }),
        (places, by) => {
          const body = places.map(([string, fret]) => `${string}:${fret}`).join(' ');
          const { notes } = readRiff(body, { meterBeats: 4, strings: 6 });
          const moved = movedNotes(notes, by, open);
          const lowest = Math.min(...open);
          const kept = notes.filter((one) => sounds(one) + by >= lowest);
          expect(moved.map(sounds)).toEqual(kept.map((one) => sounds(one) + by));
        },
      ),
      runs(60),
    );
  });
});

describe('a riff over beats', () => {
  const LEAN = 'riff lean 2/4: 3: 2 0\nriff run 4/4: 5: 0 2 3 4\n';
  const played = (head: string, layer: Layer = 'full') =>
    struck(`${DOWNS}${LEAN}[Verse] pattern downs ${head}\n| Am | C |\n`, layer);

  it('takes the place of the pattern from where it is set to its own end, and no further', () => {
    expect(played('riff lean in 1 from 2')).toBe(
      '0:down 1:3/2 2:3/0 3:down 4:down 5:down 6:down 7:down',
    );
  });

  it('goes on over the bar line', () => {
    expect(played('riff run in 1 from 4')).toBe(
      '0:down 1:down 2:down 3:5/0 4:5/2 5:5/3 6:5/4 7:down',
    );
  });

  it('is played once, however many bars are said', () => {
    expect(played('riff lean in 1-2 from 4')).toBe(played('riff lean in 1 from 4'));
  });

  it('of fewer beats than its bar leaves the rest to the pattern', () => {
    expect(played('riff lean in 2')).toBe('0:down 1:down 2:down 3:down 4:3/2 5:3/0 6:down 7:down');
  });

  it('for ornaments is nothing in full, and no barer than full there', () => {
    expect(played('riff lean in 2 from 3 for ornaments')).toBe(played(''));
    expect(played('riff lean in 2 from 3 for ornaments', 'ornaments')).toBe(
      '0:down 1:down 2:down 3:down 4:down 5:down 6:3/2 7:3/0',
    );
  });

  it('of hammered and pulled notes alone silences no stroke of the chord it lies over', () => {
    const text = `${DOWNS}riff lift 4/4: 4: - h2 - p0\n[Verse] pattern downs riff lift in 2\n| Am | C |\n`;
    expect(struck(text)).toBe(
      '0:down 1:down 2:down 3:down 4:down 5:down 5:4/2 6:down 7:down 7:4/0',
    );
    expect(changesOf(barsOf(song(text)))).toEqual([{ from: 'Am', to: 'C' }]);
  });

  it('leaves the grip to be held where it takes only some beats', () => {
    const whole = song(`${DOWNS}${LEAN}[Verse] pattern downs riff run in 2\n| Am | C | G |\n`);
    const some = song(
      `${DOWNS}${LEAN}[Verse] pattern downs riff lean in 2 from 3\n| Am | C | G |\n`,
    );
    expect(changesOf(barsOf(whole)).map(({ to }) => to)).toEqual(['G']);
    expect(changesOf(barsOf(some)).map(({ to }) => to)).toEqual(['C', 'G']);
  });

  it('comes in every round of a section, from the bar it is set in', () => {
    const text = `${DOWNS}${LEAN}[Verse] x2 pattern downs riff lean in 2 from 4\n| Am | C |\n`;
    expect(struck(text)).toBe(
      '0:down 1:down 2:down 3:down 4:down 5:down 6:down 7:3/2 8:down 9:down 10:down 11:down 12:down 13:down 14:down 15:3/2',
    );
  });
});
