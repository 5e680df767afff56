import { USUAL_HAND } from '../fretboard';
import { STANDARD_TUNING } from '../pitch';
import { playedNotes, type PlayedNote } from './index';

const ON = { tuning: STANDARD_TUNING, hand: USUAL_HAND, meterBeats: 4 };

/** Notes in quarters at 100 bpm, each a little off. */
function at100(notes: readonly (readonly [midi: number, beat: number])[]): readonly PlayedNote[] {
  return notes.map(([midi, beat], at) => ({ midi, atS: beat * 0.6 + (at % 3) * 0.004 }));
}

function said({ notes }: ReturnType<typeof playedNotes>): readonly string[] {
  return notes.map(({ at, string, fret }) => `${at} ${string}:${fret}`);
}

describe('notes that were played in', () => {
  it('become strings and frets in one position, and the rhythm they had', () => {
    const scale = at100([
      ...[
        [48, 0],
        [50, 0.5],
        [52, 1],
        [53, 1.5],
      ],
      ...[
        [55, 2],
        [57, 2.5],
        [59, 3],
        [60, 3.5],
      ],
    ] as const);
    expect(said(playedNotes(scale, ON))).toEqual([
      ...['0 5:3', '1/2 4:0', '1 4:2', '3/2 4:3'],
      ...['2 3:0', '5/2 3:2', '3 2:0', '7/2 2:1'],
    ]);
  });

  it('lie together where they are struck together, each on a string of its own', () => {
    const { notes } = playedNotes(
      [
        { midi: 64, atS: 0 },
        { midi: 60, atS: 0.012 },
        { midi: 48, atS: 0.02 },
      ],
      ON,
    );
    expect(new Set(notes.map((one) => one.at))).toEqual(new Set([0]));
    expect(notes.map(({ string, fret }) => `${string}:${fret}`).sort()).toEqual([
      '1:0',
      '2:1',
      '5:3',
    ]);
  });

  it('are laid on the strings as they are tuned, with the capo where it is', () => {
    const low = [{ midi: 38, atS: 0 }];
    expect(playedNotes(low, ON)).toEqual({ notes: [], nowhere: [38] });
    expect(said(playedNotes(low, { ...ON, tuning: ['D2', ...STANDARD_TUNING.slice(1)] }))).toEqual([
      '0 6:0',
    ]);
    const capo = { ...ON, hand: { ...USUAL_HAND, capo: 3 } };
    expect(said(playedNotes([{ midi: 67, atS: 0 }], capo))).toEqual(['0 1:0']);
    expect(playedNotes([{ midi: 41, atS: 0 }], capo).nowhere).toEqual([41]);
  });

  it('sound what was played, wherever they lie', () => {
    const line = Array.from({ length: 40 }, (_, at): PlayedNote => ({
      ...{ midi: 45 + ((at * 7) % 30), atS: at * 0.3 },
    }));
    const open = [64, 59, 55, 50, 45, 40];
    const { notes } = playedNotes(line, ON);
    expect(notes.map(({ string, fret }) => (open[string - 1] ?? 0) + fret)).toEqual(
      line.map((one) => one.midi),
    );
  });

  it('are none where nothing was played', () => {
    expect(playedNotes([], ON)).toEqual({ notes: [], nowhere: [] });
  });
});
