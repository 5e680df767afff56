import type { Day } from '../day';
import type { Layer } from '../layer';
import { tempoToday, type TempoToday } from '../progress';
import type { ReadinessSummary } from '../standing';
import { counted } from '../wording';
import type { Reader, ReaderRole } from './reader';

/** How far a song is, in a headline and the sentences below it. */
export interface ReadinessWords {
  readonly headline: string;
  readonly below: string;
  readonly heldBack: string;
}

/** How far a song is on a day, and what is practised next. */
export interface ReadinessNow {
  readonly readiness: ReadinessSummary;
  readonly today: Day;
  /** The step that is next; none where nothing is. */
  readonly next?: string | undefined;
}

const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  bare: 'one strum a chord',
  pulse: 'the pulse',
  full: 'all of it',
  ornaments: 'ornaments',
};

const HELD_BACK_BY = { teacher: 'Held back by ', student: 'What helps most now: ' };

const WORDS: Readonly<Record<ReaderRole, (now: ReadinessNow, reader: Reader) => ReadinessWords>> = {
  teacher: (now, { told }) => ({
    ...exactWords(now, told, 'Not yet whole in full'),
    heldBack: heldBackWords(now.readiness, HELD_BACK_BY.teacher),
  }),
  // A student reads what goes, and what helps; not what holds them back.
  student: (now, { told }) => ({
    ...exactWords(now, told, 'The whole song goes'),
    heldBack: heldBackWords(now.readiness, HELD_BACK_BY.student),
  }),
  // A child reads what goes, and the next small win.
  child: ({ readiness, next }) => ({
    headline: childHeadline(readiness),
    below: next ? `Next: ${next}` : '',
    heldBack: '',
  }),
};

/**
 * Says how far a song is in words that whoever reads believes: no figure hides a gap, or what has faded.
 *
 * @example
 * readinessWords({ readiness: summaryOf(readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })), today: '2026-11-04' }, { who: 'child', told: (day) => day }).headline // 'Nothing to play yet'
 */
export function readinessWords(now: ReadinessNow, reader: Reader): ReadinessWords {
  return WORDS[reader.who](now, reader);
}

/** To the teacher and a student: the figures, and what is missing of them. */
function exactWords(
  { readiness, today }: ReadinessNow,
  told: Reader['told'],
  wholeInBarer: string,
): Omit<ReadinessWords, 'heldBack'> {
  const { songBpm, restBpm, goalBpm } = readiness;
  if (songBpm !== null)
    return wholeWords({ songBpm, goalBpm }, tempoToday(readiness.kept, today), told);
  if (readiness.gates.parts === 0)
    return { headline: 'Nothing to play yet', below: 'The song has no bars.' };
  const rest = restBpm === null ? '' : `; the rest holds at ${restBpm} of ${goalBpm} bpm`;
  const barer = readiness.barer.findLast((one) => one.songBpm !== null);
  if (!barer || readiness.holeBars === 0)
    return { headline: 'Not yet whole', below: `${holes(readiness)} still new${rest}` };
  const whole = `with ${LAYER_WORDS[barer.layer]} it is whole at ${barer.songBpm} of ${goalBpm} bpm`;
  return { headline: wholeInBarer, below: `${whole}; in full ${holes(readiness)} still new` };
}

function childHeadline({ songBpm, goalBpm, gates, barer }: ReadinessSummary): string {
  if (songBpm !== null)
    return songBpm >= goalBpm ? 'The whole song goes!' : `The whole song goes, at ${songBpm}`;
  if (barer.some((one) => one.songBpm !== null)) return 'The whole song goes, one strum a chord';
  return gates.parts === 0 ? 'Nothing to play yet' : 'Piece by piece';
}

function holes({ holeBars, holeJoins }: ReadinessSummary): string {
  const words = [
    holeBars > 0 ? counted(holeBars, 'bar', 'bars') : '',
    holeJoins > 0 ? counted(holeJoins, 'join', 'joins') : '',
  ];
  return words.filter(Boolean).join(' and ');
}

function heldBackWords({ heldBackBy, gates }: ReadinessSummary, begins: string): string {
  if (heldBackBy) return `${begins}${heldBackBy.what}`;
  if (gates.isReady)
    return `Every section and join is at its goal, and the whole song went on two days${gates.isHeard ? '' : ', by own account'}.`;
  const left = gates.wholeRunDaysNeeded - gates.wholeRunDays;
  return gates.parts === 0
    ? ''
    : `Play the whole song without a stop on ${counted(left, 'more day', 'more days')}.`;
}

/** A tempo that has faded is told as what is probably left of it. */
function wholeWords(
  { songBpm, goalBpm }: { readonly songBpm: number; readonly goalBpm: number },
  left: TempoToday | null,
  told: Reader['told'],
): Omit<ReadinessWords, 'heldBack'> {
  if (!left)
    return {
      headline: `${songBpm} of ${goalBpm} bpm`,
      below: 'as fast as its slowest section or join',
    };
  const { from, to, was, lastOn } = left;
  const range = from === to ? String(from) : `${from} to ${to}`;
  return {
    headline: `${range} of ${goalBpm} bpm`,
    below: `probably; it was ${was} on ${told(lastOn)}`,
  };
}
