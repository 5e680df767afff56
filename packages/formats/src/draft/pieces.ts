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

/** The brackets of endings that follow each other from a bar on. */
function endingsFrom(bars: readonly DraftBar[], from: number): readonly PieceEnding[] {
  const endings: PieceEnding[] = [];
  let at = from;
  while ((bars[at]?.ending?.length ?? 0) > 0) {
    const rounds = bars[at]?.ending ?? [];
    const start = at;
    const isSame = (): boolean => bars[at]?.ending?.join() === rounds.join();
    while (at < bars.length && isSame() && (at === start || bars[at - 1]?.closes === undefined))
      at += 1;
    if (endings.some((one) => one.rounds.some((round) => rounds.includes(round)))) break;
    endings.push({ rounds, from: start, until: at });
  }
  return endings;
}

/** All repeats of a score; one that was not opened begins where the last one ended. */
export function repeatsIn(bars: readonly DraftBar[]): readonly Repeat[] {
  const repeats: Repeat[] = [];
  let from = 0;
  let at = 0;
  while (at < bars.length) {
    const bar = bars[at];
    if (bar?.opens) from = at;
    const endings = (bar?.ending?.length ?? 0) > 0 ? endingsFrom(bars, at) : [];
    const last = endings.at(-1);
    const isRepeat = endings.some((one) => bars[one.until - 1]?.closes !== undefined);
    if (last && isRepeat) {
      const rounds = Math.max(...endings.flatMap((one) => one.rounds));
      // A last ending that goes back, too, is followed by one that is not bracketed.
      const closing = bars[last.until - 1]?.closes;
      const times = closing === undefined ? rounds : Math.max(rounds + 1, closing);
      repeats.push({ from, until: last.until, times: Math.min(MOST_TIMES, times), endings });
      at = last.until;
      from = at;
    } else {
      if (bar?.closes !== undefined) {
        const times = Math.min(MOST_TIMES, bar.closes);
        repeats.push({ from, until: at + 1, times, endings: [] });
        from = at + 1;
      }
      at += 1;
    }
  }
  return repeats;
}

/** The bars at which a piece begins for what is written there. */
function marksIn(bars: readonly DraftBar[]): ReadonlySet<number> {
  const named = bars.some((one) => one.starts);
  const marks = new Set<number>([0]);
  bars.forEach((bar, at) => {
    const isCut = named ? Boolean(bar.starts) : bar.starts !== undefined;
    if (isCut || bar.segno || bar.coda) marks.add(at);
    if (bar.toCoda || bar.fine || bar.back) marks.add(at + 1);
    if (at > 0 && bar.tempo !== undefined) marks.add(at);
  });
  return marks;
}

/** Cuts a score into pieces: at what is marked, and where repeats begin and end. */
export function piecesOf(bars: readonly DraftBar[]): readonly Piece[] {
  const repeats = repeatsIn(bars);
  const cuts = new Set(marksIn(bars));
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
      ...{ from, until, times: 1, endings: [] },
      ...(within && { within }),
      ...(rounds && { rounds }),
    };
  });
}

/** The bar after the last one of a piece, its endings with it. */
export function endOf(piece: Piece): number {
  return piece.endings.at(-1)?.until ?? piece.until;
}
