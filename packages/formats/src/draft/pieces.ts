import type { DraftBar } from './draft';

/** Bars that are played one after the other and become one section. */
export interface Piece {
  readonly from: number;
  /** The bar after the last one of its common bars. */
  readonly until: number;
  readonly times: number;
  /** Its endings, each with the rounds it is for; the piece ends behind the last. */
  readonly endings: readonly PieceEnding[];
  /** It belongs to a repeat that holds several pieces. */
  readonly within?: Repeat;
  /** The rounds of that repeat in which it is played. */
  readonly rounds?: readonly number[];
}

/** An ending of a repeat: its rounds and its bars. */
export interface PieceEnding {
  readonly rounds: readonly number[];
  readonly from: number;
  readonly until: number;
}

/** Bars that are repeated, as they are written. */
export interface Repeat {
  readonly from: number;
  readonly until: number;
  readonly times: number;
  readonly endings: readonly PieceEnding[];
}

const MOST_TIMES = 32;

/** Cuts a score into pieces: at what is marked, and where repeats begin and end. */
export function piecesOf(bars: readonly DraftBar[]): readonly Piece[] {
  const repeats = repeatsIn(bars);
  const cuts = new Set(marksIn(bars, repeats));
  const whole = new Map<number, Repeat>();
  for (const repeat of repeats) {
    cuts.add(repeat.from).add(repeat.until);
    const common = repeat.endings[0]?.from ?? repeat.until;
    const inner = [...cuts].some((cut) => cut > repeat.from && cut < repeat.until);
    if (!inner && common > repeat.from) whole.set(repeat.from, repeat);
    else for (const one of repeat.endings) cuts.add(one.from).add(one.until);
  }
  const sorted = [...cuts].filter((cut) => cut < bars.length).sort((a, b) => a - b);
  return sorted.map((from, place): Piece => {
    const until = sorted[place + 1] ?? bars.length;
    const own = whole.get(from);
    if (own) {
      const common = own.endings[0]?.from ?? own.until;
      return { from, until: common, times: own.times, endings: own.endings };
    }
    const within = repeats.find((one) => one.from <= from && from < one.until);
    const rounds = within?.endings.find((one) => one.from <= from && from < one.until)?.rounds;
    return {
      from,
      until,
      times: 1,
      endings: [],
      ...(within && { within }),
      ...(rounds && { rounds }),
    };
  });
}

/** The bar after the last one of a piece, its endings with it. */
export function endOf(piece: Piece): number {
  return piece.endings.at(-1)?.until ?? piece.until;
}

function roundsAt(bars: readonly DraftBar[], at: number): readonly number[] {
  return bars[at]?.ending ?? [];
}

/** The bar after the last one of an ending: its bracket ends, or its repeat. */
function endingEnd(bars: readonly DraftBar[], from: number): number {
  const rounds = roundsAt(bars, from).join();
  let at = from + 1;
  while (roundsAt(bars, at).join() === rounds && bars[at - 1]?.closes === undefined) at += 1;
  return Math.min(at, bars.length);
}

/** The brackets of endings that follow each other from a bar on. */
function endingsFrom(bars: readonly DraftBar[], from: number): readonly PieceEnding[] {
  const endings: PieceEnding[] = [];
  const taken = new Set<number>();
  let at = from;
  for (;;) {
    const rounds = roundsAt(bars, at);
    if (rounds.length === 0 || rounds.some((round) => taken.has(round))) return endings;
    for (const round of rounds) taken.add(round);
    const until = endingEnd(bars, at);
    endings.push({ rounds, from: at, until });
    at = until;
  }
}

/** A repeat with endings that begin at a bar; undefined where nothing goes back in them. */
function endedRepeat(bars: readonly DraftBar[], from: number, at: number): Repeat | undefined {
  const endings = endingsFrom(bars, at);
  const last = endings.at(-1);
  if (!last || endings.every((one) => bars[one.until - 1]?.closes === undefined)) return undefined;
  const rounds = Math.max(...endings.flatMap((one) => one.rounds));
  // A last ending that goes back, too, is followed by one that is not bracketed.
  const closing = bars[last.until - 1]?.closes;
  const times = closing === undefined ? rounds : Math.max(rounds + 1, closing);
  return { from, until: last.until, times: Math.min(MOST_TIMES, times), endings };
}

/** The repeat that ends in a bar, with endings or without. */
function repeatAt(bars: readonly DraftBar[], from: number, at: number): Repeat | undefined {
  const ended = endedRepeat(bars, from, at);
  if (ended) return ended;
  const closes = bars[at]?.closes;
  if (closes === undefined) return undefined;
  return { from, until: at + 1, times: Math.min(MOST_TIMES, closes), endings: [] };
}

/** All repeats of a score; one that was not opened begins where the last one ended. */
function repeatsIn(bars: readonly DraftBar[]): readonly Repeat[] {
  const repeats: Repeat[] = [];
  let from = 0;
  let at = 0;
  while (at < bars.length) {
    if (bars[at]?.opens) from = at;
    const repeat = repeatAt(bars, from, at);
    if (repeat) repeats.push(repeat);
    from = repeat?.until ?? from;
    at = repeat?.until ?? at + 1;
  }
  return repeats;
}

/** The bars at which a piece begins for what is written there. */
function marksIn(bars: readonly DraftBar[], repeats: readonly Repeat[]): ReadonlySet<number> {
  const isNamed = bars.some((one) => one.starts);
  const marks = new Set<number>([0]);
  bars.forEach((bar, at) => {
    // A double line inside a repeat is one of its endings', and begins nothing.
    const isPlain = bar.starts === '' && !isNamed;
    const isInside = repeats.some((one) => at > one.from && at < one.until);
    if (bar.starts || (isPlain && !isInside) || bar.segno || bar.coda) marks.add(at);
    if (bar.toCoda || bar.fine || bar.back) marks.add(at + 1);
    if (at > 0 && bar.tempo !== undefined) marks.add(at);
  });
  return marks;
}
