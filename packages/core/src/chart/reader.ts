import { asTyped, mapAsTyped, type TypedLine } from './as-typed';
import { readBars, type ReadBars } from './bars';
import { checkChart, type BarPlace } from './faults';
import {
  FRAME_LINES,
  isDottedTempo,
  isFrameField,
  readAnyGrip,
  readFrameField,
  readNamedGrip,
  readNamedPattern,
} from './header';
import { readMap } from './map-entry';
import { readField, readLoose, type Letters } from '../loose';
import { LONGEST_RIFF, readRiffLine, type RiffBarText } from './riff-line';
import { CUE, DIFFERENCE, DROP, ENDING, LINE_METER, MOST_LINES, NAMED } from './line-forms';
import { riffFaults, type RiffBarPlace } from './riff-faults';
import { readSectionHead } from './section-head';
import { findRepeat, repeatQuestion, repeatSigns } from './repeat-scope';
import {
  EMPTY_SONG,
  MOST_PLAYED_BARS,
  withFirstMarked,
  withRow,
  type Bar,
  type ChartFault,
  type Frame,
  type Section,
  type SongDocument,
} from '../song';
import { isAboutFrets, unreadLine, unreadRiff } from './unread';
import { withStableIds } from './identities';
import { isCompound, parseMeter, type Meter } from '../rhythm';
import { bpm } from '../units';

/** A chart as read: the song, and what in the text does not add up. */
export interface ReadChart {
  readonly song: SongDocument;
  readonly faults: readonly ChartFault[];
}

/** Longer text than this is not read further. */
export const LONGEST_CHART = 200_000;
const LONGEST_LINE = 1000;

const USUAL_METER: Meter = { beats: 4, unit: 4, groups: [4] };

type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };

const BEATS_OF_DOTTED = 3;

/** Reads line by line; what is half read lives only here. */
class ChartReader {
  private readonly song: Mutable<SongDocument> = { ...EMPTY_SONG };
  private readonly faults: ChartFault[] = [];
  private readonly places: BarPlace[] = [];
  private readonly heads: number[] = [];
  /** Where the bars of each riff stand in the text. */
  private readonly riffPlaces = new Map<string, RiffBarPlace[]>();
  /** How many bars were read in each section. */
  private readonly placesIn = new Map<number, number>();
  private mapLine = 0;
  private line = 0;
  /** Characters that were put before the line that is read. */
  private shift = 0;
  /** The pass whose bars are to come, such as "2."; empty where none is. */
  private pass = '';
  /** The tempo was said in dotted beats. */
  private isDotted = false;
  /** Its chords are in German letters. */
  private isGerman = false;
  private letters: Letters = {};
  /** The bar of its section that a repeat sign goes back to. */
  private repeatFrom = 0;

  read(text: string): ReadChart {
    const lines = text.slice(0, LONGEST_CHART).split(/\r\n|\n|\r/);
    const few = lines.slice(0, MOST_LINES).map((line) => line.replace(/\t/g, ' ').trimEnd());
    const loose = readLoose(few.join('\n'));
    this.isGerman = loose.isGerman;
    for (const line of few) {
      if (this.places.length > MOST_PLAYED_BARS) break;
      this.line += 1;
      const typed = this.withPass(this.cutLine(line));
      this.readLine(asTyped(typed, typed === line ? loose.lines[this.line - 1] : undefined));
    }
    if (text.length > LONGEST_CHART || this.line < lines.length) {
      const message = 'The chart is too long; what follows was not read. Shorten it.';
      this.fault('chart-long', 1, { message });
    }
    this.withPass('');
    this.settle();
    const places = { bars: this.places, mapLine: this.mapLine, heads: this.heads };
    this.faults.push(...checkChart(this.song, places), ...riffFaults(this.song, this.riffPlaces));
    this.faults.sort((a, b) => a.line - b.line || a.column - b.column);
    return { song: this.song, faults: this.faults };
  }

  /** "1." on a line of its own belongs to the bars on the next. */
  private withPass(line: string): string {
    const pass = this.pass;
    this.pass = '';
    if (pass !== '' && /^\s*\|/.test(line)) return `${pass} ${line.trimStart()}`;
    if (pass !== '') this.unread('line-unread', pass, unreadLine(pass));
    const alone = /^\s*(\d\.)$/.exec(line)?.[1];
    if (alone === undefined || !this.section()) return line;
    this.pass = alone;
    return '';
  }

