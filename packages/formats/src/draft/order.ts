import type { DraftBar } from './draft';
import { endOf, type Piece, type Repeat } from './pieces';

/** A piece as it comes in playing. */
export interface PlayedOrder {
  readonly piece: number;
  /** Once only, its last round: after a jump repeats are not taken again. */
  readonly once: boolean;
}

/** Nobody goes round longer than this. */
const MOST_PLAYED = 400;

/** Walks through the pieces as a player does, signs and repeats obeyed. */
class Walk {
  private readonly rounds = new Map<Repeat, number>();
  private hasJumped = false;
  readonly played: PlayedOrder[] = [];

  constructor(
    private readonly bars: readonly DraftBar[],
    private readonly pieces: readonly Piece[],
  ) {}

  go(): void {
    let at = 0;
    while (at < this.pieces.length && this.played.length < MOST_PLAYED) {
      const piece = this.pieces[at];
      if (!piece) return;
      if (this.isPlayed(piece))
        this.played.push({ piece: at, once: this.hasJumped && piece.times > 1 });
      const next = this.after(at, piece);
      if (next === undefined) return;
      at = next;
    }
  }

  private roundOf(repeat: Repeat): number {
    return this.hasJumped ? repeat.times : (this.rounds.get(repeat) ?? 1);
  }

  private isPlayed({ within, rounds }: Piece): boolean {
    return !within || !rounds || rounds.includes(this.roundOf(within));
  }

  /** Where it goes on; undefined at the end. */
  private after(at: number, piece: Piece): number | undefined {
    if (!this.isPlayed(piece)) return at + 1;
    const last = this.bars[endOf(piece) - 1];
    if (this.hasJumped) {
      if (last?.fine) return undefined;
      return last?.toCoda ? (this.coda() ?? at + 1) : at + 1;
    }
    const again = this.again(piece);
    if (again !== undefined) return again;
    if (last?.back === undefined) return at + 1;
    this.hasJumped = true;
    return last.back === 'capo' ? 0 : this.segno();
  }

  /** The first piece of a repeat whose end this is, where it has rounds left. */
  private again(piece: Piece): number | undefined {
    const { within } = piece;
    if (!within) return undefined;
    const end = endOf(piece);
    const goesBack = this.bars[end - 1]?.closes !== undefined;
    const isEnd = piece.rounds ? goesBack : end === within.until;
    const round = this.roundOf(within);
    if (!isEnd || !goesBack || round >= within.times) return undefined;
    this.rounds.set(within, round + 1);
    return this.pieces.findIndex((one) => one.from === within.from);
  }

  private segno(): number {
    const at = this.pieces.findIndex(({ from }) => this.bars[from]?.segno === true);
    return Math.max(0, at);
  }

  private coda(): number | undefined {
    const at = this.pieces.findLastIndex(({ from }) => this.bars[from]?.coda === true);
    return at < 0 ? undefined : at;
  }
}

/** The pieces in the order they are played. */
export function orderOf(
  bars: readonly DraftBar[],
  pieces: readonly Piece[],
): readonly PlayedOrder[] {
  const walk = new Walk(bars, pieces);
  walk.go();
  return walk.played;
}
