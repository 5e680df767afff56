/** How loud the first echo is beside what was played, and each one beside the one before. */
const FIRST = 0.35;
const AGAIN = 0.32;
/** No echo comes later than this. */
const LONGEST_S = 4;

/**
 * An echo: what was played comes again after a time, quieter each time.
 *
 * @example
 * new Echo(8000, 0).lengthS // 0
 */
export class Echo {
  private line: Float32Array;
  private at = 0;
  /** After so many seconds it comes again; 0 for none. */
  readonly lengthS: number;

  constructor(
    private readonly sampleRate: number,
    lengthS: number,
  ) {
    this.lengthS = Math.min(LONGEST_S, Math.max(0, lengthS));
    this.line = new Float32Array(Math.round(this.lengthS * sampleRate));
  }

  /** The same echo as it is now. */
  copy(): Echo {
    const same = new Echo(this.sampleRate, this.lengthS);
    return Object.assign(same, { line: this.line.slice(), at: this.at });
  }

  /** Puts the echo into a piece of sound. */
  addTo(sound: Float32Array): void {
    const { length } = this.line;
    if (length === 0) return;
    for (let place = 0; place < sound.length; place += 1) {
      const before = this.line[this.at] ?? 0;
      const now = sound[place] ?? 0;
      sound[place] = now + FIRST * before;
      this.line[this.at] = now + AGAIN * before;
      this.at = (this.at + 1) % length;
    }
  }
}
