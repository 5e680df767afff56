import type { DoneStep } from '@harvu/core/progress';

/** What was done on one thing, in plain words: what it came to, its minutes. */
export function doneWords(done: DoneStep): string {
  const minutes = Math.max(1, Math.round(done.minutes));
  const met = done.isNewlyDone ? ', and that is its goal' : '';
  return `${tempoWords(done)}${met}; ${minutes} min`;
}

function unitOf({ rungUnit }: DoneStep): string {
  return rungUnit === 'bpm' ? 'bpm' : 'a minute';
}

function tempoWords(done: DoneStep): string {
  const { fromBpm, toBpm, clean, passes } = done;
  if (toBpm !== null && (fromBpm ?? 0) < toBpm)
    return fromBpm === null
      ? `now clean at ${toBpm} ${unitOf(done)}`
      : `from ${fromBpm} to ${toBpm} ${unitOf(done)}`;
  if (passes === 0) return 'played';
  if (clean === 0) return passes === 1 ? 'tried once' : `tried ${passes} times`;
  return `${clean} of ${passes} clean`;
}
