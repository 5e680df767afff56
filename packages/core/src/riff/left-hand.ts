import { assumed } from '../constants';
import { fretPosition, furthestReach, type Hand } from '../fretboard';
import { beatsToNumber, millimetres, seconds, type Millimetres, type Seconds } from '../units';
import type { RiffNote } from './note';

/** A finger of the fretting hand; 0 for an open string, null for a dead one or a harmonic's touch. */
export type RiffFinger = 0 | 1 | 2 | 3 | 4 | null;

/** The hand goes along the neck before a note. */
export interface Shift {
  /** The note it comes before, by its place from 0. */
  readonly before: number;
  readonly mm: Millimetres;
  readonly seconds: Seconds;
  /** Beats there are for it. */
  readonly windowBeats: number;
}

/** How the fretting hand plays a riff. */
export interface LeftHand {
  readonly fingers: readonly RiffFinger[];
  readonly shifts: readonly Shift[];
  /** Effort, lower is easier; only for comparing. */
  readonly cost: number;
}

/** One way to finger the notes that sound together: the fret under finger 1, and a finger for each. */
interface Hold {
  readonly position: number;
  readonly fingers: readonly (1 | 2 | 3 | 4)[];
  readonly effort: number;
}

/** Notes that begin together and are fretted, by their places in the riff. */
interface Chord {
  readonly notes: readonly number[];
  readonly at: number;
  /** The hand was free before it: an open string or a rest came in between. */
  readonly isFree: boolean;
  /** Beats since the fretted notes before it began. */
  readonly since: number;
}

const EFFORT = { stretch: 0.35, little: 0.05, jump: 0.3, high: 0.004, barre: 0.12, crossed: 0.12 };
/** What it costs one finger to lie over the next string at the same fret: the first does it best. */
const ROLL = { 1: 0.02, 2: 0.12, 3: 0.06, 4: 0.2 };
const SHIFT = { base: assumed('shiftBaseSeconds'), travel: assumed('shiftTravelSeconds') };
const MOST_TOGETHER = 4;
const FINGERS = [1, 2, 3, 4] as const;

const MOST_FRETS = 37;

/** A neck under one hand: how far it is along it, and how each fret can be held, each worked out once. */
class Neck {
  private readonly positions: readonly number[];
  private readonly held = new Map<number, readonly Hold[]>();

  constructor(private readonly hand: Hand) {
    this.positions = Array.from({ length: MOST_FRETS }, (_, fret) =>
      fretPosition(fret, hand.scaleLengthMm),
    );
  }

  travelMm(from: number, to: number): Millimetres {
    const [a = 0, b = 0] = [
      this.positions[from + this.hand.capo],
      this.positions[to + this.hand.capo],
    ];
    return millimetres(Math.abs(b - a));
  }

  shiftSeconds(from: number, to: number): Seconds {
    return seconds(SHIFT.base + SHIFT.travel * this.travelMm(from, to));
  }

  /** Every way to hold one note. */
  holdsOf(fret: number): readonly Hold[] {
    const known = this.held.get(fret);
    if (known) return known;
    const holds = FINGERS.flatMap((finger) =>
      [0, -1, 1].flatMap((beyond) => this.holdIn(fret, finger, fret - (finger - 1) - beyond)),
    );
    this.held.set(fret, holds);
    return holds;
  }

  private holdIn(fret: number, finger: 1 | 2 | 3 | 4, position: number): readonly Hold[] {
    if (position < 1) return [];
    const effort = this.effortOf(finger, position, fret);
    if (effort === undefined) return [];
    return [{ position, fingers: [finger], effort: effort + EFFORT.high * position }];
  }

  /** A finger a fret in its position; one fret further is a stretch, where the hand reaches it. */
  private effortOf(finger: number, position: number, fret: number): number | undefined {
    const beyond = fret - position - (finger - 1);
    if (beyond === 0) return finger === 4 ? EFFORT.little : 0;
    const isStretch = (finger === 4 && beyond === 1) || (finger === 1 && beyond === -1);
    if (!isStretch) return undefined;
    const [from, to] = finger === 4 ? [position, fret] : [fret, position + 3];
    return this.travelMm(from, to) <= furthestReach(1, 4, this.hand) ? EFFORT.stretch : undefined;
  }
}

