import { assumed } from '../assumptions';
import { millimetres, seconds, type Millimetres, type Seconds } from '../units';
import { plainWords, type HandWords } from './hand-words';
import { fingeringOf } from './fingering';
import type { Finger, Fingers, Grip } from './grip';
import { reachBetween, type Hand, type Place } from './hand';
import { shapeMove, type ShapeMove } from './shape-move';

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
  /** How far it travels along and across the neck; 0 for a finger that lands or lifts. */
  readonly mm: Millimetres;
}

/** A change from one grip to the next. */
export interface Change {
  readonly moves: readonly FingerMove[];
  /** How the whole shape moves, where it does. */
  readonly shapeMove: ShapeMove | null;
  readonly seconds: Seconds;
  /** One line to say to a student. */
  readonly line: string;
}

const FINGER_ORDER = ['T', 1, 2, 3, 4] as const;

function fingersOf(held: HeldGrip, hand: Hand): Fingers {
  return held.fingers ?? fingeringOf(held.grip, hand)?.fingers ?? held.grip.map(() => null);
}

function placesOf(finger: Finger, held: HeldGrip, fingers: Fingers): readonly Place[] {
  return held.grip.flatMap((fret, place) =>
    fret && fingers[place] === finger ? [{ fret, place }] : [],
  );
}

function moveOf(
  from: readonly Place[],
  to: readonly Place[],
  hand: Hand,
): Omit<FingerMove, 'finger'> {
  const [a, b] = [from[0], to[0]];
  if (!a || !b) {
    return a
      ? { does: 'lifts', from: a, mm: millimetres(0) }
      : { does: 'lands', ...(b && { to: b }), mm: millimetres(0) };
  }
  const shared = from.some((one) =>
    to.some((other) => other.fret === one.fret && other.place === one.place),
  );
  if (shared) return { does: 'stays', from: a, to: b, mm: millimetres(0) };
  const mm = reachBetween(a, b, hand);
  return { does: a.place === b.place ? 'slides' : 'moves', from: a, to: b, mm };
}

function movesOf(from: HeldGrip, to: HeldGrip, hand: Hand): readonly FingerMove[] {
  const [before, after] = [fingersOf(from, hand), fingersOf(to, hand)];
  return FINGER_ORDER.flatMap((finger) => {
    const [a, b] = [placesOf(finger, from, before), placesOf(finger, to, after)];
    return a.length + b.length === 0 ? [] : [{ finger, ...moveOf(a, b, hand) }];
  });
}

function barreFingers(held: HeldGrip, fingers: Fingers): readonly string[] {
  return FINGER_ORDER.flatMap((finger) => {
    const places = placesOf(finger, held, fingers);
    return places.length > 1 ? [`${finger}@${places[0]?.fret ?? 0}`] : [];
  });
}

function hasNewBarre(from: HeldGrip, to: HeldGrip, hand: Hand): boolean {
  const before = barreFingers(from, fingersOf(from, hand));
  return barreFingers(to, fingersOf(to, hand)).some((barre) => !before.includes(barre));
}

/** t = 0.25 + 0.09·(moved + landed) + 0.0016·longest travel + 0.15·new barre − 0.05·stays, at least 0.12 s. */
function predictedSeconds(moves: readonly FingerMove[], newBarre: boolean): Seconds {
  const count = (...kinds: readonly FingerMove['does'][]): number =>
    moves.filter((move) => kinds.includes(move.does)).length;
  const time =
    assumed('changeBaseSeconds') +
    assumed('changeFingerSeconds') * count('moves', 'slides', 'lands') +
    assumed('changeTravelSeconds') * Math.max(0, ...moves.map((move) => move.mm)) +
    (newBarre ? assumed('changeBarreSeconds') : 0) -
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

function goalWord(move: FingerMove, words: HandWords): string {
  if (!move.to) return '';
  const target = `${words.string(move.to.place)} ${words.fret(move.to.fret)}`;
  const who = move.finger === 'T' ? 'The thumb' : `Finger ${move.finger}`;
  if (move.does === 'slides') return `${who} slides to ${words.fret(move.to.fret)}.`;
  return move.does === 'moves' ? `${who} moves to ${target}.` : `${who} lands on ${target}.`;
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

function countWord(count: number, noun: string): string {
  return `${WORDS[count] ?? count} ${noun}${count === 1 ? '' : 's'}`;
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

function lineOf(moves: readonly FingerMove[], words: HandWords): string {
  const by = (does: FingerMove['does']): readonly FingerMove[] =>
    moves.filter((move) => move.does === does);
  const going = moves.filter((move) => move.to && move.does !== 'stays');
  const parts = [
    fingersWord(by('stays'), ['stays', 'stay']),
    ...going.map((move) => goalWord(move, words)),
    fingersWord(by('lifts'), ['lifts', 'lift']),
  ];
  return parts.filter(Boolean).join(' ') || 'Nothing moves.';
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
  { hand, paceFactor = 1, words }: ChangeOptions,
): Change {
  const moves = movesOf(from, to, hand);
  const time = predictedSeconds(moves, hasNewBarre(from, to, hand));
  const whole = wholeMove(from, to, hand);
  return {
    moves,
    shapeMove: whole,
    seconds: seconds(time * paceFactor),
    line: whole ? shapeLine(whole) : lineOf(moves, words ?? plainWords(to.grip)),
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
