/** Strokes at one rate, in a climb that gets quicker and quicker. */
export interface ClimbStage {
  readonly perSecond: number;
  readonly fromS: number;
  readonly untilS: number;
}

/** How a climb of strokes goes. */
export interface StrokeClimb {
  readonly from: number;
  readonly to: number;
  /** How much quicker each stage is. */
  readonly ratio: number;
  /** Strokes of one stage. */
  readonly strokes: number;
}

/** From what any hand does to what none does, in small steps: less than a minute in all. */
export const USUAL_CLIMB: StrokeClimb = { from: 2, to: 12.5, ratio: 1.06, strokes: 8 };

/** So long it takes from losing the click to the press that says so. */
const REACTION_S = 0.6;

/**
 * Lays a climb out in time: each stage so many strokes, each quicker than the one before. Rates are strokes a
 * second.
 *
 * @example
 * strokeClimb({ from: 2, to: 4, ratio: 2, strokes: 8 }) // [{ perSecond: 2, fromS: 0, untilS: 4 }, { perSecond: 4, fromS: 4, untilS: 6 }]
 */
export function strokeClimb({ from, to, ratio, strokes }: StrokeClimb): readonly ClimbStage[] {
  const stages: ClimbStage[] = [];
  let fromS = 0;
  for (let perSecond = from; perSecond <= to && ratio > 1; perSecond *= ratio) {
    const untilS = fromS + strokes / perSecond;
    stages.push({ perSecond, fromS, untilS });
    fromS = untilS;
  }
  return stages;
}

/**
 * Gives the rate that was kept up to the press that said it got away: of the last stage that was over well before
 * it, rounded down to a tenth; null where not even the first was.
 *
 * @example
 * rateKept([{ perSecond: 2, fromS: 0, untilS: 4 }, { perSecond: 4, fromS: 4, untilS: 6 }], 6) // 2
 */
export function rateKept(stages: readonly ClimbStage[], pressedS: number): number | null {
  const last = stages.findLast(({ untilS }) => untilS <= pressedS - REACTION_S);
  return last ? Math.floor(last.perSecond * 10 + 1e-9) / 10 : null;
}