  /** Whatever is pasted, no line is longer than what can be kept. */
  private cutLine(line: string): string {
    if (line.length <= LONGEST_LINE) return line;
    const message = 'This line is too long; its end was not read. Split it.';
    this.fault('chart-long', LONGEST_LINE, { message });
    return line.slice(0, LONGEST_LINE);
  }

  /** What is known only when all was read: names on the map as they are written, the unit of the tempo. */
  private settle(): void {
    const { sections, map, frame } = this.song;
    const written = new Map(sections.map(({ name }) => [name.toLowerCase(), name]));
    const names = new Set(sections.map(({ name }) => name));
    const asWritten = (name: string): string =>
      names.has(name) ? name : (written.get(name.toLowerCase()) ?? name);
    this.song.map = map.map((entry) => ({ ...entry, section: asWritten(entry.section) }));
    this.song.sections = sections.map((section) =>
      section.parent === undefined ? section : { ...section, parent: asWritten(section.parent) },
    );
    const { meter, tempo } = frame;
    if (this.isDotted && tempo && meter && isCompound(meter))
      this.song.frame = { ...frame, tempo: bpm(tempo * BEATS_OF_DOTTED) };
  }

  private readLine({ text: line, shift, head, remark, isRead }: TypedLine): void {
    if (head !== undefined) this.readSection(head);
    this.shift = shift;
    this.letters = { isGerman: this.isGerman && !isRead };
    const text = line.trim();
    if (text === '') return;
    if (text.startsWith('#')) this.keep(text);
    else if (text.startsWith('[')) this.readSection(text);
    else if (text.startsWith('|')) this.readPlainBars(line);
    else if (!this.readNamed(text) && !this.readMetered(line) && !this.readWithin(line))
      this.readHeader(text);
    if (remark !== undefined) this.keep(remark);
  }

  private fault(
    code: ChartFault['code'],
    column: number,
    { message, detail = [] }: Pick<ChartFault, 'message'> & Partial<Pick<ChartFault, 'detail'>>,
  ): void {
    const section = this.song.sections.length - 1;
    const within = section >= 0 ? { section } : {};
    const at = Math.max(1, column - this.shift);
    this.faults.push({ code, line: this.line, column: at, message, detail, ...within });
  }

  /** Keeps a remark, or what could not be read, where it stood: nothing typed is lost. */
  private keep(text: string): void {
    const section = this.section();
    if (section) this.extend({ lines: [...(section.lines ?? []), text] });
    else this.song.lines = [...this.song.lines, text];
  }

  private unread(code: ChartFault['code'], text: string, message: string): void {
    this.fault(code, 1, { message, detail: [text] });
    this.keep(text);
  }

  private section(): Section | undefined {
    return this.song.sections.at(-1);
  }

  private extend(more: Partial<Section>): void {
    const section = this.section();
    if (!section) return;
    this.song.sections = [...this.song.sections.slice(0, -1), { ...section, ...more }];
  }

  private startSection(section: Omit<Section, 'id' | 'bars'>): void {
    this.heads.push(this.line);
    this.repeatFrom = 0;
    this.song.sections = [...this.song.sections, { id: '', bars: [], ...section }];
  }

  private readSection(text: string): void {
    const read = readSectionHead(text);
    const hint = 'Write [Name], then x2, pattern NAME, layer full, at 0:14 or cue "words".';
    if (!read) {
      this.unread('section-unread', text, `This section line cannot be read. ${hint}`);
      return;
    }
    const { head, unread } = read;
    if (this.song.sections.some((one) => one.name === head.name && one.part === head.part)) {
      const message = `There are two sections "${head.name}". Number them.`;
      this.fault('section-twice', 2, { message });
    }
    this.startSection(head);
    if (unread !== '') {
      const message = `"${unread}" behind [${head.name}] cannot be read. ${hint}`;
      this.fault('section-unread', 1, { message, detail: [unread] });
      this.keep(`# ${unread}`);
    }
  }

  private take(read: ReadBars): readonly Bar[] {
    for (const { code, column, message, text } of read.faults) {
      this.fault(code, column, { message });
      if (text !== '') this.keep(`# not read: ${text}`);
    }
    for (const { bar, column } of read.bars) {
      const section = this.song.sections.length - 1;
      const place = this.placesIn.get(section) ?? 0;
      this.placesIn.set(section, place + 1);
      this.places.push({
        bar,
        section,
        place,
        line: this.line,
        column: Math.max(1, column - this.shift),
      });
    }
    return read.bars.map(({ bar }) => bar);
  }

