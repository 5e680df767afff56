import type { FitTold } from '@harvu/core/fit';
import { LAYERS, type Layer } from '@harvu/core/layer';
import { durationWords } from '../../../ui/duration';

const VERDICTS: Readonly<Record<FitTold['verdict'], string>> = {
  now: 'Now',
  simpler: 'With a simpler version',
  later: 'Later',
};
const TONES: Readonly<Record<FitTold['verdict'], string>> = {
  now: 'border-spruce text-spruce',
  simpler: 'border-brass text-brass',
  later: 'border-slate text-slate',
};
const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  bare: 'one strum a chord',
  pulse: 'on the pulse',
  full: 'in full',
  ornaments: 'with ornaments',
};

/** A verdict in a word or two. */
export function verdictWords({ verdict }: FitTold): string {
  return VERDICTS[verdict];
}

/** The colours of a verdict; its words say the same. */
export function verdictClass({ verdict }: FitTold): string {
  return TONES[verdict];
}

/** The figures behind a verdict, a few words each. */
export function fitFigures({
  owned,
  startBpm,
  goalBpm,
  time,
  newChanges,
}: FitTold): readonly string[] {
  const starts = LAYERS.flatMap((layer) => {
    const start = startBpm[layer];
    return start === undefined ? [] : [`${LAYER_WORDS[layer]} ${start}`];
  });
  const range = `${durationWords(time.low)} to ${durationWords(time.high)}`;
  return [
    `${Math.round(owned * 100)} % of it known`,
    ...(newChanges.length > 0
      ? [`${newChanges.length} new ${newChanges.length === 1 ? 'change' : 'changes'}`]
      : []),
    ...(starts.length > 0 ? [`starts ${starts.join(', ')} of ${goalBpm} bpm`] : []),
    `${range} of practice`,
  ];
}
