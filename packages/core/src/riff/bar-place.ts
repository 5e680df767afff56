/** How long the bars of a riff are. */
export interface RiffMeter {
  readonly meterBeats: number;
  /** Beats of the first bar, where it is a pickup. */
  readonly pickup?: number;
}

/**
 * Gives the bar a beat of a riff falls in, from 1; beats of a pickup are in bar 0.
 *
 * @example
 * barOf(5, { meterBeats: 4, pickup: 2 }) // 1
 */
export function barOf(beat: number, { meterBeats, pickup }: RiffMeter): number {
  const into = beat - (pickup ?? 0);
  return Math.floor(into / meterBeats + 1e-9) + 1;
}

/**
 * Says where a beat of a riff falls: "bar 3", or "bar 3 beat 2" where it is not the first.
 *
 * @example
 * placeWords(9, { meterBeats: 4 }) // 'bar 3 beat 2'
 */
export function placeWords(beat: number, meter: RiffMeter): string {
  const bar = barOf(beat, meter);
  const start = (bar - 1) * meter.meterBeats + (meter.pickup ?? 0);
  const into = beat - start + 1;
  return Math.abs(into - 1) < 1e-9 ? `bar ${bar}` : `bar ${bar} ${beatWords(into)}`;
}

/**
 * Says where a beat falls in a run of notes that begins at another beat, its bars counted from where it
 * begins: "beat 3" in the first of them, else "bar 2". A start in the later half of a bar leads to bar 1.
 *
 * @example
 * placeWithin({ beat: 12, begins: 8 }, { meterBeats: 4 }) // 'bar 2'
 */
export function placeWithin(
  { beat, begins }: { readonly beat: number; readonly begins: number },
  meter: RiffMeter,
): string {
  const first = barOf(begins + meter.meterBeats / 2, meter);
  const within = beat - (first - 1) * meter.meterBeats;
  const bar = barOf(within, meter);
  if (bar > 1) return placeWords(within, meter);
  const start = bar === 1 ? (meter.pickup ?? 0) : begins - (first - 1) * meter.meterBeats;
  return beatWords(within - start + 1);
}

/** "beat 2", or "the & of 2" half a beat later; smaller parts are told by the beat they are in. */
function beatWords(into: number): string {
  const beat = Math.floor(into + 1e-9);
  return Math.abs(into - beat - 0.5) < 1e-9 ? `the & of ${beat}` : `beat ${beat}`;
}
