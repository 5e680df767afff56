import type { Pattern } from '../rhythm';
import type { Shape } from './drawing';

/** Where the line of the thinnest string lies, and how far it is to the next. */
const TOP = 22;
const GAP = 10;
const FEWEST_STRINGS = 6;
const NOTE = 8;

/** The height of the string lines, with room above for the fingers. */
export function stringsHeight(pattern: Pattern): number {
  return TOP + (stringCount(pattern) - 1) * GAP + 10;
}

/** The lines of the strings, the thinnest on top. */
export function stringLines(pattern: Pattern, width: number): readonly Shape[] {
  return Array.from({ length: stringCount(pattern) }, (_, index) => ({
    kind: 'line',
    path: `M0 ${TOP + index * GAP}H${width}`,
    role: 'line',
    width: 1,
  }));
}

/** Plucked notes on the strings they are plucked on, at the middle of their slots. */
export function pluckedNotes({ slots }: Pattern, centres: readonly number[]): readonly Shape[] {
  return slots.flatMap((slot, index) =>
    slot.kind === 'pluck'
      ? slot.notes.flatMap(({ string = 1, finger }) =>
          noteShapes(centres[index] ?? 0, string, finger === 'p'),
        )
      : [],
  );
}

/** How many strings a picking pattern is drawn on. */
function stringCount({ slots }: Pattern): number {
  const strings = slots.flatMap((slot) =>
    slot.kind === 'pluck' ? slot.notes.map((one) => one.string ?? 0) : [],
  );
  return Math.max(FEWEST_STRINGS, ...strings);
}

/** Thumb notes are heavy squares, finger notes open rounds. */
function noteShapes(x: number, string: number, isThumb: boolean): readonly Shape[] {
  const y = TOP + (string - 1) * GAP;
  const text = { x, y: y + 4, text: String(string), size: 11, isBold: true } as const;
  if (isThumb)
    return [
      { kind: 'square', x: x - NOTE, y: y - NOTE, side: 2 * NOTE, role: 'ink' },
      { kind: 'text', ...text, role: 'on-ink' },
    ];
  return [
    { kind: 'disc', x, y, radius: NOTE, role: 'ground' },
    { kind: 'ring', x, y, radius: NOTE, role: 'ink', width: 1.3 },
    { kind: 'text', ...text, role: 'ink' },
  ];
}
