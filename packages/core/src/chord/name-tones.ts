import {
  hasTone,
  rootName,
  toneCount,
  toneOver,
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
  /** A seventh with a ninth tells most of what the third would. */
  thirdOfTall: 0.8,
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
const NINTH = 2;

/** A quality as bits, one a semitone above the root, with what each missing tone costs. */
interface Weighed {
  readonly quality: Quality;
  readonly bits: number;
  readonly missing: readonly number[];
}

const WEIGHED: readonly Weighed[] = QUALITIES.map((quality) => ({
  quality,
  bits: toToneSet(quality.tones),
  missing: Array.from({ length: 12 }, (_, interval) => missingCost(quality, interval)),
}));

interface Costed {
  readonly quality: Quality;
  readonly cost: number;
  /** False for a name said without its bass, as people do. */
  readonly tellsBass: boolean;
}

interface Priced extends Costed {
  readonly seen: RootedTones;
}

/** What sounds, seen from one root. */
interface RootedTones {
  readonly root: PitchClass;
  readonly bits: number;
  readonly bass: number;
  readonly isBassAlone: boolean;
}

/** The cheapest so far, in order; most candidates are dropped without a trace. */
class Cheapest<Named extends { readonly cost: number }> {
  readonly names: Named[] = [];

  constructor(private readonly count: number) {}

  /** What a name has to cost less than to be taken. */
  get limit(): number {
    return this.names.length < this.count ? Infinity : (this.names.at(-1)?.cost ?? Infinity);
  }

  take(name: Named): void {
    if (name.cost >= this.limit) return;
    const at = this.names.findIndex((one) => one.cost > name.cost);
    this.names.splice(at < 0 ? this.names.length : at, 0, name);
    if (this.names.length > this.count) this.names.pop();
  }
}

const EVERY_ROOT: readonly PitchClass[] = Array.from({ length: 12 }, (_, root) => root);
const MOST_A_ROOT = 12;
const DYAD = 2;
/** Tones seen from a root are few thousand at most; what was weighed once is not weighed again. */
const weighedOnce = new Map<number, readonly Costed[]>();

/**
 * Names the tones that sound, best name first: tones present are weighed against missing and
 * foreign ones, with the root in the bass and plain names preferred; a slash tells another bass. One tone alone is
 * called by its note.
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
  if (new Set(sounding.tones).size === 1) return [noteAlone(sounding.bass, key)];
  return cheapest(sounding, count).map((one) => toFit(one, sounding, key));
}

function missingCost({ parts, spare, tones }: Quality, interval: number): number {
  if (interval === 0) return COST.root;
  if (spare.includes(interval)) return COST.spare;
  if (parts.third.includes(interval))
    return parts.sixth.length > 0 && parts.above.includes(NINTH) ? COST.thirdOfTall : COST.third;
  // A sixth without the fifth is another chord's triad.
  if (interval === FIFTH)
    return parts.sixth[0] === SIXTH && tones.length === 4 ? COST.fifthOfSixth : COST.fifth;
  if (parts.fifth.includes(interval)) return COST.alteredFifth;
  return parts.sixth.includes(interval) ? COST.seventh : COST.colour;
}

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

/** Turned over, a suspended chord is another one upright; nobody names it by its bass. */
function isSuspended({ parts }: Quality): boolean {
  return parts.third.length > 0 && parts.third.every((tone) => tone === 2 || tone === 5);
}

function bassCost({ bits, quality }: Weighed, { bass, isBassAlone }: RootedTones): number {
  if (bass === 0) return 0;
  if (hasTone(bits, bass)) return isSuspended(quality) ? COST.suspendedBass : COST.chordToneBass;
  return isBassAlone ? COST.foreignBass : COST.doubledForeignBass;
}

function costOf(weighed: Weighed, seen: RootedTones): number {
  const missing = weighed.bits & ~seen.bits;
  const extra = seen.bits & ~weighed.bits & ~(1 << seen.bass);
  return (
    weighed.quality.rarity +
    sumOver(missing, weighed.missing) +
    toneCount(extra) * COST.extra +
    bassCost(weighed, seen)
  );
}

/** The cheapest qualities for what sounds, seen from one root. */
function qualitiesFor(seen: RootedTones): readonly Costed[] {
  const key = (seen.bits << 5) | (seen.bass << 1) | (seen.isBassAlone ? 1 : 0);
  const known = weighedOnce.get(key);
  if (known) return known;
  const cheapest = new Cheapest<Costed>(MOST_A_ROOT);
  const isDyad = toneCount(seen.bits) <= DYAD;
  for (const weighed of WEIGHED) {
    // Two notes alone are an interval: nothing is suspended in them.
    if (isDyad && isSuspended(weighed.quality)) continue;
    // The rest is rarer still: none of it can be cheaper than what is there.
    if (weighed.quality.rarity >= cheapest.limit) break;
    const { quality } = weighed;
    const cost = costOf(weighed, seen);
    cheapest.take({ quality, cost, tellsBass: true });
    if (seen.bass === 0 || !hasTone(weighed.bits, seen.bass)) continue;
    cheapest.take({ quality, cost: cost + COST.untoldBass, tellsBass: false });
  }
  weighedOnce.set(key, cheapest.names);
  return cheapest.names;
}

function cheapest({ bass, tones }: Sounding, count: number): readonly Priced[] {
  const bits = toToneSet(tones);
  const isBassAlone = tones.filter((tone) => tone === bass).length === 1;
  const names = new Cheapest<Priced>(count);
  for (const root of new Set([bass, ...tones, ...EVERY_ROOT])) {
    // A root that does not sound costs so much that it is seldom looked at.
    if (!hasTone(bits, root) && COST.root >= names.limit) continue;
    const roots = tones.filter((tone) => tone === root).length;
    const bonus = Math.min(3, roots) * COST.sharedRoot;
    const seen: RootedTones = {
      root,
      bits: rotated(bits, root),
      bass: toPitchClass(bass - root),
      isBassAlone,
    };
    for (const one of qualitiesFor(seen)) {
      if (one.cost - bonus >= names.limit) break;
      names.take({ ...one, seen, cost: one.cost - bonus });
    }
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
  return {
    name: `${rootWord}${quality.suffix}${slash ? `/${toneOver(rootWord, sounding.bass)}` : ''}`,
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

/** One tone is no chord: it is called by its note. */
function noteAlone(tone: PitchClass, key: string | undefined): NameFit {
  const [quality] = QUALITIES.filter(({ suffix }) => suffix === '5');
  if (!quality) throw new Error('no power chord among the qualities');
  const name = rootName(tone, { key });
  return { name, root: tone, bass: tone, quality, score: 1, missing: [], extra: [] };
}
