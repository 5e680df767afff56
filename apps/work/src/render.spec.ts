import { PitchDetector } from 'pitchy';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import wavefile from 'wavefile';
import { work } from './work';

const RATE = 44_100;
const SONG =
  'tempo: 120\nmeter: 4/4\ncapo: 2\nriff a 4/4: 6: 0 . . . | 1: 5 . . .\n[A]\n| Em | Em |\n[B] riff a\n| Em | Em |\ngrip Em: 022000';

function answer(verb: string, input: object): Record<string, unknown> {
  const done = work(verb, JSON.stringify(input));
  if (done.exit !== 0) throw new Error(JSON.stringify(done));
  return done.answer as Record<string, unknown>;
}

describe('work render', () => {
  const folder = mkdtempSync(join(tmpdir(), 'render-'));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });

  function render(
    more: object,
    name = 'a.wav',
  ): { sound: Float32Array<ArrayBuffer>; said: object } {
    const wav = join(folder, name);
    const said = answer('render', { song: SONG, wav, ...more });
    const file = new wavefile.WaveFile(readFileSync(wav));
    const { sampleRate, numChannels } = file.fmt as { sampleRate: number; numChannels: number };
    expect([sampleRate, numChannels]).toEqual([RATE, 1]);
    const samples = file.getSamples(false, Float64Array);
    return { sound: Float32Array.from(samples, (one) => one / 32_768), said };
  }

  it('says what expected says, and writes just that', () => {
    const asked = { section: 'A', bpm: 60 };
    const { said, sound } = render(asked);
    const { wav, ...rest } = said as Record<string, unknown>;
    expect(wav).toBe(join(folder, 'a.wav'));
    expect(rest).toEqual(answer('expected', { song: SONG, ...asked }));
    expect(sound.length).toBe((8 + 2) * RATE);
  });

  it('sounds in tune, with the capo', () => {
    const { sound } = render({ section: 'B' });
    const detector = PitchDetector.forFloat32Array(8192);
    const at = (seconds: number): number => {
      const from = Math.round(seconds * RATE);
      const [hertz] = detector.findPitch(sound.slice(from, from + 8192), RATE);
      return 69 + 12 * Math.log2(hertz / 440);
    };
    expect(Math.abs(at(0.3) - 42)).toBeLessThan(0.03);
    expect(Math.abs(at(2.3) - 71)).toBeLessThan(0.03);
  });

  it('has a click only where it is asked for', () => {
    const [plain, clicked] = [render({}), render({ click: true })];
    expect(
      plain.sound.some((one, at) => Math.abs(one - (clicked.sound[at] ?? 0)) > 0.05),
    ).toBeTrue();
  });

  it('tells what it cannot do, and where', () => {
    expect(answer('render', { song: SONG, wav: join(folder, 'no', 'where.wav') })['error']).toEqual(
      jasmine.objectContaining({ code: 'path', at: 'wav' }),
    );
    expect(answer('render', { song: SONG })['error']).toEqual(
      jasmine.objectContaining({ at: 'wav' }),
    );
  });
});
