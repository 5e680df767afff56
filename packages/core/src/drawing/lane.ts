import { countWords, type CountSchool, type Pattern, type Slot } from '../rhythm';
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
  readonly isDown: boolean;
  readonly count: string;
}

function isPicked({ slots }: Pattern): boolean {
  return slots.some((slot) => slot.kind === 'pluck');
}

function placed(
  { slots, slotsPerBar, meter }: Pattern,
  school: CountSchool,
): readonly PlacedSlot[] {
  const counts = countWords(meter.beats, slotsPerBar, school);
  return slots.map((slot, index) => {
    const inBar = index % slotsPerBar;
    const direction = slot.kind === 'strum' ? slot.direction : inBar % 2 === 0 ? 'down' : 'up';
    return {
      slot,
      x: (index + 0.5) * SLOT_WIDTH,
      isDown: direction === 'down',
      count: counts[inBar] ?? '',
    };
  });
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
  const points = slots.map(
    ({ x, isDown }, index) => `${index === 0 ? 'M' : 'L'}${x} ${isDown ? LOW : HIGH}`,
  );
  return { kind: 'line', path: points.join(''), role: 'line', width: 1.5 };
}

function arrow({ x, isDown, slot }: PlacedSlot): Shape {
  const [from, to] = isDown ? [HIGH, LOW] : [LOW, HIGH];
  const back = isDown ? -7 : 7;
  const path = `M${x} ${from}V${to}M${x - 6} ${to + back}L${x} ${to}L${x + 6} ${to + back}`;
  if (slot.kind === 'rest') return { kind: 'line', path, role: 'soft', width: 1.4, dashes: '3 3' };
  const isMuted = slot.kind === 'strum' && slot.sound === 'muted';
  const isAccent = slot.kind === 'strum' && slot.accent === true;
  return { kind: 'line', path, role: isMuted ? 'muted' : 'ink', width: isAccent ? 4 : 2.4 };
}

function hit(x: number, y: number): readonly Shape[] {
  return [
    { kind: 'disc', x, y, radius: HIT_RADIUS, role: 'ground' },
    { kind: 'ring', x, y, radius: HIT_RADIUS, role: 'ink', width: 1.4 },
    { kind: 'text', x, y: y + 4.5, text: '×', size: 12, role: 'ink', isBold: true },
  ];
}

/**
 * Draws a pattern as the hand moves: arrows down and up, ghost strokes where it passes by, notes on
 * their strings where it is picked, counts below.
 *
 * @example
 * laneDrawing(usualPattern({ beats: 4, unit: 4, groups: [4] }), 'syllables').width // 320
 */
export function laneDrawing(pattern: Pattern, school: CountSchool): Drawing {
  const isOnStrings = isPicked(pattern);
  const slots = placed(pattern, school);
  const width = Math.max(1, slots.length) * SLOT_WIDTH;
  const hand = isOnStrings ? stringsHeight(pattern) : LOW + 8;
  const height = hand + COUNTS;
  const middle = isOnStrings ? hand / 2 : 30;

  function struck(one: PlacedSlot): readonly Shape[] {
    if (one.slot.kind === 'hit') return hit(one.x, middle);
    if (one.slot.kind === 'pluck' || (isOnStrings && one.slot.kind === 'rest')) return [];
    return [arrow(one)];
  }

  function labels({ slot, x, isDown, count }: PlacedSlot): readonly Shape[] {
    const small = smallOf(slot);
    const role = slot.kind === 'rest' ? 'soft' : 'ink';
    const below = { x, y: height - 8, text: count, size: 14, isBold: isDown, isFigure: true };
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
    ...{ width, height, words: slots.map(wordsOf).join('; ') },
    shapes: [
      ...(isOnStrings ? stringLines(pattern, width) : [motion(slots)]),
      ...(isOnStrings ? pluckedNotes(pattern, SLOT_WIDTH) : []),
      ...slots.flatMap((one) => [...struck(one), ...labels(one)]),
      ...barLines,
    ],
  };
}
