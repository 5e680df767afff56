import type { EveningPlay } from '@harvu/contract';

/** How far somebody is, in a few words. */
export function readyWords({ readiness }: Pick<EveningPlay, 'readiness'>): string {
  const { gates, songBpm, goalBpm } = readiness;
  if (gates.isReady) return gates.isHeard ? 'ready, heard' : 'ready by own account';
  if (songBpm !== null) return `whole at ${songBpm} of ${goalBpm} bpm`;
  return `${gates.partsAtGoal} of ${gates.parts} parts at goal`;
}
