import {
  countWords,
  handPath,
  slotTimes,
  type CountSchool,
  type Feel,
  type HandMotion,
  type Pattern,
  type Slot,
} from '../rhythm';
import type { Drawing, Shape } from './drawing';
import { pluckedNotes, stringLines, stringsHeight } from './plucked';

/** How wide each slot of a lane is drawn. */
export const SLOT_WIDTH = 40;
const HIGH = 12;
const LOW = 48;
/** What the counts below the hand take. */
const COUNTS = 22;
const HIT_RADIUS = 12;

interface PlacedSlot {
  readonly slot: Slot;
  readonly x: number;
  readonly motion: HandMotion;
  /** It stands on a beat. */
  readonly isBeat: boolean;
  readonly count: string;
}

/** How a lane is drawn. */
export interface LaneStyle {
  readonly counts: CountSchool;
  /** Off-beats stand where they fall; straight by default. */
  readonly feel?: Feel;
  /** Slots in which the hand rests: it does not even pass by. */
  readonly stopped?: ReadonlySet<number>;
}

/** A lane with the middle of each of its slots. */
export interface LaneDrawing extends Drawing {
  readonly centres: readonly number[];
}

const STRAIGHT: Feel = { kind: 'straight' };

/**
 * Draws a pattern as the hand moves: arrows down and up, ghost strokes where it passes by, notes on
 * their strings where it is picked, counts below; swung off-beats stand where they fall.
 *
 * @example
 * laneDrawing(songPatterns(readChart('[A]\n| G |').song).usual, { counts: 'syllables' }).width // 320
 */
export function laneDrawing(pattern: Pattern, style: LaneStyle): LaneDrawing {
  const isOnStrings = isPicked(pattern);
  const slots = placed(pattern, style);
  const width = Math.max(1, slots.length) * SLOT_WIDTH;
  const hand = isOnStrings ? stringsHeight(pattern) : LOW + 8;
  const height = hand + COUNTS;
  const middle = isOnStrings ? hand / 2 : 30;
  const centres = slots.map(({ x }) => x);

  function struck(one: PlacedSlot): readonly Shape[] {
    if (one.slot.kind === 'hit') return hit(one.x, middle);
    if (one.slot.kind === 'pluck' || (isOnStrings && one.slot.kind === 'rest')) return [];
    return arrow(one);
  }

  function labels({ slot, x, isBeat, count }: PlacedSlot): readonly Shape[] {
    const small = smallOf(slot);
    const role = slot.kind === 'rest' ? 'soft' : 'ink';
    const below = { x, y: height - 8, text: count, size: 14, isBold: isBeat, isFigure: true };
    return [
      ...(small
        ? [{ kind: 'text', x, y: 9, text: small, size: 10, role: 'soft', isBold: false } as const]
        : []),
      { kind: 'text', role, ...below },
    ];
  }

  const barLines = Array.from({ length: pattern.bars - 1 }, (_, bar): Shape => {
    const x = (bar + 1) * pattern.slotsPerBar * SLOT_WIDTH;
    return { kind: 'line', path: `M${x} 2V${hand}`, role: 'ink', width: 2 };
  });
  return {
    width,
    height,
    centres,
    words: slots.map(wordsOf).join('; '),
    shapes: [
      ...(isOnStrings ? stringLines(pattern, width) : [motion(slots)]),
      ...(isOnStrings ? pluckedNotes(pattern, centres) : []),
      ...slots.flatMap((one) => [...struck(one), ...labels(one)]),
      ...barLines,
    ],
  };
}

function isPicked({ slots }: Pattern): boolean {
  return slots.some((slot) => slot.kind === 'pluck');
}

function placed(
  pattern: Pattern,
  { counts: school, feel = STRAIGHT, stopped }: LaneStyle,
): readonly PlacedSlot[] {
  const { slots, slotsPerBar, meter } = pattern;
  const counts = countWords(meter.beats, slotsPerBar, school);
  const perBeat = slotsPerBar / meter.beats;
  const times = slotTimes(pattern, feel);
  const path = handPath(slots);
  return slots.map((slot, index) => ({
    slot,
    x: ((times[index] ?? 0) * perBeat + 0.5) * SLOT_WIDTH,
    motion: stopped?.has(index) ? 'waits' : (path[index] ?? 'waits'),
    isBeat: index % perBeat === 0,
    count: counts[index % slotsPerBar] ?? '',
  }));
}

/** What is written small above a slot: which strings or fingers, and how it sounds. */
function smallOf(slot: Slot): string {
  if (slot.kind === 'pluck') return slot.notes.map(({ finger }) => finger ?? '').join('+');
  if (slot.kind !== 'strum') return '';
  const sound = slot.sound === 'muted' ? undefined : slot.sound;
  return [slot.strings, sound].flatMap((one) => one ?? []).join(' ');
}

function wordsOf({ slot, count }: PlacedSlot): string {
  if (slot.kind === 'rest') return `${count} nothing`;
  if (slot.kind === 'hit') return `${count} hit`;
  if (slot.kind === 'pluck') {
    const notes = slot.notes.map(({ string, finger }) => `string ${string ?? ''} ${finger ?? ''}`);
    return `${count} ${notes.map((note) => note.trim()).join(' with ')}`;
  }
  const small = smallOf(slot);
  return `${count} ${slot.direction}${slot.accent ? ', accented' : ''}${small ? `, ${small}` : ''}`;
}

/** The hand goes on through what it does not strike. */
function motion(slots: readonly PlacedSlot[]): Shape {
  const points = slots
    .filter((one) => one.motion !== 'waits')
    .map(
      ({ x, motion }, index) => `${index === 0 ? 'M' : 'L'}${x} ${motion === 'down' ? LOW : HIGH}`,
    );
  return { kind: 'line', path: points.join(''), role: 'line', width: 1.5 };
}

function arrow({ x, motion, slot }: PlacedSlot): readonly Shape[] {
  if (motion === 'waits') return [];
  const isDown = motion === 'down';
  const [from, to] = isDown ? [HIGH, LOW] : [LOW, HIGH];
  const back = isDown ? -7 : 7;
  const path = `M${x} ${from}V${to}M${x - 6} ${to + back}L${x} ${to}L${x + 6} ${to + back}`;
  if (slot.kind === 'rest')
    return [{ kind: 'line', path, role: 'soft', width: 1.4, dashes: '3 3' }];
  const isMuted = slot.kind === 'strum' && slot.sound === 'muted';
  const isAccent = slot.kind === 'strum' && slot.accent === true;
  return [{ kind: 'line', path, role: isMuted ? 'muted' : 'ink', width: isAccent ? 4 : 2.4 }];
}

function hit(x: number, y: number): readonly Shape[] {
  return [
    { kind: 'disc', x, y, radius: HIT_RADIUS, role: 'ground' },
    { kind: 'ring', x, y, radius: HIT_RADIUS, role: 'ink', width: 1.4 },
    { kind: 'text', x, y: y + 4.5, text: '×', size: 12, role: 'ink', isBold: true },
  ];
}