/**
 * Gives how long the hand takes along the neck from one fret to another, from the capo.
 *
 * @example
 * Math.round(shiftSeconds(3, 10, USUAL_HAND) * 1000) // 410
 */
export function shiftSeconds(from: number, to: number, hand: Hand): Seconds {
  return new Neck(hand).shiftSeconds(from, to);
}

interface Going {
  readonly chord: Chord;
  readonly before: Chord;
  readonly notes: readonly RiffNote[];
  readonly neck: Neck;
}

/** A way up to some chord: what it cost, and the hold before it. */
interface HoldPath {
  readonly hold: Hold;
  readonly cost: number;
  readonly from: HoldPath | undefined;
}

/**
 * Fingers a riff for a hand: one shortest path over all of it, a finger a fret within a position, a
 * shift where the position changes. Open strings take no finger, dead ones none either.
 *
 * @example
 * leftHandOf(readRiff('3: 2 4 2: 3', { meterBeats: 4, strings: 6 }).notes, USUAL_HAND).fingers // [1, 3, 2]
 */
export function leftHandOf(notes: readonly RiffNote[], hand: Hand): LeftHand {
  const chords = chordsOf(notes);
  const neck = new Neck(hand);
  const path = pathOver(chords, notes, neck);
  const fingers = notes.map((note): RiffFinger => (note.how === 'dead' ? null : 0));
  const shifts: Shift[] = [];
  let cost = 0;
  chords.forEach((chord, index) => {
    const [hold, last] = [path[index], path[index - 1]];
    chord.notes.forEach((note, place) => {
      fingers[note] = hold?.fingers[place] ?? null;
    });
    cost += hold?.effort ?? 1;
    if (!hold || !last || hold.position === last.position) return;
    const mm = neck.travelMm(last.position, hold.position);
    const takes = neck.shiftSeconds(last.position, hold.position);
    cost += chord.isFree ? 0.1 : takes;
    if (!chord.isFree) {
      shifts.push({ before: chord.notes[0] ?? 0, mm, seconds: takes, windowBeats: chord.since });
    }
  });
  return { fingers, shifts, cost };
}

function isFretted({ fret, how }: RiffNote): boolean {
  return fret > 0 && how !== 'dead';
}

/** The fretted notes by when they begin, with what lies between them. */
function chordsOf(notes: readonly RiffNote[]): readonly Chord[] {
  const chords: { notes: number[]; at: number; isFree: boolean; since: number }[] = [];
  let end = 0;
  notes.forEach((note, index) => {
    const at = beatsToNumber(note.at);
    const last = chords.at(-1);
    if (!isFretted(note)) return;
    if (last?.at === at) last.notes.push(index);
    else {
      const between = notes.slice((last?.notes.at(-1) ?? -1) + 1, index);
      const isFree = !last || at > end + 1e-9 || between.some((one) => !isFretted(one));
      chords.push({ notes: [index], at, isFree, since: at - (last?.at ?? 0) });
    }
    end = Math.max(at + beatsToNumber(note.beats), end);
  });
  return chords;
}

/** Two notes under one finger lie at one fret; two fingers never cross on the neck. */
function goTogether(
  held: readonly { finger: number; fret: number }[],
  hold: { finger: number; fret: number },
): boolean {
  return held.every(({ finger, fret }) =>
    finger === hold.finger ? fret === hold.fret : (finger - hold.finger) * (fret - hold.fret) >= 0,
  );
}

/** Every way to hold one note: with the finger the teacher says, else with any. */
function holdsOfNote({ fret, finger }: RiffNote, neck: Neck): readonly Hold[] {
  const all = neck.holdsOf(fret);
  if (finger === undefined) return all;
  const own = all.filter((one) => one.fingers[0] === finger);
  // Fingers closer together than a fret each are the teacher's to ask for.
  const position = Math.max(1, fret - (finger - 1));
  return own.length > 0 ? own : [{ position, fingers: [finger], effort: EFFORT.stretch }];
}

