/** One stroke of the strumming hand. */
export interface Strum {
  readonly kind: 'strum';
  readonly direction: 'down' | 'up';
  readonly accent?: true;
  /** Only the low or only the high strings are brushed. */
  readonly strings?: 'low' | 'high';
  /** Muted by the left hand, by the palm, left ringing, or on open strings while the left hand changes. */
  readonly sound?: 'muted' | 'palm' | 'ring' | 'open';
}

/** A finger of the picking hand: thumb, index, middle, ring. */
export type PickingFinger = 'p' | 'i' | 'm' | 'a';

/** One plucked string: by its number, by the finger that has a string of its own, or both. */
export interface Plucked {
  readonly string?: number;
  readonly finger?: PickingFinger;
}

/** What happens in one slot of a pattern. */
export type Slot =
  | { readonly kind: 'rest' }
  | { readonly kind: 'hit' }
  | Strum
  | { readonly kind: 'pluck'; readonly notes: readonly Plucked[] };

const STRUM = /^([DU])([>lhmpro]{0,3})$/;
const NOTE = /^([1-8])?([pima])?$/;
const STRINGS = { l: 'low', h: 'high' } as const;
const SOUNDS = { m: 'muted', p: 'palm', r: 'ring', o: 'open' } as const;

/**
 * Reads one stroke as chart text writes it: "D" and "U" with ">" accent, "l" low or "h" high
 * strings, "m" muted, "p" palm-muted, "r" ringing, "o" open strings; "x" a hit; "-" a rest;
 * plucks by string and finger, pinched with "+": "5p+1a". Undefined when it is none of these.
 *
 * @example
 * parseSlot('D>l') // { kind: 'strum', direction: 'down', accent: true, strings: 'low' }
 * @example
 * parseSlot('5p+1a') // { kind: 'pluck', notes: [{ string: 5, finger: 'p' }, { string: 1, finger: 'a' }] }
 * @example
 * parseSlot('Q') // undefined
 */
export function parseSlot(text: string): Slot | undefined {
  if (text === '-') return { kind: 'rest' };
  if (text === 'x') return { kind: 'hit' };
  const strum = STRUM.exec(text);
  if (strum) return readStrum(strum);
  const notes = text.split('+').map(readNote);
  return notes.every((note) => note !== undefined) ? { kind: 'pluck', notes } : undefined;
}

/**
 * Writes one stroke as it is read.
 *
 * @example
 * formatSlot({ kind: 'strum', direction: 'up', sound: 'open' }) // 'Uo'
 */
export function formatSlot(slot: Slot): string {
  switch (slot.kind) {
    case 'rest':
      return '-';
    case 'hit':
      return 'x';
    case 'pluck':
      return slot.notes.map(({ string, finger }) => `${string ?? ''}${finger ?? ''}`).join('+');
    case 'strum': {
      const { direction, accent, strings, sound } = slot;
      const signs = `${accent ? '>' : ''}${signOf(STRINGS, strings)}${signOf(SOUNDS, sound)}`;
      return `${direction === 'down' ? 'D' : 'U'}${signs}`;
    }
  }
}

function isKey<Key extends string>(
  table: Readonly<Record<Key, unknown>>,
  sign: string,
): sign is Key {
  return Object.hasOwn(table, sign);
}

function readStrum(match: RegExpExecArray): Strum {
  const signs = [...(match[2] ?? '')];
  const strings = signs.find((sign) => isKey(STRINGS, sign));
  const sound = signs.find((sign) => isKey(SOUNDS, sign));
  return {
    kind: 'strum',
    direction: match[1] === 'D' ? 'down' : 'up',
    ...(signs.includes('>') && { accent: true as const }),
    ...(strings && { strings: STRINGS[strings] }),
    ...(sound && { sound: SOUNDS[sound] }),
  };
}

function readNote(text: string): Plucked | undefined {
  const match = text === '' ? null : NOTE.exec(text);
  if (!match) return undefined;
  const [, string, finger] = match;
  return {
    ...(string !== undefined && { string: Number(string) }),
    ...(finger !== undefined && { finger: finger as PickingFinger }),
  };
}

function signOf<Value extends string>(
  table: Readonly<Record<string, Value>>,
  value: Value | undefined,
): string {
  return Object.keys(table).find((sign) => table[sign] === value) ?? '';
}
