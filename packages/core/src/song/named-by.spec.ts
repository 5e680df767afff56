import { findingsOf } from '../checks';
import { readChart, writeChart } from '../chart';
import { capoAdvice, tuningAdvice } from '../capo';
import { withCommand } from '../edits';
import { songGrips } from '../player';
import { formatGrip } from '../fretboard';
import { soundsOf } from '../testing/sounds-of';
import { settledFrame } from './index';

const HEAD = 'tempo: 92\nmeter: 4/4\nfeel: straight\nhand: pick\ncapo: 0\n';
const EASY = '\n[Verse]\n| G | D | Em | C |';
const songOf = (lines: string) => readChart(HEAD + lines).song;
const shapesIn = (lines: string): readonly string[] =>
  songGrips(songOf(lines)).map(({ grip }) => formatGrip(grip));
const downOf = (lines: string): number => settledFrame(songOf(lines)).down;

describe('strings let down as a whole', () => {
  it('are a capo below the nut where the chords are named by their shapes', () => {
    const lines = `tuning: half step down\nnames: shapes${EASY}`;
    expect(shapesIn(lines)).toEqual(['320003', 'xx0232', '022000', 'x32010']);
    expect(settledFrame(songOf(lines)).raised).toBe(-1);
    // The lowest string is E flat, and the third fret of it a G flat.
    expect(soundsOf(songOf(lines))[0]?.[0]).toBe(42);
  });

  it('are strings like any others where the chords are named as they sound', () => {
    const lines = `tuning: half step down\nnames: sounds${EASY}`;
    expect(shapesIn(lines)[0]).toBe('466544');
    expect(soundsOf(songOf(lines))[0]?.[0]).toBe(43);
  });

  it('count with the capo, and nothing is taken away twice', () => {
    const lines = `tuning: whole step down\nnames: shapes\n${EASY}`;
    const song = readChart(lines.replace('tuning', 'capo: 3\ntuning')).song;
    expect(settledFrame(song)).toEqual(jasmine.objectContaining({ capo: 3, down: 2, raised: 1 }));
    expect(soundsOf(song)[0]?.[0]).toBe(44);
  });

  it('are asked about, and read meanwhile as what needs fewer barres', () => {
    const asked = (lines: string): boolean =>
      findingsOf(songOf(lines)).some(({ code }) => code === 'tuned-down');
    const flats = '\n[Verse]\n| Gb | Db | Ebm | B |';
    for (const [lines, down, isAsked] of [
      [`tuning: half step down${EASY}`, 1, true],
      [`tuning: half step down${flats}`, 0, true],
      [`tuning: drop C\n[Verse]\n| D5 | G5 | A5 |`, 2, true],
      [`tuning: C standard${EASY}`, 4, true],
      [`tuning: half step down\nnames: sounds${EASY}`, 0, false],
      [`tuning: drop D${EASY}`, 0, false],
      [`tuning: open D${EASY}`, 0, false],
      [`tuning: E A D G B E${EASY}`, 0, false],
    ] as const)
      expect([lines, downOf(lines), asked(lines)]).toEqual([lines, down, isAsked]);
  });

  it('are settled by one press, as either', () => {
    const song = songOf(`tuning: half step down${EASY}`);
    const found = findingsOf(song).find(({ code }) => code === 'tuned-down');
    const settled = (found?.remedies ?? []).map(({ commands }) =>
      commands.reduce(withCommand, song),
    );
    expect(settled.map(({ frame }) => frame.names)).toEqual(['shapes', 'sounds']);
    for (const one of settled)
      expect(findingsOf(one).some(({ code }) => code === 'tuned-down')).toBe(false);
  });

  it('keep what they are named by through text, and when the capo moves under the sound', () => {
    const song = songOf(`tuning: half step down\nnames: shapes\n${EASY}`);
    expect(readChart(writeChart(song)).song).toEqual(song);
    for (const said of ['by shape', 'Shapes', 'as shapes'])
      expect(readChart(`names: ${said}`).song.frame.names).toBe('shapes');
    for (const said of ['sounding', 'as they sound', 'Sounds'])
      expect(readChart(`Chords are: ${said}`).song.frame.names).toBe('sounds');
    const guessed = songOf(`tuning: half step down${EASY}`);
    const moved = withCommand(guessed, { kind: 'move-capo', capo: 2, keeps: 'sounds' });
    expect(moved.frame.names).toBe('shapes');
    const tones = (one: typeof song): readonly string[] =>
      soundsOf(one).map((notes) =>
        [...new Set(notes.map((note) => note % 12))].sort((a, b) => a - b).join(' '),
      );
    expect(tones(moved)).toEqual(tones(guessed));
  });

  it('are compared with standard tuning by what sounds', () => {
    const advice = tuningAdvice(songOf(`tuning: half step down\nnames: shapes${EASY}`));
    expect(advice?.standard.shapes.map(({ name }) => name)).toEqual(['F#', 'C#', 'D#m', 'B']);
    expect(advice?.own.barres).toBe(0);
    expect(advice?.standard.barres).toBeGreaterThan(1);
  });

  it('leave the best place of the capo where it is when the shapes are open ones', () => {
    const [best] = capoAdvice(songOf(`tuning: half step down\nnames: shapes${EASY}`));
    expect(best?.capo).toBe(0);
  });
});
