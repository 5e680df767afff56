import { PitchDetector } from 'pitchy';
import { Guitar, type GuideEvent, type StringEvent } from './index';

const RATE = 44_100;

function event(midi: number, more: Partial<StringEvent> = {}): GuideEvent {
  const plain = { kind: 'pluck', atS: 0, string: 1, loud: 0.8, ringsS: 4, bright: 0.5 } as const;
  return { ...plain, midi, ...more };
}

function heard(events: readonly GuideEvent[], seconds: number): Float32Array<ArrayBuffer> {
  const guitar = new Guitar(RATE, 3);
  guitar.put(events);
  const out = new Float32Array(Math.round(seconds * RATE));
  guitar.take(out);
  return out;
}

/** The note that sounds at a moment, as another library hears it. */
function midiAt(sound: Float32Array<ArrayBuffer>, atS: number, size = 8192): number {
  const from = Math.round(atS * RATE);
  const detector = PitchDetector.forFloat32Array(size);
  const [hertz] = detector.findPitch(sound.slice(from, from + size), RATE);
  return 69 + 12 * Math.log2(hertz / 440);
}

function power(sound: Float32Array, fromS: number, untilS: number): number {
  const part = sound.subarray(Math.round(fromS * RATE), Math.round(untilS * RATE));
  return Math.sqrt(part.reduce((sum, one) => sum + one * one, 0) / Math.max(1, part.length));
}

describe('the guide guitar', () => {
  for (const midi of [36, 38, 40, 45, 50, 54, 55, 59, 62, 64, 69, 71, 76, 81, 86]) {
    it(`is in tune within 3 cents at ${midi}`, () => {
      expect(Math.abs(midiAt(heard([event(midi)], 1), 0.25) - midi) * 100).toBeLessThan(3);
    });
  }

  it('never is the same twice, and always the same from the start', () => {
    const twice = heard([event(52), event(52, { atS: 1 })], 2);
    const [first, second] = [twice.slice(0, 4000), twice.slice(RATE, RATE + 4000)];
    expect(first.some((one, at) => Math.abs(one - (second[at] ?? 0)) > 0.01)).toBeTrue();
    const [one, two] = [heard([event(52)], 0.2), heard([event(52)], 0.2)];
    expect(one.every((each, at) => Math.abs(each - (two[at] ?? 1)) < 1e-5)).toBeTrue();
  });

  it('rings and dies; muted and palm-muted it dies sooner, damped at once', () => {
    const open = heard([event(50)], 2);
    expect(power(open, 0.9, 1)).toBeGreaterThan(power(open, 0, 0.1) / 60);
    expect(power(open, 1.8, 1.9)).toBeLessThan(power(open, 0.3, 0.4));
    const palm = heard([event(50, { ringsS: 0.3, bright: 0.15 })], 1);
    expect(power(palm, 0.45, 0.5)).toBeLessThan(power(open, 0.45, 0.5) / 4);
    const dead = heard([event(50, { ringsS: 0.07, bright: 0.2 })], 1);
    expect(power(dead, 0.15, 0.2)).toBeLessThan(power(open, 0.15, 0.2) / 10);
    const damped = heard([event(50), event(0, { kind: 'mute', atS: 0.5 })], 1);
    expect(power(damped, 0.7, 0.8)).toBeLessThan(power(open, 0.7, 0.8) / 10);
  });

  it('loses its highs before its lows', () => {
    const rough = (sound: Float32Array, fromS: number): number => {
      const from = Math.round(fromS * RATE);
      let edges = 0;
      for (let at = from; at < from + 4000; at += 1)
        edges += ((sound[at + 1] ?? 0) - (sound[at] ?? 0)) ** 2;
      return Math.sqrt(edges / 4000) / power(sound, fromS, fromS + 4000 / RATE);
    };
    const sound = heard([event(45)], 2);
    expect(rough(sound, 0.8)).toBeLessThan(rough(sound, 0.02) / 2);
  });

  it('bends up to its note and is let down again', () => {
    const ways = [
      { fromS: 0.2, untilS: 0.4, fromMidi: 62, toMidi: 64 },
      { fromS: 0.8, untilS: 1, fromMidi: 64, toMidi: 62 },
    ];
    const sound = heard([event(62, { ways })], 1.6);
    expect(midiAt(sound, 0.03, 4096)).toBeCloseTo(62, 0);
    expect(Math.abs(midiAt(sound, 0.5) - 64)).toBeLessThan(0.06);
    expect(Math.abs(midiAt(sound, 1.1) - 62)).toBeLessThan(0.06);
  });

  it('slides on the string that rings, without a stroke', () => {
    const way = { fromS: 0.5, untilS: 0.6, fromMidi: 60, toMidi: 65 };
    const sound = heard([event(60), event(65, { kind: 'slide', atS: 0.5, ways: [way] })], 1.2);
    expect(Math.abs(midiAt(sound, 0.7) - 65)).toBeLessThan(0.06);
    expect(power(sound, 0.6, 0.65)).toBeLessThan(power(sound, 0.02, 0.07));
  });

  it('is hammered softer than it is plucked', () => {
    const hammered = heard([event(60), event(62, { kind: 'fret', atS: 0.5 })], 1);
    const plucked = heard([event(60), event(62, { atS: 0.5 })], 1);
    expect(Math.abs(midiAt(hammered, 0.6) - 62)).toBeLessThan(0.06);
    expect(power(hammered, 0.5, 0.55)).toBeLessThan(power(plucked, 0.5, 0.55));
  });

  it('swells in from nothing, and wavers about its note', () => {
    const swell = heard([event(57, { swellS: 0.6 })], 1);
    expect(power(swell, 0, 0.05)).toBeLessThan(power(swell, 0.4, 0.5));
    const sound = heard([event(69, { vibrato: { fromS: 0.2, untilS: 1.4 } })], 1.5);
    const notes = Array.from({ length: 12 }, (_, at) => midiAt(sound, 0.4 + at * 0.06, 2048));
    expect(Math.max(...notes) - Math.min(...notes)).toBeGreaterThan(0.15);
    expect(notes.every((one) => Math.abs(one - 69) < 0.6)).toBeTrue();
  });

  it('knocks without a note, and stays within its bounds however much is struck', () => {
    const knock = heard([{ kind: 'hit', atS: 0.1, loud: 1 }], 0.5);
    expect(power(knock, 0, 0.09)).toBe(0);
    expect(power(knock, 0.1, 0.14)).toBeGreaterThan(0.05);
    expect(power(knock, 0.4, 0.5)).toBeLessThan(0.005);
    const all = Array.from({ length: 600 }, (_, at) =>
      event(40 + (at % 45), {
        atS: at / 300,
        string: 1 + (at % 8),
        loud: 1.4,
        ringsS: 7,
        bright: 1,
      }),
    );
    const sound = heard(all, 4);
    expect(sound.every((one) => Number.isFinite(one) && Math.abs(one) <= 1)).toBeTrue();
  });
});
