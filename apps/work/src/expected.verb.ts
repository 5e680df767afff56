import { expectedOf } from '@harvu/core/player';
import { LAYERS } from '@harvu/core/song';
import { mixed, number, object, string } from 'yup';
import { readSong } from './song-input';
import { verbOf, workError } from './verb';

const MOST_BARS = 5000;

const input = object({
  song: mixed<string | object>().required(),
  section: string().optional(),
  layer: string().oneOf(LAYERS).optional(),
  bpm: number().min(20).max(400).optional(),
  from: number().integer().min(1).max(MOST_BARS).optional(),
  to: number().integer().min(1).max(MOST_BARS).optional(),
});

/** Seconds to the microsecond, so that no rounding of the machine is read as music. */
function toMicroseconds(seconds: number): number {
  return Math.round(seconds * 1e6) / 1e6;
}

/** `{song, section?, layer?, bpm?, from?, to?}` → the strokes and clicks that are to be heard, in seconds. */
export const expectedVerb = verbOf(input, (request) => {
  const song = readSong(request.song);
  if (typeof song === 'string') return workError('input', song, 'song');
  const { section, layer, bpm, from, to } = request;
  if (section !== undefined && !song.sections.some((one) => one.name === section))
    return workError('input', `There is no section "${section}".`, 'section');
  const expected = expectedOf(song, {
    ...(section !== undefined && { section }),
    ...(layer !== undefined && { layer }),
    ...(bpm !== undefined && { bpm }),
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  });
  const { strokes, clicks, seconds } = expected;
  return {
    strokes: strokes.map((one) => ({ ...one, atS: toMicroseconds(one.atS) })),
    clicks: clicks.map(({ atS, accent }) => ({ atS: toMicroseconds(atS), accent })),
    seconds: toMicroseconds(seconds),
  };
});
