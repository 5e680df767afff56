import { counted } from '../wording';
import { USUAL_CONSTANTS, type Constants } from '../constants';
import { daysBetween, type Day } from '../day';
import { isSameTitle } from '../requests';
import type { FitVerdict } from './fit';
import type { FitTold } from './fit-told';

/** A request that waits, with what is known of its song. */
export interface Wish {
  readonly id: string;
  readonly studentName: string;
  readonly title: string;
  readonly playedBy: string;
  readonly wantedOn: Day | null;
  readonly askedOn: Day;
  /** Its song stands on the shelf, its chords were pasted, or nothing is written yet. */
  readonly chart: 'shelf' | 'rough' | null;
  /** Null where nothing is written to weigh it by. */
  readonly fit: FitTold | null;
  /** The chords it is played with. */
  readonly grips: readonly string[];
}

/** One reason a song stands where it does in the queue. */
export interface QueueReason {
  readonly kind: 'fit' | 'asks' | 'waits' | 'wanted' | 'prepared' | 'shared';
  /** What it adds, from 0 to its weight. */
  readonly points: number;
  readonly words: string;
}

/** Requests for one song, whoever asked, and how soon it is worth taking up. */
export interface QueueEntry<One extends Wish = Wish> {
  /** As it was asked for first, plainly. */
  readonly title: string;
  readonly wishes: readonly One[];
  readonly score: number;
  /** What decides, the heaviest first. */
  readonly reasons: readonly QueueReason[];
}

/** What the queue is ranked by. */
export interface QueueOptions {
  readonly today: Day;
  /** Chords of songs that are learnt in the studio now, by song. */
  readonly inWork: readonly (readonly string[])[];
  readonly constants?: Constants;
}

const MOST_ASKING = 3;
const MOST_WEEKS = 8;
const SOON_DAYS = 70;
const DAYS_A_WEEK = 7;
const FITTING: Readonly<Record<FitVerdict, number>> = { now: 1, simpler: 0.6, later: 0 };
const PREPARED: Readonly<Record<'shelf' | 'rough' | 'none', number>> = {
  shelf: 1,
  rough: 0.3,
  none: 0,
};
const VERDICT_WORDS: Readonly<Record<FitVerdict, string>> = {
  now: 'fits now',
  simpler: 'fits with a simpler version',
  later: 'is for later',
};

/**
 * Ranks what is asked for: requests for one song stand together however its title was written, and the song that is
 * worth taking up first comes first, by how well it fits who asks, how many ask, how long they wait, when it is
 * wanted, what is prepared and how much of it other songs share; weights by the assumptions table.
 *
 * @example
 * queueOf([], { today: '2026-11-27', inWork: [] }) // []
 */
export function queueOf<One extends Wish>(
  wishes: readonly One[],
  { today, inWork, constants = USUAL_CONSTANTS }: QueueOptions,
): readonly QueueEntry<One>[] {
  const groups = joined(wishes);
  const entries = groups.map((group): QueueEntry<One> => {
    const others = groups
      .filter((one) => one !== group)
      .map((one) => one.flatMap(({ grips }) => grips));
    const reasons = [
      fitReason(group, constants.requestFit),
      asksReason(group, constants.requestAsks),
      waitsReason(group, today, constants.requestWaits),
      wantedReason(group, today, constants.requestWanted),
      preparedReason(group, constants.requestPrepared),
      sharedReason(group, [...inWork, ...others], constants.requestShared),
    ]
      .filter(({ words }) => words !== '')
      // To a tenth, so that what is shown adds up.
      .map((reason) => ({ ...reason, points: tenths(reason.points) }))
      .toSorted((a, b) => b.points - a.points);
    const score = tenths(reasons.reduce((sum, { points }) => sum + points, 0));
    return { title: titleOf(group), wishes: group, score, reasons };
  });
  const asked = ({ wishes: [first] }: QueueEntry<One>): string => first?.askedOn ?? '';
  return entries.toSorted((a, b) => b.score - a.score || asked(a).localeCompare(asked(b)));
}

/** A song that teaches some of what another one needs. */
export interface LeadingSong {
  readonly title: string;
  /** Of the chords that are new, those it teaches. */
  readonly teaches: readonly string[];
}

const MOST_LEADING = 2;

/**
 * Finds songs that lead to one that is for later: those that teach most of its new chords, of such the ones with
 * fewest others that are new too.
 *
 * @example
 * leadingTo({ newGrips: ['F', 'Bm'], grips: ['F', 'Bm', 'G'] }, [{ title: 'Waltz', grips: ['F', 'C'] }]) // [{ title: 'Waltz', teaches: ['F'] }]
 */
