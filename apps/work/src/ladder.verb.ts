import { ladder } from '@harvu/core/steps';
import { number, object } from 'yup';
import { verbOf, workError } from './verb';

const input = object({
  startBpm: number().required(),
  goalBpm: number().required(),
  ratio: number().optional(),
});

/** `{startBpm, goalBpm, ratio?}` → `{rungs}`. */
export const ladderVerb = verbOf(input, ({ startBpm, goalBpm, ratio }) => {
  const made = ladder({ startBpm, goalBpm, ...(ratio !== undefined && { ratio }) });
  return made.ok ? { rungs: made.rungs } : workError(made.code, made.message);
});
