import { chordLabel, transposeChordName } from '../chord';
import type { Technique } from '../rhythm';
import type { Demand, KnownBy, Start } from './start-tempo';
import type { StepLimit } from './step';
import type { TimedSongChange, Workpiece } from './workpiece';

/**
 * Gives a chord as whoever reads the steps calls it: by its shape, or by what sounds.
 *
 * @example
 * called(workpieceOf(EMPTY_SONG), 'F#m') // 'F♯m'
 */
export function called({ names, raised }: Workpiece, name: string): string {
  return chordLabel(names === 'sounding' ? transposeChordName(name, raised) : name);
}

/** How each way of striking is done, said where it is first met. */
const TECHNIQUE_WORDS: Readonly<Record<Technique, string>> = {
  slap: 'The slap: let the picking hand fall flat on the strings; they stop, and one hears wood.',
  mute: 'Muted: the fretting hand lies loosely across the strings while one strums on.',
  palm: 'Palm on: the edge of the picking hand lies on the strings close to the bridge, so that they are dull and the chord is still heard.',
  accent: 'Accents: a quicker swing from the wrist, no more pressure.',
  'part of the strings':
    'Only the low or only the high strings: a smaller swing, aimed; a neighbour that sounds too does no harm.',
};

/**
 * Says how the ways of striking are done that somebody meets for the first time; empty for none.
 *
 * @example
 * techniqueWords([]) // ''
 */
export function techniqueWords(techniques: readonly Technique[]): string {
  return techniques.map((one) => TECHNIQUE_WORDS[one]).join(' ');
}

const GUARANTEED_BY = { drill: ' when its drill is held', music: ' by then' } as const;

/** How long a change takes, in words. */
export function inWords(change: TimedSongChange, work: Workpiece): string {
  const about = change.isShown || change.guaranteedBy ? '' : 'about ';
  const by = change.guaranteedBy ? GUARANTEED_BY[change.guaranteedBy] : '';
  return `${called(work, change.from)} → ${called(work, change.to)} takes ${about}${change.seconds.toFixed(2)} s${by}`;
}

/**
 * Says a number of beats.
 *
 * @example
 * beatWords(0.5) // 'half a beat'
 */
export function beatWords(beats: number): string {
  if (beats === 0.5) return 'half a beat';
  if (beats === 1) return 'one beat';
  return `${Number(beats.toFixed(2))} beats`;
}

const SLOW_FIRST: Readonly<Record<KnownBy, string>> = {
  new: 'What is new is played slowly first',
  'in a barer layer': 'The bars are known, the strokes are new: it begins a little slower',
  'by its parts': 'Its parts are at the goal by then; a little slower, no crossing surprises',
};

/** Why a ladder starts where it does. */
export function whyWords(work: Workpiece, demand: Demand, start: Start): string {
  const { rungs, limit, slowFirst, isFree, needsBarerLayer } = start;
  const held = isFree ? freeWords(demand) : because(work, limit);
  const slow = slowFirst ? ` ${SLOW_FIRST[slowFirst]}: from ${rungs[0]} bpm.` : '';
  const barer = needsBarerLayer ? ' The barer layer comes first, until it is quicker.' : '';
  return held + slow + barer;
}

/** Where neither changes nor riffs hold one back: what there is of them. */
function freeWords({ changes, limits = [] }: Demand): string {
  const isRiff = changes.length === 0 && limits.length > 0;
  return isRiff ? 'Neither hand holds the tempo back.' : 'No change holds the tempo back.';
}

function because(work: Workpiece, { limitBpm, change, strokes, riff }: StepLimit): string {
  if (limitBpm === null) return '';
  if (riff !== undefined) return `${riff.charAt(0).toUpperCase()}${riff.slice(1)}.`;
  const fastest = `${Math.floor(limitBpm)} bpm`;
  if (strokes) {
    return `${Number(strokes.perBeat.toFixed(2))} strokes a beat at ${strokes.perSecond} a second allow ${fastest}.`;
  }
  return change
    ? `${inWords(change, work)}; ${beatWords(change.windowBeats)} for it allows ${fastest}.`
    : '';
}