/** Every way to hold notes that begin together, in one position. */
function holdsOf(chord: Chord, notes: readonly RiffNote[], neck: Neck): readonly Hold[] {
  const own = chord.notes.slice(0, MOST_TOGETHER).flatMap((index) => notes[index] ?? []);
  const [first, ...rest] = own;
  if (!first) return [];
  if (rest.length === 0) return holdsOfNote(first, neck);
  let ways = holdsOfNote(first, neck).map((one) => ({
    ...one,
    held: [{ finger: one.fingers[0] ?? 1, fret: first.fret }],
  }));
  for (const note of rest) {
    const { fret } = note;
    ways = ways.flatMap((way) =>
      holdsOfNote(note, neck)
        .filter((one) => one.position === way.position)
        .flatMap((one) => {
          const hold = { finger: one.fingers[0] ?? 1, fret };
          if (!goTogether(way.held, hold)) return [];
          const isBarre = way.held.some((other) => other.finger === hold.finger);
          return [
            {
              position: way.position,
              fingers: [...way.fingers, ...one.fingers],
              effort: way.effort + one.effort + (isBarre ? EFFORT.barre * hold.finger : 0),
              held: [...way.held, hold],
            },
          ];
        }),
    );
  }
  return ways;
}

/**
 * Counts fingers that would pass over another where the hand goes along a string: one goes up the neck to
 * finger 1, and down it to finger 3 or 4.
 */
function crossings(
  from: Hold,
  to: Hold,
  { chord, notes, before }: Pick<Going, 'chord' | 'notes' | 'before'>,
): number {
  if (from.position === to.position) return 0;
  return to.fingers.filter((finger, place) => {
    const note = notes[chord.notes[place] ?? -1];
    const at = before.notes.findIndex((one) => notes[one]?.string === note?.string);
    const [old, left] = [notes[before.notes[at] ?? -1], from.fingers[at]];
    if (!note || !old || left === undefined) return false;
    const isUp = note.fret > old.fret && finger < left && finger !== 1;
    const isDown = note.fret < old.fret && finger > left && finger < 3;
    return isUp || isDown;
  }).length;
}

/** What going from one hold to the next costs beside the hold itself. */
function goingCost(from: Hold, to: Hold, { chord, notes, before, neck }: Going): number {
  const shift =
    from.position === to.position || chord.isFree
      ? 0
      : neck.shiftSeconds(from.position, to.position);
  // A free hand still prefers to stay where it is.
  const travel = chord.isFree ? neck.travelMm(from.position, to.position) * 0.0004 : 0;
  const jumps = to.fingers.map((finger, place) => {
    const other = from.fingers.indexOf(finger);
    const [a, b] = [notes[before.notes[other] ?? -1], notes[chord.notes[place] ?? -1]];
    if (!a || !b || a.string === b.string) return 0;
    return a.fret === b.fret ? ROLL[finger] : EFFORT.jump;
  });
  const crossed = chord.isFree ? 0 : EFFORT.crossed * crossings(from, to, { chord, notes, before });
  return shift + travel + crossed + (chord.isFree ? 0 : jumps.reduce((sum, one) => sum + one, 0));
}

function cheapest(ways: readonly HoldPath[]): HoldPath | undefined {
  return ways.reduce<HoldPath | undefined>(
    (best, one) => (best && best.cost <= one.cost ? best : one),
    undefined,
  );
}

/** One shortest path over all the chords. */
function pathOver(
  chords: readonly Chord[],
  notes: readonly RiffNote[],
  neck: Neck,
): readonly Hold[] {
  let ways: readonly HoldPath[] = [];
  chords.forEach((chord, index) => {
    const before = chords[index - 1];
    const last = ways;
    ways = holdsOf(chord, notes, neck).map((hold): HoldPath => {
      const going = last.map((way) => ({
        way,
        cost: way.cost + (before ? goingCost(way.hold, hold, { chord, before, notes, neck }) : 0),
      }));
      const best = going.reduce<(typeof going)[number] | undefined>(
        (least, one) => (least && least.cost <= one.cost ? least : one),
        undefined,
      );
      return { hold, cost: (best?.cost ?? 0) + hold.effort, from: best?.way };
    });
    // Notes that no hand holds together have no fingers; the path goes on behind them.
    if (ways.length === 0) {
      const from = cheapest(last);
      const hold = { position: from?.hold.position ?? 1, fingers: [], effort: 1 };
      ways = [{ hold, cost: (from?.cost ?? 0) + 1, from }];
    }
  });
  const path: Hold[] = [];
  for (let way = cheapest(ways); way; way = way.from) path.unshift(way.hold);
  return path;
}
