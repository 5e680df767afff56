import { chordTones, type ChordName } from '../chord';
import { openNotes, toPitchClass, type PitchClass } from '../pitch';
import { fingeringOf, type Fingering } from './fingering';
import type { Grip, StringFret } from './grip';
import type { Hand } from './hand';
import { soundingTones, type Setup } from './sounding';

/** A grip found for a name, with the easiest way to hold it. */
export interface FoundGrip extends Fingering {
  readonly grip: Grip;
}

/** What to find grips for. `stretch` and `scaleLengthMm` are those of `Hand`. */
export interface GripSearch {
  readonly name: ChordName;
  readonly setup: Setup;
  readonly hand: Hand;
  /** At most this many are given. */
  readonly count: number;
}

const HIGHEST_POSITION = 10;
const POSITION_SPAN = 3;
const COST = {
  muted: 0.45,
  mutedTop: 1.1,
  position: 0.25,
  noFifth: 0.8,
  closed: 0.3,
  stranded: 0.5,
} as const;

/** The tones a grip may not leave out: all but the fifth. */
function neededTones(name: ChordName): readonly PitchClass[] {
  const tones = name.quality.tones.filter((tone) => tone !== 7 || name.quality.tones.length < 3);
  return tones.map((tone) => toPitchClass(name.root + tone));
}

/** The frets of one position that give chord tones, by string, lowest string first. */
function fretsAt(position: number, search: GripSearch): readonly (readonly StringFret[])[] {
  const wanted = chordTones(search.name);
  return openNotes(search.setup.tuning).map((open) => {
    const frets = [0, ...Array.from({ length: POSITION_SPAN + 1 }, (_, i) => position + i)];
    return frets.filter((fret) => wanted.includes(toPitchClass(open + fret)));
  });
}

function combine(options: readonly (readonly StringFret[])[]): readonly Grip[] {
  return options.reduce<readonly Grip[]>(
    (grips, frets) => grips.flatMap((grip) => frets.map((fret) => [...grip, fret])),
    [[]],
  );
}

/** Strings below the bass are muted; the thinnest may be too. */
function gripsAt(position: number, search: GripSearch): readonly Grip[] {
  const options = fretsAt(position, search);
  const open = openNotes(search.setup.tuning);
  return options.flatMap((frets, place) => {
    const bass = frets.filter(
      (fret) => toPitchClass((open[place] ?? 0) + (fret ?? 0)) === search.name.bass,
    );
    if (bass.length === 0 || options.length - place < 4) return [];
    const muted = options.slice(0, place).map(() => [null]);
    const above = options.slice(place + 1);
    const top = above.map((one, i) => (i === above.length - 1 ? [...one, null] : one));
    return combine([...muted, bass, ...top]);
  });
}

function soundsName(grip: Grip, search: GripSearch): boolean {
  const tones = soundingTones(grip, { ...search.setup, capo: 0 });
  // A high fret on a low string may lie over an open string: the bass is what sounds lowest.
  return (
    tones[0] === search.name.bass && neededTones(search.name).every((tone) => tones.includes(tone))
  );
}

/** No grip of four fingers has more than four places above its lowest fret. */
function canFourFingersHold(grip: Grip): boolean {
  const frets = grip.filter((fret): fret is number => !!fret);
  const lowest = Math.min(...frets);
  return frets.filter((fret) => fret > lowest).length <= 3;
}

/** Open strings with held ones on both sides: easily touched by mistake. */
function strandedOpenStrings(grip: Grip): number {
  return grip.filter((fret, place) => fret === 0 && !!grip[place - 1] && !!grip[place + 1]).length;
}

function effort(grip: Grip, fingering: Fingering, search: GripSearch): number {
  const muted = grip.filter((fret) => fret === null).length;
  const frets = grip.filter((fret): fret is number => !!fret);
  const tones = soundingTones(grip, { ...search.setup, capo: 0 });
  const hasAll = chordTones(search.name).every((tone) => tones.includes(tone));
  return (
    fingering.cost +
    muted * COST.muted +
    (grip.at(-1) === null ? COST.mutedTop : 0) +
    Math.max(0, ...frets) * COST.position +
    (grip.includes(0) ? 0 : COST.closed) +
    strandedOpenStrings(grip) * COST.stranded +
    (hasAll ? 0 : COST.noFifth)
  );
}

/**
 * Finds grips that sound a chord name as a shape (as if the capo were the nut), easiest first;
 * empty when this tuning and hand offer none.
 *
 * @example
 * findGrips({ name: parseChordName('Em'), setup: { tuning: STANDARD_TUNING, capo: 0 }, hand: USUAL_HAND, count: 1 }).map((found) => formatGrip(found.grip)) // ['022000']
 */
export function findGrips(search: GripSearch): readonly FoundGrip[] {
  const positions = Array.from({ length: HIGHEST_POSITION }, (_, index) => index + 1);
  const grips = new Map<string, Grip>();
  for (const grip of positions.flatMap((position) => gripsAt(position, search))) {
    if (canFourFingersHold(grip) && soundsName(grip, search)) grips.set(grip.join(), grip);
  }
  const found = [...grips.values()].flatMap((grip) => {
    const fingering = fingeringOf(grip, search.hand);
    return fingering ? [{ ...fingering, grip, cost: effort(grip, fingering, search) }] : [];
  });
  return found.sort((a, b) => a.cost - b.cost).slice(0, search.count);
}
