/**
 * How a tempo grows with practice. Tempos are shares of the goal, practice is counted in units of what was
 * practised while it was watched, so that one grid of curves serves everybody.
 */
export interface Curve {
  /** The share of the goal after so much practice. */
  readonly at: (practised: number) => number;
  /** Practice that is lost with each idle day; 0 where nothing is. */
  readonly lostADay: number;
}

/** Curves of one kind; each kind is as likely before anything is known. */
export type Family = readonly Curve[];

/** Where it began, about the first that was seen. */
const ABOUT = [-0.06, -0.03, 0, 0.03];
const CEILINGS = [1.04, 1.08, 1.2, 1.5];
const TAUS = [0.15, 0.25, 0.4, 0.6, 0.9, 1.3, 2, 3, 4.5, 7, 11];
const GAINS = [0.02, 0.04, 0.06, 0.09, 0.12, 0.16, 0.2, 0.25, 0.3, 0.37, 0.45, 0.55];

/** Whoever practises gets there with so many times the practice that was watched. */
const LONGEST_WAY = 8;
const JUMPS = [0.12, 0.25, 0.4];
const WHEN = [0.3, 0.6, 0.85, 1.05, 1.25, 1.5, 1.9, 2.4];
const AFTER = [0.1, 0.3, 0.7];
const STILL = 0.03;
const JUMP_TAKES = 0.06;

/**
 * Gives the kinds of curves by which learning goes, all from about a first share of the goal: towards a ceiling
 * (the one steps are reckoned with), by a power of practice, in a straight line, standing still and then jumping,
 * forgetful on idle days, and worse before better.
 *
 * @example
 * familiesFrom(0.5).length // 6
 */
export function familiesFrom(first: number): readonly Family[] {
  const starts = ABOUT.map((by) => first + by);
  const ceiling = grid(starts, CEILINGS, TAUS).map(([start, top, tau]) => ({
    at: saturating(start, top, tau),
    lostADay: 0,
  }));
  const power = grid(starts, [0.35, 0.5, 0.7], GAINS).map(([start, p, gain]) => ({
    at: (x: number) => start + gain * x ** p,
    lostADay: 0,
  }));
  const line = grid(starts, GAINS, [0]).map(([start, gain]) => ({
    at: (x: number) => start + gain * x,
    lostADay: 0,
  }));
  const jump = grid(starts, JUMPS, WHEN).flatMap(([start, by, when]) =>
    AFTER.map((after) => ({ at: jumping({ start, by, when, after }), lostADay: 0 })),
  );
  const forgetful = grid(starts, [1.08, 1.3], TAUS).flatMap(([start, top, tau]) =>
    [0.01, 0.025, 0.05].map((lostADay) => ({ at: saturating(start, top, tau), lostADay })),
  );
  const dip = grid([0, 0.03], [0.06, 0.12, 0.2], [0.15, 0.35, 0.7]).flatMap(([by, deep, when]) =>
    grid([1.08, 1.3], TAUS, [0]).map(([top, tau]) => ({
      at: (x: number) =>
        saturating(first + by, top, tau)(x) - deep * (x / when) * Math.exp(1 - x / when),
      lostADay: 0,
    })),
  );
  return [ceiling, power, line, jump, forgetful, dip].map((family) =>
    family.filter(({ at }) => at(LONGEST_WAY) >= 1),
  );
}

function grid<A, B, C>(
  as: readonly A[],
  bs: readonly B[],
  cs: readonly C[],
): readonly (readonly [A, B, C])[] {
  return as.flatMap((a) => bs.flatMap((b) => cs.map((c) => [a, b, c] as const)));
}

function saturating(start: number, ceiling: number, tau: number): Curve['at'] {
  return (x) => ceiling - (ceiling - start) * Math.exp(-x / tau);
}

/** Standing nearly still, then up at once, and on from there. */
function jumping({
  start,
  by,
  when,
  after,
}: {
  readonly start: number;
  readonly by: number;
  readonly when: number;
  readonly after: number;
}): Curve['at'] {
  return (x) => {
    const since = Math.max(0, x - when);
    return start + STILL * Math.min(x, when) + by * Math.min(1, since / JUMP_TAKES) + after * since;
  };
}
