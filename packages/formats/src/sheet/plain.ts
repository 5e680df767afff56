import { parseChordName } from '@harvu/core/chord';
import { parseGrip, type Grip } from '@harvu/core/fretboard';
import { toPlainSigns } from '@harvu/core/pitch';

/** What people write about a song on a plain sheet, and the lines that are left. */
export interface PlainSheet {
  /** Fields of the song as they are typed, such as "capo: 2nd fret". */
  readonly fields: readonly string[];
  readonly title: string | undefined;
  readonly playedBy: string | undefined;
  readonly grips: readonly { readonly name: string; readonly grip: Grip }[];
  /** How often a line is said to be played: nobody knows whether the chord, the line or the section is meant. */
  readonly counts: readonly string[];
  /** Chords in German letters: H is B, and B is Bb. */
  readonly isGerman: boolean;
  readonly text: string;
}

const FIELD = /^\s*(capo|key|tempo|bpm|tuning|time signature|time|meter)\b\s*[:=]?\s+(\S.*)$/i;
const GRIP =
  /^\s*([A-G]\S{0,10}?)\s*[:=]?\s+([xX\d]{6}|(?:[xX]|\d{1,2})(?:-(?:[xX]|\d{1,2})){5})\s*$/;
const LABELLED = /^\s*([A-Za-z][A-Za-z -]{2,20}\d?)\s*:\s+(\S.*)$/;
const COUNT = /[([]?\s*(?:x\s*(\d{1,2})|(\d{1,2})\s*x)\s*[)\]]?\s*$/i;
const GERMAN = /(?:^|\s)H(?:m|7|m7|dim|sus\d?|maj7|\/[A-H])?(?=\s|$)/;
const BETWEEN = /^(?:[-–—|/.]+|%)$/;

/** Tells whether all of a line is chords, with what stands between them. */
export function isChordLine(text: string): boolean {
  const words = text.replace(COUNT, '').trim().split(/\s+/);
  const chords = words.filter((one) => !BETWEEN.test(one));
  return (
    chords.length > 0 &&
    chords.every((one) => {
      const name = toPlainSigns(one.replace(/[?,]$/, ''));
      return /^n\.?c\.?$/i.test(name) || parseChordName(name.replace(/^H/, 'B')) !== undefined;
    })
  );
}

/** A label before chords stands on a line of its own: "Intro: G D Em C (x2)". */
function unlabelled(line: string): readonly string[] {
  const [, label = '', rest = ''] = LABELLED.exec(line) ?? [];
  if (label === '' || !isChordLine(rest)) return [line];
  const count = COUNT.exec(rest)?.[0].trim() ?? '';
  return [`[${label}] ${count}`.trim(), rest.replace(COUNT, '').trim()];
}

/** Tells whether a line is the heading of a section. */
export function isHeading(line: string): boolean {
  return /^\s*\[/.test(line) || /:\s*$/.test(line);
}

/** The words above everything else: what it is called, and who plays it. */
function namesIn(lines: readonly string[]): readonly string[] {
  const names: string[] = [];
  for (const line of lines) {
    const text = line.trim();
    // A number alone, or a line of signs, is nobody's name.
    if (!/\p{L}/u.test(text) || FIELD.test(line)) continue;
    if (isHeading(line) || isChordLine(line) || GRIP.test(line) || names.length === 2) break;
    if (/^(?:intro|verse|strophe|chorus|refrain|bridge|outro|solo)\b/i.test(text)) break;
    names.push(text);
  }
  // Words right over chords are sung, and no name.
  const last = lines.findIndex((line) => line.trim() === names.at(-1));
  const isSung = names.length > 0 && isChordLine(lines[last - 1] ?? '');
  return isSung ? [] : names;
}

/** Sorts the lines of a sheet. */
class Sorting {
  readonly fields: string[] = [];
  readonly grips: { name: string; grip: Grip }[] = [];
  readonly counts: string[] = [];

  constructor(private readonly names: readonly string[]) {}

  /** What is left of a line for whoever reads chords and words. */
  take(line: string): readonly string[] {
    if (this.isField(line) || this.isGrip(line) || this.names.includes(line.trim())) return [];
    const count = isChordLine(line) ? COUNT.exec(line)?.[0].trim() : undefined;
    if (count !== undefined) {
      this.counts.push(count);
      return [line.replace(COUNT, '')];
    }
    // A heading right under chords would be taken for the words to them.
    return isHeading(line) ? ['', line] : unlabelled(line);
  }

  private isField(line: string): boolean {
    const [, field, value = ''] = FIELD.exec(line) ?? [];
    if (field !== undefined) this.fields.push(`${field.toLowerCase()}: ${value.trim()}`);
    return field !== undefined;
  }

  private isGrip(line: string): boolean {
    const [, written = '', frets = ''] = GRIP.exec(line) ?? [];
    const grip = parseGrip(frets);
    const name = written.replace(/[:=]$/, '');
    if (!grip || !parseChordName(name)) return false;
    this.grips.push({ name, grip });
    return true;
  }
}

/** Takes apart what stands on a sheet beside chords and words: fields, grips, names, labels. */
export function readPlain(text: string): PlainSheet {
  const lines = text.split(/\r\n|\n|\r/);
  const names = namesIn(lines);
  const sorting = new Sorting(names);
  const left = lines.flatMap((line) => sorting.take(line));
  const { fields, grips, counts } = sorting;
  return {
    ...{ fields, grips, counts, text: left.join('\n') },
    ...{ title: names[0], playedBy: names[1], isGerman: GERMAN.test(text) },
  };
}

/** A chord in German letters as others write it. */
export function fromGerman(name: string): string {
  const letter = (tone: string): string =>
    tone.startsWith('H') ? `B${tone.slice(1)}` : /^B(?!b)/.test(tone) ? `Bb${tone.slice(1)}` : tone;
  return name.split('/').map(letter).join('/');
}

/** How often a section is played, where its heading says so: "[Chorus] 2x". */
export function headingCount(text: string): { readonly heading: string; readonly times: number } {
  const [count, after, before] = COUNT.exec(text) ?? [];
  const times = Number(after ?? before ?? 1);
  return { heading: count === undefined ? text : text.replace(COUNT, '').trim(), times };
}