  private readMetered(line: string): boolean {
    const [, before = '', told = '', bars = ''] = LINE_METER.exec(line) ?? [];
    const meter = parseMeter(told);
    if (!meter) return false;
    this.readPlainBars(`${' '.repeat(before.length)}${bars}`, meter);
    return true;
  }

  private readPlainBars(line: string, meter?: Meter): void {
    if (!this.section()) this.startSection({ name: 'Song', times: 1 });
    const section = this.section();
    const { bars: plain, opens, times } = repeatSigns(line);
    const repeat = opens === undefined && times === undefined ? findRepeat(plain) : undefined;
    if (repeat) {
      this.unread('repeat-scope', line.trim(), repeatQuestion(repeat));
      return;
    }
    if (section?.parent !== undefined) {
      const hint = `Say which bar of ${section.parent} each stands for, such as 6: | D |.`;
      this.unread('bar-ledger', line.trim(), `Bars in a derived section need a number. ${hint}`);
      return;
    }
    const before = section?.bars ?? [];
    const row = this.take(readBars(plain, 0, { ...this.letters, meter }));
    const bars = [...before, ...withRow(row)];
    if (opens !== undefined) this.repeatFrom = before.length + opens;
    this.extend({ bars: this.writtenOut(bars, times) });
  }

  /** Bars between repeat signs are played so many times: they are written out. */
  private writtenOut(bars: readonly Bar[], times: number | undefined): readonly Bar[] {
    if (times === undefined) return bars;
    const again = withFirstMarked(bars.slice(this.repeatFrom));
    const all = [
      ...bars,
      ...Array<readonly Bar[]>(times - 1)
        .fill(again)
        .flat(),
    ];
    this.repeatFrom = all.length;
    const section = this.song.sections.length - 1;
    this.placesIn.set(section, Math.max(this.placesIn.get(section) ?? 0, all.length));
    return all;
  }

  private readNamed(text: string): boolean {
    const match = NAMED.exec(text);
    if (!match) return false;
    const rest = match[2] ?? '';
    if (match[1] === 'grip') this.readGrip(text, rest);
    else if (match[1] === 'riff') this.readRiff(text, rest);
    else this.readPattern(text, rest);
    return true;
  }

  private readGrip(text: string, rest: string): void {
    const grip = readNamedGrip(rest);
    const any = readAnyGrip(rest);
    if (any !== undefined) this.song.anyGrips = [...(this.song.anyGrips ?? []), any];
    else if (grip) this.song.grips = [...this.song.grips, grip];
    else {
      const hint = 'Write it low to high, such as grip G: 320033 fingers 21..34.';
      this.unread('grip-unread', text, `This grip cannot be read. ${hint}`);
    }
  }

  private readPattern(text: string, rest: string): void {
    const pattern = readNamedPattern(rest);
    if (pattern) this.song.patterns = [...this.song.patterns, pattern];
    else {
      const hint = 'Write a name, a meter and the strokes, such as pattern eights 4/4: D U D U.';
      this.unread('pattern-unread', text, `This pattern cannot be read. ${hint}`);
    }
  }

  /** A riff, or more bars of one: its name without a meter. */
  private readRiff(text: string, rest: string): void {
    const line = readRiffLine(rest);
    const riffs = this.song.riffs ?? [];
    const known = riffs.find((one) => one.name === line?.name);
    const isNew = line?.head !== undefined;
    if (!line || isNew === (known !== undefined)) {
      this.unread('riff-unread', text, unreadRiff(line && known ? line.name : undefined));
      return;
    }
    const bars = line.bars.map((one) => one.text).join(' | ');
    const body = [known?.body ?? '', bars].filter(Boolean).join(' | ');
    if (body.length > LONGEST_RIFF) {
      this.unread('riff-unread', text, 'This riff is too long; make two of it.');
      return;
    }
    this.placeRiff(line.name, line.bars, text.length - rest.length);
    this.song.riffs = known
      ? riffs.map((one) => (one === known ? { ...known, body } : one))
      : [...riffs, { name: line.name, meter: USUAL_METER, ...line.head, body }];
  }