export function leadingTo(
  { newGrips, grips }: { readonly newGrips: readonly string[]; readonly grips: readonly string[] },
  songs: readonly { readonly title: string; readonly grips: readonly string[] }[],
): readonly LeadingSong[] {
  return songs
    .map((song) => ({
      title: song.title,
      teaches: newGrips.filter((name) => song.grips.includes(name)),
      foreign: song.grips.filter((name) => !grips.includes(name)).length,
    }))
    .filter(({ teaches }) => teaches.length > 0 && teaches.length < grips.length)
    .toSorted((a, b) => b.teaches.length - a.teaches.length || a.foreign - b.foreign)
    .slice(0, MOST_LEADING)
    .map(({ title, teaches }) => ({ title, teaches }));
}

function isSameSong(a: Wish, b: Wish): boolean {
  const isByOthers = a.playedBy !== '' && b.playedBy !== '' && !isSameTitle(a.playedBy, b.playedBy);
  return isSameTitle(a.title, b.title) && !isByOthers;
}

/** Requests for one song stand together, the earliest first. */
function joined<One extends Wish>(wishes: readonly One[]): readonly (readonly One[])[] {
  const groups: One[][] = [];
  for (const wish of wishes.toSorted((a, b) => a.askedOn.localeCompare(b.askedOn))) {
    const own = groups.find((group) => group.some((one) => isSameSong(one, wish)));
    if (own) own.push(wish);
    else groups.push([wish]);
  }
  return groups;
}

/** As it was asked for first, without what stands in brackets where somebody wrote it so. */
function titleOf(group: readonly Wish[]): string {
  const plain = group.find(({ title }) => !/[([]/.test(title));
  return (plain ?? group[0])?.title ?? '';
}

function tenths(points: number): number {
  return Math.round(points * 10) / 10;
}

function firstName(name: string): string {
  return name.split(' ')[0] ?? name;
}

function fitReason(wishes: readonly Wish[], weight: number): QueueReason {
  const known = wishes.flatMap(({ fit, studentName }) => (fit ? [{ fit, studentName }] : []));
  if (known.length === 0) return { kind: 'fit', points: 0, words: 'no chords yet to weigh it by' };
  const sum = known.reduce((all, { fit }) => all + FITTING[fit.verdict], 0);
  const words = known.map(
    ({ fit, studentName }) => `${VERDICT_WORDS[fit.verdict]} (${firstName(studentName)})`,
  );
  return { kind: 'fit', points: (weight * sum) / known.length, words: words.join(', ') };
}

function asksReason(wishes: readonly Wish[], weight: number): QueueReason {
  const count = new Set(wishes.map(({ studentName }) => studentName)).size;
  const share = Math.min(1, (count - 1) / (MOST_ASKING - 1));
  return { kind: 'asks', points: weight * share, words: count > 1 ? `${count} ask` : '' };
}

function waitsReason([first]: readonly Wish[], today: Day, weight: number): QueueReason {
  const weeks = first ? Math.max(0, daysBetween(first.askedOn, today)) / DAYS_A_WEEK : 0;
  const whole = Math.floor(weeks);
  const words = whole < 1 ? 'asked this week' : `waits ${counted(whole, 'week', 'weeks')}`;
  return { kind: 'waits', points: weight * Math.min(1, weeks / MOST_WEEKS), words };
}

function wantedReason(wishes: readonly Wish[], today: Day, weight: number): QueueReason {
  const [soonest] = wishes
    .flatMap(({ wantedOn }) => (wantedOn && wantedOn >= today ? [wantedOn] : []))
    .toSorted();
  if (!soonest) return { kind: 'wanted', points: 0, words: '' };
  const days = daysBetween(today, soonest);
  const share = Math.max(0, 1 - days / SOON_DAYS);
  return {
    kind: 'wanted',
    points: weight * share,
    words: `wanted in ${counted(days, 'day', 'days')}`,
  };
}

function preparedReason(wishes: readonly Wish[], weight: number): QueueReason {
  const kinds = wishes.map(({ chart }) => chart ?? 'none');
  const best = kinds.includes('shelf') ? 'shelf' : kinds.includes('rough') ? 'rough' : 'none';
  const words = {
    shelf: 'on the shelf already',
    rough: 'its chords are there',
    none: 'nothing is written yet',
  };
  return { kind: 'prepared', points: weight * PREPARED[best], words: words[best] };
}

function sharedReason(
  wishes: readonly Wish[],
  others: readonly (readonly string[])[],
  weight: number,
): QueueReason {
  const own = [...new Set(wishes.flatMap(({ grips }) => grips))];
  if (own.length === 0) return { kind: 'shared', points: 0, words: '' };
  const elsewhere = new Set(others.flat());
  const shared = own.filter((name) => elsewhere.has(name)).length;
  const words = `${shared} of ${counted(own.length, 'chord', 'chords')} in other songs asked for or in work`;
  return { kind: 'shared', points: (weight * shared) / own.length, words };
}
