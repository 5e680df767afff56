import { millimetres, seconds, type Millimetres, type Seconds } from '../units';
import { liesAsFullBarre } from './barre-strings';
import { plainWords, type HandWords } from './hand-words';
import { fingeringOf } from './fingering';
import type { Finger, Fingers, Grip } from './grip';
import { reachBetween, type Hand, type Place } from './hand';
import { shapeMove, type ShapeMove } from './shape-move';
import { assumed } from '../constants';

/** A grip with the fingers that hold it, where they are known. */
export interface HeldGrip {
  readonly grip: Grip;
  readonly fingers?: Fingers | undefined;
}

/** What one finger does in a change. */
export interface FingerMove {
  readonly finger: Exclude<Finger, null>;
  readonly does: 'stays' | 'slides' | 'moves' | 'lands' | 'lifts';
  readonly from?: Place;
  readonly to?: Place;
  /** The strings it lies flat over afterwards, the lowest and the highest; none for a fingertip. */
  readonly flat?: readonly [lowest: number, highest: number];
  /** How far it travels along and across the neck; 0 for a finger that lands or lifts. */
  readonly mm: Millimetres;
}

/** What happens to a finger that lies flat. */
export type BarreMove = 'lays' | 'lifts' | 'slides';

/** A change from one grip to the next. */
export interface Change {
  readonly moves: readonly FingerMove[];
  /** How the whole shape moves, where it does. */
  readonly shapeMove: ShapeMove | null;
  /** What happens to a barre; null where there is none, or it stays. */
  readonly barre: BarreMove | null;
  readonly seconds: Seconds;
  /** One line to say to a student. */
  readonly line: string;
}

const FINGER_ORDER = ['T', 1, 2, 3, 4] as const;

/** One finger as it lies: on a string, or flat over several at one fret. */
interface Lying {
  readonly finger: Exclude<Finger, null>;
  readonly fret: number;
  readonly lowest: number;
  readonly highest: number;
}

interface Hands {
  readonly before: readonly Lying[];
  readonly after: readonly Lying[];
}

const WORDS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
] as const;

interface Words extends HandWords {
  readonly stringCount: number;
}

/** Whose change it is, and how it is said. */
export interface ChangeOptions {
  readonly hand: Hand;
  /** How much slower than usual this player is; 1 by default. */
  readonly paceFactor?: number;
  /** The words for strings and frets; numbers, frets from the capo by default. */
  readonly words?: HandWords;
}

/**
 * Works out how to get from one grip to the next: what each finger does, how long it takes a usual
 * player times `paceFactor` (1 by default), and one line of words. Time formula: assumptions table.
 *
 * @example
 * changeBetween({ grip: parseGrip('022000') }, { grip: parseGrip('022100') }, { hand: USUAL_HAND }).moves.length // 3
 */
export function changeBetween(
  from: HeldGrip,
  to: HeldGrip,
  { hand, paceFactor = 1, words = plainWords(to.grip) }: ChangeOptions,
): Change {
  const hands = handsOf(from, to, hand);
  const moves = movesOf(hands, hand);
  const shape = wholeMove(from, to, hand);
  const said = { ...words, stringCount: to.grip.length };
  const struck = struckWord(from.grip, to.grip, said);
  return {
    moves,
    shapeMove: shape,
    barre: barreMove(hands),
    seconds: seconds(predictedSeconds(moves, hands, shape) * paceFactor),
    line: shape
      ? [shapeLine(shape), struck].filter(Boolean).join(' ')
      : lineOf(moves, said, struck),
  };
}

/**
 * Lists the fingers that stay where they are in a change.
 *
 * @example
 * stayingFingers(changeBetween({ grip: parseGrip('320033') }, { grip: parseGrip('310033') }, { hand: USUAL_HAND })) // [2, 3, 4]
 */
export function stayingFingers({ moves }: Change): readonly FingerMove['finger'][] {
  return moves.flatMap((move) => (move.does === 'stays' ? [move.finger] : []));
}

/** The way of one finger along or across the neck. */
export interface FingerWay {
  readonly from: Place;
  readonly to: Place;
}

/**
 * Lists the ways of the fingers that slide or move in a change, for arrows.
 *
 * @example
 * fingerWays(changeBetween({ grip: parseGrip('000000') }, { grip: parseGrip('022000') }, { hand: USUAL_HAND })) // []
 */
export function fingerWays({ moves }: Change): readonly FingerWay[] {
  return moves.flatMap(({ does, from, to }) =>
    (does === 'moves' || does === 'slides') && from && to ? [{ from, to }] : [],
  );
}

function fingersOf(held: HeldGrip, hand: Hand): Fingers {
  return held.fingers ?? fingeringOf(held.grip, hand)?.fingers ?? held.grip.map(() => null);
}

