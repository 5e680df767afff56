import { tempoLimit, type TempoLimit } from '@harvu/core/steps';
import { array, number, object } from 'yup';
import { verbOf } from './verb';

const MOST_CHANGES = 100_000;

const input = object({
  bpmGoal: number().required().moreThan(0).max(1000),
  changes: array()
    .of(
      object({
        seconds: number().required().moreThan(0),
        windowBeats: number().required().moreThan(0),
      }),
    )
    .required()
    .max(MOST_CHANGES),
  strokesPerBeat: number().moreThan(0).optional(),
  strokesPerSecond: number().moreThan(0).optional(),
});

function becauseWords({ because }: TempoLimit): string {
  if (because.kind === 'nothing' || because.kind === 'riff') return 'nothing limits it';
  if (because.kind === 'strokes') {
    return `${because.strokesPerBeat} strokes a beat at ${because.strokesPerSecond} a second`;
  }
  const { seconds, windowBeats } = because.change;
  return `change ${because.index + 1} takes ${seconds} s and has ${windowBeats} beats`;
}

/** `{bpmGoal, changes, strokesPerBeat?, strokesPerSecond?}` → `{limitBpm, startBpm, because}`. */
export const limitVerb = verbOf(input, ({ bpmGoal, changes, strokesPerBeat, strokesPerSecond }) => {
  const limit = tempoLimit({
    bpmGoal,
    changes,
    ...(strokesPerBeat !== undefined && { strokesPerBeat }),
    ...(strokesPerSecond !== undefined && { strokesPerSecond }),
  });
  const { limitBpm, startBpm, needsBarerLayer } = limit;
  return { limitBpm, startBpm, because: becauseWords(limit), needsBarerLayer };
});
