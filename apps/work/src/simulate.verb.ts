import { songScore } from '@harvu/core/guide';
import { settledFrame } from '@harvu/core/song';
import {
  playSimulated,
  renderSimulated,
  STEADY_PLAYER,
  type SlowChange,
} from '@harvu/core/simulated-player';
import { array, mixed, number, object, string } from 'yup';
import { askedOf, expectedInput } from './expected-answer';
import { verbOf, workError } from './verb';
import { SAMPLE_RATE, writeWav } from './wav-file';

const MOST_SECONDS = 3600;
/** A change that is said to be slow and no more comes so late. */
const SLOW_MS = 220;

const count = () => mixed<number | number[]>().optional();

const input = expectedInput.shape({
  bpm: number().min(20).max(400).required(),
  seed: number().integer().min(0).max(4_294_967_295).default(1),
  player: object({
    pace: number().min(0.5).max(2).optional(),
    jitterMs: number().min(0).max(300).optional(),
    slowChanges: array(mixed<string | object>().required()).max(100).optional(),
    stumbles: count(),
    missed: count(),
    fatigue: number().min(0).max(5).optional(),
    latencyMs: number().min(0).max(1000).optional(),
  }).default({}),
  wav: string().optional(),
});

const slowInput = object({
  from: string().optional(),
  to: string().required(),
  lateMs: number().min(0).max(3000).optional(),
  seconds: number().min(0).max(3).optional(),
});

/** "G D", "G>D", "G → D", or "D" for every change to it; or an object that says how late. */
function slowOf(told: string | object): SlowChange {
  if (typeof told !== 'string') {
    const { from, to, lateMs, seconds } = slowInput.validateSync(told);
    const late = lateMs ?? (seconds === undefined ? SLOW_MS : seconds * 1000);
    return { ...(from !== undefined && { from }), to, lateMs: late };
  }
  const [first = '', second] = told.split(/\s*(?:->|→|>|\s)\s*/).filter(Boolean);
  return second === undefined
    ? { to: first, lateMs: SLOW_MS }
    : { from: first, to: second, lateMs: SLOW_MS };
}

/** A count, a share of the strokes below 1, or the strokes themselves, counted from 1. */
function placesOf(
  told: number | number[] | undefined,
  strokes: number,
): number | readonly number[] {
  if (Array.isArray(told)) return told.map((one) => one - 1);
  return told === undefined
    ? 0
    : told > 0 && told < 1
      ? Math.round(told * strokes)
      : Math.floor(told);
}

function rounded(seconds: number): number {
  return Math.round(seconds * 1e4) / 1e4;
}

/**
 * `{song, section?, layer?, bpm, seed, player, wav?}` → when somebody who is not there strikes the strings,
 * and what was wrong with it; strokes are counted from 1.
 */
export const simulateVerb = verbOf(input, ({ seed, player, wav, ...asking }) => {
  const asked = askedOf(asking);
  if ('error' in asked) return asked;
  const score = songScore(asked.song, asked.request);
  const slower = settledFrame(asked.song).tempo / asking.bpm;
  if (score.lastsS * slower > MOST_SECONDS)
    return workError('input', 'That lasts more than an hour; ask for fewer bars.', 'to');
  const expected = score.strokes.map(({ atS, chord, chordChange }) => ({
    atS: atS * slower,
    chord,
    ...(chordChange && { chordChange }),
  }));
  const take = playSimulated(
    expected,
    {
      pace: player.pace ?? STEADY_PLAYER.pace,
      jitterMs: player.jitterMs ?? STEADY_PLAYER.jitterMs,
      slowChanges: (player.slowChanges ?? []).map(slowOf),
      stumbles: placesOf(player.stumbles, expected.length),
      missed: placesOf(player.missed, expected.length),
      tires: player.fatigue ?? 0,
      latencyS: (player.latencyMs ?? 0) / 1000,
    },
    seed,
  );
  const failed =
    wav === undefined
      ? undefined
      : writeWav(wav, renderSimulated(score, take, { sampleRate: SAMPLE_RATE, seed }));
  const { missed, extra, lateMs, stumbles, slow } = take.truth;
  const numbered = (all: readonly number[]): readonly number[] => all.map((one) => one + 1);
  return (
    failed ?? {
      onsetsS: take.onsetsS.map(rounded),
      truth: {
        missed: numbered(missed),
        extra,
        lateMs,
        stumbles: numbered(stumbles),
        slow: numbered(slow),
      },
      ...(wav !== undefined && { wav }),
    }
  );
});
