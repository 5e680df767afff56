import { openNotes } from '../pitch';
import { hearStretch, heldIn, stretchFor, type ExpectedRequest, type HeardStroke } from '../player';
import { settledFrame, type SongDocument } from '../song';
import {
  chordSpans,
  clicksOf,
  countInOf,
  offBeatsOf,
  secondsAt,
  type CountIn,
  type Stretch,
  type TimedClick,
} from '../timeline';
import type { GuideSetup } from './events';

/** All that sounds of a pass, in seconds at its written tempo. */
export interface GuideScore {
  readonly strokes: readonly HeardStroke[];
  /** What another guitar plays beside them. */
  readonly beside?: readonly HeardStroke[];
  /** After so many written seconds all of it comes again, quieter. */
  readonly echoS?: number;
  readonly clicks: readonly TimedClick[];
  readonly offBeats: readonly TimedClick[];
  /** When silence begins. */
  readonly silencesS: readonly number[];
  /** When each bar begins. */
  readonly barsS: readonly number[];
  readonly lastsS: number;
  /** A count-in of one bar, and one of two. */
  readonly countIns: readonly [CountIn, CountIn];
  readonly setup: GuideSetup;
}

/**
 * Writes down all that sounds of a stretch, from the strokes that are heard in it.
 *
 * @example
 * scoreOf(stretchOf([]), [], { open: [], grips: [] }).lastsS // 0
 */
export function scoreOf(
  stretch: Stretch,
  strokes: readonly HeardStroke[],
  setup: GuideSetup,
): GuideScore {
  const silent = chordSpans(stretch)
    .flat()
    .flatMap((span) => {
      const laid = stretch.bars[span.bar];
      return span.isSilent && laid ? [secondsAt(laid, span.at)] : [];
    });
  return {
    strokes,
    clicks: clicksOf(stretch),
    offBeats: offBeatsOf(stretch),
    silencesS: silent,
    barsS: stretch.bars.map((one) => one.startsAt),
    lastsS: stretch.lasts,
    setup,
    countIns: [countInOf(stretch, 1), countInOf(stretch, 2)],
  };
}

/**
 * Writes down all that sounds of a song, or of what is looked at of it, on its own guitar.
 *
 * @example
 * songScore(readChart('tempo: 60\n[A]\n| G | D |').song).lastsS // 8
 */
export function songScore(song: SongDocument, request: ExpectedRequest = {}): GuideScore {
  const { tuning, capo } = settledFrame(song);
  const stretch = stretchFor(song, request);
  const held = heldIn(song);
  const open = openNotes(tuning).map((one) => one + capo);
  return scoreOf(stretch, hearStretch(stretch, held), { open, grips: held.grips });
}
