import type { EveningPlay } from '@harvu/contract';
import { chordLabel } from '@harvu/core/chord';
import type { StageChange } from '@harvu/core/evening';
import { tuningName } from '@harvu/core/pitch';

/** What is done between two items, in words; empty where nothing is. */
export function changeWords({ strings, capoTo, seconds, isTwiceInARow }: StageChange): string {
  const done = [
    ...(strings.length > 0 ? [`tune ${strings.map(chordLabel).join(', ')}`] : []),
    ...(capoTo === null ? [] : [capoTo === 0 ? 'take the capo off' : `put the capo to ${capoTo}`]),
  ];
  const takes = done.length === 0 ? '' : `${done.join(', ')}: about ${seconds} s`;
  const twice = isTwiceInARow ? 'the same player again' : '';
  return [takes, twice].filter(Boolean).join('; ');
}

/** How the guitar stands for a song. */
export function standsWords({ tuning, capo }: Pick<EveningPlay, 'tuning' | 'capo'>): string {
  return `${tuningName(tuning)} tuning, ${capo === 0 ? 'no capo' : `capo ${capo}`}`;
}

/** How far somebody is, in a few words. */
export function readyWords({ readiness }: Pick<EveningPlay, 'readiness'>): string {
  const { gates, songBpm, goalBpm } = readiness;
  if (gates.isReady) return gates.isHeard ? 'ready, heard' : 'ready by own account';
  if (songBpm !== null) return `whole at ${songBpm} of ${goalBpm} bpm`;
  return `${gates.partsAtGoal} of ${gates.parts} parts at goal`;
}
