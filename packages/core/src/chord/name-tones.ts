import {
  hasTone,
  keySigns,
  rootName,
  toneCount,
  toneName,
  tonesOf,
  toPitchClass,
  toToneSet,
  type PitchClass,
} from '../pitch';
import { QUALITIES, type Quality } from './qualities.data';

/** The tones that sound, the lowest first; how often each sounds tells roots from colours. */
export interface Sounding {
  readonly bass: PitchClass;
  /** Every struck string's tone, repeats included. */
  readonly tones: readonly PitchClass[];
}

/** One name that fits, more or less. */
export interface NameFit {
  readonly name: string;
  readonly root: PitchClass;
  readonly bass: PitchClass;
  readonly quality: Quality;
  /** From 0 to 1, 1 for a plain name that fits to the tone. */
  readonly score: number;
  readonly missing: readonly PitchClass[];
  readonly extra: readonly PitchClass[];
}

/** What a misfit costs; only their order matters. */
const COST = {
  root: 2.6,
  third: 2.2,
  seventh: 1.9,
  alteredFifth: 2,
  fifth: 0.3,
  fifthOfSixth: 0.8,
  colour: 1.5,
  spare: 0.18,
  extra: 1.7,
  chordToneBass: 0.62,
  foreignBass: 0.6,
  doubledForeignBass: 0.8,
  suspendedBass: 0.92,
  untoldBass: 0.5,
  sharedRoot: 0.03,
} as const;
const FIFTH = 7;
const SIXTH = 9;

/** A quality as bits, one a semitone above the root, with what each missing tone costs. */
interface Weighed {
  readonly quality: Quality;
  readonly bits: number;
  readonly missing: readonly number[];
}

function missingCost(quality: Quality, interval: number): number {
  if (interval === 0) return COST.root;
  if (quality.spare?.includes(interval)) return COST.spare;
  const place = quality.tones.indexOf(interval);
  if (place === 1) return COST.third;
  // A sixth without the fifth is another chord's triad.
  if (interval === FIFTH)
    return quality.tones[3] === SIXTH && quality.tones.length === 4
      ? COST.fifthOfSixth
      : COST.fifth;
  if (place === 2) return COST.alteredFifth;
  return place === 3 ? COST.seventh : COST.colour;
}

const WEIGHED: readonly Weighed[] = QUALITIES.map((quality) => ({
  quality,
  bits: toToneSet(quality.tones),
  missing: Array.from({ length: 12 }, (_, interval) => missingCost(quality, interval)),
}));

function rotated(bits: number, root: PitchClass): number {
  return ((bits >> root) | (bits << (12 - root))) & 0xfff;
}

/** Adds the costs of the intervals that are set, one bit after the other. */
function sumOver(bits: number, costs: readonly number[]): number {
  let sum = 0;
  for (let left = bits; left !== 0; left &= left - 1) {
    sum += costs[31 - Math.clz32(left & -left)] ?? 0;
  }
  return sum;
}

interface Priced {
  readonly seen: Seen;
  readonly quality: Quality;
  readonly cost: number;
  /** False for a name said without its bass, as people do. */
  readonly tellsBass: boolean;
}

/** What sounds, seen from one root. */
interface Seen {
  readonly root: PitchClass;
  readonly bits: number;
  readonly bass: number;
  readonly isBassAlone: boolean;
  readonly bonus: number;
}

/** Turned over, a suspended chord is another one upright; nobody names it by its bass. */
function isSuspended({ tones }: Quality): boolean {
  return tones.length > 2 && (tones[1] === 2 || tones[1] === 5);
}

function bassCost({ bits, quality }: Weighed, { bass, isBassAlone }: Seen): number {
  if (bass === 0) return 0;
  if (hasTone(bits, bass)) return isSuspended(quality) ? COST.suspendedBass : COST.chordToneBass;
  return isBassAlone ? COST.foreignBass : COST.doubledForeignBass;
}

