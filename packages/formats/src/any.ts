import { readChart, writeChart } from '@harvu/core/chart';
import { isTabLine } from '@harvu/core/loose';
import { readTab } from '@harvu/core/riff';
import { readMidi } from './midi/read';
import { readMusicXml } from './musicxml/read';
import { refused, type Imported, type Lost } from './report';
import { withoutWords } from './words';
import { hasDirectives, readSheet } from './sheet/read';

/** How a file is taken over, of whatever kind it is. */
export interface ImportOptions {
  /** The part or track whose notes are taken over. */
  readonly part?: string;
}

const LEAST_TAB_LINES = 4;

const LARGEST_TEXT = 2_000_000;

const BAR_LINE = /^\s*(\d+[.:]\s*)?(\S+:\s*)?\|.*\|/;

/**
 * Reads a song from a file of any kind Harvu knows, told by what is in it and not by its name: a score, MIDI,
 * a chord sheet, tab, chart text. What is lost or guessed is told; what is none of these is refused.
 *
 * @example
 * readAny(new TextEncoder().encode('[A]\n| G | D |')).kept['bars'] // 2
 */
export function readAny(bytes: Uint8Array, options: ImportOptions = {}): Imported {
  if (bytes.length === 0) return refused('The file is empty.');
  if (isMidi(bytes)) return readMidi(bytes, options);
  if (isScore(bytes)) return readMusicXml(bytes, options);
  if (bytes.length > LARGEST_TEXT)
    return refused('It is no score and no MIDI file, and too large for text.');
  const text = textOf(bytes);
  // eslint-disable-next-line no-control-regex -- binary files are told by their signs
  if (/[\u0000-\u0008]/.test(text))
    return refused(
      'It is neither text, nor a score, nor a MIDI file. Export it as MusicXML or MIDI.',
    );
  const lines = text.split(/\r\n|\n|\r/);
  if (isTab(lines)) return readTabText(text);
  return isChart(text) ? readOwn(text) : readSheet(text);
}

function startsWith(bytes: Uint8Array, ...signs: readonly number[]): boolean {
  return signs.every((sign, at) => bytes[at] === sign);
}

function isMidi(bytes: Uint8Array): boolean {
  return startsWith(bytes, 0x4d, 0x54, 0x68, 0x64) || startsWith(bytes, 0x52, 0x49, 0x46, 0x46);
}

/** A score is packed, or begins with a bracket, in one of the ways text is written down. */
function isScore(bytes: Uint8Array): boolean {
  if (startsWith(bytes, 0x50, 0x4b)) return true;
  const head = bytes.subarray(0, 64).filter((one) => one !== 0 && one < 0x80);
  return /^\s*</.test(String.fromCharCode(...head));
}

function isTab(lines: readonly string[]): boolean {
  const marks = lines.map(isTabLine);
  return (
    marks.some((_, at) =>
      marks.slice(at, at + LEAST_TAB_LINES).every((one, place, all) => one && all.length > place),
    ) && marks.filter(Boolean).length >= LEAST_TAB_LINES
  );
}

/** In Harvu's own text chords stand between bar lines without brackets. */
function isChart(text: string): boolean {
  if (hasDirectives(text)) return false;
  const bars = text.split(/\r\n|\n|\r/).filter((line) => line.includes('|') && BAR_LINE.test(line));
  return bars.some((line) => !line.includes('['));
}

/** Reads Harvu's own chart text: nothing of it is lost, but for words that are none of it. */
function readOwn(text: string): Imported {
  const { song, faults } = readChart(text);
  const bars = song.sections.reduce(
    (sum, { bars: own, endings = [] }) =>
      sum + own.length + endings.reduce((all, one) => all + one.bars.length, 0),
    0,
  );
  if (bars === 0) return refused('There are no bars in it, so there is nothing to play.');
  const { song: kept, left } = withoutWords(song, text);
  return {
    song: left === 0 ? text : writeChart(kept),
    kept: { sections: song.sections.length, bars, grips: song.grips.length },
    lost: [
      ...faults
        .filter(({ code }) => code !== 'line-unread')
        .map((one) => ({ what: one.code, where: `line ${one.line}`, why: one.message })),
      ...(left === 0 ? [] : [wordsLeft(left)]),
    ],
    guessed: [],
  };
}

function wordsLeft(count: number): Lost {
  return {
    what: count === 1 ? 'words in one place' : `words in ${count} places`,
    where: 'between and in the bars',
    why: 'words need a licence; write a few as a cue at the bench',
  };
}

/** Lines of tab that stand together, one a string. */
function systemsIn(text: string): readonly string[] {
  const systems: string[][] = [[]];
  for (const line of text.split(/\r\n|\n|\r/)) {
    if (isTabLine(line)) systems.at(-1)?.push(line);
    else if ((systems.at(-1)?.length ?? 0) > 0) systems.push([]);
  }
  return systems.filter((one) => one.length >= LEAST_TAB_LINES).map((one) => one.join('\n'));
}

/** Reads tab in lines: one riff, its rhythm guessed from the spacing; chords beside it make the song. */
function readTabText(text: string): Imported {
  const systems = systemsIn(text).map(readTab);
  const bodies = systems.map(({ riff }) => riff).filter(Boolean);
  const faults = systems.flatMap((one) => one.faults);
  if (bodies.length === 0)
    return refused(faults[0]?.message ?? 'There is no tab in it that can be read.');
  const body = bodies.join(' | ');
  const bars = body.split('|').length;
  const silent = Array.from({ length: bars }, () => '-').join(' | ');
  const tuning = systems.find((one) => one.tuning)?.tuning;
  const riff = `riff line-1 4/4: ${body}`;
  const section = `[Tab] riff line-1 in 1-${bars}\n| ${silent} |\n`;
  const rest = text.split(/\r\n|\n|\r/).filter((line) => !isTabLine(line));
  const sheet = readSheet(rest.join('\n'));
  const [head, ...parts] = (sheet.song ?? 'meter: 4/4').trimEnd().split('\n\n');
  const tuned = tuning && !/^tuning:/m.test(head ?? '') ? [`tuning: ${tuning.join(' ')}`] : [];
  const song = [[...tuned, head, riff].join('\n'), section.trimEnd(), ...parts].join('\n\n');
  return {
    ...sheet,
    song: `${song}\n`,
    kept: { ...sheet.kept, riffs: 1, bars: bars + (sheet.kept['bars'] ?? 0) },
    lost: [
      ...(sheet.song ? sheet.lost : []),
      ...faults.map((one) => ({ what: 'tab', where: `line ${one.line}`, why: one.message })),
    ],
    guessed: [
      { what: 'the rhythm of the tab is guessed from the spacing', where: 'all of its bars' },
      ...sheet.guessed,
    ],
  };
}

function textOf(bytes: Uint8Array): string {
  if (startsWith(bytes, 0xff, 0xfe)) return new TextDecoder('utf-16le').decode(bytes);
  if (startsWith(bytes, 0xfe, 0xff)) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
