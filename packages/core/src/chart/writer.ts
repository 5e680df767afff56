import { formatFingers, formatGrip } from '../fretboard';
import { formatMeter } from '../rhythm';
import { writeBars } from './bars';
import { FRAME_LINES, writeClaim, writeFrameField } from './header';
import { writeMapEntry } from './map-entry';
import { writeRiffLines } from './riff-line';
import { writeSectionHead } from './section-head';
import {
  linesOf,
  type Frame,
  type NamedGrip,
  type NamedPattern,
  type Section,
  type SongDocument,
} from '../song';

/**
 * Writes a song as chart text; read again, it is the same song.
 *
 * @example
 * writeChart(readChart('capo: 2\n[Verse]\n|G|C .  . .|').song) // 'capo: 2\n\n[Verse]\n| G | C . . . |\n'
 */
export function writeChart(song: SongDocument): string {
  const head = writeHead(song).join('\n');
  const blocks = [...(head ? [head] : []), ...song.sections.map(writeSection)];
  return blocks.length === 0 ? '' : `${blocks.join('\n\n')}\n`;
}

function writeSection(section: Section): string {
  const drops = (section.drops ?? []).map(
    ({ from, to }) => `drop ${from === to ? from : `${from}-${to}`}`,
  );
  return [
    writeSectionHead(section),
    ...linesOf(section.bars).map((line) => writeBars(line)),
    ...(section.endings ?? []).map(({ pass, bars }) => `${pass}. ${writeBars(bars)}`),
    ...(section.differences ?? []).map(({ at, bars }) => `${at}: ${writeBars(bars)}`),
    ...drops,
    ...(section.cues ?? []).map(({ bar, words }) => `cue ${bar} "${words}"`),
    ...(section.lines ?? []),
  ].join('\n');
}

function writeGrip({ name, grip, others = [], fingers, claim, doubt }: NamedGrip): string {
  const held = fingers ? ` fingers ${formatFingers(fingers)}` : '';
  const from = claim ? ` ${writeClaim(claim)}` : '';
  const frets = [grip, ...others].map(formatGrip).join(' or ');
  return `grip ${name}: ${frets}${held}${from}${doubt ? ' ?' : ''}`;
}

function writePattern({ name, meter, strokes, free, told }: NamedPattern): string {
  const head = `pattern ${name} ${formatMeter(meter)}${free ? ' free' : ''}`;
  return `${head}: ${strokes.join(' ')}${told === undefined ? '' : ` told "${told}"`}`;
}

function writeHead(song: SongDocument): readonly string[] {
  const fields = Object.keys(FRAME_LINES) as (keyof Frame)[];
  const frame = fields.map((field) => [field, writeFrameField(song.frame, field)] as const);
  return [
    ...song.lines,
    ...frame.filter(([, text]) => text !== '').map(([field, text]) => `${field}: ${text}`),
    ...(song.map.length > 0 ? [`map: ${song.map.map(writeMapEntry).join(', ')}`] : []),
    ...song.grips.map(writeGrip),
    ...(song.anyGrips ?? []).map((name) => `grip ${name}: any`),
    ...song.patterns.map(writePattern),
    ...(song.riffs ?? []).flatMap(writeRiffLines),
  ];
}
