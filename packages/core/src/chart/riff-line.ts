import { formatMeter, parseMeter } from '../rhythm';
import type { NamedRiff } from '../song';

const RIFF =
  /^([^\s":]{1,40})\s+(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?)(?:\s+pickup\s+(\d{1,2}))?(?:\s+same\s+as\s+([^\s":]{1,40}))?\s*:\s?(.*)$/;
const MORE = /^([^\s":]{1,40})\s*:\s?(.*)$/;
const BARS_A_LINE = 4;
/** A riff of all the bars that are read of one is well below this. */
export const LONGEST_RIFF = 8000;

/** A bar of a riff with the column it starts at in its text, from 1. */
export interface RiffBarText {
  readonly text: string;
  readonly column: number;
}

/** A line of a riff as it was read: its head, or more bars of one that was begun. */
export interface RiffLine {
  readonly name: string;
  /** What stands before the bars of a new riff; undefined where the line goes on with one. */
  readonly head?: Omit<NamedRiff, 'name' | 'body'>;
  readonly bars: readonly RiffBarText[];
}

/** The bars of a text, each without the spaces around it; bar lines at either end are none of them. */
function barsIn(text: string, column: number): readonly RiffBarText[] {
  const pieces = text.split('|');
  let at = column;
  return pieces.flatMap((piece, index) => {
    const start = at + (piece.length - piece.trimStart().length);
    at += piece.length + 1;
    const isEdge = index === 0 || index === pieces.length - 1;
    return isEdge && piece.trim() === '' ? [] : [{ text: piece.trim(), column: start }];
  });
}

/**
 * Reads what follows "riff": a name, its meter, perhaps a pickup, perhaps the riff it is said to sound
 * like, and its bars; or a name and more bars. Undefined when it is neither.
 *
 * @example
 * readRiffLine('hoist 4/4: 4: 0 . 3: 2 2: 3 | %')?.bars.map((one) => one.text) // ['4: 0 . 3: 2 2: 3', '%']
 */
export function readRiffLine(text: string): RiffLine | undefined {
  const match = RIFF.exec(text);
  const [, name, told = '', pickup, sameAs, body] = match ?? [];
  if (name !== undefined && body !== undefined) {
    const meter = parseMeter(told);
    if (!meter || (pickup !== undefined && !(Number(pickup) > 0 && Number(pickup) < meter.beats)))
      return undefined;
    const head = {
      meter,
      ...(pickup !== undefined && { pickup: Number(pickup) }),
      ...(sameAs !== undefined && { sameAs }),
    };
    return { name, head, bars: barsIn(body, text.length - body.length + 1) };
  }
  const [, more, rest] = MORE.exec(text) ?? [];
  if (more === undefined || rest === undefined) return undefined;
  return { name: more, bars: barsIn(rest, text.length - rest.length + 1) };
}

/**
 * Writes a riff as it is read, four bars a line.
 *
 * @example
 * writeRiffLines({ name: 'hoist', meter: { beats: 4, unit: 4, groups: [4] }, body: '4: 0 3: 2' }) // ['riff hoist 4/4: 4: 0 3: 2']
 */
export function writeRiffLines({
  name,
  meter,
  pickup,
  sameAs,
  body,
}: NamedRiff): readonly string[] {
  const bars = body.split(' | ');
  const lead = pickup === undefined ? '' : ` pickup ${pickup}`;
  const like = sameAs === undefined ? '' : ` same as ${sameAs}`;
  const count = Math.max(1, Math.ceil(bars.length / BARS_A_LINE));
  return Array.from({ length: count }, (_, line) => {
    const own = bars.slice(line * BARS_A_LINE, (line + 1) * BARS_A_LINE).join(' | ');
    const head = line === 0 ? ` ${formatMeter(meter)}${lead}${like}` : '';
    return `riff ${name}${head}: ${own}`.trimEnd();
  });
}
