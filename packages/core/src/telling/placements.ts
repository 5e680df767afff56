/** A stroke as it is told: down or up. */
export type ToldStroke = 'D' | 'U';

/** What to place strokes on. */
export interface PlacementRequest {
  readonly strokes: readonly ToldStroke[];
  /** Slots of the grid, 1 to 192. */
  readonly slots: number;
  /** The first stroke falls on slot 0. */
  readonly startsOnBeat?: boolean;
  /** At most so many placements are given; all are counted. */
  readonly most?: number;
}

/** How strokes fit a grid: how many ways there are, and the best of them. */
export interface Placements {
  readonly count: number;
  /** Slots of each stroke, from 0; fewest empty slots between strokes first, then the earliest. */
  readonly placements: readonly (readonly number[])[];
}

const USUAL_MOST = 12;
const MOST_SLOTS = 192;

/** Walks through the placements that end on one slot, the earliest first. */
class Walk {
  readonly found: (readonly number[])[] = [];
  private readonly spans: readonly number[];

  constructor(
    private readonly strokes: readonly ToldStroke[],
    private readonly most: number,
  ) {
    this.spans = leastSpans(strokes);
  }

  from(first: number, last: number): void {
    if (fits(this.strokes[0], first)) this.go([first], last);
  }

  private go(placed: readonly number[], last: number): void {
    if (this.found.length >= this.most) return;
    const at = placed.at(-1) ?? 0;
    if (placed.length === this.strokes.length) {
      if (at === last) this.found.push(placed);
      return;
    }
    const room = last + 1 - (this.spans[placed.length] ?? 1);
    for (let slot = at + 1; slot <= room; slot++) {
      if (fits(this.strokes[placed.length], slot)) this.go([...placed, slot], last);
    }
  }
}

/**
 * Places told strokes on a grid: downs on even slots, ups on odd ones, in order, the first on the
 * beat unless told otherwise. No strokes, or a grid outside 1 to 192 slots, have no placement.
 *
 * @example
 * placeStrokes({ strokes: [...'DUDUDDU'], slots: 8 }) // { count: 1, placements: [[0, 1, 2, 3, 4, 6, 7]] }
 * @example
 * placeStrokes({ strokes: [...'DUDDUUD'], slots: 16 }).count // 84
 */
export function placeStrokes(request: PlacementRequest): Placements {
  const { strokes, slots, startsOnBeat = true } = request;
  if (strokes.length === 0 || slots < 1 || slots > MOST_SLOTS) return { count: 0, placements: [] };
  const table = countTable(request);
  const onBeat = fits(strokes[0], 0) ? (table[1]?.[1] ?? 0) : 0;
  const count = startsOnBeat ? onBeat : (table[0]?.[0] ?? 0);
  return { count, placements: count === 0 ? [] : bestPlacements(request) };
}

/** The hand swings evenly: downs fall on even slots, ups on odd ones. */
function fits(stroke: ToldStroke | undefined, slot: number): boolean {
  return stroke === (slot % 2 === 0 ? 'D' : 'U');
}

/** ways[i][slot]: placements of the strokes from i on, the i-th not before that slot. */
function countTable({ strokes, slots }: PlacementRequest): readonly (readonly number[])[] {
  let after: readonly number[] = Array<number>(slots + 1).fill(1);
  const table: (readonly number[])[] = [after];
  for (let i = strokes.length - 1; i >= 0; i--) {
    const here = Array<number>(slots + 1).fill(0);
    for (let slot = slots - 1; slot >= 0; slot--) {
      const placed = fits(strokes[i], slot) ? (after[slot + 1] ?? 0) : 0;
      here[slot] = (here[slot + 1] ?? 0) + placed;
    }
    table.unshift(here);
    after = here;
  }
  return table;
}

/** The fewest slots the strokes from each one on take up, that stroke's own included. */
function leastSpans(strokes: readonly ToldStroke[]): readonly number[] {
  const spans = Array<number>(strokes.length).fill(1);
  for (let i = strokes.length - 2; i >= 0; i--) {
    spans[i] = (spans[i + 1] ?? 1) + (strokes[i] === strokes[i + 1] ? 2 : 1);
  }
  return spans;
}

function bestPlacements({
  strokes,
  slots,
  startsOnBeat = true,
  most = USUAL_MOST,
}: PlacementRequest): readonly (readonly number[])[] {
  const walk = new Walk(strokes, most);
  const firsts = startsOnBeat ? 1 : slots;
  for (let span = strokes.length; span <= slots; span++) {
    for (let first = 0; first < firsts && first + span <= slots; first++) {
      walk.from(first, first + span - 1);
    }
    if (walk.found.length >= most) break;
  }
  return walk.found.slice(0, most);
}
