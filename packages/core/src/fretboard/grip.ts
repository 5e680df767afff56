/** A string's fret counted from the capo: 0 open, null muted (not struck). */
export type StringFret = number | null;

/** What is held on every string, lowest string first (so string 6 of six comes first). */
export type Grip = readonly StringFret[];

/** The finger on each string, lowest first: 1 to 4, "T" the thumb, null for none. */
export type Fingers = readonly Finger[];
/** A finger of the fretting hand. */
export type Finger = 1 | 2 | 3 | 4 | 'T' | null;

const COMPACT = /^[x\d]{4,8}$/i;
const DASHED = /^(?:x|\d{1,2})(?:-(?:x|\d{1,2})){3,7}$/i;
const FINGERS = /^[1-4T.]{4,8}$/i;
/** No neck goes further, counted from the capo. */
export const HIGHEST_FRET = 24;

/**
 * Reads a grip written low to high, "x02210" or "x-10-12-12-12-10"; undefined when it is not one.
 *
 * @example
 * parseGrip('x02210') // [null, 0, 2, 2, 1, 0]
 * @example
 * parseGrip('x-10-12-12-12-10') // [null, 10, 12, 12, 12, 10]
 */
export function parseGrip(text: string): Grip | undefined {
  const parts = COMPACT.test(text) ? [...text] : DASHED.test(text) ? text.split('-') : undefined;
  const grip = parts?.map((part) => (part.toLowerCase() === 'x' ? null : Number(part)));
  return grip?.every((fret) => fret === null || fret <= HIGHEST_FRET) ? grip : undefined;
}

/**
 * Writes a grip low to high, with dashes when a fret is above 9.
 *
 * @example
 * formatGrip([null, 0, 2, 2, 1, 0]) // 'x02210'
 */
export function formatGrip(grip: Grip): string {
  const isWide = grip.some((fret) => (fret ?? 0) > 9);
  return grip.map((fret) => fret ?? 'x').join(isWide ? '-' : '');
}

/**
 * Lists the strings a grip sounds, counted from the thinnest, lowest first.
 *
 * @example
 * soundingStrings([null, 3, 2, 0, 1, 0]) // [5, 4, 3, 2, 1]
 */
export function soundingStrings(grip: Grip): readonly number[] {
  return grip.flatMap((fret, place) => (fret === null ? [] : [stringNumber(grip, place)]));
}

/**
 * Reads fingers written low to high, a dot for none; undefined when it is not that.
 *
 * @example
 * parseFingers('21..34') // [2, 1, null, null, 3, 4]
 */
export function parseFingers(text: string): Fingers | undefined {
  if (!FINGERS.test(text)) return undefined;
  return [...text.toUpperCase()].map((sign) =>
    sign === '.' ? null : sign === 'T' ? 'T' : (Number(sign) as 1 | 2 | 3 | 4),
  );
}

/**
 * Writes fingers low to high, a dot for none.
 *
 * @example
 * formatFingers([2, 1, null, null, 3, 4]) // '21..34'
 */
export function formatFingers(fingers: Fingers): string {
  return fingers.map((finger) => finger ?? '.').join('');
}

/**
 * Gives the player's number of a string, 1 the thinnest, from its place low to high.
 *
 * @example
 * stringNumber([3, 2, 0, 0, 3, 3], 0) // 6
 */
export function stringNumber(grip: Grip, place: number): number {
  return grip.length - place;
}
