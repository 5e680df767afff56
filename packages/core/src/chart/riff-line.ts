import { formatMeter, parseMeter } from '../rhythm';
import type { NamedRiff } from '../song';

const RIFF =
  /^([^\s":]{1,40})\s+(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?)(?:\s+pickup\s+(\d{1,2}))?(\s+downs)?(?:\s+same\s+as\s+([^\s":]{1,40}))?\s*:\s?(.*)$/;
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

/**
 * Reads what follows "riff": a name, its meter, perhaps a pickup, perhaps that all its strokes go down,
 * perhaps the riff it is said to sound like, and its bars; or a name and more bars. Undefined when it is neither.
 *
 * @example
 * readRiffLine('hoist 4/4: 4: 0 . 3: 2 2: 3 | %')?.bars.map((one) => one.text) // ['4: 0 . 3: 2 2: 3', '%']
 */
export function readRiffLine(text: string): RiffLine | undefined {
  const whole = RIFF.exec(text);
  if (whole) {
    const head = readHead(whole);
    const [, name = ''] = whole;
    return head && { name, head, bars: barsBehind(text, whole.at(-1) ?? '') };
  }
  const more = MORE.exec(text);
  const [, name = ''] = more ?? [];
  return more ? { name, bars: barsBehind(text, more.at(-1) ?? '') } : undefined;
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
  downs,
  sameAs,
  body,
}: NamedRiff): readonly string[] {
  const bars = body.split(' | ');
  const lead = pickup === undefined ? '' : ` pickup ${pickup}`;
  const like = sameAs === undefined ? '' : ` same as ${sameAs}`;
  const count = Math.max(1, Math.ceil(bars.length / BARS_A_LINE));
  return Array.from({ length: count }, (_, line) => {
    const own = bars.slice(line * BARS_A_LINE, (line + 1) * BARS_A_LINE).join(' | ');
    const head = line === 0 ? ` ${formatMeter(meter)}${lead}${downs ? ' downs' : ''}${like}` : '';
    return `riff ${name}${head}: ${own}`.trimEnd();
  });
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

/** What is said between the name and the bars; undefined where meter or pickup are none. */
function readHead(match: RegExpExecArray): RiffLine['head'] {
  const [, , told = '', pickup, downs, sameAs] = match;
  const meter = parseMeter(told);
  const lead = Number(pickup ?? 0);
  if (!meter || lead >= meter.beats || (pickup !== undefined && lead < 1)) return undefined;
  return {
    meter,
    ...(lead > 0 && { pickup: lead }),
    ...(downs !== undefined && { downs: true as const }),
    ...(sameAs !== undefined && { sameAs }),
  };
}

function barsBehind(text: string, body: string): readonly RiffBarText[] {
  return barsIn(body, text.length - body.length + 1);
}
