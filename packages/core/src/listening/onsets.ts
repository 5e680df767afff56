import { bandsOf, type Bands } from './bands';
import { clickIn, wideOf, withoutClick, type HeardClick } from './click';
import { unclipped } from './unclipped';
import { quantileOf, risesOf, stayingRises, type Rises } from './rises';

/** What may be a stroke: where it rises most, and how sure it is one (log-odds, 0 is even). */
interface Candidate {
  readonly frame: number;
  readonly sure: number;
}

/**
 * How much each sign says, fitted once by logistic regression to labelled takes, played on sampled guitars and
 * synthesized (`npm run bench:takes` measures on others): a dB in each group of bands, and how loud a rise is
 * beside the take's own.
 */
const A_DB: readonly number[] = [0.571, 2.679, 0.208, 1.025];
const BESIDE_TAKE = 1.316;
const DOUBT = 4.6;
const SURE = -0.6;
/** A stroke rises most of all frames as near as this. */
const NEAR = 4;
const LEAST_RISE_DB = 0.6;
/** The take's own strokes are as loud as its louder rises. */
const LOUD_SHARE = 0.9;
/** Strings nearer to each other than this are met by one stroke. */
const ROLL_S = 0.06;
/** A slow take may have slower rolls: the widest of these that leaves its strokes well apart. */
const ROLLS_S: readonly number[] = [0.16, 0.12, 0.1, 0.08];
const WELL_APART = 2.2;
/** More than half of the gaps within a quarter of the middle one are even. */
const EVEN = 0.25;
const MOST_EVEN = 0.55;
const QUICK_SHARE = 0.25;

/** Where the loudest moments are not so much louder than the quietest, nobody plays. */
const LEAST_LOUDER = 1.35;
const AT_END = 4;
/** A click is heard from so many frames before its loudest moment to so many after. */
const CLICK_LEADS = 4;
const CLICK_LASTS = 6;
const AFTER_CLICK = 14;
/** A window looks so many frames ahead. */
const BEFORE_NEXT = 4;
/** So much of a rise has to stay when the click is gone. */
const STAYS = 1.5;

/**
 * Hears when strings are struck, in seconds from the first sample, in order; a rolled chord is one stroke.
 * Nothing for silence. Several bands, each beside its own noise; nothing of what is to be expected goes in.
 *
 * @example
 * onsetsIn(new Float32Array(44100), 44100) // []
 */
export function onsetsIn(samples: Float32Array, sampleRate: number): readonly number[] {
  const bands = bandsOf(unclipped(samples), sampleRate);
  const click = clickIn(bands);
  if (isSteady(bands)) return [];
  const heard = candidatesOf(risesOf(click ? withoutClick(bands, click) : bands));
  // What the end of a recording cuts off sounds like a stroke.
  const end = bands.frames - AT_END;
  const sure = heard.filter((one) => one.sure > SURE && one.frame < end);
  const struck = click ? besideClick(sure, bands, click) : sure;
  return strokesOf(struck.map(({ frame }) => Math.max(0, (frame - 1) * bands.secondsAFrame)));
}

function risesMost(all: Float32Array, frame: number): boolean {
  const own = all[frame] ?? 0;
  if (own < LEAST_RISE_DB) return false;
  for (let at = Math.max(0, frame - NEAR); at <= frame + NEAR; at += 1) {
    const other = all[at] ?? 0;
    if (other > own || (other === own && at < frame)) return false;
  }
  return true;
}

function mostAbout(row: Float32Array, frame: number, reach: number): number {
  let most = 0;
  for (let at = frame - reach; at <= frame + reach; at += 1) most = Math.max(most, row[at] ?? 0);
  return most;
}

