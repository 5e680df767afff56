import { readChart } from '@harvu/core/chart';
import { parseChordName, parseKey } from '@harvu/core/chord';
import type { Frame } from '@harvu/core/song';
import { parseGrip } from '@harvu/core/fretboard';
import { chordAsTyped, countBehind, readHeading } from '@harvu/core/loose';
import { toPlainSigns } from '@harvu/core/pitch';
import { parseMeter, type Meter } from '@harvu/core/rhythm';
import { writeDraft } from '../draft/chart';
import type { Draft, DraftBar, DraftGrip } from '../draft/draft';
import { refused, Report, type Imported } from '../report';
import { bracketLines, type Directive, type SheetLine } from './lines';
import { readPlain, type PlainSheet } from './plain';

const FOUR: Meter = { beats: 4, unit: 4, groups: [4] };
const CUE_WORDS = 4;
const MOST_TIMES = 32;
/** However wide a gap is, it says no more than a narrow one; and a line of nothing else would take for ever to read. */
const WIDE_GAP = /[^\S\n\r]{9,}/g;
const GAP = ' '.repeat(8);
/** Longer sheets are books. */
const LONGEST = 50_000;
const STARTS: Readonly<Record<string, string>> = {
  start_of_verse: 'Verse',
  start_of_chorus: 'Chorus',
  start_of_bridge: 'Bridge',
  sov: 'Verse',
  soc: 'Chorus',
  sob: 'Bridge',
  start_of_part: 'Part',
};

/** "[H7]": only in German letters a chord is called so. */
const GERMAN_IN_BRACKETS = /\[H(?:m|7|m7|dim|sus\d?|maj7)?\]/;

/** A section that begins, and how often it is played. */
type Begun = NonNullable<SheetLine['begins']>;

/** Lines of a sheet become bars: a chord is a bar, until somebody listens. */
class SheetReading {
  private readonly isGerman: boolean;
  readonly bars: DraftBar[] = [];
  readonly grips: DraftGrip[] = [];
  readonly said = new Map<string, string>();
  private starts: string | undefined;
  private times = 1;
  /** The first bar of the section. */
  private from = 0;
  private words: string[] = [];
  private meter: Meter;
  chords = 0;

  constructor(
    private readonly report: Report,
    { meter = FOUR, isGerman = false }: { readonly meter?: Meter; readonly isGerman?: boolean },
  ) {
    this.meter = meter;
    this.isGerman = isGerman;
  }

  read(lines: readonly SheetLine[]): void {
    lines.forEach(({ directives, bars, words, begins }, at) => {
      const where = `line ${at + 1}`;
      for (const one of directives) this.tag(one, where);
      const heading = begins ?? (bars.length === 0 ? headingIn(words) : undefined);
      if (heading) this.begin(heading);
      if (!heading || bars.length > 0) this.line(bars, words, where);
    });
    this.end();
  }

  private begin({ name, times }: Begun): void {
    this.end();
    this.starts = name;
    this.times = Math.min(MOST_TIMES, Math.max(1, times));
    this.words = [];
  }

  /** A section that is played several times is a repeat. */
  private end(): void {
    const { times, from, bars } = this;
    const [first, last] = [bars[from], bars.at(-1)];
    if (times > 1 && first && last) {
      bars[from] = { ...first, opens: true };
      bars[bars.length - 1] = { ...(bars.at(-1) ?? last), closes: times };
    }
    this.from = bars.length;
    this.times = 1;
  }

  private tag({ name, value }: Directive, where: string): void {
    const heading = name === 'comment' ? headingIn(value) : undefined;
    if (heading) this.begin(heading);
    else if (STARTS[name] !== undefined) this.begin(named(value || STARTS[name]));
    else if (name === 'define' || name === 'chord') this.grip(value);
    else if (name === 'time') this.time(value);
    else if (name === 'start_of_tab' || name === 'sot')
      this.report.lose('tab', where, 'paste it into a riff at the bench');
    else this.say(name, value);
  }

  private time(value: string): void {
    this.meter = parseMeter(value) ?? this.meter;
    this.say('time', value);
  }

