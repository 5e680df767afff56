/** How a string is made to sound. */
export interface Pluck {
  readonly hertz: number;
  /** 0 to 1, and a little over for an accent. */
  readonly loud: number;
  /** Seconds in which it dies to a thousandth. */
  readonly ringsS: number;
  /** 0 dull to 1 bright. */
  readonly bright: number;
}

/** The way a pitch goes: from one to another between two samples; in between along a straight line. */
export interface Glide {
  readonly fromSample: number;
  readonly untilSample: number;
  readonly fromHertz: number;
  readonly toHertz: number;
}

const LOWEST_HERTZ = 25;
/** The pitch is set anew every so many samples while it moves. */
const CONTROL = 32;
const SILENT = 1e-5;
/** The string is struck at this part of its length, counted from the bridge. */
const PICK_AT = 0.13;
/** How much of the pick itself is heard. */
const PICK_NOISE = 0.35;
/** How much the high harmonics run ahead on a stiff string. */
const STIFFNESS = 0.12;

/** A round keeps no more than this of itself, so that nothing ever grows. */
const MOST_KEPT = 0.99995;
const LN_1000 = Math.log(1000);

/**
 * One string of the guide guitar: a burst of noise that goes round a delay line and loses a little of
 * itself, most of the highs, at every round (digital waveguide after Karplus and Strong, with the fraction
 * of a sample made up by an allpass, so that it is in tune, and another one for stiffness).
 */
export class StringVoice {
  private readonly line: Float32Array;
  private write = 0;
  private delay = 100;
  private fraction = 0;
  private damp = 0.3;
  private keep = 0.99;
  private low = 0;
  private tuneIn = 0;
  private tuneOut = 0;
  private stiffIn = 0;
  private stiffOut = 0;
  private hertz = 110;
  private ringsS = 3;
  private swell: { from: number; until: number } | undefined;
  private vibrato: { from: number; until: number } | undefined;
  private glides: readonly Glide[] = [];
  private isSounding = false;
  /** What is still to be put into the line: the burst of the last stroke. */
  private burst: Float32Array = new Float32Array(0);
  private burstAt = 0;

  constructor(
    private readonly sampleRate: number,
    private readonly random: () => number,
  ) {
    this.line = new Float32Array(Math.ceil(sampleRate / LOWEST_HERTZ) + 8);
  }

  /** The same string as it rings now. */
  copy(): StringVoice {
    const copy = new StringVoice(this.sampleRate, this.random);
    return Object.assign(copy, this, { line: this.line.slice() });
  }

  get isSilent(): boolean {
    return !this.isSounding;
  }

  /** Strikes the string. */
  pluck({ hertz, loud, ringsS, bright }: Pluck): void {
    this.glides = [];
    this.swell = undefined;
    this.vibrato = undefined;
    this.ringsS = ringsS;
    this.damp = dampOf(hertz, bright);
    this.tune(hertz);
    this.excite(loud, bright);
    this.isSounding = true;
  }

  /** Brings another pitch to the string that rings, with a small knock of the finger. */
  fret({ hertz, loud, ringsS, bright }: Pluck): void {
    if (this.isSilent) {
      this.pluck({ hertz, loud, ringsS, bright });
      return;
    }
    this.glides = [];
    this.vibrato = undefined;
    this.ringsS = ringsS;
    this.damp = dampOf(hertz, bright);
    this.tune(hertz);
    this.excite(loud * 0.3, bright * 0.6, 0.5);
  }

  /** Lets the pitch go its way; the last of the ways is where it stays. */
  glide(glides: readonly Glide[]): void {
    this.glides = glides;
  }

  /** The sound comes in from nothing. */
  swellIn(from: number, until: number): void {
    this.swell = { from, until };
  }

  /** The pitch wavers about where it is. */
  waver(from: number, until: number): void {
    this.vibrato = { from, until };
  }

  /** Lays a finger on the string: it dies at once. */
  mute(): void {
    this.ringsS = 0.09;
    this.glides = [];
    this.damp = Math.max(this.damp, 0.5);
    this.tune(this.hertz);
  }

  /** Adds so many samples of its sound. */
  addTo(out: Float32Array, { from, until, at }: { from: number; until: number; at: number }): void {
    if (this.isSilent) return;
    const { line } = this;
    const size = line.length;
    let loudest = 0;
    for (let place = from; place < until; place += 1) {
      const sample = at + place - from;
      if ((sample & (CONTROL - 1)) === 0) this.steer(sample);
      let read = this.write - this.delay;
      if (read < 0) read += size;
      const x = line[read] ?? 0;
      // The fraction of a sample.
      const tuned = this.fraction * (x - this.tuneOut) + this.tuneIn;
      this.tuneIn = x;
      this.tuneOut = tuned;
      const stiff = STIFFNESS * (tuned - this.stiffOut) + this.stiffIn;
      this.stiffIn = tuned;
      this.stiffOut = stiff;
      this.low = (1 - this.damp) * stiff + this.damp * this.low;
      const struck = this.burstAt < this.burst.length ? (this.burst[this.burstAt++] ?? 0) : 0;
      const next = this.low * this.keep + struck;
      line[this.write] = next;
      this.write = this.write + 1 === size ? 0 : this.write + 1;
      out[place] = (out[place] ?? 0) + next * this.gainAt(sample);
      loudest = Math.max(loudest, Math.abs(next));
    }
    if (loudest < SILENT && this.burstAt >= this.burst.length) this.isSounding = false;
  }

