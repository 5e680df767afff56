import type { Pattern } from './pattern';
import type { PickingFinger, Plucked, Slot } from './slot';

/** Which strings each finger of the picking hand plucks, counted from the thinnest; its first is its usual one. */
export type PickingHand = Readonly<Record<PickingFinger, readonly number[]>>;

/** The thumb on the three low strings, a string each for the fingers. */
export const USUAL_PICKING: PickingHand = { p: [6, 5, 4], i: [3], m: [2], a: [1] };

/** The fingers of the picking hand, thumb first. */
export const PICKING_FINGERS: readonly PickingFinger[] = ['p', 'i', 'm', 'a'];

const ASSIGNED = /^([pima])([1-8]{1,8})$/;

/**
 * Reads which strings each finger plucks, "p654 i3 m2 a1"; undefined where a finger is missing or
 * told twice, or a string has two fingers.
 *
 * @example
 * parsePicking('p54 i3 m2 a1')?.p // [5, 4]
 * @example
 * parsePicking('p65 i5 m2 a1') // undefined
 */
export function parsePicking(text: string): PickingHand | undefined {
  const told = text
    .trim()
    .split(/\s+/)
    .map((word) => ASSIGNED.exec(word));
  const strings = told.flatMap((match) => [...(match?.[2] ?? '')].map(Number));
  if (told.length !== PICKING_FINGERS.length || new Set(strings).size !== strings.length) {
    return undefined;
  }
  const byFinger = new Map(told.map((match) => [match?.[1], [...(match?.[2] ?? '')].map(Number)]));
  const [p, i, m, a] = PICKING_FINGERS.map((finger) => byFinger.get(finger));
  return p && i && m && a ? { p, i, m, a } : undefined;
}

/**
 * Writes which strings each finger plucks, as it is read.
 *
 * @example
 * formatPicking(USUAL_PICKING) // 'p654 i3 m2 a1'
 */
export function formatPicking(hand: PickingHand): string {
  return PICKING_FINGERS.map((finger) => `${finger}${hand[finger].join('')}`).join(' ');
}

/**
 * Gives every plucked note of a pattern its string and its finger, as the picking hand has them.
 *
 * @example
 * settledPicking({ meter: { beats: 1, unit: 4, groups: [1] }, bars: 1, slotsPerBar: 1, slots: [{ kind: 'pluck', notes: [{ finger: 'm' }] }] }, USUAL_PICKING).slots // [{ kind: 'pluck', notes: [{ string: 2, finger: 'm' }] }]
 */
export function settledPicking(pattern: Pattern, hand: PickingHand): Pattern {
  const slots = pattern.slots.map((slot) => mapNotes(slot, (note) => settled(note, hand)));
  return { ...pattern, slots };
}

/**
 * Gives a pattern as it is plucked over a grip: the thumb takes the grip's bass wherever it has the
 * lowest string of the pattern, or one that the grip does not sound; the rest stays. `sounding` are
 * the strings the grip sounds; none leaves the pattern as the hand has it.
 *
 * @example
 * pickedOver({ meter: { beats: 1, unit: 4, groups: [1] }, bars: 1, slotsPerBar: 1, slots: [{ kind: 'pluck', notes: [{ string: 5 }] }] }, { hand: USUAL_PICKING, sounding: [6, 4, 3, 2, 1] }).slots // [{ kind: 'pluck', notes: [{ string: 6, finger: 'p' }] }]
 */
export function pickedOver(
  pattern: Pattern,
  { hand, sounding }: { readonly hand: PickingHand; readonly sounding: readonly number[] },
): Pattern {
  const written = settledPicking(pattern, hand);
  const lowest = Math.max(...thumbStrings(written));
  if (sounding.length === 0 || !Number.isFinite(lowest)) return written;
  const bass = Math.max(...sounding);
  const isMoved = (string: number): boolean => string === lowest || !sounding.includes(string);
  const slots = written.slots.map((slot) =>
    mapNotes(slot, (note) =>
      note.finger === 'p' && isMoved(note.string ?? 0) ? { ...note, string: bass } : note,
    ),
  );
  return { ...written, slots };
}

/** A note with its string and its finger, each from the other where only one is written. */
function settled({ string, finger }: Plucked, hand: PickingHand): Required<Plucked> {
  const owner = finger ?? PICKING_FINGERS.find((one) => hand[one].includes(string ?? 0)) ?? 'p';
  return { string: string ?? hand[owner][0] ?? 1, finger: owner };
}

function mapNotes(slot: Slot, change: (note: Plucked) => Plucked): Slot {
  return slot.kind === 'pluck' ? { ...slot, notes: slot.notes.map(change) } : slot;
}

function thumbStrings({ slots }: Pattern): readonly number[] {
  return slots.flatMap((slot) =>
    slot.kind === 'pluck'
      ? slot.notes.flatMap((one) => (one.finger === 'p' && one.string ? [one.string] : []))
      : [],
  );
}
