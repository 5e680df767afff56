import { formatMeter, parseMeter } from '../rhythm';
import { tagOf } from '../chord';
import { toPlainSigns } from '../pitch';
import type { PatternUse, RiffUse, Section } from '../song';
import { formatClock, parseClock } from '../units';
import { readLayer } from './layer-word';
import { isTakenOnMap, MOST_TIMES } from './map-entry';
import { readTempos, writeTempos } from './tempo-words';

const SECTION = /^\[([^\][=]{1,60}?)(?:\s*=\s*([^\][=]{1,60}?))?\s*\]\s*(.*)$/;
const MOST_USES = 64;

type SectionHead = Omit<Section, 'id' | 'bars'>;
type SaidHead = Partial<SectionHead>;

const RIFF_PLACES = [
  { form: /^for\s+([a-z]+)/, read: ([word = '']) => one('layer', readLayer(word)) },
  {
    form: /^in\s+(\d{1,3})(?:-(\d{1,3}))?/,
    read: ([first, last]) => {
      const bars = readRange(first, last);
      return bars && { bars };
    },
  },
  {
    form: /^from\s+(\d{1,2})(?![\d:.])/,
    read: ([beat]) => (Number(beat) >= 1 ? { beat: Number(beat) } : undefined),
  },
  { form: /^as\s+([^\s":]{1,24})/, read: ([part = '']) => ({ part }) },
] as const satisfies readonly {
  readonly form: RegExp;
  readonly read: (words: readonly (string | undefined)[]) => Partial<RiffUse> | undefined;
}[];

/** What may be said behind the name of a section, and how it is read; undefined where it is out of bounds. */
const OPTIONS: readonly (readonly [
  RegExp,
  (words: readonly (string | undefined)[]) => SaidHead | undefined,
])[] = [
  [/^x(\d{1,2}\??)/, ([times = '']) => readTimes(times)],
  [/^bars\s+(\d{1,3})/, ([bars]) => (Number(bars) > 0 ? { statedBars: Number(bars) } : undefined)],
  [/^part\s+([^\s":]{1,24})/, ([part = '']) => ({ part })],
  [
    /^pattern\s+([^\s":]{1,40})(?:\s+for\s+([a-z]+))?(?:\s+in\s+(\d{1,3})(?:-(\d{1,3}))?)?/,
    readUse,
  ],
  [
    /^riff\s+([^\s":]{1,40})((?:\s+(?:for\s+[a-z]+|in\s+\d{1,3}(?:-\d{1,3})?|from\s+\d{1,2}|as\s+[^\s":]{1,24}))*)/,
    readRiffUse,
  ],
  [/^grips\s+plain(?=\s|$)/, () => ({ grips: [] })],
  [/^grips\s+([^\s,:"]{3,37}(?:\s*,\s*[^\s,:"]{3,37}){0,15})/, readOtherGrips],
  [/^layer\s+([a-z]+)/, ([word = '']) => one('layer', readLayer(word))],
  [
    /^meter\s+(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?)/,
    ([text = '']) => one('meter', parseMeter(text)),
  ],
  [/^tempo\s+(\d{2,3})(?:\s+to\s+(\d{2,3}))?/, ([from = '', to]) => readTempos(from, to)],
  [/^at\s+([\d:.]+)/, ([clock = '']) => one('startsAt', parseClock(clock))],
  [/^cue\s+"([^"]{0,80})"/, ([cue = '']) => ({ cue })],
];

/** What was said of a section, and what of it nobody understands. */
interface ReadOptions {
  readonly said: SaidHead;
  readonly unread: string;
}

/** A section line as it was read, and what of it could not be. */
export interface ReadHead {
  readonly head: SectionHead;
  readonly unread: string;
}

/**
 * Reads a section line, "[Chorus 2 = Chorus 1] x2 layer full"; undefined when it names no section. Words
 * behind the name that mean nothing do not undo it.
 *
 * @example
 * readSectionHead('[Chorus 1] x2') // { head: { name: 'Chorus 1', times: 2 }, unread: '' }
 * @example
 * readSectionHead('[End] tempo 92 to 60 softly').unread // 'softly'
 */
export function readSectionHead(line: string): ReadHead | undefined {
  const match = SECTION.exec(line.trim());
  const name = match?.[1]?.trim() ?? '';
  if (!match || name === '' || isTakenOnMap(name)) return undefined;
  const { said, unread } = readOptions(match[3] ?? '');
  const parent = match[2]?.trim();
  return { head: { name, times: 1, ...(parent !== undefined && { parent }), ...said }, unread };
}

/**
 * Writes a section line as it is read.
 *
 * @example
 * writeSectionHead({ id: 's1', name: 'Chorus 1', times: 2, bars: [] }) // '[Chorus 1] x2'
 */
export function writeSectionHead(section: Section): string {
  const { name, parent, times, timesDoubt, statedBars, part, meter, startsAt, cue } = section;
  const words = [
    parent === undefined ? `[${name}]` : `[${name} = ${parent}]`,
    times > 1 || timesDoubt ? `x${times}${timesDoubt ? '?' : ''}` : '',
    statedBars === undefined ? '' : `bars ${statedBars}`,
    part === undefined ? '' : `part ${part}`,
    ...writeHand(section),
    meter === undefined ? '' : `meter ${formatMeter(meter)}`,
    writeTempos(section),
    startsAt === undefined ? '' : `at ${formatClock(startsAt)}`,
    cue === undefined ? '' : `cue "${cue}"`,
  ];
  return words.filter(Boolean).join(' ');
}

/** "NAME for ornaments in 7-8": a pattern, and where it is played; without a place it is the section's own. */
function readUse([pattern = '', word, first, last]: readonly (string | undefined)[]):
  SaidHead | undefined {
  if (word === undefined && first === undefined) return { pattern };
  const where = { layer: one('layer', readLayer(word ?? 'full')), bars: readRange(first, last) };
  if (!where.layer || !where.bars) return undefined;
  const use: PatternUse = {
    pattern,
    ...(word !== undefined && where.layer),
    ...(first !== undefined && { bars: where.bars }),
  };
  return { patternUses: [use] };
}

/** "NAME for ornaments in 3-4 as lead": a riff, and where it sounds, in any order. */
function readRiffUse([riff = '', places = '']: readonly (string | undefined)[]):
  SaidHead | undefined {
  let use: RiffUse = { riff };
  let rest = places.trim();
  while (rest !== '') {
    const place = RIFF_PLACES.find(({ form }) => form.test(rest));
    const match = place?.form.exec(rest);
    const said = match ? place?.read(match.slice(1)) : undefined;
    if (!match || !said) return undefined;
    use = { ...use, ...said };
    rest = rest.slice(match[0].length).trim();
  }
  return { riffUses: [use] };
}

/** Bars by their numbers, from 1; undefined where they do not rise. */
function readRange(first = '1', last = first): PatternUse['bars'] {
  const [from, to] = [Number(first), Number(last)];
  return from >= 1 && to >= from ? { from, to } : undefined;
}

/** "Bm~low, G~high": chords held by another of their grips; undefined where one is no such name. */
function readOtherGrips([text = '']: readonly (string | undefined)[]): SaidHead | undefined {
  const grips = text.split(/\s*,\s*/).map(toPlainSigns);
  return grips.every((name) => tagOf(name) !== undefined) ? { grips } : undefined;
}

/** "2", or "2?" where it is not sure. */
function readTimes(text: string): SaidHead | undefined {
  const times = Number(text.replace('?', ''));
  if (times < 1 || times > MOST_TIMES) return undefined;
  return { times, ...(text.endsWith('?') && { timesDoubt: true as const }) };
}

function one<Key extends string, Value>(
  key: Key,
  value: Value | undefined,
): Readonly<Record<Key, Value>> | undefined {
  return value === undefined ? undefined : ({ [key]: value } as Readonly<Record<Key, Value>>);
}

/** The option a text begins with and how long it is; undefined where it begins with none. */
function readOption(
  text: string,
): { readonly said: SaidHead; readonly length: number } | undefined {
  for (const [form, read] of OPTIONS) {
    const match = form.exec(text);
    const isWhole = match && /^(\s|$)/.test(text.slice(match[0].length));
    const said = isWhole ? read(match.slice(1)) : undefined;
    if (said) return { said, length: match?.[0].length ?? 0 };
  }
  return undefined;
}

function withSaid(head: SaidHead, said: SaidHead): SaidHead {
  const uses = [...(head.patternUses ?? []), ...(said.patternUses ?? [])];
  const riffs = [...(head.riffUses ?? []), ...(said.riffUses ?? [])];
  return {
    ...head,
    ...said,
    ...(uses.length > 0 && { patternUses: uses }),
    ...(riffs.length > 0 && { riffUses: riffs }),
  };
}

function usesIn({ patternUses = [], riffUses = [] }: SaidHead): number {
  return patternUses.length + riffUses.length;
}

/** Reads as much as can be read; a word that cannot is passed over and told. */
function readOptions(text: string): ReadOptions {
  let rest = text.trim();
  let said: SaidHead = {};
  const unread: string[] = [];
  while (rest !== '') {
    const option = usesIn(said) < MOST_USES ? readOption(rest) : undefined;
    if (option) said = withSaid(said, option.said);
    const word = /^\S+/.exec(rest)?.[0] ?? rest;
    if (!option) unread.push(word);
    rest = rest.slice(option?.length ?? word.length).trim();
  }
  return { said, unread: unread.join(' ') };
}

/** " for ornaments in 3-4": where something is played. */
function writePlace({ layer, bars }: Pick<PatternUse, 'layer' | 'bars'>): string {
  const inBars = bars && (bars.from === bars.to ? bars.from : `${bars.from}-${bars.to}`);
  return `${layer ? ` for ${layer}` : ''}${inBars ? ` in ${inBars}` : ''}`;
}

/** "riff lean in 3-4 from 4 for ornaments as lead". */
function writeRiffUse({ riff, layer, bars, beat, part }: RiffUse): string {
  return [
    `riff ${riff}${writePlace({ ...(bars && { bars }) })}`,
    beat === undefined ? '' : ` from ${beat}`,
    layer ? ` for ${layer}` : '',
    part === undefined ? '' : ` as ${part}`,
  ].join('');
}

function writeHand({
  pattern,
  patternUses = [],
  riffUses = [],
  grips,
  layer,
}: Section): readonly string[] {
  return [
    pattern === undefined ? '' : `pattern ${pattern}`,
    ...patternUses.map((use) => `pattern ${use.pattern}${writePlace(use)}`),
    ...riffUses.map(writeRiffUse),
    grips === undefined ? '' : `grips ${grips.join(', ') || 'plain'}`,
    layer === undefined ? '' : `layer ${layer}`,
  ];
}
