import { chordTones, type ChordName } from '../chord';
import {
  hasTone,
  openNotes,
  toneCount,
  tonesOf,
  toPitchClass,
  toToneSet,
  type PitchClass,
  type ToneSet,
} from '../pitch';
import { fingeringOf, type Fingering } from './fingering';
import type { Grip } from './grip';
import type { Hand } from './hand';
import { shapeSetup, type Setup } from './sounding';
import { isReentrant, usualShapes } from './usual-shapes';

/** A grip found for a name, with the easiest way to hold it and what it changes in the sound. */
export interface FoundGrip extends Fingering {
  readonly grip: Grip;
  /** True for a shape that a teacher shows first. */
  readonly usual: boolean;
  /** Tones of the name it leaves out. */
  readonly missing: readonly PitchClass[];
  /** Tones it adds that colour the name. */
  readonly gained: readonly PitchClass[];
}

/** What to find grips for. */
export interface GripSearch {
  readonly name: ChordName;
  readonly setup: Setup;
  readonly hand: Hand;
  /** At most this many are given. */
  readonly count: number;
  readonly noBarre?: boolean;
  /** The thumb may take the lowest string. */
  readonly thumb?: boolean;
  readonly maxReachMm?: number;
  /** Grips that colour the name, with a second or a seventh more, are given too. */
  readonly colours?: boolean;
}

const HIGHEST_POSITION = 12;
const POSITION_SPAN = 3;
/** So many of the likeliest are tried with real fingers. */
const TRIED = 48;
const MOST_INNER_MUTED = 1;
const COST = {
  muted: 0.45,
  mutedTop: 1.1,
  mutedInner: 2.4,
  position: 0.25,
  noFifth: 0.8,
  closed: 0.3,
  stranded: 0.7,
  gained: 1.1,
  fretted: 0.5,
  span: 0.4,
} as const;
const FIFTH = 7;
const COLOURS = [2, 9, 10, 11] as const;

/** The tones a search is about, as bits. */
interface GripWish {
  readonly tones: number;
  /** All tones but a plain fifth and those nobody misses. */
  readonly needed: number;
  readonly allowed: number;
  readonly bass: PitchClass;
}

const MUTED = -1;

/** One string in a position: its open note, the frets that may be held, and the tones they give. */
interface StringOptions {
  readonly open: number;
  readonly frets: readonly number[];
  /** Tones this string and those above it can still give. */
  readonly bitsFromHere: number;
}

/** What the strings so far add up to. */
interface Tally {
  readonly bits: number;
  readonly lowest: number;
  readonly struck: number;
  /** Strings held above the lowest fret. */
  readonly above: number;
  readonly innerMuted: number;
  readonly mutedRun: number;
  readonly touchesPosition: boolean;
}

const NOTHING_YET: Tally = {
  bits: 0,
  lowest: Infinity,
  struck: 0,
  above: 0,
  innerMuted: 0,
  mutedRun: 0,
  touchesPosition: false,
};

/** Walks through every grip of one position, string by string, and keeps what sounds the name. */
class PositionSearch {
  private readonly open: readonly number[];
  private readonly wanted: GripWish;
  private readonly isReentrant: boolean;
  private readonly least: number;
  private options: readonly StringOptions[] = [];
  private position = 1;
  /** The strings so far; changed in place, as there are many thousands of ways. */
  private readonly frets: number[] = [];
  readonly found: Grip[] = [];

  constructor(search: GripSearch) {
    this.open = openNotes(shapeSetup(search.setup).tuning);
    this.isReentrant = isReentrant(search.setup.tuning);
    this.wanted = wantedOf(search);
    this.least = Math.min(search.name.quality.tones.length < 3 ? 3 : 4, this.open.length);
  }

  /** Finds the grips whose lowest held fret is this one; with 1, those of open strings alone too. */
  at(position: number): void {
    this.position = position;
    this.options = this.optionsAt(position);
    this.step(NOTHING_YET);
  }