function lyingOf(finger: Lying['finger'], held: HeldGrip, fingers: Fingers): Lying | undefined {
  const places = held.grip.flatMap((fret, place) =>
    fret && fingers[place] === finger ? [{ fret, place }] : [],
  );
  const [first] = places;
  return (
    first && {
      finger,
      fret: first.fret,
      lowest: first.place,
      highest: places.at(-1)?.place ?? first.place,
    }
  );
}

function isFlat({ lowest, highest }: Lying): boolean {
  return highest > lowest;
}

/** A tip is where it stands; a barre goes from its middle. */
function centreOf({ fret, lowest, highest }: Lying): Place {
  return { fret, place: (lowest + highest) / 2 };
}

/** Where a finger is said to be: a barre by its lowest string. */
function placeOf({ fret, lowest }: Lying): Place {
  return { fret, place: lowest };
}

/** The same place and the same way of lying; a tip that is laid flat has moved. */
function isStaying(a: Lying, b: Lying): boolean {
  if (a.fret !== b.fret || isFlat(a) !== isFlat(b)) return false;
  return isFlat(a) ? a.lowest <= b.highest && b.lowest <= a.highest : a.lowest === b.lowest;
}

function moveOf(
  a: Lying | undefined,
  b: Lying | undefined,
  hand: Hand,
): Omit<FingerMove, 'finger'> {
  const flat = b && isFlat(b) ? { flat: [b.lowest, b.highest] as const } : {};
  if (!a || !b) {
    return a
      ? { does: 'lifts', from: placeOf(a), mm: millimetres(0) }
      : { does: 'lands', ...(b && { to: placeOf(b) }), ...flat, mm: millimetres(0) };
  }
  const ends = { from: placeOf(a), to: placeOf(b), ...flat };
  if (isStaying(a, b)) return { does: 'stays', ...ends, mm: millimetres(0) };
  const isAlong = isFlat(a) === isFlat(b) && (isFlat(a) || a.lowest === b.lowest);
  const mm = reachBetween(centreOf(a), centreOf(b), hand);
  return { does: isAlong ? 'slides' : 'moves', ...ends, mm };
}

function handsOf(from: HeldGrip, to: HeldGrip, hand: Hand): Hands {
  const lying = (held: HeldGrip): readonly Lying[] => {
    const fingers = fingersOf(held, hand);
    return FINGER_ORDER.flatMap((finger) => lyingOf(finger, held, fingers) ?? []);
  };
  return { before: lying(from), after: lying(to) };
}

function movesOf({ before, after }: Hands, hand: Hand): readonly FingerMove[] {
  return FINGER_ORDER.flatMap((finger) => {
    const [a, b] = [before, after].map((all) => all.find((one) => one.finger === finger));
    return a || b ? [{ finger, ...moveOf(a, b, hand) }] : [];
  });
}

/** A barre that was laid flat before is not new, wherever it goes. */
function newBarres({ before, after }: Hands): readonly Lying[] {
  const wasFlat = (finger: Finger): boolean =>
    before.some((one) => one.finger === finger && isFlat(one));
  return after.filter((one) => isFlat(one) && !wasFlat(one.finger));
}

function barreMove(hands: Hands): BarreMove | null {
  if (newBarres(hands).length > 0) return 'lays';
  const flat = hands.before.filter(isFlat);
  const kept = flat.flatMap((a) => {
    const b = hands.after.find((one) => one.finger === a.finger);
    return b && isFlat(b) ? [{ a, b }] : [];
  });
  if (kept.length < flat.length) return 'lifts';
  return kept.some(({ a, b }) => a.fret !== b.fret) ? 'slides' : null;
}

function barreSeconds(hands: Hands): number {
  const barres = newBarres(hands).map(({ lowest, highest }) => ({ from: lowest, to: highest }));
  if (barres.length === 0) return 0;
  return assumed(
    barres.some(liesAsFullBarre) ? 'changeFullBarreSeconds' : 'changePartialBarreSeconds',
  );
}

/**
 * A shape that moves as one: 0.20 + 0.0016·mm + 0.08 where it goes to other strings. Any other change:
 * 0.25 + 0.09·(moved + landed) + 0.0016·longest travel + new barre − 0.05·stays, at least 0.12 s.
 */
function predictedSeconds(
  moves: readonly FingerMove[],
  hands: Hands,
  shape: ShapeMove | null,
): Seconds {
  const way = assumed('changeTravelSeconds') * Math.max(0, ...moves.map((move) => move.mm));
  if (shape) {
    const over = shape.strings === 0 ? 0 : assumed('changeShapeStringsSeconds');
    return seconds(assumed('changeShapeSeconds') + way + over);
  }
  const count = (...kinds: readonly FingerMove['does'][]): number =>
    moves.filter((move) => kinds.includes(move.does)).length;
  const time =
    assumed('changeBaseSeconds') +
    assumed('changeFingerSeconds') * count('moves', 'slides', 'lands') +
    way +
    barreSeconds(hands) -
    assumed('changeStaySeconds') * count('stays');
  return seconds(Math.max(assumed('changeLeastSeconds'), time));
}

