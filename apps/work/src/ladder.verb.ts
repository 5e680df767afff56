import { USUAL_CONSTANTS } from '@harvu/core/constants';
import { ladder } from '@harvu/core/steps';
import { number, object } from 'yup';
import { verbOf, workError } from './verb';

const input = object({
  startBpm: number().required(),
  goalBpm: number().required(),
  ratio: number().optional(),
});

/** `{startBpm, goalBpm, ratio?}` → `{rungs}`. */
export const ladderVerb = verbOf(
  input,
  ({ startBpm, goalBpm, ratio = USUAL_CONSTANTS.rungRatio }) => {
    const made = ladder({ startBpm, goalBpm, ratio });
    return made.ok ? { rungs: made.rungs } : workError(made.code, made.message);
  },
);
