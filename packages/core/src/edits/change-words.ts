import { chordLabel } from '../chord';
import { changedRuns, type BarRun } from './bar-runs';
import { writeBars } from '../chart';
import { FRAME_LINES, writeFrameField } from '../chart';
import { linesOf, ownBars } from '../song';
import type { Bar, Frame, Section, SongDocument } from '../song';
import { writeMapEntry, writeSectionHead } from '../chart';

interface Named {
  readonly name: string;
}

/**
 * Says in words what changed between two states of a song, a sentence for each thing; empty where
 * nothing did.
 *
 * @example
 * changesInWords(readChart('capo: 2').song, readChart('capo: 3').song) // ['The capo was 2, now 3.']
 */
export function changesInWords(before: SongDocument, after: SongDocument): readonly string[] {
  const mapText = ({ map }: SongDocument): string => map.map(writeMapEntry).join(', ');
  return [
    ...frameWords(before, after),
    ...sectionWords(before, after),
    ...(mapText(before) === mapText(after) ? [] : ['The map was changed.']),
    ...namedWords('The grip', [before.grips, after.grips]),
    ...namedWords('The pattern', [before.patterns, after.patterns]),
    ...namedWords('The riff', [before.riffs ?? [], after.riffs ?? []]),
  ];
}

function shown(text: string): string {
  return text === '' ? 'not stated' : chordLabel(text);
}

function frameWords(before: SongDocument, after: SongDocument): readonly string[] {
  const fields = Object.keys(FRAME_LINES) as (keyof Frame)[];
  return fields.flatMap((field) => {
    const [old, now] = [before, after].map((song) => writeFrameField(song.frame, field));
    return old === now ? [] : [`The ${field} was ${shown(old ?? '')}, now ${shown(now ?? '')}.`];
  });
}

/** What was added, taken away or changed among things with a name. */
function namedWords<Thing extends Named>(
  what: string,
  [before, after]: readonly [readonly Thing[], readonly Thing[]],
): readonly string[] {
  const text = (thing: unknown): string => JSON.stringify(thing);
  if (text(before) === text(after)) return [];
  const old = new Map(before.map((one) => [one.name, one]));
  const now = new Set(after.map((one) => one.name));
  return [
    ...after.flatMap((one) => {
      const was = old.get(one.name);
      if (!was) return [`${what} ${chordLabel(one.name)} is new.`];
      return text(was) === text(one) ? [] : [`${what} ${chordLabel(one.name)} was changed.`];
    }),
    ...before
      .filter((one) => !now.has(one.name))
      .map((one) => `${what} ${chordLabel(one.name)} was taken away.`),
  ];
}

function chords(bars: readonly Bar[]): string {
  return chordLabel(writeBars(bars).replace(/^\| | \|$/g, ''));
}

function barsWords(count: number): string {
  return count === 1 ? 'one bar' : `${count} bars`;
}

/** One stretch of bars that differ: what stood there, and what stands there now. */
function runWords({ old, newAt, now }: BarRun): string {
  const at = newAt + 1;
  if (old.length === 0) return `${barsWords(now.length)} put in at bar ${at}: ${chords(now)}`;
  if (now.length === 0) return `${barsWords(old.length)} taken out at bar ${at}: ${chords(old)}`;
  const bars = old.length === 1 && now.length === 1 ? `bar ${at}` : `from bar ${at}`;
  return `${bars} was ${chords(old)}, now ${chords(now)}`;
}

/** What is said of a section beside its name and its bars. */
function saidOf(section: Section): string {
  const [, said = ''] = writeSectionHead(section).split(/^\[[^\]]*\] ?/);
  const cues = (section.cues ?? []).map(({ bar, words }) => `cue ${bar} "${words}"`);
  return [said, ...cues].filter(Boolean).join(' ') || 'nothing said';
}

function lineLengths(song: SongDocument, section: Section): string {
  return linesOf(ownBars(song, section))
    .map((line) => line.length)
    .join(' ');
}

function sectionWords(before: SongDocument, after: SongDocument): readonly string[] {
  const old = new Map(before.sections.map((one) => [one.id, one]));
  const now = new Set(after.sections.map((one) => one.id));
  const changed = after.sections.flatMap((section): readonly string[] => {
    const was = old.get(section.id);
    const { name } = section;
    if (!was) return [`${name} is new: ${chords(ownBars(after, section))}.`];
    const runs = changedRuns(ownBars(before, was), ownBars(after, section)).map(runWords);
    const isCutAlike = lineLengths(before, was) === lineLengths(after, section);
    const endings = JSON.stringify(was.endings) === JSON.stringify(section.endings);
    return [
      ...(was.name === name ? [] : [`${was.name} is called ${name} now.`]),
      ...(runs.length === 0 ? [] : [`${name}: ${runs.join('; ')}.`]),
      ...(runs.length > 0 || isCutAlike ? [] : [`${name}: its bars stand in other lines.`]),
      ...(endings ? [] : [`${name}: its endings were changed.`]),
      ...(saidOf(was) === saidOf(section)
        ? []
        : [`${name}: ${saidOf(was)} became ${saidOf(section)}.`]),
    ];
  });
  const gone = before.sections
    .filter((one) => !now.has(one.id))
    .map((one) => `${one.name} was taken away.`);
  return [...changed, ...gone];
}