function joinWords(words: readonly (string | number)[]): string {
  const last = words.at(-1) ?? '';
  return words.length < 2 ? String(last) : `${words.slice(0, -1).join(', ')} and ${last}`;
}

function fingersWord(
  moves: readonly FingerMove[],
  verb: readonly [one: string, many: string],
): string {
  const names = moves.map((move) => move.finger);
  if (names.length === 0) return '';
  const noun =
    names[0] === 'T' && names.length === 1
      ? 'The thumb'
      : names.length > 1
        ? `Fingers ${joinWords(names)}`
        : `Finger ${names[0] ?? ''}`;
  return `${noun} ${names.length > 1 ? verb[1] : verb[0]}.`;
}

function flatWord([lowest, highest]: readonly [number, number], words: Words): string {
  const count = highest - lowest + 1;
  if (count === words.stringCount) return `flat across all ${numberWord(count)}`;
  return `flat from ${words.string(lowest)} to ${words.string(highest)}`;
}

function goalWord(move: FingerMove, words: Words): string {
  if (!move.to) return '';
  const who = move.finger === 'T' ? 'The thumb' : `Finger ${move.finger}`;
  const fret = words.fret(move.to.fret);
  if (move.flat && move.does === 'slides') return `${who} slides flat to ${fret}.`;
  if (move.flat) return `Lay finger ${move.finger} ${flatWord(move.flat, words)} at ${fret}.`;
  const target = `${words.string(move.to.place)} ${fret}`;
  if (move.does === 'slides') return `${who} slides to ${fret}.`;
  return move.does === 'moves' ? `${who} moves to ${target}.` : `${who} lands on ${target}.`;
}

function numberWord(count: number): string {
  return WORDS[count] ?? String(count);
}

function countWord(count: number, noun: string): string {
  return `${numberWord(count)} ${noun}${count === 1 ? '' : 's'}`;
}

/** Down the neck is towards the nut, where the notes are lower. */
function shapeLine({ frets, strings }: ShapeMove): string {
  const along =
    frets === 0 ? '' : `${countWord(Math.abs(frets), 'fret')} ${frets > 0 ? 'up' : 'down'}`;
  const side = strings > 0 ? 'towards the thin ones' : 'towards the thick ones';
  const over = strings === 0 ? '' : `${countWord(Math.abs(strings), 'string')} over, ${side}`;
  return `The whole shape moves ${[along, over].filter(Boolean).join(' and ')}.`;
}

function isSameHand(from: HeldGrip, to: HeldGrip, hand: Hand): boolean {
  const order = (held: HeldGrip): string => fingersOf(held, hand).filter(Boolean).join();
  return order(from) === order(to);
}

/** A shape moves as a whole only when the same fingers hold it. */
function wholeMove(from: HeldGrip, to: HeldGrip, hand: Hand): ShapeMove | null {
  const move = shapeMove(from.grip, to.grip);
  return move && isSameHand(from, to, hand) ? move : null;
}

/** Which strings are struck, each by itself: never all of them where one is muted. Nothing where they are those of before. */
function struckWord(from: Grip, to: Grip, words: Words): string {
  const places = (grip: Grip, isStruck: boolean): readonly number[] =>
    grip.flatMap((fret, place) => ((fret !== null) === isStruck ? [place] : []));
  const struck = places(to, true);
  const [lowest] = struck;
  if (lowest === undefined || places(from, true).join() === struck.join()) return '';
  const silent = places(to, false).filter((place) => place > lowest);
  if (lowest === 0 && silent.length === 0) return `Strum all ${numberWord(words.stringCount)}.`;
  const begin = `Strum from ${words.string(lowest)}`;
  return silent.length === 0
    ? `${begin}.`
    : `${begin}; leave ${listWords(silent.map((place) => words.string(place)))} out.`;
}

function listWords(all: readonly string[]): string {
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} and ${all.at(-1) ?? ''}`;
}

/** What stays first, then what lifts, then what goes where. */
function lineOf(moves: readonly FingerMove[], words: Words, struck: string): string {
  const by = (does: FingerMove['does']): readonly FingerMove[] =>
    moves.filter((move) => move.does === does);
  const going = moves.filter((move) => move.to && move.does !== 'stays');
  const parts = [
    fingersWord(by('stays'), ['stays', 'stay']),
    fingersWord(by('lifts'), ['lifts', 'lift']),
    ...going.map((move) => goalWord(move, words)),
  ];
  const said = parts.filter(Boolean).join(' ') || 'Nothing moves.';
  return [said, struck].filter(Boolean).join(' ');
}
