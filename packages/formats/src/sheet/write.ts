import { strToU8 } from 'fflate';
import { formatMeter } from '@harvu/core/rhythm';
import { inLines, settledFrame, type SongDocument } from '@harvu/core/song';
import type { StruckBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';
import type { WrittenFile } from '../out/file';
import { lostOf } from '../out/lost';
import { writtenParts, type WrittenPart } from '../out/parts';
import type { Lost } from '../report';

/** What a sheet says above its chords. */
export interface SheetCredits {
  readonly title?: string;
  readonly playedBy?: string;
}

/**
 * Writes a song as a chord sheet in plain text: directives, sections, chords in brackets between bar lines,
 * in the order they are played. What a sheet has no place for is told.
 *
 * @example
 * new TextDecoder().decode(writeSheet(readChart('[A]\n| G |').song).bytes).includes('| [G] |') // true
 */
export function writeSheet(song: SongDocument, credits: SheetCredits = {}): WrittenFile {
  const { tempo, meter, capo } = settledFrame(song);
  const written = writtenParts(song);
  const parts = written.flatMap((part) => {
    const { name } = part.occurrence;
    // Rounds that end otherwise are written out; those that are alike are counted.
    const times = part.endings.length === 0 && part.times > 1 ? ` ${part.times}x` : '';
    const start = startOf(name);
    return [
      ...directive(start, `${name}${times}`),
      ...lines(part.endings.length === 0 ? part.bars : roundsOf(part)),
      `{${start.replace('start', 'end')}}`,
      '',
    ];
  });
  const text = [
    ...directive('title', credits.title),
    ...directive('artist', credits.playedBy),
    ...directive('key', song.frame.key),
    ...directive('capo', capo > 0 ? capo : undefined),
    ...directive('tempo', tempo),
    ...directive('time', formatMeter(meter).split(' ')[0]),
    ...defined(song),
    '',
    ...parts,
  ].join('\n');
  const names = [
    'patterns',
    'layers',
    'sound',
    'clock',
    'others',
    'bends',
    'open',
    'riffs',
    'doubts',
  ];
  const why = 'a chord sheet has no place for it';
  const hasUneven = written.some(({ bars, endings }) =>
    [...bars, ...endings.flatMap((one) => one.bars)].some(isUneven),
  );
  const beats: Lost = { what: 'how long chords last in a bar', where: 'the song', why };
  return {
    bytes: strToU8(`${text.trim()}\n`),
    lost: [...(hasUneven ? [beats] : []), ...lostOf(song, names, why)],
  };
}

function barText({ chords }: StruckBar): string {
  return chords.map(({ chord, held }) => (held || chord === '-' ? '-' : `[${chord}]`)).join(' ');
}

/** A row for each line of the song, as it was written. */
function lines(bars: readonly StruckBar[]): readonly string[] {
  return inLines(bars).map((row) => `| ${row.map(barText).join(' | ')} |`);
}

/** The bars of all rounds, one after the other. */
function roundsOf({ bars, endings, times }: WrittenPart): readonly StruckBar[] {
  return Array.from({ length: times }, (_, at) => [
    ...bars,
    ...(endings.find(({ rounds }) => rounds.includes(at + 1))?.bars ?? []),
  ]).flat();
}

/** Chords that do not share their bar evenly: a sheet cannot say so. */
function isUneven({ chords }: StruckBar): boolean {
  return new Set(chords.map(({ beats }) => beatsToNumber(beats))).size > 1;
}

/** A section is a verse, a chorus or a bridge to whoever reads it. */
function startOf(name: string): string {
  const kind = /^(chorus|refrain)/i.test(name)
    ? 'chorus'
    : /^bridge/i.test(name)
      ? 'bridge'
      : 'verse';
  return `start_of_${kind}`;
}

/** A directive's value has no braces, and stays on its line. */
function directive(name: string, value: string | number | undefined): readonly string[] {
  if (value === undefined || value === '') return [];
  return [`{${name}: ${String(value).replace(/[{}\n\r]/g, ' ')}}`];
}

function defined({ grips }: SongDocument): readonly string[] {
  return grips.map(({ name, grip }) => {
    const held = grip.filter((fret): fret is number => fret !== null && fret > 0);
    const base = held.length > 0 && Math.max(...held) > 4 ? Math.min(...held) : 1;
    const frets = grip.map((fret) => (fret === null ? 'x' : fret === 0 ? 0 : fret - base + 1));
    return `{define: ${name} base-fret ${base} frets ${frets.join(' ')}}`;
  });
}
