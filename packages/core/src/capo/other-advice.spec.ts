import fc from 'fast-check';
import { readChart } from '../chart';
import { keyChanges, tuningAdvice, voiceAdvice } from './index';

const GUITAR = readChart('tempo: 90\n[A]\n| G | D | Em | C |').song;
const range = (low: number, high: number) => ({ low, high });

describe('a key for a voice', () => {
  it('is one in which it reaches all of the tune, the easy shapes kept by the capo', () => {
    const { fits, tooWide, options } = voiceAdvice(GUITAR, {
      ...{ tune: range(55, 69), voice: range(57, 74) },
    });
    expect([fits, tooWide]).toEqual([{ from: 2, to: 5 }, 0]);
    expect(options.map(({ higher, key, capo }) => [higher, key, capo])).toEqual([
      [2, 'A', 2],
      [3, 'Bb', 3],
      [4, 'B', 4],
      [5, 'C', 5],
    ]);
    expect(options[0]?.shapes.map(({ name }) => name)).toEqual(['G', 'D', 'Em', 'C']);
  });

  it('is the one that misses least where the tune is wider than the voice', () => {
    const { fits, tooWide, options } = voiceAdvice(GUITAR, {
      ...{ tune: range(50, 74), voice: range(57, 70) },
    });
    expect([fits, tooWide, options.length]).toEqual([null, 11, 1]);
    // Two notes too low become as many too high.
    expect(
      Math.abs(57 - (50 + (options[0]?.higher ?? 0)) - (74 + (options[0]?.higher ?? 0) - 70)),
    ).toBeLessThan(2);
  });

  it('never asks a voice for a note it has not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 45, max: 60 }), fc.nat(12), fc.nat(20), (low, wide, more) => {
        const [tune, voice] = [range(low, low + wide), range(low - 3, low - 3 + wide + more)];
        for (const { higher } of voiceAdvice(GUITAR, { tune, voice }).options) {
          expect(tune.low + higher).toBeGreaterThanOrEqual(voice.low);
          expect(tune.high + higher).toBeLessThanOrEqual(voice.high);
        }
      }),
      { numRuns: 6 },
    );
  });
});

describe('a key change inside a song', () => {
  const raised = (verse: string) =>
    readChart(
      `tempo: 60\nmap: Verse, Chorus, Verse +2\n[Verse]\n${verse}\n[Chorus]\n| C | D | - | - |`,
    ).song;

  it('asks for new grips, or for the capo to move in the silence there is', () => {
    const [change, ...more] = keyChanges(raised('| G | C |'));
    expect(more).toEqual([]);
    expect(change?.newGrips).toEqual(['A']);
    expect(change?.minutes).toBeGreaterThan(0);
    expect([change?.section, change?.semitones, change?.capoTo]).toEqual(['Verse', 2, 2]);
    expect([change?.secondsThere, change?.secondsNeeded, change?.barSeconds]).toEqual([8, 4, 4]);
  });

  it('leaves the capo where it would go below the nut', () => {
    const down = readChart('map: A, A -2\n[A]\n| G | C |').song;
    expect(keyChanges(down).map(({ capoTo }) => capoTo)).toEqual([null]);
  });

  it('is nothing where a song stays in its key', () => {
    expect(keyChanges(GUITAR)).toEqual([]);
    expect(keyChanges(readChart('').song)).toEqual([]);
  });
});

describe('a tuning beside standard', () => {
  it('tells what it makes easier, what is lost without it, and what retuning costs', () => {
    const song = readChart('tempo: 76\ntuning: D A D G B E\n[A]\n| D | Gm | A | D |').song;
    const advice = tuningAdvice(song);
    expect([advice?.strings, advice?.seconds]).toEqual([1, 15]);
    expect([advice?.own.lowest, advice?.standard.lowest]).toEqual([38, 43]);
    expect(advice?.own.openShare).toBeGreaterThan(0);
    expect(advice?.standard.shapes.map(({ name }) => name)).toEqual(['D', 'Gm', 'A']);
  });

  it('is nothing in standard tuning, or on another number of strings', () => {
    expect(tuningAdvice(GUITAR)).toBeUndefined();
    expect(tuningAdvice(readChart('tuning: G C E A\n[A]\n| C |').song)).toBeUndefined();
  });
});
