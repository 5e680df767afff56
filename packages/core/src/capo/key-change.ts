import { isSilence, timelineOf } from '../timeline';
import type { PartOccurrence } from '../form';
import type { SongDocument } from '../song';
import {
  gripMinutes,
  isGripOwned,
  workpieceOf,
  type Workpiece,
  type WorkpieceOptions,
} from '../steps';
import { beatsToNumber } from '../units';
import { HIGHEST_ADVISED } from './place';

/** A place where a song goes on in another key: other grips, or the capo moved with the shapes kept. */
export interface KeyChangeAdvice {
  /** The section that sounds elsewhere, and by how many semitones. */
  readonly section: string;
  readonly semitones: number;
  /** Grips that only the moved sections need, and the minutes they take. */
  readonly newGrips: readonly string[];
  readonly minutes: number;
  /** The fret the capo would go to; null where it would have to go below the nut, or too high. */
  readonly capoTo: number | null;
  /** Silence there is before it and at its start, in seconds; and the time that moving a capo takes. */
  readonly secondsThere: number;
  readonly secondsNeeded: number;
  /** A full bar before it, in seconds: what leaving it out, or letting it ring, would give. */
  readonly barSeconds: number;
}

/**
 * Lists where a song goes on in another key, with what new grips would take and what moving the capo would: both are
 * a teacher's to choose. Empty for a song that stays in its key.
 *
 * @example
 * keyChanges(readChart('map: A, A +2\n[A]\n| G | C |').song)[0].capoTo // 2
 */
export function keyChanges(
  song: SongDocument,
  options: WorkpieceOptions = {},
): readonly KeyChangeAdvice[] {
  if (timelineOf(song).occurrences.length < 2) return [];
  const work = workpieceOf(song, options);
  return work.timeline.occurrences.flatMap((_, at) => adviceAt(work, at) ?? []);
}

/** Silence at the end of some bars, in beats, read from the last chord on. */
function silentBeats(
  chords: readonly { readonly chord: string; readonly beats: number }[],
): number {
  let beats = 0;
  for (const { chord, beats: lasts } of chords) {
    if (!isSilence(chord)) break;
    beats += lasts;
  }
  return beats;
}

function chordsIn({
  bars,
}: PartOccurrence): readonly { readonly chord: string; readonly beats: number }[] {
  return bars.flatMap((bar) =>
    bar.chords.map(({ chord, beats }) => ({ chord, beats: beatsToNumber(beats) })),
  );
}

/** Chords of an occurrence, each once. */
function namesIn(occurrence: PartOccurrence): ReadonlySet<string> {
  return new Set(chordsIn(occurrence).map(({ chord }) => chord));
}

function adviceAt(work: Workpiece, at: number): KeyChangeAdvice | undefined {
  const { occurrences } = work.timeline;
  const [before, one] = [occurrences[at - 1], occurrences[at]];
  const moved = one && before ? one.part.semitones - before.part.semitones : 0;
  if (!before || !one || moved === 0 || one.part.semitones === 0) return undefined;
  const unmoved = occurrences.filter(({ part }) => part.semitones === 0);
  const known = new Set(unmoved.flatMap((other) => [...namesIn(other)]));
  const fresh = work.grips.filter(({ name }) => namesIn(one).has(name) && !known.has(name));
  const owned = work.grips.filter(({ name }) => known.has(name));
  const minutes = fresh
    .filter((grip) => !isGripOwned(work, grip))
    .reduce(
      (sum, grip, place) => sum + gripMinutes(grip, [...owned, ...fresh.slice(0, place)], work),
      0,
    );
  const beatSeconds = 60 / work.goalBpm;
  const silence = silentBeats(chordsIn(before).toReversed()) + silentBeats(chordsIn(one));
  const capoTo = work.capo + one.part.semitones;
  return {
    section: one.name,
    semitones: one.part.semitones,
    minutes,
    newGrips: fresh.map(({ name }) => name),
    capoTo: capoTo >= 0 && capoTo <= HIGHEST_ADVISED ? capoTo : null,
    secondsThere: silence * beatSeconds,
    secondsNeeded: work.constants.capoMoveSeconds,
    barSeconds: work.meterBeats * beatSeconds,
  };
}
