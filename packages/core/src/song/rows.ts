/** Bars in a row, as music mostly goes; of equals the one named first. */
const LENGTHS = [4, 8, 2, 3, 6, 5, 7] as const;
/** What it costs to begin a row, in bars; so that a long song is not cut into its smallest pieces. */
const ROW_COST = 0.5;
/** The same row again, and one that differs in a bar. */
const AGAIN_COST = 0.25;
const DIFFERS_COST = 1;
/** Bars over at the end that are no row of their own. */
const MOST_OVER = 2;
const MOST_IN_ROW = 8;

/**
 * Cuts bars that came without rows where the same music comes again: the length of row by which least is left to be learnt,
 * four where none does better. Gives how many bars each row has; `texts` tell bars apart.
 *
 * @example
 * rowsOf(['G', 'D', 'C', 'G', 'D', 'Am']) // [3, 3]
 * @example
 * rowsOf([]) // []
 */
export function rowsOf(texts: readonly string[]): readonly number[] {
  let best: readonly number[] = [];
  for (const length of LENGTHS) {
    const rows = evenRows(texts.length, length);
    if (best.length === 0 || costOfRows(texts, rows) < costOfRows(texts, best)) best = rows;
  }
  return best;
}

/**
 * Gives what some rows leave to be learnt, in bars: less where rows come again.
 *
 * @example
 * costOfRows(['G', 'D', 'G', 'D'], [2, 2]) // 3.25
 */
export function costOfRows(texts: readonly string[], rows: readonly number[]): number {
  const before: (readonly string[])[] = [];
  let from = 0;
  let cost = 0;
  for (const length of rows) {
    const row = texts.slice(from, from + length);
    from += length;
    const costs = before.map((one) => costBeside(one, row));
    cost += ROW_COST + Math.min(row.length, ...costs);
    before.push(row);
  }
  return cost;
}

function costBeside(before: readonly string[], row: readonly string[]): number {
  if (before.length !== row.length) return row.length;
  const isAgain = row.map((text, at) => text === before[at]);
  // What has no two bars in a row in common is like it by chance.
  const isLike = isAgain.some((one, at) => one && (isAgain[at + 1] ?? row.length === 1));
  const others = isAgain.filter((one) => !one).length;
  return isLike ? AGAIN_COST + DIFFERS_COST * others : row.length;
}

/** Rows of one length; a bar or two over stay with the last. */
function evenRows(count: number, length: number): readonly number[] {
  const whole = Math.floor(count / length);
  const over = count % length;
  const rows = Array<number>(whole).fill(length);
  const last = rows.at(-1);
  if (over === 0) return rows;
  if (last === undefined || over > MOST_OVER || last + over > MOST_IN_ROW) return [...rows, over];
  return rows.with(-1, last + over);
}
