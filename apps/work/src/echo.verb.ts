import { echoOf } from '@harvu/core/sound';
import { number, object } from 'yup';
import { verbOf } from './verb';

const MOST_BPM = 400;

const input = object({
  bpm: number().required().moreThan(0).max(MOST_BPM),
  ms: number().required().moreThan(0).max(60_000),
  practiceBpm: number().moreThan(0).max(MOST_BPM).optional(),
});

/** `{bpm, ms, practiceBpm?}` → the note value an echo is nearest to, and its time at the practice tempo. */
export const echoVerb = verbOf(input, ({ bpm, ms, practiceBpm }) =>
  echoOf({ bpm, ms, ...(practiceBpm !== undefined && { practiceBpm }) }),
);
