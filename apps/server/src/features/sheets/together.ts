import type { Content } from 'pdfmake/interfaces';

/** Well under the shortest page: what is higher may be cut between its lines, and nothing of it is lost. */
const MOST_PT = 430;
const LINE_PT = 18;
const ROW_PT = 54;

/**
 * Keeps a block on one page where it surely fits on one. A block that is kept together and is higher than a page would
 * be left out by the printer without a word.
 */
export function together(stack: readonly Content[], above: number): Content {
  return {
    stack: [...stack],
    margin: [0, above, 0, 0],
    unbreakable: heightOf(stack) <= MOST_PT,
  };
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null;
}

/** About how high something is printed, in points; rather too much than too little. */
function heightOf(content: unknown): number {
  if (typeof content === 'string') return content === '' ? 0 : LINE_PT;
  if (Array.isArray(content)) return content.reduce<number>((sum, one) => sum + heightOf(one), 0);
  if (!isObject(content)) return 0;
  const { svg, columns, stack, text } = content;
  if (typeof svg === 'string') return Number(/\bheight="([\d.]+)"/.exec(svg)?.[1] ?? MOST_PT);
  if (Array.isArray(columns)) return Math.max(0, ...columns.map(heightOf));
  if (stack !== undefined) return heightOf(stack);
  return text === undefined ? rowsOf(content) * ROW_PT : LINE_PT;
}

function rowsOf({ table }: Readonly<Record<string, unknown>>): number {
  return isObject(table) && Array.isArray(table['body']) ? table['body'].length : 0;
}