  /** Of what is said twice the first holds. */
  private say(name: string, value: string): void {
    if (!name.startsWith('end_of') && value && !this.said.has(name)) this.said.set(name, value);
  }

  private grip(value: string): void {
    const match = /^(\S+).*?frets\s+((?:[\dxXN-]+\s*){4,8})/.exec(value);
    const base = Number(/base-?fret\s+(\d+)/i.exec(value)?.[1] ?? 1);
    const frets = match?.[2]?.trim().split(/\s+/) ?? [];
    const written = frets.map((one) => {
      const fret = Number(one);
      return /^[xXN-]/.test(one) ? 'x' : fret === 0 ? '0' : String(fret + base - 1);
    });
    const grip = parseGrip(written.join('-'));
    const name = toPlainSigns(match?.[1] ?? '');
    if (grip && parseChordName(name)) this.grips.push({ name, grip });
  }

  private line(groups: readonly (readonly string[])[], text: string, where: string): void {
    if (this.words.length < CUE_WORDS)
      this.words = [...this.words, ...wordsIn(text)].slice(0, CUE_WORDS);
    for (const group of groups) {
      const { beats } = this.meter;
      const repeat = group.join() === '%' && this.bars.length > 0;
      const names = group.flatMap((one, place) => {
        const chord = this.chord(one, where);
        return chord ? [{ ...chord, place }] : [];
      });
      const isEmpty = names.length === 0;
      if (isEmpty && group.length > 0 && !repeat) continue;
      this.chords += names.length;
      const isBeaten = group.includes('.');
      this.bars.push({
        number: String(this.bars.length + 1),
        meter: this.meter,
        beats,
        notes: [],
        chords: names.map(({ place, ...one }, at) => ({
          ...one,
          at: isBeaten ? (place * beats) / group.length : (at * beats) / names.length,
        })),
        ...(repeat && { repeat }),
        ...(this.starts !== undefined && { starts: this.starts }),
        ...(this.words.length > 0 && { cue: this.words.join(' ') }),
      });
      this.starts = undefined;
    }
  }

  private chord(written: string, where: string): { name: string; doubt: boolean } | undefined {
    const doubt = written.endsWith('?');
    const signs = toPlainSigns(doubt ? written.slice(0, -1) : written);
    const name = chordAsTyped(signs, { isGerman: this.isGerman });
    if (name !== undefined) return { name, doubt };
    if (!/^[|/%\\.-]+$/.test(signs)) this.report.lose('chord symbol', where, `${written} is none`);
    return undefined;
  }
}

/** Tells whether lines in braces say what a sheet is. */
export function hasDirectives(text: string): boolean {
  return /^[^\S\n]*\{[^\S\n]*[a-z_]+[^\S\n]*(:.*)?\}[^\S\n]*$/m.test(text);
}

/**
 * Reads a chord sheet: chords in brackets with directives, or over the words. Each chord is a bar until it is
 * listened to; of the words only the first of a section are kept, as its cue.
 *
 * @example
 * readSheet('[G]Down by the [D]water').kept['chords'] // 2
 */
export function readSheet(written: string): Imported {
  if (written.length > LONGEST)
    return refused('It is longer than a song. Take one sheet at a time.');
  const text = toPlainSigns(written.replace(WIDE_GAP, GAP));
  const report = new Report();
  const plain = hasBrackets(text) ? undefined : readPlain(text);
  const frame = plain ? readChart(plain.fields.join('\n')).song.frame : {};
  const reading = new SheetReading(report, {
    ...(frame.meter && { meter: frame.meter }),
    isGerman: !plain && GERMAN_IN_BRACKETS.test(text),
  });
  reading.read(plain ? plain.lines : bracketLines(text));
  if (reading.bars.length === 0) return refused('There are no chords in it.');
  guessIn(text, plain, report);
  return imported(reading, { plain, frame, report });
}

function named(name: string): Begun {
  const counted = countBehind(name);
  return { name: (counted?.rest ?? name).trim(), times: counted?.times ?? 1 };
}

