import { sectionNamed, settledFrame, type Layer, type SongDocument } from '../song';
import {
  barsInLayer,
  clicksOf,
  heardIn,
  occurrenceOf,
  songPatterns,
  stretchOf,
  timelineOf,
  type Occurrence,
  type Stretch,
  type TimedClick,
} from '../timeline';
import { seconds, type Seconds } from '../units';
import { hearStretch, type ExpectedStroke, type HearingSetup } from './hearing';
import { songGrips } from './song-grips';

/** All that is to be heard of a stretch: strokes, clicks, and how long it lasts. */
export interface Expected {
  readonly strokes: readonly ExpectedStroke[];
  readonly clicks: readonly TimedClick[];
  readonly seconds: Seconds;
}

/** What of a song is looked at, and how it is played. */
export interface ExpectedRequest {
  /** A section as it first comes as full as the layer; the whole map where none is named. */
  readonly section?: string;
  readonly layer?: Layer;
  /** The tempo of the song; other tempos on the map move with it. */
  readonly bpm?: number;
  /** Bars of what is looked at, from 1. */
  readonly from?: number;
  readonly to?: number;
}

/**
 * Lays out what of a song is looked at, as its layer plays it; no bars for a section nobody wrote.
 *
 * @example
 * stretchFor(readChart('[A]\n| G | D |').song, { from: 2 }).bars.length // 1
 */
export function stretchFor(song: SongDocument, request: ExpectedRequest): Stretch {
  const { section, layer = 'full', from = 1, to = Infinity } = request;
  const patterns = songPatterns(song);
  const bars = occurrencesOf(song, section, layer).flatMap((one) =>
    barsInLayer(one, layer, patterns),
  );
  return stretchOf(bars.slice(from - 1, to));
}

/**
 * Tells what a song is played on: its strings, its picking hand, its grips.
 *
 * @example
 * heldIn(EMPTY_SONG).strings // 6
 */
export function heldIn(song: SongDocument): HearingSetup {
  const { tuning, picking } = settledFrame(song);
  return { strings: tuning.length, picking, grips: songGrips(song) };
}

/**
 * Lists what is to be heard of a song, in seconds from the first bar that is looked at: every stroke with
 * its strings and chord as the layer plays it, and every click. Empty for a section nobody wrote.
 *
 * @example
 * expectedOf(readChart('tempo: 60\n[A]\n| G | D |').song, { layer: 'bare' }).strokes.map((one) => one.atS) // [0, 4]
 */
export function expectedOf(song: SongDocument, request: ExpectedRequest = {}): Expected {
  const stretch = stretchFor(song, request);
  const slower = settledFrame(song).tempo / (request.bpm ?? settledFrame(song).tempo);
  const strokes = hearStretch(stretch, heldIn(song)).map(
    ({ atS, kind, strings, chord, chordChange }): ExpectedStroke => ({
      atS: seconds(atS * slower),
      kind,
      strings,
      chord,
      ...(chordChange && { chordChange }),
    }),
  );
  const clicks = clicksOf(stretch).map((one) => ({ ...one, atS: seconds(one.atS * slower) }));
  return { strokes, clicks, seconds: seconds(stretch.lasts * slower) };
}

function occurrencesOf(
  song: SongDocument,
  name: string | undefined,
  layer: Layer,
): readonly Occurrence[] {
  const { occurrences } = timelineOf(song);
  if (name === undefined) return occurrences;
  const section = sectionNamed(song, name);
  const comes = occurrences.filter((one) => one.section === section?.id);
  const [first] = heardIn(comes, layer);
  return first ? [first] : section ? [occurrenceOf(song, section)] : [];
}