  /**
   * A burst as long as a round of the string: the force of a string that was drawn aside at one place and
   * let go, which is one way for that part of the round and the other way for the rest, with a little of
   * the noise of the pick, all softened.
   */
  private excite(loud: number, bright: number, keepBefore = 0.15): void {
    const length = Math.max(2, Math.round(this.sampleRate / this.hertz));
    const drawn = Math.max(1, Math.round(length * PICK_AT));
    const back = -drawn / Math.max(1, length - drawn);
    const soft = 0.6 - 0.55 * bright;
    let low = 0;
    const shaped = new Float32Array(length).map((_, at) => {
      const force = at < drawn ? 1 : back;
      low = (1 - soft) * (force + PICK_NOISE * (this.random() * 2 - 1)) + soft * low;
      return low;
    });
    const mean = shaped.reduce((sum, one) => sum + one, 0) / length;
    const power = Math.sqrt(shaped.reduce((sum, one) => sum + (one - mean) ** 2, 0) / length);
    const gain = (0.28 * loud) / Math.max(1e-9, power);
    this.burst = shaped.map((one) => (one - mean) * gain);
    this.burstAt = 0;
    // The pick stops what rang before it strikes.
    for (let at = 0; at < this.line.length; at += 1)
      this.line[at] = (this.line[at] ?? 0) * keepBefore;
    this.low *= keepBefore;
    this.tuneIn *= keepBefore;
    this.tuneOut *= keepBefore;
    this.stiffIn *= keepBefore;
    this.stiffOut *= keepBefore;
  }

  private gainAt(sample: number): number {
    if (!this.swell) return 1;
    const { from, until } = this.swell;
    return Math.min(1, Math.max(0, (sample - from) / Math.max(1, until - from)));
  }

  /** Sets the pitch to where it has got to, where it moves. */
  private steer(sample: number): void {
    if (this.glides.length === 0 && !this.vibrato) return;
    const way =
      this.glides.find((one) => sample < one.untilSample) ?? this.glides[this.glides.length - 1];
    let hertz = this.hertz;
    if (way) {
      const whole = Math.max(1, way.untilSample - way.fromSample);
      const part = Math.min(1, Math.max(0, (sample - way.fromSample) / whole));
      hertz = way.fromHertz * (way.toHertz / way.fromHertz) ** part;
      if (part === 1 && this.glides[this.glides.length - 1] === way) {
        this.glides = [];
        this.hertz = hertz;
      }
    }
    if (this.vibrato && sample >= this.vibrato.from) {
      const seconds = (sample - this.vibrato.from) / this.sampleRate;
      hertz *= 2 ** ((0.22 / 12) * Math.sin(2 * Math.PI * 5.2 * seconds));
      if (sample > this.vibrato.until) this.vibrato = undefined;
    }
    this.setDelay(hertz);
  }

  private tune(hertz: number): void {
    this.hertz = Math.max(LOWEST_HERTZ, hertz);
    this.setDelay(this.hertz);
  }

  /** One round, all filters together, takes 1/f. */
  private setDelay(hertz: number): void {
    const w = (2 * Math.PI * hertz) / this.sampleRate;
    const round = this.sampleRate / hertz;
    const left = round - lowpassDelay(this.damp, w) - allpassDelay(STIFFNESS, w);
    // What is written is read a sample later at the soonest; the allpass makes up 0.5 to 1.5 samples.
    const whole = Math.max(1, Math.floor(left - 0.5));
    const fraction = left - whole;
    this.delay = Math.min(this.line.length - 1, whole);
    this.fraction = (1 - fraction) / (1 + fraction);
    for (let turn = 0; turn < 3; turn += 1) {
      const error = allpassDelay(this.fraction, w) - fraction;
      this.fraction += error * 0.5;
    }
    this.keep = Math.min(MOST_KEPT, Math.exp(-LN_1000 / (hertz * this.ringsS)));
  }
}

/** How much of the highs is lost at each round; less on high notes, which go round more often. */
function dampOf(hertz: number, bright: number): number {
  return (0.62 - 0.42 * bright) * Math.min(1, 150 / hertz) ** 0.75;
}

/** Phase delay, in samples, of a one-pole lowpass y = (1 − a)·x + a·y₁ at an angular frequency. */
function lowpassDelay(a: number, w: number): number {
  return Math.atan2(a * Math.sin(w), 1 - a * Math.cos(w)) / w;
}

/** Phase delay, in samples, of a first-order allpass with coefficient c at an angular frequency. */
function allpassDelay(c: number, w: number): number {
  const [s, k] = [Math.sin(w), Math.cos(w)];
  // H = (c + z⁻¹)/(1 + c·z⁻¹)
  const top = Math.atan2(-s, c + k);
  const bottom = Math.atan2(-c * s, 1 + c * k);
  return (bottom - top) / w;
}
