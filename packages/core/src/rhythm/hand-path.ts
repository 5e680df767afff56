import type { Slot } from './slot';

/** What the strumming hand does in a slot: it strikes or passes by, downwards or upwards, or it waits. */
export type HandMotion = 'down' | 'up' | 'waits';

const OTHER = { down: 'up', up: 'down' } as const;

/**
 * Gives how the hand moves through the slots of a pattern that goes round: between two strokes it swings
 * to and fro, so that no two strokes the same way follow each other without a way back; where that does
 * not fill the slots between them, it waits after the first.
 *
 * @example
 * handPath(readPattern(parseMeter('6/8'), 'D - - D - U'.split(' ')).pattern.slots).join(' ') // 'down waits up down waits up'
 */
export function handPath(slots: readonly Slot[]): readonly HandMotion[] {
  const struck = slots.flatMap((slot, at) => {
    const way = struckWay(slot);
    return way ? [{ at, way }] : [];
  });
  const path = slots.map((): HandMotion => 'waits');
  struck.forEach(({ at, way }, index) => {
    const next = struck[(index + 1) % struck.length] ?? { at, way };
    const between = (next.at - at - 1 + slots.length) % slots.length;
    path[at] = way;
    // So many ways to and fro as end where the next stroke begins.
    const isOdd = next.way === way;
    const ways = between % 2 === (isOdd ? 1 : 0) ? between : Math.max(0, between - 1);
    let going = way;
    for (let step = between - ways; step < between; step += 1) {
      going = OTHER[going];
      path[(at + 1 + step) % slots.length] = going;
    }
  });
  return path;
}

function struckWay(slot: Slot): 'down' | 'up' | undefined {
  if (slot.kind === 'strum') return slot.direction;
  return slot.kind === 'hit' ? 'down' : undefined;
}
