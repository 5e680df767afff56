import { chordAsTyped, type Letters } from './chord';
import { countBefore, countBehind } from './counts';
import { readRow, type Row } from './row';
import { isSectionName, SECTION_NAME } from './section-words';

/** A line that begins a section, perhaps with its chords behind it. */
export interface Heading {
  readonly name: string;
  /** How often the section is played. */
  readonly times: number;
  readonly isInDoubt: boolean;
  readonly row?: Row;
  /** Words behind the name that mean nothing here. */
  readonly unread: readonly string[];
}

const LONGEST_NAME = 40;
const BRACKETS = /^\s*\[\s*([^\][=|]{1,60}?)\s*(?:\]\s*:?|$)\s*(.*)$/;
/** "(Intro)", "*Chorus*": signs on both sides; spaces alone are none. */
const ROUND = new RegExp(String.raw`^\s*[(<*_"]+\s*(${SECTION_NAME})\s*[)>*_"]+\s*:?\s*(.*)$`, 'i');
const COLON = /^\s*([\p{L}][\p{L}\p{N} ’'./&()-]{0,40}?)\s*[:=]\s*(.*)$/u;
const BARE = new RegExp(String.raw`^\s*(${SECTION_NAME})(?![\p{L}\d])\s*[-–.:]?\s*(.*)$`, 'iu');
/** "Verse 1 (quiet)" and nothing else. */
const ASIDE = /^\s*\([^()]{1,40}\)\s*$/;
const REMARK = /^(.*?)\s*\(([^()]*)\)$/;
/** What a word has; a sign alone is none. */
const IS_WORD = /[\p{L}\p{N}]/u;

/**
 * Reads a line that begins a section: "[Chorus x2]", "Verse 1:", "INTRO", "Outro: fade G D", "Bridge Am F";
 * undefined where it begins none. A name that nobody gives a section needs its chords behind it.
 *
 * @example
 * readHeading('Intro: G D Em C twice')?.times // 2
 * @example
 * readHeading('  Bridge over the water') // undefined
 */
export function readHeading(line: string, letters: Letters = {}): Heading | undefined {
  if (line.trimStart().startsWith('[')) return bracketed(line, letters);
  const [, round, after = ''] = ROUND.exec(line) ?? [];
  if (round !== undefined) return headingOf(round, after, letters);
  return knownHeading(line, letters) ?? namedHeading(line, letters);
}

/** "[Chorus x2]", also where the bracket was not closed. */
function bracketed(line: string, letters: Letters): Heading | undefined {
  const [, inside, behind = ''] = BRACKETS.exec(line) ?? [];
  if (inside === undefined) return undefined;
  if (!isChordList(inside, letters) || isSectionName(inside))
    return headingOf(inside, behind, letters);
  // "[G]Down by the water" is a chord over its words, "[G D]" a row; "[A]" alone is a section.
  const isSung = (timesBehind(behind)?.rest ?? behind) !== '';
  return isSung || /\s/.test(inside) ? undefined : headingOf(inside, behind, letters);
}

/** "Verse 2 G D": a section by a name that sections have. */
function knownHeading(line: string, letters: Letters): Heading | undefined {
  const [, word, behind = ''] = BARE.exec(line) ?? [];
  if (word === undefined) return undefined;
  const read = headingOf(word, behind, letters);
  const isColon = /^\s*:/.test(line.slice(line.indexOf(word) + word.length));
  // Without a colon the rest has to be chords, a count or an aside, or the line is sung.
  return isColon || read.unread.length === 0 || read.row || ASIDE.test(behind) ? read : undefined;
}

/** "Groove: G D": any name before a colon, where chords stand behind it. */
function namedHeading(line: string, letters: Letters): Heading | undefined {
  const [, name, rest = ''] = COLON.exec(line) ?? [];
  if (name === undefined || name.length > LONGEST_NAME) return undefined;
  // "Em: D" is no heading, a name that is a chord is a chord; one large letter may be a part's.
  if (isChordList(name, letters) && !/^[A-H]$/.test(name)) return undefined;
  const read = headingOf(name, rest, letters);
  return read.row || isSectionName(name.replace(REMARK, '$1')) ? read : undefined;
}

function isChordList(name: string, letters: Letters): boolean {
  return name.split(/\s+/).every((one) => chordAsTyped(one, letters) !== undefined);
}

function headingOf(written: string, behind: string, letters: Letters): Heading {
  const within = timesBehind(written);
  const before = countBefore(behind.replace(/^[\s:–-]+/, ''));
  const after = timesBehind(before?.rest ?? behind);
  const rest = (after?.rest ?? before?.rest ?? behind).trim();
  const row = readRow(isOneSmallChord(rest, letters) ? capital(rest) : rest, letters);
  const left = row ? row.unread : rest.replace(/[()[\]]/g, ' ').split(/\s+/);
  const counts = [within, before, after].filter((one) => one !== undefined);
  return {
    name: said((within?.rest ?? written).trim()),
    times: counts.reduce((product, { times }) => product * times, 1),
    isInDoubt: counts.some((one) => one.isInDoubt),
    ...(row && { row }),
    unread: left.filter((one) => IS_WORD.test(one)),
  };
}

/** "Chorus again" says that it comes again, not how often. */
function timesBehind(text: string): ReturnType<typeof countBehind> {
  return /(?:again|repeat|once more)\W*$/i.test(text) ? undefined : countBehind(` ${text}`);
}

/** Behind a heading one small letter is a chord, too. */
function isOneSmallChord(rest: string, letters: Letters): boolean {
  return /^[a-h]\S*$/.test(rest) && chordAsTyped(rest, letters) !== undefined;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** As a name is written: a large letter, no brackets, no stop behind. */
function said(name: string): string {
  return capital(name.replace(/[\s.:–-]+$/, '').replace(/\s+/g, ' '));
}
