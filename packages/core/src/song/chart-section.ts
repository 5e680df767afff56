import { bpm, formatClock, parseClock } from '../units';
import { LAYERS, type Layer, type MapEntry, type PatternUse, type Section } from './document';

const SECTION = /^\[([^\][=]{1,60}?)(?:\s*=\s*([^\][=]{1,60}?))?\s*\]\s*(.*)$/;
const OPTION =
  /^(?:x(\d{1,2}\??)|bars\s+(\d{1,3})|part\s+([^\s":]{1,24})|pattern\s+([^\s":]{1,40}(?:\s+for\s+[a-z]+)?(?:\s+in\s+\d{1,3}(?:-\d{1,3})?)?)|layer\s+([a-z]+)|at\s+([\d:.]+)|cue\s+"([^"]{0,80})")(?:\s+|$)/;
const MAP_OPTION = /\s+(?:x(\d{1,2})|(once)|([+-]\d{1,2})|layer\s+([a-z]+)|tempo\s+(\d{2,3}))$/;
const MOST_TIMES = 64;
const MOST_SEMITONES = 11;

type SectionHead = Omit<Section, 'id' | 'bars'>;

/** A name that could be taken for an option, or would split the map, is not a section's. */
function isSectionName(name: string): boolean {
  return name.trim() !== '' && !name.includes(',') && !MAP_OPTION.test(` ${name}`);
}

function isLayer(word: string): word is Layer {
  return (LAYERS as readonly string[]).includes(word);
}

const USE = /^(\S+)(?:\s+for\s+([a-z]+))?(?:\s+in\s+(\d+)(?:-(\d+))?)?$/;
const MOST_USES = 64;

/** "NAME for ornaments in 7-8": a pattern, and where it is played. */
function readUse(text: string): PatternUse | undefined {
  const [, pattern, layer, first, last] = USE.exec(text) ?? [];
  if (pattern === undefined || (layer !== undefined && !isLayer(layer))) return undefined;
  const from = Number(first ?? 0);
  const to = Number(last ?? from);
  if (first !== undefined && (from < 1 || to < from)) return undefined;
  return { pattern, ...(layer && { layer }), ...(from > 0 && { bars: { from, to } }) };
}

function writeUse({ pattern, layer, bars }: PatternUse): string {
  const inBars = bars && (bars.from === bars.to ? bars.from : `${bars.from}-${bars.to}`);
  return `pattern ${pattern}${layer ? ` for ${layer}` : ''}${inBars ? ` in ${inBars}` : ''}`;
}

/** A pattern said without a place is the section's own. */
function withUse(head: Partial<SectionHead>, use: PatternUse): Partial<SectionHead> {
  if (!use.layer && !use.bars) return { ...head, pattern: use.pattern };
  return { ...head, patternUses: [...(head.patternUses ?? []), use] };
}

/** "2", or "2?" where it is not sure. */
function withTimes(head: Partial<SectionHead>, text: string): Partial<SectionHead> | undefined {
  const times = Number(text.replace('?', ''));
  if (times < 1 || times > MOST_TIMES) return undefined;
  return { ...head, times, ...(text.endsWith('?') && { timesDoubt: true as const }) };
}

/** The head with one option more; undefined when it is none. */
function withOption(
  head: Partial<SectionHead>,
  match: RegExpExecArray,
): Partial<SectionHead> | undefined {
  const [, times, bars, part, pattern, layer, clock, cue] = match;
  if (times !== undefined) return withTimes(head, times);
  if (bars !== undefined)
    return Number(bars) > 0 ? { ...head, statedBars: Number(bars) } : undefined;
  if (part !== undefined) return { ...head, part };
  if (pattern !== undefined) {
    const use = readUse(pattern);
    return use && withUse(head, use);
  }
  if (layer !== undefined) return isLayer(layer) ? { ...head, layer } : undefined;
  if (cue !== undefined) return { ...head, cue };
  const startsAt = parseClock(clock ?? '');
  return startsAt === undefined ? undefined : { ...head, startsAt };
}

