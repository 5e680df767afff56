import { placeStrokes } from '@harvu/core/telling';
import { array, boolean, number, object, string } from 'yup';
import { verbOf } from './verb';

const MOST_STROKES = 192;

const input = object({
  strokes: array()
    .of(string<'D' | 'U'>().oneOf(['D', 'U']).required())
    .required()
    .max(MOST_STROKES),
  slots: number().integer().required().min(1).max(MOST_STROKES),
  startsOnBeat: boolean().optional(),
});

/** `{strokes, slots, startsOnBeat?}` → `{count, placements}`. */
export const placeStrokesVerb = verbOf(input, ({ strokes, slots, startsOnBeat }) =>
  placeStrokes({ strokes, slots, startsOnBeat: startsOnBeat ?? true }),
);