function costOf(weighed: Weighed, seen: Seen): number {
  const missing = weighed.bits & ~seen.bits;
  const extra = seen.bits & ~weighed.bits & ~(1 << seen.bass);
  return (
    weighed.quality.rarity +
    sumOver(missing, weighed.missing) +
    toneCount(extra) * COST.extra +
    bassCost(weighed, seen) -
    seen.bonus
  );
}

/** The cheapest names so far, in order; most candidates are dropped without a trace. */
class Cheapest {
  readonly names: Priced[] = [];

  constructor(private readonly count: number) {}

  /** What a name has to cost less than to be taken. */
  private get limit(): number {
    return this.names.length < this.count ? Infinity : (this.names.at(-1)?.cost ?? Infinity);
  }

  offer(seen: Seen, weighed: Weighed): void {
    const cost = costOf(weighed, seen);
    if (cost >= this.limit) return;
    this.take({ seen, quality: weighed.quality, cost, tellsBass: true });
    if (seen.bass === 0 || !hasTone(weighed.bits, seen.bass)) return;
    const untold = cost + COST.untoldBass;
    if (untold < this.limit) {
      this.take({ seen, quality: weighed.quality, cost: untold, tellsBass: false });
    }
  }

  private take(name: Priced): void {
    const at = this.names.findIndex((one) => one.cost > name.cost);
    this.names.splice(at < 0 ? this.names.length : at, 0, name);
    if (this.names.length > this.count) this.names.pop();
  }
}

function cheapest({ bass, tones }: Sounding, count: number): readonly Priced[] {
  const bits = toToneSet(tones);
  const isBassAlone = tones.filter((tone) => tone === bass).length === 1;
  const names = new Cheapest(count);
  for (let root = 0; root < 12; root++) {
    const roots = tones.filter((tone) => tone === root).length;
    const seen: Seen = {
      root,
      bits: rotated(bits, root),
      bass: toPitchClass(bass - root),
      isBassAlone,
      bonus: Math.min(3, roots) * COST.sharedRoot,
    };
    for (const weighed of WEIGHED) names.offer(seen, weighed);
  }
  return names.names;
}

function toFit(one: Priced, sounding: Sounding, key: string | undefined): NameFit {
  const { quality, tellsBass, seen } = one;
  const { root } = seen;
  const intervals = tonesOf(seen.bits);
  const isMinor = quality.tones.includes(3) && !quality.tones.includes(4);
  const bass = toPitchClass(sounding.bass - root);
  const slash = tellsBass && bass !== 0;
  const rootWord = rootName(root, { key, isMinor });
  // The bass is spelled like the root it stands under.
  const signs =
    keySigns(key) ?? (rootWord.includes('b') || bass === 10 || bass === 3 ? 'flats' : 'sharps');
  return {
    name: `${rootWord}${quality.suffixes[0] ?? ''}${slash ? `/${toneName(sounding.bass, signs)}` : ''}`,
    root,
    bass: sounding.bass,
    quality,
    score: Math.round(1000 / (1 + Math.max(0, one.cost))) / 1000,
    missing: quality.tones
      .filter((tone) => !intervals.includes(tone))
      .map((tone) => toPitchClass(root + tone)),
    extra: intervals
      .filter((tone) => !quality.tones.includes(tone) && !(slash && tone === bass))
      .map((tone) => toPitchClass(root + tone)),
  };
}

/**
 * Names the tones that sound, best name first: tones present are weighed against missing and
 * foreign ones, with the root in the bass and plain names preferred; a slash tells another bass.
 * Roots are spelled by `key`, else as they are mostly written. Empty when nothing sounds.
 *
 * @example
 * nameTones({ bass: 9, tones: [9, 4, 9, 0, 4] })[0]?.name // 'Am'
 * @example
 * nameTones({ bass: 7, tones: [7, 0, 4] })[0]?.name // 'C/G'
 */
export function nameTones(
  sounding: Sounding,
  { key, count = 6 }: { readonly key?: string | undefined; readonly count?: number } = {},
): readonly NameFit[] {
  if (sounding.tones.length === 0) return [];
  return cheapest(sounding, count).map((one) => toFit(one, sounding, key));
}
