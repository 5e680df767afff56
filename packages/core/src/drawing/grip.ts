import type { Conventions } from '../conventions';
import {
  gripWords,
  handWords,
  type Fingers,
  type FingerWay,
  type Grip,
  type Setup,
} from '../fretboard';
import type { Drawing, Shape } from './drawing';

const STRING_GAP = 14;
const FRET_GAP = 20;
/** Room for a dot on the first string, and a fret of two figures before it. */
const LEFT = 24;
const RIGHT = 12;
const TOP = 20;
const LEAST_FRETS = 4;
const DOT_RADIUS = 7.5;
const HEAD = 5;

/** A grip as it is held by somebody, with what is shown of the change to or from it. */
export interface HeldGrip {
  readonly grip: Grip;
  readonly fingers: Fingers;
  readonly setup: Setup;
  readonly conventions: Conventions;
  /** Fingers that stay in the change. */
  readonly staying?: readonly (number | string)[];
  /** Ways that fingers come from another grip. */
  readonly moves?: readonly FingerWay[];
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where strings and frets lie: the strings upright, the lowest first as the player sees it. */
class Neck {
  readonly first: number;
  readonly fretCount: number;

  constructor(
    private readonly grip: Grip,
    private readonly isMirrored: boolean,
  ) {
    const held = grip.flatMap((fret) => (fret ? [fret] : []));
    const highest = Math.max(0, ...held);
    this.first = highest <= LEAST_FRETS ? 1 : Math.min(...held);
    this.fretCount = Math.max(LEAST_FRETS, highest - this.first + 1);
  }

  get right(): number {
    return LEFT + (this.grip.length - 1) * STRING_GAP;
  }

  get bottom(): number {
    return TOP + this.fretCount * FRET_GAP;
  }

  /** Left-handed players see the lowest string at the right. */
  x(place: number): number {
    return LEFT + (this.isMirrored ? this.grip.length - 1 - place : place) * STRING_GAP;
  }

  at(fret: number, place: number): Point {
    return { x: this.x(place), y: TOP + (fret - this.first + 0.5) * FRET_GAP };
  }