  private optionsAt(position: number): readonly StringOptions[] {
    const near = [0, ...Array.from({ length: POSITION_SPAN + 1 }, (_, i) => position + i)];
    const options: StringOptions[] = [];
    for (const open of [...this.open].reverse()) {
      const frets = near.filter((fret) => hasTone(this.wanted.allowed, open + fret));
      const own = toToneSet(frets.map((fret) => open + fret));
      options.unshift({ open, frets, bitsFromHere: own | (options[0]?.bitsFromHere ?? 0) });
    }
    return options;
  }

  private step(so: Tally): void {
    const string = this.options[this.frets.length];
    if (!string) {
      this.keep(so);
      return;
    }
    const { needed } = this.wanted;
    if (((so.bits | string.bitsFromHere) & needed) !== needed) return;
    this.mute(so);
    for (const fret of string.frets) this.hold(fret, string.open + fret, so);
  }

  private hold(fret: number, note: number, so: Tally): void {
    const above = so.above + (fret > this.position ? 1 : 0);
    const innerMuted = so.innerMuted + (so.struck > 0 ? so.mutedRun : 0);
    // Three fingers are left above the lowest fret.
    if (above > POSITION_SPAN || innerMuted > MOST_INNER_MUTED) return;
    this.frets.push(fret);
    this.step({
      bits: so.bits | (1 << toPitchClass(note)),
      lowest: note < so.lowest ? note : so.lowest,
      struck: so.struck + 1,
      above,
      innerMuted,
      mutedRun: 0,
      touchesPosition: so.touchesPosition || fret === this.position,
    });
    this.frets.pop();
  }

  private mute(so: Tally): void {
    const left = this.open.length - this.frets.length - 1;
    if (so.struck + left < this.least) return;
    this.frets.push(MUTED);
    this.step({
      bits: so.bits,
      lowest: so.lowest,
      struck: so.struck,
      above: so.above,
      innerMuted: so.innerMuted,
      mutedRun: so.mutedRun + 1,
      touchesPosition: so.touchesPosition,
    });
    this.frets.pop();
  }

  private keep({ bits, lowest, touchesPosition, above }: Tally): void {
    const { needed, bass } = this.wanted;
    const isHere = touchesPosition || (this.position === 1 && above === 0);
    // A high fret on a low string may lie over an open string: the bass is what sounds lowest.
    if (!isHere || (bits & needed) !== needed) return;
    if (!this.isReentrant && toPitchClass(lowest) !== bass) return;
    this.found.push(this.frets.map((fret) => (fret === MUTED ? null : fret)));
  }
}

/**
 * Finds grips that sound a chord name as a shape (as if the capo were the nut), those a teacher shows
 * first, then the easiest, each with how it is held and what it loses or gains; empty when this tuning and hand offer none.
 *
 * @example
 * findGrips({ name: parseChordName('Em'), setup: { tuning: STANDARD_TUNING, capo: 0 }, hand: USUAL_HAND, count: 1 }).map((found) => formatGrip(found.grip)) // ['022000']
 */
export function findGrips(search: GripSearch): readonly FoundGrip[] {
  const wanted = wantedOf(search);
  const open = openNotes(shapeSetup(search.setup).tuning);
  const positions = new PositionSearch(search);
  for (let position = 1; position <= HIGHEST_POSITION; position++) positions.at(position);
  const priced = (grip: Grip): Priced => {
    const bits = soundBits(grip, open);
    const effort = effortOf(grip, bits, wanted);
    return { grip, bits, effort, rough: roughCost(grip, effort) };
  };
  const usual = usualShapes(search.name, shapeSetup(search.setup).tuning).map(priced);
  const shown = new Set(usual.map(({ grip }) => grip.join()));
  const likely = positions.found
    .map(priced)
    .filter(({ grip }) => !shown.has(grip.join()))
    .sort((a, b) => a.rough - b.rough)
    .slice(0, TRIED);
  const hold = (isUsual: boolean) => (one: Priced) => held(one, { search, wanted, isUsual });
  const others = likely.flatMap(hold(false)).sort((a, b) => a.cost - b.cost);
  return [...usual.flatMap(hold(true)), ...others].slice(0, search.count);
}