function readOptions(text: string): Partial<SectionHead> | undefined {
  let rest = text;
  let head: Partial<SectionHead> = {};
  while (rest !== '') {
    const match = OPTION.exec(rest);
    const option = match ? withOption(head, match) : undefined;
    if (!match || !option) return undefined;
    head = option;
    rest = rest.slice(match[0].length);
  }
  return (head.patternUses?.length ?? 0) > MOST_USES ? undefined : head;
}

/**
 * Reads a section line, "[Chorus 2 = Chorus 1] x2 layer full"; undefined when it is not one.
 *
 * @example
 * readSectionHead('[Chorus 1] x2') // { name: 'Chorus 1', times: 2 }
 */
export function readSectionHead(line: string): SectionHead | undefined {
  const match = SECTION.exec(line.trim());
  const name = match?.[1]?.trim() ?? '';
  const options = match ? readOptions(match[3] ?? '') : undefined;
  if (!options || !isSectionName(name)) return undefined;
  const parent = match?.[2]?.trim();
  return { name, times: 1, ...(parent !== undefined && { parent }), ...options };
}

/**
 * Writes a section line as it is read.
 *
 * @example
 * writeSectionHead({ id: 's1', name: 'Chorus 1', times: 2, bars: [] }) // '[Chorus 1] x2'
 */
export function writeSectionHead(section: Section): string {
  const { name, parent, times, timesDoubt, statedBars, part } = section;
  const { pattern, patternUses = [], layer, startsAt, cue } = section;
  const words = [
    parent === undefined ? `[${name}]` : `[${name} = ${parent}]`,
    times > 1 || timesDoubt ? `x${times}${timesDoubt ? '?' : ''}` : '',
    statedBars === undefined ? '' : `bars ${statedBars}`,
    part === undefined ? '' : `part ${part}`,
    pattern === undefined ? '' : `pattern ${pattern}`,
    ...patternUses.map(writeUse),
    layer === undefined ? '' : `layer ${layer}`,
    startsAt === undefined ? '' : `at ${formatClock(startsAt)}`,
    cue === undefined ? '' : `cue "${cue}"`,
  ];
  return words.filter(Boolean).join(' ');
}

function readMapOption(match: RegExpExecArray): Partial<MapEntry> | undefined {
  const [, times, once, semitones, layer, tempo] = match;
  if (once !== undefined) return { once: true };
  if (times !== undefined) {
    const count = Number(times);
    return count >= 1 && count <= MOST_TIMES ? { times: count } : undefined;
  }
  if (semitones !== undefined) {
    const shift = Number(semitones);
    return shift !== 0 && Math.abs(shift) <= MOST_SEMITONES ? { semitones: shift } : undefined;
  }
  if (layer !== undefined) return isLayer(layer) ? { layer } : undefined;
  return { tempo: bpm(Math.max(20, Math.min(400, Number(tempo)))) };
}

/**
 * Reads one entry of the map, "Chorus 1 x2 +2 tempo 80"; undefined when an option is none.
 *
 * @example
 * readMapEntry('Chorus 1 x2') // { section: 'Chorus 1', times: 2 }
 */
export function readMapEntry(text: string): MapEntry | undefined {
  let rest = text.trim();
  let entry: Partial<MapEntry> = {};
  for (let match = MAP_OPTION.exec(rest); match; match = MAP_OPTION.exec(rest)) {
    const option = readMapOption(match);
    if (!option) return undefined;
    entry = { ...option, ...entry };
    rest = rest.slice(0, match.index);
  }
  return rest === '' ? undefined : { section: rest, times: 1, ...entry };
}

/**
 * Writes one entry of the map as it is read.
 *
 * @example
 * writeMapEntry({ section: 'Chorus 1', times: 2, semitones: 2 }) // 'Chorus 1 x2 +2'
 */
export function writeMapEntry(entry: MapEntry): string {
  const { section, times, once, semitones, layer, tempo } = entry;
  const words = [
    section,
    times > 1 ? `x${times}` : '',
    once ? 'once' : '',
    semitones === undefined ? '' : `${semitones > 0 ? '+' : ''}${semitones}`,
    layer === undefined ? '' : `layer ${layer}`,
    tempo === undefined ? '' : `tempo ${tempo}`,
  ];
  return words.filter(Boolean).join(' ');
}
