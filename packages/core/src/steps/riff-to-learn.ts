import { assumed } from '../constants';
import {
  riffLimit,
  workOutRiff,
  type LeftHand,
  type PickingPace,
  type RiffLimit,
  type WorkedRiff,
} from '../riff';
import type { Hand } from '../fretboard';
import type { Tuning } from '../pitch';
import type { Student } from '../player';
import type { PartedSong } from '../form';
import { LAYERS, type Layer, type NamedRiff } from '../song';
import type { SongPatterns, SongRiff } from '../timeline';
import type { Bpm } from '../units';

/** A riff as it is learnt: what it is, how fast it is to go, and who plays it. */
export interface RiffToLearn {
  readonly name: string;
  readonly riff: SongRiff;
  readonly worked: WorkedRiff;
  /** The fastest it is played at. */
  readonly goalBpm: Bpm;
  /** The barest layer it sounds in. */
  readonly layer: Layer;
  /** Another guitar plays it beside the chords. */
  readonly isBeside: boolean;
}

/** What the riffs of a song are worked out with. */
export interface RiffHands {
  readonly tuning: Tuning;
  readonly hand: Hand;
  readonly student: Student;
}

interface Use {
  readonly goalBpm: Bpm;
  readonly layer: Layer;
  readonly isBeside: boolean;
}

/** Gives the riffs a song plays, in the order they come, worked out for somebody's hands. */
export function riffMatters(
  timeline: PartedSong,
  { riffs, part }: Pick<SongPatterns, 'riffs' | 'part'>,
  { tuning, hand, student }: RiffHands,
): readonly RiffToLearn[] {
  return [...usesIn(timeline, part)].flatMap(([name, use]) => {
    const riff = riffs[name];
    if (!riff) return [];
    const { named } = riff;
    const worked = workOutRiff(named.body, {
      ...named,
      tuning,
      hand,
      pace: paceOf(named, student),
    });
    return worked.notes.length > 0 ? [{ name, riff, worked, ...use }] : [];
  });
}

/** The tempo limit of some of the notes of a riff, by their places. */
export function limitOver(
  { worked, riff }: RiffToLearn,
  places: readonly number[],
  student: Student,
): RiffLimit {
  const notes = places.flatMap((place) => worked.notes[place] ?? []);
  return riffLimit(notes, {
    hand: handOver(worked.left, places),
    pace: paceOf(riff.named, student),
  });
}

function barer(a: Layer, b: Layer): Layer {
  return LAYERS.indexOf(a) < LAYERS.indexOf(b) ? a : b;
}

/** Two uses of a riff: the faster, the barer, beside the chords only where both are. */
function together(a: Use, b: Use): Use {
  return {
    goalBpm: Math.max(a.goalBpm, b.goalBpm) as Bpm,
    layer: barer(a.layer, b.layer),
    isBeside: a.isBeside && b.isBeside,
  };
}

/** Where each riff is played, all its places together. */
function usesIn({ occurrences }: PartedSong, part: string | undefined): ReadonlyMap<string, Use> {
  const uses = new Map<string, Use>();
  for (const { bars, part: own } of occurrences) {
    for (const { name, layer, part: by } of bars.flatMap((one) => one.riffs ?? [])) {
      const isBeside = by !== undefined && by !== part;
      // What another guitar plays is nobody's matter where the part that is taught is said.
      if (isBeside && part !== undefined) continue;
      const use = { goalBpm: own.goalBpm, layer, isBeside };
      const known = uses.get(name);
      uses.set(name, known ? together(known, use) : use);
    }
  }
  return uses;
}

/** How fast somebody plucks a riff: as measured, never less than they have shown since. */
function paceOf(
  { downs }: NamedRiff,
  { strokesPerSecond = assumed('plucksPerSecond'), strokesAtLeast = 0 }: Student,
): PickingPace {
  const plucksPerSecond = Math.max(strokesPerSecond, strokesAtLeast);
  return { plucksPerSecond, ...(downs && { isOneWay: true }) };
}

/** The hands over some of the notes, each shift with the place its note has among them. */
function handOver({ fingers, shifts, cost }: LeftHand, places: readonly number[]): LeftHand {
  const within = new Map(places.map((place, index) => [place, index]));
  return {
    cost,
    fingers: places.map((place) => fingers[place] ?? null),
    shifts: shifts.flatMap((one) => {
      const before = within.get(one.before);
      return before === undefined || before === 0 ? [] : [{ ...one, before }];
    }),
  };
}
