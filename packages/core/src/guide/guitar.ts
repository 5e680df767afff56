import { OTHER_GUITAR, type GuideEvent, type PitchWay } from './events';
import { seeded } from '../random';
import { StringVoice, type Glide } from './string';

const A4_HERTZ = 440;
const A4_MIDI = 69;
/** No two strokes are quite alike: so many cents, and so much of the loudness. */
const DETUNED_CENTS = 1.2;
const UNEVEN = 0.07;
const OUT_LOUD = 0.5;

/** What the body adds: where it rings, how narrowly, how much; the air, the top, the back. */
const BODY: readonly { readonly hertz: number; readonly width: number; readonly gain: number }[] = [
  { hertz: 98, width: 22, gain: 0.7 },
  { hertz: 204, width: 34, gain: 0.6 },
  { hertz: 410, width: 70, gain: 0.4 },
];
const KNOCK_S = 0.12;
const KNOCK_HERTZ = 92;

/** A resonance of two poles, as the body has some. */
class Resonance {
  private one = 0;
  private two = 0;
  private readonly a: number;
  private readonly b: number;
  private readonly scale: number;

  constructor(sampleRate: number, { hertz, width, gain }: (typeof BODY)[number]) {
    const radius = Math.exp((-Math.PI * width) / sampleRate);
    const w = (2 * Math.PI * hertz) / sampleRate;
    this.a = 2 * radius * Math.cos(w);
    this.b = -radius * radius;
    // So much where it rings most.
    this.scale =
      gain * (1 - radius) * Math.sqrt(1 - 2 * radius * Math.cos(2 * w) + radius * radius);
  }

  copy(): Resonance {
    return Object.assign(Object.create(Resonance.prototype) as Resonance, this);
  }

  next(x: number): number {
    const y = this.scale * x + this.a * this.one + this.b * this.two;
    this.two = this.one;
    this.one = y;
    return y;
  }
}

/**
 * A guitar that plays: what its strings do is put to it, and its sound is taken piece by piece.
 *
 * @example
 * new Guitar(8000).take(new Float32Array(4)) // undefined
 */
export class Guitar {
  private readonly random: () => number;
  private readonly voices = new Map<number, StringVoice>();
  private readonly body: readonly Resonance[];
  private readonly scratch = new Float32Array(2048);
  private queue: GuideEvent[] = [];
  private before = 0;
  private steady = 0;
  private knock: { at: number; loud: number } | undefined;
  /** Samples that were taken. */
  private taken = 0;

  constructor(
    private readonly sampleRate: number,
    seed = 1,
  ) {
    this.random = seeded(seed);
    this.body = BODY.map((one) => new Resonance(sampleRate, one));
  }

  /** The same guitar as it rings now. */
  copy(): Guitar {
    const voices = [...this.voices].map(([string, voice]) => [string, voice.copy()] as const);
    return Object.assign(new Guitar(this.sampleRate), this, {
      voices: new Map(voices),
      body: this.body.map((one) => one.copy()),
      queue: [...this.queue],
    });
  }

  /** Puts events behind those that wait; their times are of the guitar's own clock. */
  put(events: readonly GuideEvent[]): void {
    this.queue = [...this.queue, ...events].sort((a, b) => a.atS - b.atS);
  }

  /** Forgets what waits; what rings goes on. */
  clear(): void {
    this.queue = [];
  }

  /** Takes the next piece of sound. */
  take(out: Float32Array): void {
    let done = 0;
    while (done < out.length) {
      this.startDue();
      const next = this.queue[0];
      const wait = next ? this.sampleOf(next.atS) - this.taken : Infinity;
      const count = Math.min(this.scratch.length, out.length - done, Math.max(1, wait));
      this.sum(out, done, count);
      done += count;
      this.taken += count;
    }
  }

  private sampleOf(atS: number): number {
    return Math.round(atS * this.sampleRate);
  }

  private startDue(): void {
    while (this.queue[0] && this.sampleOf(this.queue[0].atS) <= this.taken) {
      const [event] = this.queue.splice(0, 1);
      if (event) this.start(event);
    }
  }

  private start(event: GuideEvent): void {
    if (event.kind === 'hit') {
      this.hit(event.loud);
      return;
    }
    const voice = this.voiceOf(event.string);
    if (event.kind === 'mute') {
      voice.mute();
      return;
    }
    const uneven = 1 + UNEVEN * (this.random() * 2 - 1);
    const cents = DETUNED_CENTS * (this.random() * 2 - 1);
    const { ringsS, bright } = event;
    const loud = event.loud * uneven;
    const start = event.ways?.[0]?.fromMidi ?? event.midi;
    const pluck = { hertz: hertzOf(start + cents / 100), loud, ringsS, bright };
    if (event.kind === 'pluck') voice.pluck(pluck);
    else if (event.kind === 'fret') voice.fret(pluck);
    if (event.ways) voice.glide(event.ways.map((way) => this.glideOf(way)));
    if (event.vibrato)
      voice.waver(this.sampleOf(event.vibrato.fromS), this.sampleOf(event.vibrato.untilS));
    if (event.swellS !== undefined)
      voice.swellIn(this.taken, this.taken + this.sampleOf(event.swellS));
  }

  /** A knock on the top lays the hand on the strings; another guitar rings on. */
  private hit(loud: number): void {
    this.knock = { at: this.taken, loud };
    for (const [string, voice] of this.voices) if (string < OTHER_GUITAR) voice.mute();
  }

  private glideOf({ fromS, untilS, fromMidi, toMidi }: PitchWay): Glide {
    return {
      fromSample: this.sampleOf(fromS),
      untilSample: this.sampleOf(untilS),
      fromHertz: hertzOf(fromMidi),
      toHertz: hertzOf(toMidi),
    };
  }

  private voiceOf(string: number): StringVoice {
    const known = this.voices.get(string);
    if (known) return known;
    const voice = new StringVoice(this.sampleRate, this.random);
    this.voices.set(string, voice);
    return voice;
  }

  /** All strings together, through the body. */
  private sum(out: Float32Array, from: number, count: number): void {
    const strings = this.scratch.subarray(0, count).fill(0);
    for (const voice of this.voices.values()) {
      voice.addTo(strings, { from: 0, until: count, at: this.taken });
    }
    for (let place = 0; place < count; place += 1) {
      const dry = (strings[place] ?? 0) + this.knockAt(this.taken + place);
      // What stands still is no sound.
      this.steady = dry - this.before + 0.9985 * this.steady;
      this.before = dry;
      let wet = this.steady;
      for (const one of this.body) wet += one.next(this.steady);
      out[from + place] = Math.tanh(wet * OUT_LOUD);
    }
  }

  /** A knock on the top: a thud with a little of the hand's noise. */
  private knockAt(sample: number): number {
    if (!this.knock) return 0;
    const seconds = (sample - this.knock.at) / this.sampleRate;
    if (seconds > KNOCK_S) {
      this.knock = undefined;
      return 0;
    }
    const thud = Math.sin(2 * Math.PI * KNOCK_HERTZ * seconds) * Math.exp(-40 * seconds);
    const noise = (this.random() * 2 - 1) * Math.exp(-180 * seconds) * 0.5;
    return this.knock.loud * (thud + noise);
  }
}

function hertzOf(midi: number): number {
  return A4_HERTZ * 2 ** ((midi - A4_MIDI) / 12);
}