  has(fret: number): boolean {
    return fret >= this.first && fret < this.first + this.fretCount;
  }
}

/**
 * Draws a grip as it is held: strings upright, the lowest at the left or mirrored for a left-handed
 * player, fingers as numbered dots, a flat finger as one bar, frets counted as the player counts them.
 *
 * @example
 * gripDrawing({ grip: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null], setup: { tuning: STANDARD_TUNING, capo: 0 }, conventions: USUAL_CONVENTIONS }).shapes.filter((one) => one.kind === 'disc').length // 3
 */
export function gripDrawing(held: HeldGrip): Drawing {
  const { grip, fingers, setup, conventions, moves = [] } = held;
  const neck = new Neck(grip, conventions.leftHanded);
  const shift = conventions.frets === 'nut' ? setup.capo : 0;
  return {
    width: neck.right + RIGHT,
    height: neck.bottom + 4,
    shapes: [
      ...grid(neck, grip),
      ...top(neck, shift),
      ...marks(neck, grip),
      ...barres(neck, held),
      ...ways(neck, moves),
      ...dots(neck, held),
    ],
    words: gripWords(grip, fingers, handWords(conventions, setup)),
  };
}

function grid(neck: Neck, grip: Grip): readonly Shape[] {
  const frets = Array.from({ length: neck.fretCount + 1 }, (_, line): Shape => ({
    kind: 'line',
    path: `M${LEFT} ${TOP + line * FRET_GAP}H${neck.right}`,
    role: 'line',
    width: 1.5,
  }));
  const strings = grip.map((_, place): Shape => ({
    kind: 'line',
    path: `M${neck.x(place)} ${TOP}V${neck.bottom}`,
    role: 'soft',
    // The thicker the string, the thicker its line.
    width: 1.9 - place * 0.2,
  }));
  return [...frets, ...strings];
}

/** The nut, or the number of the fret it begins at; both where a capo stands at the first line. */
function top(neck: Neck, shift: number): readonly Shape[] {
  const nut: Shape = {
    kind: 'line',
    path: `M${LEFT - 1} ${TOP}H${neck.right + 1}`,
    role: 'ink',
    width: 4,
  };
  const fret = neck.first + shift;
  const label: Shape = {
    kind: 'text',
    x: LEFT - 10,
    y: TOP + 14,
    text: String(fret),
    size: 11,
    role: 'soft',
    isBold: false,
    isFigure: true,
    anchor: 'end',
  };
  return [...(neck.first === 1 ? [nut] : []), ...(fret > 1 ? [label] : [])];
}

function marks(neck: Neck, grip: Grip): readonly Shape[] {
  return grip.flatMap((fret, place): readonly Shape[] => {
    const x = neck.x(place);
    if (fret === 0) return [{ kind: 'ring', x, y: TOP - 9, radius: 3.6, role: 'ink', width: 1.4 }];
    if (fret !== null) return [];
    return [
      { kind: 'line', path: `M${x - 3} ${TOP - 12}l6 6m0 -6l-6 6`, role: 'muted', width: 1.4 },
    ];
  });
}

/** A finger that lies flat over several strings: its places, from the lowest string. */
function flatFingers({ grip, fingers }: HeldGrip): ReadonlyMap<Fingers[number], readonly number[]> {
  const flat = [...new Set(fingers)].flatMap((finger) => {
    const places = fingers.flatMap((one, place) => (one === finger && grip[place] ? [place] : []));
    return finger === null || places.length < 2 ? [] : [[finger, places] as const];
  });
  return new Map(flat);
}

/** A flat finger is one bar over its strings, as it lies. */
function barres(neck: Neck, held: HeldGrip): readonly Shape[] {
  return [...flatFingers(held)].map(([finger, places]): Shape => {
    const [from, to] = [places[0] ?? 0, places.at(-1) ?? 0];
    const { x, y } = neck.at(held.grip[from] ?? 0, from);
    return {
      kind: 'line',
      path: `M${x} ${y}H${neck.x(to)}`,
      width: 2 * DOT_RADIUS,
      isRound: true,
      role: finger !== null && held.staying?.includes(finger) ? 'stays' : 'ink',
    };
  });
}

/** A line that ends at the rim of the dot it points to, with its head. */
function arrow(from: Point, to: Point): readonly Shape[] {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.max(1, Math.hypot(dx, dy));
  const [ux, uy] = [dx / length, dy / length];
  const tip = { x: to.x - ux * (DOT_RADIUS + 1), y: to.y - uy * (DOT_RADIUS + 1) };
  const base = { x: tip.x - ux * HEAD, y: tip.y - uy * HEAD };
  const side = { x: -uy * HEAD * 0.6, y: ux * HEAD * 0.6 };
  return [
    {
      kind: 'line',
      path: `M${from.x} ${from.y}L${base.x} ${base.y}`,
      role: 'way',
      width: 1.8,
      dashes: '3 2',
    },
    {
      kind: 'filled',
      path: `M${tip.x} ${tip.y}L${base.x + side.x} ${base.y + side.y}L${base.x - side.x} ${base.y - side.y}Z`,
      role: 'way',
    },
  ];
}

/** Arrows from where a finger was to where it goes, as far as both are drawn. */
function ways(neck: Neck, moves: readonly FingerWay[]): readonly Shape[] {
  return moves.flatMap(({ from, to }) =>
    neck.has(from.fret) ? arrow(neck.at(from.fret, from.place), neck.at(to.fret, to.place)) : [],
  );
}

/** A dot for each finger tip, with its number; a flat finger has its number once, on its lowest string. */
function dots(neck: Neck, held: HeldGrip): readonly Shape[] {
  const { grip, fingers, staying = [] } = held;
  const flat = flatFingers(held);
  return grip.flatMap((fret, place): readonly Shape[] => {
    if (!fret) return [];
    const finger = fingers[place] ?? null;
    const over = flat.get(finger);
    if (over && over[0] !== place) return [];
    const { x, y } = neck.at(fret, place);
    const stays = finger !== null && staying.includes(finger);
    const dot: Shape = { kind: 'disc', x, y, radius: DOT_RADIUS, role: stays ? 'stays' : 'ink' };
    if (finger === null) return [dot];
    const text = String(finger);
    const number: Shape = {
      kind: 'text',
      x,
      y: y + 3.8,
      text,
      size: 11,
      role: 'on-ink',
      isBold: true,
    };
    return over ? [number] : [dot, number];
  });
}
