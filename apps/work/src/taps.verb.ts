import { readTaps } from '@harvu/core/telling';
import { array, number, object } from 'yup';
import { verbOf, workError } from './verb';

const input = object({
  tapsS: array().of(number().required()).required().max(500),
  beatsPerBar: number().integer().min(1).max(24).optional(),
});

/** `{tapsS, beatsPerBar?}` → `{bpm, subdivision, slots, confidence}`. */
export const tapsVerb = verbOf(input, ({ tapsS, beatsPerBar }) => {
  const read = readTaps(tapsS, beatsPerBar === undefined ? {} : { beatsPerBar });
  return (
    read ?? workError('taps', 'give at least three taps, each later than the one before', 'tapsS')
  );
});
