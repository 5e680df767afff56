import { median } from '../units';

/** A section of the song: how many beats it is written with, and where the recording begins it. */
export interface ClockMark {
  readonly beats: number;
  readonly startsAtS: number;
}

/** What the recording's clock says of the bars that are written. */
export interface ClockFit {
  readonly bpm: number;
  /** Where the line puts the first beat, in seconds. */
  readonly firstBeatS: number;
  /** How much faster the end goes than the beginning; negative for slower. */
  readonly driftPercent: number;
  /** For each mark, how far it is off the line in beats, and the whole bars the section before it lacks. */
  readonly residuals: readonly { readonly beats: number; readonly missingBars: number }[];
}

const LEAST_FOR_DRIFT = 4;
const MOST_ROUNDS = 12;
/** Tempos that are tried to begin with. */
const MOST_SEEDS = 24;

interface Guess {
  readonly missing: readonly number[];
  readonly secondsABeat: number;
  /** How badly the marks fit, in beats: sections that are wrong, bars they are wrong by, and what is left over. */
  readonly misfit: number;
}

/**
 * Fits the bars that are written to the recording's clock: a robust line (Theil–Sen) of seconds over
 * beats gives the tempo; where a mark jumps by whole bars from the one before, the section between
 * lacks them (+) or has them too many (−), and the line is fitted anew with them counted. Undefined
 * for fewer than two marks, marks that do not rise, or sections without beats between them.
 *
 * @example
 * fitClock([0, 8, 16, 26].map((startsAtS) => ({ beats: 16, startsAtS })), 4)?.residuals.map((one) => one.missingBars) // [0, 0, 0, 1]
 */
export function fitClock(marks: readonly ClockMark[], beatsPerBar: number): ClockFit | undefined {
  const isRising = marks
    .slice(1)
    .every(({ startsAtS }, index) => startsAtS > (marks[index]?.startsAtS ?? 0));
  const hasBeats = marks.slice(0, -1).every(({ beats }) => beats > 0);
  if (marks.length < 2 || !isRising || !hasBeats || beatsPerBar <= 0) return undefined;
  const written = beatsAt(marks, { missing: [], beatsPerBar });
  const seeds = [slopeOf(marks, written), ...sectionSlopes(marks)];
  const [best] = seeds
    .map((seed) => settle(marks, beatsPerBar, seed))
    .sort((a, b) => a.misfit - b.misfit);
  if (!best) return undefined;
  const { missing, secondsABeat } = best;
  const beats = beatsAt(marks, { missing, beatsPerBar });
  const firstBeatS = startOf(marks, beats, secondsABeat);
  const residuals = marks.map(({ startsAtS }, index) => ({
    beats: (startsAtS - firstBeatS) / secondsABeat - (written[index] ?? 0),
    missingBars: missing[index] ?? 0,
  }));
  return { bpm: 60 / secondsABeat, firstBeatS, driftPercent: driftOf(marks, beats), residuals };
}

/** The beat each mark stands at, with so many bars more or fewer before it. */
function beatsAt(
  marks: readonly ClockMark[],
  { missing, beatsPerBar }: { readonly missing: readonly number[]; readonly beatsPerBar: number },
): readonly number[] {
  let beats = 0;
  return marks.map((_, index) => {
    if (index > 0) beats += marks[index - 1]?.beats ?? 0;
    beats += (missing[index] ?? 0) * beatsPerBar;
    return beats;
  });
}

/** Theil–Sen: the median of the slopes between all pairs of marks, in seconds a beat. */
function slopeOf(marks: readonly ClockMark[], beats: readonly number[]): number {
  const slopes = marks.flatMap((mark, i) =>
    marks.slice(i + 1).flatMap(({ startsAtS }, k) => {
      const length = (beats[i + 1 + k] ?? 0) - (beats[i] ?? 0);
      return length > 0 ? [(startsAtS - mark.startsAtS) / length] : [];
    }),
  );
  return median(slopes);
}

