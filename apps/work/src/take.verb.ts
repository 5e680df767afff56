import { judgeTake, measuresOf, type ExpectedTime } from '@harvu/core/take';
import { array, boolean, number, object, string } from 'yup';
import { verbOf, workError } from './verb';

const MOST = 5000;
const seconds = () => number().min(-3600).max(36_000).required();

const input = object({
  expected: array(
    object({ atS: seconds(), chordChange: boolean().optional(), chord: string().optional() }),
  )
    .max(MOST)
    .required(),
  onsetsS: array(seconds()).max(MOST).required(),
  latencyMs: number().min(-1000).max(1000).optional(),
});

function firstDisorder(times: readonly number[]): number {
  return times.findIndex((one, at) => at > 0 && one < (times[at - 1] ?? one));
}

/**
 * `{expected, onsetsS}` → how each stroke came, in ms; `missed` and `extra` are counts, `driftPercent` above
 * 0 is slower, `worst` is the one thing to fix, its stroke counted from 1.
 */
export const takeVerb = verbOf(input, ({ expected, onsetsS, latencyMs }) => {
  const disorder = firstDisorder(expected.map(({ atS }) => atS));
  if (disorder > 0)
    return workError(
      'order',
      'Strokes are expected in the order of time.',
      `expected[${disorder}].atS`,
    );
  const strokes: readonly ExpectedTime[] = expected.map(({ atS, chordChange, chord }) => ({
    atS,
    ...(chordChange !== undefined && { chordChange }),
    ...(chord !== undefined && { chord }),
  }));
  const heard = onsetsS.toSorted((a, b) => a - b);
  const how = latencyMs === undefined ? {} : { latencyS: latencyMs / 1000 };
  const measures = measuresOf(strokes, heard, how);
  const { clean, worst } = judgeTake(strokes, measures, { isExact: true });
  return {
    clean,
    missed: measures.missed.length,
    extra: measures.extra.length,
    lateMs: measures.lateMs,
    spreadMs: measures.spreadMs,
    driftPercent: measures.driftPercent,
    latencyMs: measures.latencyMs,
    worst: worst
      ? {
          kind: worst.what,
          stroke: worst.stroke + 1,
          by: worst.by,
          atS: strokes[worst.stroke]?.atS ?? 0,
          lateMs: measures.lateMs[worst.stroke] ?? null,
          ...(worst.change && { from: worst.change.from, to: worst.change.to }),
        }
      : null,
    missedStrokes: measures.missed.map((one) => one + 1),
    extraOnsets: measures.extra.map((one) => one + 1),
  };
});