function headingIn(words: string): Begun | undefined {
  const heading = readHeading(words);
  return heading?.unread.length === 0 ? heading : undefined;
}

function wordsIn(text: string): readonly string[] {
  return text.split(/[\s|]+/).filter((one) => one !== '' && one !== '-');
}

function wholeIn(text: string | undefined, least: number, most: number): number | undefined {
  const value = Math.round(Number(/\d+(?:\.\d+)?/.exec(text ?? '')?.[0] ?? NaN));
  return value >= least && value <= most ? value : undefined;
}

/** Tells a sheet with directives, or chords in brackets, from other text; `[A]` over bars is a section. */
function hasBrackets(text: string): boolean {
  if (hasDirectives(text)) return true;
  return [...text.matchAll(/\[([A-G][^\]\n]{0,12})\](?!\s*(?:$|[([]?\s*[x×]?\s*\d))/gm)].some(
    ([, name = '']) => parseChordName(name) !== undefined,
  );
}

/** What was read as a song. */
function imported(
  { bars, said, chords, grips: drawn }: SheetReading,
  {
    plain,
    frame,
    report,
  }: {
    readonly plain: PlainSheet | undefined;
    readonly frame: Frame;
    readonly report: Report;
  },
): Imported {
  const grips = [...drawn, ...(plain?.grips ?? [])];
  const draft = { ...frameOf(said), ...typedFrame(frame), grips, bars };
  const { chart, sections } = writeDraft(draft, report);
  return {
    ...namesOf(plain),
    ...creditsOf(said),
    song: chart,
    kept: { bars: bars.length, chords, sections, frames: grips.length },
    lost: report.lost(),
    guessed: report.guessed(),
  };
}

/** What a sheet does not say, and what it says in a way that can mean several things. */
function guessIn(text: string, plain: PlainSheet | undefined, report: Report): void {
  if (!/\|.*\|/.test(text))
    report.guess('each chord is a bar: a sheet does not say how long they last', 'all bars');
  if (plain?.isGerman ?? GERMAN_IN_BRACKETS.test(text))
    report.guess('chords are in German letters: H is B, B is B flat', 'all bars');
  for (const { line, times } of plain?.counts ?? [])
    report.guess(`the row is played ${times} times: it is written out`, `line ${line}`);
}

function namesOf(plain: PlainSheet | undefined): Pick<Imported, 'title' | 'playedBy'> {
  const { title, playedBy } = plain ?? {};
  return {
    ...(title !== undefined && { title }),
    ...(playedBy !== undefined && { playedBy }),
  };
}

/** The fields of a plain sheet, as the chart reads them. */
function typedFrame({ tempo, meter = FOUR, key, capo, tuning }: Frame): Partial<Draft> {
  return {
    ...(tempo !== undefined && { tempo: (tempo * 4) / meter.unit }),
    ...(key !== undefined && { key }),
    ...(capo !== undefined && capo > 0 && { capo }),
    ...(tuning && { tuning }),
  };
}

type SaidFields = ReadonlyMap<string, string>;

function frameOf(said: SaidFields): Omit<Draft, 'grips' | 'bars'> {
  const capo = wholeIn(said.get('capo'), 1, 12);
  const tempo = wholeIn(said.get('tempo'), 20, 400);
  const meter = parseMeter(said.get('time') ?? '') ?? FOUR;
  const [key, copyright] = [said.get('key'), said.get('copyright')];
  return {
    remarks: copyright === undefined ? [] : [`(c) ${copyright}`],
    ...(capo !== undefined && { capo }),
    ...(tempo !== undefined && { tempo: (tempo * 4) / meter.unit }),
    ...(key !== undefined && parseKey(key) && { key }),
  };
}

function creditsOf(said: SaidFields): Pick<Imported, 'title' | 'playedBy' | 'copyright'> {
  const title = said.get('title') ?? said.get('t');
  const [playedBy, copyright] = [said.get('artist'), said.get('copyright')];
  return {
    ...(title !== undefined && { title }),
    ...(playedBy !== undefined && { playedBy }),
    ...(copyright !== undefined && { copyright }),
  };
}