/** The seconds a beat takes from one mark to the next, a few of them from the quickest to the slowest. */
function sectionSlopes(marks: readonly ClockMark[]): readonly number[] {
  const slopes = marks
    .slice(1)
    .flatMap(({ startsAtS }, index) => {
      const before = marks[index];
      return before && before.beats > 0 ? [(startsAtS - before.startsAtS) / before.beats] : [];
    })
    .sort((a, b) => a - b);
  const step = Math.max(1, slopes.length / MOST_SEEDS);
  return Array.from(
    { length: Math.min(MOST_SEEDS, slopes.length) },
    (_, index) => slopes[Math.floor(index * step)] ?? 0,
  );
}

/** Tells for each section how many whole bars it lacks, as the tempo has it. */
function missingAt(
  marks: readonly ClockMark[],
  { secondsABeat, beatsPerBar }: { readonly secondsABeat: number; readonly beatsPerBar: number },
): readonly number[] {
  return marks.map(({ startsAtS }, index) => {
    const before = marks[index - 1];
    if (!before) return 0;
    const { beats } = before;
    const jump = (startsAtS - before.startsAtS) / secondsABeat - beats;
    // Not minus nothing.
    return Math.round(jump / beatsPerBar) || 0;
  });
}

/** Counts the bars that are missing, fits the line anew, and again until nothing changes. */
function settle(marks: readonly ClockMark[], beatsPerBar: number, seed: number): Guess {
  let secondsABeat = seed;
  let missing: readonly number[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = missingAt(marks, { secondsABeat, beatsPerBar });
    if (next.join() === missing.join()) break;
    missing = next;
    secondsABeat = slopeOf(marks, beatsAt(marks, { missing, beatsPerBar }));
  }
  const beats = beatsAt(marks, { missing, beatsPerBar });
  const start = startOf(marks, beats, secondsABeat);
  const left = marks.map(({ startsAtS }, index) =>
    Math.abs((startsAtS - start) / secondsABeat - (beats[index] ?? 0)),
  );
  const faulty = missing.filter((count) => count !== 0).length;
  const bars = missing.reduce((sum, count) => sum + Math.abs(count), 0);
  const misfit = ((faulty + bars) * beatsPerBar) / 2 + median(left) * left.length;
  return { missing, secondsABeat, misfit };
}

function startOf(
  marks: readonly ClockMark[],
  beats: readonly number[],
  secondsABeat: number,
): number {
  return median(
    marks.map(({ startsAtS }, index) => startsAtS - (beats[index] ?? 0) * secondsABeat),
  );
}

/** The bend of seconds over beats (least squares, second degree), as a change of tempo over the song. */
function driftOf(marks: readonly ClockMark[], beats: readonly number[]): number {
  const last = beats.at(-1) ?? 0;
  if (marks.length < LEAST_FOR_DRIFT || last <= 0) return 0;
  // On 0 to 1 so that the sums stay of one size; the bend is what is left after the best straight line.
  const x = beats.map((beat) => beat / last);
  const mean = (values: readonly number[]): number =>
    values.reduce((sum, one) => sum + one, 0) / values.length;
  const centred = (values: readonly number[]): readonly number[] => {
    const middle = mean(values);
    return values.map((one) => one - middle);
  };
  const dot = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((sum, one, index) => sum + one * (b[index] ?? 0), 0);
  const without = (values: readonly number[], of: readonly number[]): readonly number[] => {
    const factor = dot(values, of) / dot(of, of);
    return values.map((one, index) => one - factor * (of[index] ?? 0));
  };
  const line = centred(x);
  const bend = without(centred(x.map((one) => one * one)), line);
  const seconds = centred(marks.map((mark) => mark.startsAtS));
  const size = dot(bend, bend);
  const straight = dot(seconds, line) / dot(line, line);
  if (size < 1e-12 || straight <= 0) return 0;
  return (-2 * dot(seconds, bend) * 100) / (size * straight);
}
