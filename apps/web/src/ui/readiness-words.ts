import { counted } from '@harvu/core/words';
import type { Layer } from '@harvu/core/layer';
import type { Day } from '@harvu/core/day';
import { tempoToday, type TempoToday } from '@harvu/core/progress';
import { type ReadinessSummary } from '@harvu/core/standing';
import { dayWords } from './day-label';

/** How far a song is, in a headline and the sentence below it. */
export interface ReadinessWords {
  readonly headline: string;
  readonly below: string;
  readonly heldBack: string;
}

const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  bare: 'one strum a chord',
  pulse: 'the pulse',
  full: 'all of it',
  ornaments: 'ornaments',
};

/** Says how far a song is in words a person believes: no figure hides a gap, or what has faded. */
export function readinessWords(
  readiness: ReadinessSummary,
  today: Day,
  isTeaching = true,
): ReadinessWords {
  const { songBpm, restBpm, goalBpm } = readiness;
  const heldBack = heldBackWords(readiness, isTeaching);
  if (songBpm !== null) {
    const left = tempoToday(readiness.kept, today);
    const [headline = '', below = ''] = wholeWords(songBpm, goalBpm, left);
    return { headline, below, heldBack };
  }
  if (readiness.gates.parts === 0)
    return { headline: 'Nothing to play yet', below: 'The song has no bars.', heldBack };
  const rest = restBpm === null ? '' : `; the rest holds at ${restBpm} of ${goalBpm} bpm`;
  const barer = readiness.barer.findLast((one) => one.songBpm !== null);
  if (barer && readiness.holeBars > 0) {
    const whole = `with ${LAYER_WORDS[barer.layer]} it is whole at ${barer.songBpm} of ${goalBpm} bpm`;
    const headline = isTeaching ? 'Not yet whole in full' : 'The whole song goes';
    return { headline, below: `${whole}; in full ${holes(readiness)} still new`, heldBack };
  }
  return { headline: 'Not yet whole', below: `${holes(readiness)} still new${rest}`, heldBack };
}

/** Says how far a song is to a child: what goes, and the next small win. */
export function childWords(readiness: ReadinessSummary, next: string | undefined): ReadinessWords {
  const { songBpm, goalBpm, gates } = readiness;
  const barer = readiness.barer.some((one) => one.songBpm !== null);
  const headline =
    songBpm !== null
      ? songBpm >= goalBpm
        ? 'The whole song goes!'
        : `The whole song goes, at ${songBpm}`
      : barer
        ? 'The whole song goes, one strum a chord'
        : gates.parts === 0
          ? 'Nothing to play yet'
          : 'Piece by piece';
  return { headline, below: next ? `Next: ${next}` : '', heldBack: '' };
}

function holes({ holeBars, holeJoins }: ReadinessSummary): string {
  const words = [
    holeBars > 0 ? counted(holeBars, 'bar', 'bars') : '',
    holeJoins > 0 ? counted(holeJoins, 'join', 'joins') : '',
  ];
  return words.filter(Boolean).join(' and ');
}

function heldBackWords({ heldBackBy, gates }: ReadinessSummary, isTeaching: boolean): string {
  // A student reads the next small win, not what holds them back.
  if (heldBackBy)
    return `${isTeaching ? 'Held back by ' : 'What helps most now: '}${heldBackBy.what}`;
  if (gates.isReady)
    return `Every section and join is at its goal, and the whole song went on two days${gates.isHeard ? '' : ', by own account'}.`;
  const left = gates.wholeRunDaysNeeded - gates.wholeRunDays;
  return gates.parts === 0
    ? ''
    : `Play the whole song without a stop on ${counted(left, 'more day', 'more days')}.`;
}

/** A tempo that has faded is told as what is probably left of it. */
function wholeWords(songBpm: number, goalBpm: number, left: TempoToday | null): readonly string[] {
  if (!left) return [`${songBpm} of ${goalBpm} bpm`, 'as fast as its slowest section or join'];
  const { from, to, was, lastOn } = left;
  const range = from === to ? String(from) : `${from} to ${to}`;
  return [`${range} of ${goalBpm} bpm`, `probably; it was ${was} on ${dayWords(lastOn)}`];
}
