import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Guitar } from '@harvu/core/guide';
import wavefile from 'wavefile';
import { work } from './work';
import { SAMPLE_RATE, writeWav } from './wav-file';

const SONG =
  'tempo: 92\npattern s 4/4: D - D U - U D U\n[A] pattern s\n| G | D | Em | C |\ngrip G: 320003\ngrip D: xx0232\ngrip Em: 022000\ngrip C: x32010';

function answer<T>(verb: string, input: object): T {
  const done = work(verb, JSON.stringify(input));
  if (done.exit !== 0) throw new Error(JSON.stringify(done));
  return done.answer as T;
}

interface Simulated {
  readonly onsetsS: readonly number[];
  readonly truth: {
    readonly missed: readonly number[];
    readonly lateMs: readonly (number | null)[];
  };
}

interface Taken {
  readonly clean: boolean;
  readonly missed: number;
  readonly worst: object | null;
  readonly lateMs: readonly (number | null)[];
}

describe('takes at the command', () => {
  const folder = mkdtempSync(join(tmpdir(), 'takes-'));
  const wav = join(folder, 'a.wav');
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });

  function simulate(player: object): Simulated {
    return answer('simulate', { song: SONG, bpm: 80, seed: 4, player, wav });
  }

  function take(onsetsS: readonly number[]): Taken {
    const { strokes } = answer<{ strokes: readonly object[] }>('expected', { song: SONG, bpm: 80 });
    return answer('take', {
      expected: strokes.map((one) => {
        const { atS, chordChange, chord } = one as Record<string, unknown>;
        return { atS, chordChange, chord };
      }),
      onsetsS,
    });
  }

  it('are heard from their sound as they were played, and judged', () => {
    const { onsetsS, truth } = simulate({ jitterMs: 8, slowChanges: ['Em C'], missed: [5] });
    const heard = answer<{ onsetsS: readonly number[] }>('onsets', { wav }).onsetsS;
    expect(truth.missed).toEqual([5]);
    expect(heard.length).toBe(onsetsS.length);
    expect(Math.max(...heard.map((one, at) => Math.abs(one - (onsetsS[at] ?? 9))))).toBeLessThan(
      0.03,
    );
    for (const played of [onsetsS, heard])
      expect(take(played)).toEqual(
        jasmine.objectContaining({
          ...{ clean: false, missed: 1 },
          worst: jasmine.objectContaining({ kind: 'change', from: 'Em', to: 'C' }),
        }),
      );
  });

  it('are clean where nothing is wrong', () => {
    expect(take(simulate({ jitterMs: 8 }).onsetsS)).toEqual(
      jasmine.objectContaining({ clean: true, missed: 0, worst: null }),
    );
  });

  it('tune a plucked string to two cents', () => {
    const guitar = new Guitar(SAMPLE_RATE, 5);
    guitar.put([
      { kind: 'pluck', atS: 0.1, string: 1, midi: 45.2, loud: 0.8, ringsS: 4, bright: 0.5 },
    ]);
    const sound = new Float32Array(SAMPLE_RATE * 2);
    guitar.take(sound);
    writeWav(wav, sound);
    const { midi, cents } = answer<{ midi: number; cents: number }>('tune', { wav });
    expect(midi).toBe(45);
    expect(Math.abs(cents - 20)).toBeLessThan(2);
  });

  it('are heard the same in any usual kind of file', () => {
    const { onsetsS } = simulate({ jitterMs: 5 });
    const counts = ['16', '24', '32f', '8'].flatMap((depth) =>
      [1, 2].map((channels) => {
        const file = new wavefile.WaveFile(readFileSync(wav));
        const samples = file.getSamples(false, Int16Array) as unknown as Int16Array;
        const copy = new wavefile.WaveFile();
        const all = Array.from({ length: channels }, () => samples);
        copy.fromScratch(channels, SAMPLE_RATE, '16', channels === 1 ? samples : all);
        if (depth !== '16') copy.toBitDepth(depth);
        const path = join(folder, `${depth}-${channels}.wav`);
        writeFileSync(path, copy.toBuffer());
        return answer<{ onsetsS: readonly number[] }>('onsets', { wav: path }).onsetsS.length;
      }),
    );
    expect(counts).toEqual(counts.map(() => onsetsS.length));
  });

  it('say what they cannot do, and where', () => {
    const errorOf = (verb: string, input: object): unknown =>
      answer<Record<string, unknown>>(verb, input)['error'];
    const text = join(folder, 'no.wav');
    writeFileSync(text, 'This is no sound.');
    const at = (code: string, place: string): unknown =>
      jasmine.objectContaining({ code, at: place });
    expect(errorOf('onsets', { wav: join(folder, 'nowhere.wav') })).toEqual(at('path', 'wav'));
    expect(errorOf('tune', { wav: text })).toEqual(at('wav', 'wav'));
    writeWav(wav, new Float32Array(SAMPLE_RATE));
    expect(errorOf('tune', { wav })).toEqual(at('no-note', 'wav'));
    expect(errorOf('take', { expected: [{ atS: 2 }, { atS: 1 }], onsetsS: [] })).toEqual(
      at('order', 'expected[1].atS'),
    );
    expect(errorOf('simulate', { song: SONG, bpm: 80, section: 'Z' })).toEqual(
      at('input', 'section'),
    );
    expect(errorOf('take', { expected: [], onsetsS: ['soon'] })).toEqual(at('input', 'onsetsS[0]'));
  });
});
