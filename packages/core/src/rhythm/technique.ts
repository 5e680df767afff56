import type { Pattern } from './pattern';
import type { Slot } from './slot';

/** A way of striking that has to be learnt by itself, once. */
export const TECHNIQUES = ['slap', 'mute', 'palm', 'accent', 'part of the strings'] as const;
export type Technique = (typeof TECHNIQUES)[number];

/**
 * Lists the ways of striking that a pattern asks for beside plain strums and plucks, in the order they are learnt.
 *
 * @example
 * techniquesOf({ meter: { beats: 4, unit: 4, groups: [4] }, bars: 1, slotsPerBar: 2, slots: [{ kind: 'strum', direction: 'down' }, { kind: 'hit' }] }) // ['slap']
 */
export function techniquesOf({ slots }: Pick<Pattern, 'slots'>): readonly Technique[] {
  const found = new Set(slots.flatMap(inSlot));
  return TECHNIQUES.filter((one) => found.has(one));
}

function inSlot(slot: Slot): readonly Technique[] {
  if (slot.kind === 'hit') return ['slap'];
  if (slot.kind !== 'strum') return [];
  return [
    ...(slot.sound === 'muted' ? (['mute'] as const) : []),
    ...(slot.sound === 'palm' ? (['palm'] as const) : []),
    ...(slot.accent ? (['accent'] as const) : []),
    ...(slot.strings ? (['part of the strings'] as const) : []),
  ];
}