  private placeRiff(name: string, bars: readonly RiffBarText[], before: number): void {
    const known = this.riffPlaces.get(name) ?? [];
    this.riffPlaces.set(name, known);
    known.push(
      ...bars.map(({ text, column }) => ({
        length: text.length,
        line: this.line,
        column: Math.max(1, column + before - this.shift),
      })),
    );
  }

  /** Lines that have a meaning only inside a section: endings, differences, drops. */
  private readWithin(line: string): boolean {
    const section = this.section();
    if (!section) return false;
    return (
      this.readEnding(line, section) ||
      this.readDifference(line, section) ||
      this.readDrop(line, section) ||
      this.readCue(line, section)
    );
  }

  private readCue(line: string, section: Section): boolean {
    const [, bar, words] = CUE.exec(line) ?? [];
    if (bar === undefined || words === undefined || Number(bar) < 1) return false;
    this.extend({ cues: [...(section.cues ?? []), { bar: Number(bar), words }] });
    return true;
  }

  private readEnding(line: string, section: Section): boolean {
    const match = ENDING.exec(line);
    if (!match) return false;
    const read = readBars(match[3] ?? '', match[1]?.length ?? 0, this.letters);
    const ending = { pass: Number(match[2]), bars: this.take(read) };
    this.extend({ endings: [...(section.endings ?? []), ending] });
    return true;
  }

  private readDifference(line: string, section: Section): boolean {
    const match = DIFFERENCE.exec(line);
    if (!match) return false;
    const read = readBars(match[3] ?? '', match[1]?.length ?? 0, this.letters);
    if (section.parent === undefined) {
      const hint = 'Only a derived section, [New = Old], changes single bars.';
      this.unread('bar-ledger', line.trim(), `A bar number is out of place here. ${hint}`);
    } else {
      const difference = { at: Number(match[2]), bars: this.take(read) };
      this.extend({ differences: [...(section.differences ?? []), difference] });
    }
    return true;
  }

  private readDrop(line: string, section: Section): boolean {
    const match = DROP.exec(line);
    if (!match || section.parent === undefined) return false;
    const from = Number(match[1]);
    const drop = { from, to: Math.max(from, Number(match[2] ?? from)) };
    this.extend({ drops: [...(section.drops ?? []), drop] });
    return true;
  }

  private readHeader(text: string): void {
    const { field = '', value = '' } = readField(text) ?? {};
    if (field === 'map') this.readMap(text, value);
    else if (field === 'remark') this.keep(`# ${text}`);
    else if (isFrameField(field)) this.readField(text, field, value);
    else this.unread('line-unread', text, unreadLine(text));
  }

  private readField(text: string, field: keyof Frame, value: string): void {
    const read = readFrameField(field, value);
    if (!read) {
      const { remedy } = FRAME_LINES[field];
      this.unread('header-unread', text, `This ${field} cannot be read. ${remedy}`);
      return;
    }
    if (isAboutFrets(field)) this.noteLateFrame(field);
    if (field === 'tempo') this.isDotted = isDottedTempo(value);
    this.song.frame = { ...this.song.frame, ...read };
  }

  /** Whoever reads frets or chords before the capo is told plays them wrong. */
  private noteLateFrame(field: string): void {
    if (this.song.grips.length === 0 && this.places.length === 0) return;
    const before = this.song.grips.length > 0 ? 'a grip' : 'the first bar';
    const message = `The ${field} is told after ${before}. Put it at the top.`;
    this.fault('frame-late', 1, { message, detail: [field] });
  }

  private readMap(text: string, value: string): void {
    this.mapLine = this.line;
    const map = readMap(mapAsTyped(value));
    if (map) this.song.map = map;
    else {
      const hint = 'Write section names with commas between, such as map: Intro, Verse 1 x2.';
      this.unread('map-unread', text, `The map cannot be read. ${hint}`);
    }
  }
}

/**
 * Reads chart text of any kind into a song. What cannot be read is kept word for word in the song
 * and told as a fault. With the song as it was before, sections and bars keep their ids.
 *
 * @example
 * readChart('[Verse]\n| G | % |').song.sections[0].bars.length // 2
 */
export function readChart(text: string, before: SongDocument = EMPTY_SONG): ReadChart {
  const { song, faults } = new ChartReader().read(text);
  return { song: withStableIds(song, before), faults };
}
