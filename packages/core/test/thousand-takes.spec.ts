import { seeded } from '../src/random';
import {
  playSimulated,
  STEADY_PLAYER,
  type SimulatedPlayer,
  type SimulatedTake,
} from '../src/simulated-player';
import { judgeTake, measuresOf, type ExpectedTime, type Verdict } from '../src/take';

const TAKES = 1000;
const CHORDS = ['G', 'D', 'Em', 'C', 'Am', 'Bm'];
/** Strokes in a bar, in beats; the second of them in three. */
const PATTERNS = [
  { beats: 4, strokes: [0, 1, 1.5, 2.5, 3, 3.5] },
  { beats: 3, strokes: [0, 0.5, 1, 1.5, 2, 2.5] },
  { beats: 4, strokes: [0, 1, 2, 3] },
  { beats: 4, strokes: [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5] },
  { beats: 4, strokes: [0, 2, 3, 3.5] },
];
const FAULTS = ['none', 'slow change', 'stumble', 'missed', 'drift'] as const;
type Fault = (typeof FAULTS)[number];

/** A made-up piece, what is wrong with how it is played, and the take. */
interface Played {
  readonly fault: Fault;
  readonly strokes: readonly ExpectedTime[];
  readonly slowTo: string;
  readonly player: SimulatedPlayer;
  readonly take: SimulatedTake;
}

function madeUp(random: () => number, seed: number): Played {
  const between = (low: number, high: number): number => low + (high - low) * random();
  const oneOf = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)] as T;
  const beatS = 60 / between(50, 140);
  const { beats, strokes: own } = oneOf(PATTERNS);
  const [bars, each, chords] = [
    Math.floor(between(6, 17)),
    oneOf([1, 2]),
    Math.floor(between(2, 5)),
  ];
  const strokes = Array.from({ length: bars }, (_, bar) =>
    own.map((beat, at) => ({
      ...{ atS: (bar * beats + beat) * beatS, bar },
      chord: CHORDS[Math.floor(bar / each) % chords] ?? 'G',
      ...(at === 0 && bar % each === 0 && { chordChange: true }),
    })),
  ).flat();
  const fault = oneOf(FAULTS);
  const slowTo = CHORDS[Math.floor(between(1, chords))] ?? 'D';
  const player = {
    ...STEADY_PLAYER,
    ...{ jitterMs: between(4, 20), latencyS: between(0, 0.2) },
    ...(fault === 'slow change' && { slowChanges: [{ to: slowTo, lateMs: between(160, 400) }] }),
    ...(fault === 'stumble' && { stumbles: 1 }),
    ...(fault === 'missed' && { missed: oneOf([1, 2]) }),
    ...(fault === 'drift' && { pace: oneOf([between(1.07, 1.17), between(0.83, 0.93)]) }),
  };
  return { fault, strokes, slowTo, player, take: playSimulated(strokes, player, seed) };
}

/** Whether the one thing the verdict names is the one that was wrong. */
function isNamed({ fault, strokes, slowTo, player, take }: Played, { worst }: Verdict): boolean {
  if (!worst) return fault === 'none';
  const isAt = (places: readonly number[]): boolean =>
    places.some((one) => Math.abs(one - worst.stroke) <= 2);
  if (fault === 'slow change') return strokes[worst.stroke]?.chord === slowTo;
  if (fault === 'stumble') return isAt(take.truth.stumbles) && worst.what !== 'uneven';
  if (fault === 'missed') return take.truth.missed.includes(worst.stroke);
  return worst.what === (player.pace > 1 ? 'slower' : 'faster');
}

describe(`${TAKES} takes of a player who is not there`, () => {
  const random = seeded(20_261_127);
  const judged = Array.from({ length: TAKES }, (_, at) => {
    const played = madeUp(random, at + 1);
    const measures = measuresOf(played.strokes, played.take.onsetsS);
    return { played, verdict: judgeTake(played.strokes, measures, { isExact: true }) };
  });

  it('are clean or not right in 98 of 100', () => {
    const right = judged.filter(
      ({ played, verdict }) => verdict.clean === (played.fault === 'none'),
    );
    expect(right.length / TAKES).toBeGreaterThanOrEqual(0.98);
  });

  it('have their worst spot named in 90 of 100', () => {
    const faulty = judged.filter(({ played }) => played.fault !== 'none');
    const named = faulty.filter(({ played, verdict }) => isNamed(played, verdict));
    expect(faulty.length).toBeGreaterThan(700);
    expect(named.length / faulty.length).toBeGreaterThanOrEqual(0.9);
  });
});