function wantedOf({ name, colours }: GripSearch): GripWish {
  const { root, quality, bass } = name;
  const spare = [...(quality.tones.length > 2 ? [FIFTH] : []), ...quality.spare];
  const needed = quality.tones.filter((tone) => !spare.includes(tone));
  const toTones = (intervals: readonly number[]): ToneSet =>
    toToneSet(intervals.map((one) => root + one));
  const tones = toToneSet(chordTones(name));
  return {
    tones,
    needed: toTones(needed) | (1 << bass),
    allowed: colours ? tones | toTones(COLOURS) : tones,
    bass,
  };
}

/** Muted strings between struck ones, which a fingertip has to touch. */
function innerMutedOf(grip: Grip): number {
  const first = grip.findIndex((fret) => fret !== null);
  const last = grip.findLastIndex((fret) => fret !== null);
  return grip.slice(first, last + 1).filter((fret) => fret === null).length;
}

function soundBits(grip: Grip, open: readonly number[]): number {
  return toToneSet(
    grip.flatMap((fret, place) => (fret === null ? [] : [toPitchClass((open[place] ?? 0) + fret)])),
  );
}

/** Open strings with held ones on both sides: easily touched by mistake. */
function strandedOpenStrings(grip: Grip): number {
  return grip.filter((fret, place) => fret === 0 && !!grip[place - 1] && !!grip[place + 1]).length;
}

/** What a grip asks for before a finger is laid. */
function effortOf(grip: Grip, bits: number, wanted: GripWish): number {
  const inner = innerMutedOf(grip);
  const muted = grip.filter((fret) => fret === null).length - inner;
  const frets = grip.filter((fret): fret is number => !!fret);
  return (
    muted * COST.muted +
    inner * COST.mutedInner +
    (grip.at(-1) === null ? COST.mutedTop : 0) +
    Math.max(0, ...frets) * COST.position +
    (grip.includes(0) ? 0 : COST.closed) +
    strandedOpenStrings(grip) * COST.stranded +
    toneCount(wanted.tones & ~bits) * COST.noFifth +
    toneCount(bits & ~wanted.tones) * COST.gained
  );
}

function roughCost(grip: Grip, effort: number): number {
  const frets = grip.filter((fret): fret is number => !!fret);
  const span = frets.length === 0 ? 0 : Math.max(...frets) - Math.min(...frets);
  return effort + Math.min(4, frets.length) * COST.fretted + span * COST.span;
}

interface Priced {
  readonly grip: Grip;
  readonly bits: number;
  readonly effort: number;
  readonly rough: number;
}

interface Holding {
  readonly search: GripSearch;
  readonly wanted: GripWish;
  readonly isUsual: boolean;
}

/** A grip with the fingers that hold it; nothing where this hand does not, or it is not asked for. */
function held(
  { grip, bits, effort }: Priced,
  { search, wanted, isUsual: usual }: Holding,
): readonly FoundGrip[] {
  const fingering = fingeringOf(grip, search.hand, { thumb: search.thumb ?? false });
  if (!fingering || !isWelcome(fingering, search)) return [];
  const missing = tonesOf(wanted.tones & ~bits);
  const gained = tonesOf(bits & ~wanted.tones);
  return [{ ...fingering, grip, usual, missing, gained, cost: fingering.cost + effort }];
}

/** Two strings under one finger are no barre to whoever wants none. */
const SMALL_BARRE = 1;

function isWelcome({ barres, reachMm }: Fingering, { noBarre, maxReachMm }: GripSearch): boolean {
  const isBarred = barres.some(({ from, to }) => to - from > SMALL_BARRE);
  return !(noBarre && isBarred) && (maxReachMm === undefined || reachMm <= maxReachMm);
}
