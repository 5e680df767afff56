/** A time signature: `beats` of unit 1/`unit` in a bar, felt in groups that add up to `beats`. */
export interface Meter {
  readonly beats: number;
  readonly unit: 2 | 4 | 8 | 16;
  /** How the beats are felt, such as [3, 3] for 6/8 or [2, 2, 3] for 7/8. */
  readonly groups: readonly number[];
}

const METER = /^(\d{1,2})\/(2|4|8|16)(?:\s*\((\d(?:\+\d)*)\))?$/;
const MOST_BEATS = 24;

/**
 * Tells whether a meter is felt in threes, such as 6/8 and 12/8.
 *
 * @example
 * isCompound({ beats: 6, unit: 8 }) // true
 */
export function isCompound({
  beats,
  unit,
}: Pick<Meter, 'beats'> & { readonly unit: number }): boolean {
  return unit >= 8 && beats > 3 && beats % 3 === 0;
}

/**
 * Tells whether all groups of a meter are threes, so that one counts the groups and not the beats.
 *
 * @example
 * isFeltInThrees({ beats: 9, unit: 8, groups: [2, 2, 2, 3] }) // false
 */
export function isFeltInThrees({ beats, unit, groups }: Meter): boolean {
  return isCompound({ beats, unit }) && groups.every((group) => group === 3);
}

/**
 * Reads a meter such as "4/4", "6/8" or "7/8 (3+2+2)"; undefined when it is not one, or its groups
 * do not add up.
 *
 * @example
 * parseMeter('6/8')?.groups // [3, 3]
 * @example
 * parseMeter('7/8 (3+3)') // undefined
 */
export function parseMeter(text: string): Meter | undefined {
  const match = METER.exec(text.trim());
  const beats = Number(match?.[1]);
  if (!match || beats < 1 || beats > MOST_BEATS) return undefined;
  const unit = Number(match[2]) as Meter['unit'];
  const groups = match[3]?.split('+').map(Number) ?? usualGroups(beats, unit);
  const total = groups.reduce((sum, group) => sum + group, 0);
  return total === beats && groups.every((group) => group > 0)
    ? { beats, unit, groups }
    : undefined;
}

/**
 * Writes a meter; its groups only where they are not the usual ones.
 *
 * @example
 * formatMeter({ beats: 7, unit: 8, groups: [3, 2, 2] }) // '7/8 (3+2+2)'
 */
export function formatMeter(meter: Meter): string {
  const usual = usualGroups(meter.beats, meter.unit).join();
  const groups = meter.groups.join() === usual ? '' : ` (${meter.groups.join('+')})`;
  return `${meter.beats}/${meter.unit}${groups}`;
}

/**
 * Tells which beats of a bar carry the weight: the first of each group, counted from 0.
 *
 * @example
 * accentedBeats({ beats: 7, unit: 8, groups: [2, 2, 3] }) // [0, 2, 4]
 */
export function accentedBeats(meter: Meter): readonly number[] {
  return meter.groups.map((_, index) =>
    meter.groups.slice(0, index).reduce((sum, group) => sum + group, 0),
  );
}

function usualGroups(beats: number, unit: number): readonly number[] {
  if (isCompound({ beats, unit })) return Array<number>(beats / 3).fill(3);
  if (unit >= 8 && beats > 4 && beats % 2 === 1) {
    return [...Array<number>((beats - 3) / 2).fill(2), 3];
  }
  return [beats];
}
