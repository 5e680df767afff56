import {
  addBeats,
  beatsToNumber,
  shareBeats,
  subtractBeats,
  timesBeats,
  type Beats,
} from '../units';
import type { Riff, RiffNote } from './note';
import type { RiffFrame } from './read';

/** Finer than this nobody counts: a bar is cut into at most so many slots. */
const MOST_SLOTS = 96;
const REACHED: Readonly<Partial<Record<RiffNote['how'], string>>> = {
  hammered: 'h',
  'pulled off': 'p',
  'slid up': '/',
  'slid down': '\\',
};

/** Notes that begin together and last as long. */
interface Struck {
  readonly at: Beats;
  readonly until: Beats;
  readonly notes: readonly RiffNote[];
}

/** How long the bars of a riff are. */
export type RiffBars = Pick<RiffFrame, 'meterBeats' | 'pickup'>;

/**
 * Gives the beat at which a bar of a riff begins, the first being 0; also where a bar behind the last would.
 *
 * @example
 * barStart({ meterBeats: 4, pickup: 1 }, 2) // 5
 */
export function barStart({ meterBeats, pickup = meterBeats }: RiffBars, bar: number): Beats {
  return bar === 0 ? 0 : addBeats(pickup, timesBeats(meterBeats, bar - 1));
}

/**
 * Gives how long each bar of a riff is; `bars` counts its pickup.
 *
 * @example
 * riffBarBeats({ meterBeats: 4, pickup: 1 }, 3) // [1, 4, 4]
 */
export function riffBarBeats({ meterBeats, pickup }: RiffBars, bars: number): readonly number[] {
  return Array.from({ length: bars }, (_, bar) =>
    bar === 0 ? (pickup ?? meterBeats) : meterBeats,
  );
}

/** Writes bar after bar, a string where it changes. */
class RiffWriter {
  private string = 0;

  constructor(
    private readonly struck: readonly Struck[],
    private readonly breaths: readonly Beats[],
    private readonly frame: RiffBars,
  ) {}

  bar(index: number): string {
    const from = barStart(this.frame, index);
    const length =
      index === 0 ? (this.frame.pickup ?? this.frame.meterBeats) : this.frame.meterBeats;
    const until = addBeats(from, length);
    const isInside = (beats: Beats): boolean =>
      beatsToNumber(beats) > beatsToNumber(from) && beatsToNumber(beats) < beatsToNumber(until);
    const marks = [...this.struck.flatMap((one) => [one.at, one.until]), ...this.breaths].filter(
      isInside,
    );
    const slots = slotsFor(
      marks.map((one) => subtractBeats(one, from)),
      length,
    );
    const slot = shareBeats(length, slots);
    return Array.from({ length: slots }, (_, place) =>
      this.slot(addBeats(from, timesBeats(slot, place))),
    ).join(' ');
  }

  private slot(at: Beats): string {
    const breath = at !== 0 && this.breaths.some((one) => one === at) ? ', ' : '';
    const begun = this.struck.find((one) => one.at === at);
    if (begun) return `${breath}${this.token(begun.notes)}`;
    const isHeld = this.struck.some(
      (one) =>
        beatsToNumber(one.at) < beatsToNumber(at) && beatsToNumber(one.until) > beatsToNumber(at),
    );
    return `${breath}${isHeld ? '.' : '-'}`;
  }

  private token(notes: readonly RiffNote[]): string {
    const [only] = notes;
    const isOptional = notes.every((one) => one.optional === true);
    const wrapped = (text: string): string => (isOptional ? `(${text})` : text);
    if (notes.length > 1 || !only) {
      return wrapped(notes.map((one) => `${one.string}:${noteText(one)}`).join('+'));
    }
    if (only.string === this.string) return wrapped(noteText(only));
    this.string = only.string;
    return isOptional
      ? wrapped(`${only.string}:${noteText(only)}`)
      : `${only.string}: ${noteText(only)}`;
  }
}

/**
 * Writes a riff as it is read: bars between lines, a string said where it changes, dots for what is held.
 * Reading it gives the same notes.
 *
 * @example
 * writeRiff(readRiff('3: 2 . 4 . | 2: 3', { meterBeats: 4, strings: 6 }), { meterBeats: 4 }) // '3: 2 4 | 2: 3'
 */
export function writeRiff({ notes, breaths, bars }: Riff, frame: RiffBars): string {
  const writer = new RiffWriter(struckIn(notes), breaths, frame);
  const written = Array.from({ length: bars }, (_, index) => writer.bar(index)).join(' | ');
  const end = barStart(frame, bars);
  return breaths.some((one) => one === end) ? `${written} ,` : written;
}

function struckIn(notes: readonly RiffNote[]): readonly Struck[] {
  const starts = [...new Set(notes.map((note) => note.at))];
  return starts.map((at) => {
    const own = notes.filter((note) => note.at === at);
    return { at, until: addBeats(at, own[0]?.beats ?? 0), notes: own };
  });
}

/** One note without its string. */
function noteText({
  fret,
  how,
  bend,
  vibrato,
  palmMuted,
  rings,
  swells,
  finger,
  plucked,
}: RiffNote): string {
  const bent = bend ? `b${bend.quarterTones}${bend.isReleased ? 'r' : ''}` : '';
  const signs = [vibrato && 'v', palmMuted && 'm', rings && 'k', swells && 'w']
    .filter(Boolean)
    .join('');
  const place = how === 'dead' ? 'x' : `${fret}${how === 'harmonic' ? 'o' : ''}`;
  return `${REACHED[how] ?? ''}${place}${bent}${signs}${finger === undefined ? '' : `_${finger}`}${plucked === undefined ? '' : `'${plucked}`}`;
}

function isMultiple(beats: Beats, slot: Beats): boolean {
  const count = beatsToNumber(beats) / beatsToNumber(slot);
  return Math.abs(count - Math.round(count)) < 1e-9;
}

/** The fewest slots in which everything that begins or ends in a bar has its place. */
function slotsFor(marks: readonly Beats[], meterBeats: number): number {
  for (let slots = 1; slots <= MOST_SLOTS; slots += 1) {
    const slot = shareBeats(meterBeats, slots);
    if (marks.every((one) => isMultiple(one, slot))) return slots;
  }
  return MOST_SLOTS;
}
