import { expectedOf, type ExpectedRequest } from '@harvu/core/player';
import { LAYERS, type SongDocument } from '@harvu/core/song';
import { mixed, number, object, string, type InferType } from 'yup';
import { readSong } from './song-input';
import { workError, type WorkError } from './verb';

const MOST_BARS = 5000;

/** What of a song is looked at. */
export const expectedInput = object({
  song: mixed<string | object>().required(),
  section: string().optional(),
  layer: string().oneOf(LAYERS).optional(),
  bpm: number().min(20).max(400).optional(),
  from: number().integer().min(1).max(MOST_BARS).optional(),
  to: number().integer().min(1).max(MOST_BARS).optional(),
});

/** Reads the song and what is looked at of it; an error where there is no such thing. */
export function askedOf(
  asked: InferType<typeof expectedInput>,
): { readonly song: SongDocument; readonly request: ExpectedRequest } | WorkError {
  const song = readSong(asked.song);
  if (typeof song === 'string') return workError('input', song, 'song');
  const { section, layer, bpm, from, to } = asked;
  if (section !== undefined && !song.sections.some((one) => one.name === section))
    return workError('input', `There is no section "${section}".`, 'section');
  const request: ExpectedRequest = {
    ...(section !== undefined && { section }),
    ...(layer !== undefined && { layer }),
    ...(bpm !== undefined && { bpm }),
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  };
  return { song, request };
}

/** Lists what is to be heard, as the command answers it. */
export function expectedAnswer(song: SongDocument, request: ExpectedRequest): object {
  const { strokes, clicks, seconds } = expectedOf(song, request);
  return {
    strokes: strokes.map((one) => ({ ...one, atS: toMicroseconds(one.atS) })),
    clicks: clicks.map(({ atS, accent }) => ({ atS: toMicroseconds(atS), accent })),
    seconds: toMicroseconds(seconds),
  };
}

/** Seconds to the microsecond, so that no rounding of the machine is read as music. */
function toMicroseconds(seconds: number): number {
  return Math.round(seconds * 1e6) / 1e6;
}