/** Weighs every moment that rises more than those about it. */
function candidatesOf({ groups, all, pressure }: Rises): readonly Candidate[] {
  const frames = Array.from(all.keys()).filter((frame) => risesMost(all, frame));
  const loud = frames.map((frame) => mostAbout(pressure, frame, 2));
  const usual = Math.max(
    1e-9,
    quantileOf(
      frames.map((frame) => pressure[frame] ?? 0),
      LOUD_SHARE,
    ),
  );
  return frames.map((frame, at) => ({
    frame,
    sure: groups.reduce(
      (sum, row, place) => sum + (A_DB[place] ?? 0) * (row[frame] ?? 0),
      (BESIDE_TAKE * (loud[at] ?? 0)) / usual - DOUBT,
    ),
  }));
}

/** Takes what follows each other more closely than `gapS` as one stroke, at its first. */
function joined(timesS: readonly number[], gapS: number): readonly number[] {
  return timesS.filter((one, at) => at === 0 || one - (timesS[at - 1] ?? 0) >= gapS);
}

function gapsOf(timesS: readonly number[]): readonly number[] {
  return timesS.slice(1).map((one, at) => one - (timesS[at] ?? 0));
}

/** Quick strokes follow each other evenly; the strings of a rolled chord and the next chord do not. */
function isEven(gapsS: readonly number[]): boolean {
  const middle = quantileOf(gapsS, 0.5);
  const near = gapsS.filter((one) => Math.abs(one - middle) < EVEN * middle);
  return near.length > MOST_EVEN * gapsS.length;
}

/** A rolled chord is one stroke: as much is joined as leaves the strokes well apart. */
function strokesOf(timesS: readonly number[]): readonly number[] {
  const least = joined(timesS, ROLL_S);
  if (isEven(gapsOf(least))) return least;
  const apart = ROLLS_S.map((gapS) => ({ gapS, strokes: joined(timesS, gapS) })).find(
    ({ gapS, strokes }) => {
      const gaps = gapsOf(strokes);
      return gaps.length > 0 && quantileOf(gaps, QUICK_SHARE) >= WELL_APART * gapS;
    },
  );
  return apart?.strokes ?? least;
}

function weigh(groups: readonly number[]): number {
  return groups.reduce((sum, one, place) => sum + (A_DB[place] ?? 0) * one, 0);
}

/** When a click is gone and the next stroke has not come yet. */
function afterClick(frame: number, candidates: readonly Candidate[], { frames }: Bands): number {
  const next = candidates.find((one) => one.frame > frame + CLICK_LASTS)?.frame ?? Infinity;
  const before = Math.max(frame + CLICK_LASTS + 1, next - BEFORE_NEXT);
  return Math.min(frames - 1, frame + AFTER_CLICK, before);
}

/**
 * Where a click sounds, what is left when it is gone decides whether a string was struck too, and the
 * surest of the moments about it is when.
 */
function besideClick(
  candidates: readonly Candidate[],
  bands: Bands,
  click: HeardClick,
): readonly Candidate[] {
  const but = wideOf(click);
  const near = click.frames.map((frame) =>
    candidates.filter(
      (one) => one.frame >= frame - CLICK_LEADS && one.frame <= frame + CLICK_LASTS,
    ),
  );
  const moments = click.frames.map((frame) => ({
    before: frame - CLICK_LEADS - 1,
    but,
    after: afterClick(frame, candidates, bands),
  }));
  const staying = stayingRises(bands, moments).map(weigh);
  const kept = near.flatMap((all, at) => {
    const surest = all.reduce<Candidate | undefined>(
      (best, one) => (best && best.sure >= one.sure ? best : one),
      undefined,
    );
    return surest && (staying[at] ?? 0) > STAYS ? [surest] : [];
  });
  const all = new Set(near.flat());
  return [...candidates.filter((one) => !all.has(one)), ...kept].sort((a, b) => a.frame - b.frame);
}

/** A room, a fan, a tone: nothing in it is louder than the rest. */
function isSteady({ rows, frames }: Bands): boolean {
  const loud = new Float32Array(frames);
  for (const row of rows) row.forEach((one, at) => (loud[at] = (loud[at] ?? 0) + one));
  const [quiet, most] = [quantileOf(loud, 0.02), quantileOf(loud, 0.98)];
  return !(most > LEAST_LOUDER * quiet);
}
