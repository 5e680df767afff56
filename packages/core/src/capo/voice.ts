import type { SongDocument } from '../song';
import type { WorkpieceOptions } from '../steps';
import { byCost } from './capo-advice';
import { comparedWith, optionAt, type CapoOption } from './place';

/** The lowest and the highest note, as MIDI numbers. */
export interface NoteRange {
  readonly low: number;
  readonly high: number;
}

/** What a tune and a voice have in common. */
export interface VoiceAdvice {
  /** How many semitones the tune may be moved, down and up, so that the voice reaches all of it; null where it never does. */
  readonly fits: { readonly from: number; readonly to: number } | null;
  /** Semitones the tune is wider than the voice; 0 where it fits. */
  readonly tooWide: number;
  /** Key and capo together, what weighs least first. */
  readonly options: readonly CapoOption[];
}

/** Further than this a song is another song. */
const MOST_MOVED = 7;
/** A capo higher up sounds thin beside a voice. */
const HIGHEST_BESIDE_VOICE = 7;
const SHOWN = 6;

/**
 * Finds keys in which a voice reaches all of a tune, each with the place for the capo that weighs least; moved as
 * little as can be where they weigh the same. Where the tune is wider than the voice, the key that misses least on
 * either side is told.
 *
 * @example
 * voiceAdvice(readChart('[A]\n| G | C |').song, { tune: { low: 55, high: 67 }, voice: { low: 57, high: 72 } }).fits // { from: 2, to: 5 }
 */
export function voiceAdvice(
  song: SongDocument,
  { tune, voice }: { readonly tune: NoteRange; readonly voice: NoteRange },
  options: WorkpieceOptions = {},
): VoiceAdvice {
  const [lowest, highest] = [voice.low - tune.low, voice.high - tune.high];
  const tooWide = Math.max(0, lowest - highest);
  const middle = Math.round((lowest + highest) / 2);
  const fits =
    tooWide > 0 ? null : { from: Math.max(-MOST_MOVED, lowest), to: Math.min(MOST_MOVED, highest) };
  const shifts =
    fits === null
      ? [Math.max(-MOST_MOVED, Math.min(MOST_MOVED, middle))]
      : Array.from({ length: Math.max(0, fits.to - fits.from + 1) }, (_, at) => fits.from + at);
  const compared = comparedWith(song, options);
  const best = shifts.flatMap((higher) => {
    const places = Array.from({ length: HIGHEST_BESIDE_VOICE + 1 }, (_, capo) =>
      optionAt({ capo, higher }, compared),
    );
    return places.toSorted(byCost(compared.now.capo)).slice(0, 1);
  });
  return {
    fits: fits !== null && fits.from > fits.to ? null : fits,
    tooWide,
    options: best
      .toSorted((a, b) => a.cost - b.cost || Math.abs(a.higher) - Math.abs(b.higher))
      .slice(0, SHOWN),
  };
}
