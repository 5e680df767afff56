/** What is said of a sheet in braces. */
export interface Directive {
  readonly name: string;
  readonly value: string;
}

/** A line of a sheet: its chords bar by bar, and the words that are sung to them. */
export interface SheetLine {
  readonly directives: readonly Directive[];
  /** Each chord is a bar of its own, unless the line has bar lines. */
  readonly bars: readonly (readonly string[])[];
  readonly words: string;
  /** The section that begins with it, and how often that is played. */
  readonly begins?: { readonly name: string; readonly times: number };
}

const DIRECTIVE = /^\s*\{\s*([A-Za-z_-]+)\s*(?::\s*([^{}]*?))?\s*\}\s*$/;
const SHORT: Readonly<Record<string, string>> = {
  t: 'title',
  st: 'subtitle',
  c: 'comment',
  ci: 'comment',
  cb: 'comment',
  soc: 'start_of_chorus',
  eoc: 'end_of_chorus',
  sov: 'start_of_verse',
  eov: 'end_of_verse',
  sob: 'start_of_bridge',
  eob: 'end_of_bridge',
  sot: 'start_of_tab',
  eot: 'end_of_tab',
};
/** A line with nothing in it. */
export const EMPTY_LINE: SheetLine = { directives: [], bars: [], words: '' };

/** A chord, or words between chords. */
type Token = { readonly chord: string } | { readonly words: string };

/**
 * Reads the lines of a sheet with chords in brackets and directives in braces; a line of it a line of the sheet.
 *
 * @example
 * bracketLines('[G]Down by the [D]water')[0]?.bars // [['G'], ['D']]
 */
export function bracketLines(text: string): readonly SheetLine[] {
  let isInTab = false;
  return text.split(/\r\n|\n|\r/).map((line) => {
    const [, written, value = ''] = DIRECTIVE.exec(line) ?? [];
    if (written !== undefined) {
      const name = SHORT[written.toLowerCase()] ?? written.toLowerCase();
      if (name === 'start_of_tab') isInTab = true;
      if (name === 'end_of_tab') isInTab = false;
      return { ...EMPTY_LINE, directives: [{ name, value: value.trim() }] };
    }
    return isInTab || line.trimStart().startsWith('#') ? EMPTY_LINE : lineOf(bracketTokens(line));
  });
}

/** A chord is a bar; where there are bar lines, all between two of them is one. */
function barsOf(tokens: readonly Token[]): readonly (readonly string[])[] {
  const hasBars = tokens.some((one) => 'words' in one && one.words.includes('|'));
  if (!hasBars) return tokens.flatMap((one) => ('chord' in one ? [[one.chord]] : []));
  const bars: string[][] = [[]];
  for (const one of tokens) {
    if ('chord' in one) bars.at(-1)?.push(one.chord);
    else for (const _ of one.words.matchAll(/\|/g)) bars.push([]);
  }
  // What stands before the first bar line and behind the last one is no bar, unless a chord is there.
  return bars.filter((one, at) => one.length > 0 || (at > 0 && at < bars.length - 1));
}

function lineOf(tokens: readonly Token[]): SheetLine {
  const words = tokens.map((one) => ('words' in one ? one.words : '')).join('');
  return { directives: [], bars: barsOf(tokens), words };
}

/** Chords in brackets between the words; `[*something]` is a remark on them. */
function bracketTokens(line: string): readonly Token[] {
  return line.split(/(\[[^\]\n]*\])/).flatMap((part): readonly Token[] => {
    const chord = /^\[([^*\]][^\]]*)\]$/.exec(part)?.[1]?.trim();
    if (chord) return [{ chord }];
    return part === '' || part.startsWith('[*') ? [] : [{ words: part }];
  });
}
