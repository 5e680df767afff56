import { readBars, type ReadBars } from './bars';
import { checkChart, type BarPlace } from './faults';
import {
  FRAME_LINES,
  isFrameField,
  readFrameField,
  readNamedGrip,
  readNamedPattern,
} from './header';
import { readMap } from './map-entry';
import { readSectionHead } from './section-head';
import { findRepeat, repeatQuestion } from './repeat-scope';
import {
  EMPTY_SONG,
  MOST_PLAYED_BARS,
  type Bar,
  type ChartFault,
  type Section,
  type SongDocument,
} from '../song';
import { withStableIds } from './identities';
import { parseMeter } from '../rhythm';

/** A chart as read: the song, and what in the text does not add up. */
export interface ReadChart {
  readonly song: SongDocument;
  readonly faults: readonly ChartFault[];
}

/** Longer text than this is not read further. */
export const LONGEST_CHART = 200_000;
const MOST_LINES = 5000;
const LONGEST_LINE = 1000;
const NAMED = /^(grip|pattern)\s+(.*)$/;
const HEADER = /^([a-z]+)\s*:\s*(.*)$/;
const ENDING = /^(\s*(\d)\.\s*)(\|.*)$/;
const DIFFERENCE = /^(\s*(\d{1,3})\s*:\s*)(\|.*)$/;
const CUE = /^\s*cue\s+(\d{1,3})\s+"([^"]{1,80})"\s*$/;
/** "2/4:" before the first bar line holds for the bars of the line. */
const LINE_METER = /^(\s*(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?)\s*:\s*)(\|.*)$/;
const DROP = /^\s*drop\s+(\d{1,3})(?:\s*-\s*(\d{1,3}))?\s*$/;

type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };

function isAboutFrets(field: string): boolean {
  return field === 'tuning' || field === 'capo';
}

/** Reads line by line; what is half read lives only here. */
class ChartReader {
  private readonly song: Mutable<SongDocument> = { ...EMPTY_SONG };
  private readonly faults: ChartFault[] = [];
  private readonly places: BarPlace[] = [];
  private readonly heads: number[] = [];
  /** How many bars were read in each section. */
  private readonly placesIn = new Map<number, number>();
  private mapLine = 0;
  private line = 0;

  read(text: string): ReadChart {
    const lines = text.slice(0, LONGEST_CHART).split(/\r\n|\n|\r/);
    for (const line of lines.slice(0, MOST_LINES)) {
      if (this.places.length > MOST_PLAYED_BARS) break;
      this.line += 1;
      this.readLine(this.cutLine(line.replace(/\t/g, ' ').trimEnd()));
    }
    if (text.length > LONGEST_CHART || this.line < lines.length) {
      const message = 'The chart is too long; what follows was not read. Shorten it.';
      this.fault('chart-long', 1, { message });
    }
    const places = {
      bars: this.places,
      mapLine: this.mapLine,
      heads: this.heads,
    };
    this.faults.push(...checkChart(this.song, places));
    this.faults.sort((a, b) => a.line - b.line || a.column - b.column);
    return { song: this.song, faults: this.faults };
  }

  /** Whatever is pasted, no line is longer than what can be kept. */
  private cutLine(line: string): string {
    if (line.length <= LONGEST_LINE) return line;
    const message = 'This line is too long; its end was not read. Split it.';
    this.fault('chart-long', LONGEST_LINE, { message });
    return line.slice(0, LONGEST_LINE);
  }

  private readLine(line: string): void {
    const text = line.trim();
    if (text === '') return;
    if (text.startsWith('#')) this.keep(text);
    else if (text.startsWith('[')) this.readSection(text);
    else if (text.startsWith('|')) this.readPlainBars(line);
    else if (!this.readNamed(text) && !this.readMetered(line) && !this.readWithin(line))
      this.readHeader(text);
  }

  private fault(
    code: ChartFault['code'],
    column: number,
    { message, detail = [] }: Pick<ChartFault, 'message'> & Partial<Pick<ChartFault, 'detail'>>,
  ): void {
    const section = this.song.sections.length - 1;
    const within = section >= 0 ? { section } : {};
    this.faults.push({ code, line: this.line, column, message, detail, ...within });
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
    this.song.sections = [...this.song.sections, { id: '', bars: [], ...section }];
  }

  private readSection(text: string): void {
    const head = readSectionHead(text);
    if (!head) {
      const hint = 'Write [Name], then x2, pattern NAME, layer full, at 0:14 or cue "words".';
      this.unread('section-unread', text, `This section line cannot be read. ${hint}`);
      return;
    }
    if (this.song.sections.some((one) => one.name === head.name && one.part === head.part)) {
      const message = `There are two sections "${head.name}". Number them.`;
      this.fault('section-twice', 2, { message });
    }
    this.startSection(head);
  }

  private take(read: ReadBars): readonly Bar[] {
    for (const { code, column, message } of read.faults) this.fault(code, column, { message });
    for (const { bar, column } of read.bars) {
      const section = this.song.sections.length - 1;
      const place = this.placesIn.get(section) ?? 0;
      this.placesIn.set(section, place + 1);
      this.places.push({ bar, line: this.line, column, section, place });
    }
    return read.bars.map(({ bar }) => bar);
  }

  private readMetered(line: string): boolean {
    const [, before = '', told = '', bars = ''] = LINE_METER.exec(line) ?? [];
    const meter = parseMeter(told);
    if (!meter) return false;
    this.readPlainBars(line, readBars(bars, before.length, meter));
    return true;
  }

  private readPlainBars(line: string, read = readBars(line, 0)): void {
    if (!this.section()) this.startSection({ name: 'Song', times: 1 });
    const section = this.section();
    const repeat = findRepeat(line);
    if (repeat) {
      this.unread('repeat-scope', line.trim(), repeatQuestion(repeat));
      return;
    }
    // A line with a bar that cannot be read is kept word for word, so that nothing typed is lost.
    if (read.faults.length > 0) this.keepFaulty(line, read);
    else if (section?.parent !== undefined) {
      const hint = `Say which bar of ${section.parent} each stands for, such as 6: | D |.`;
      this.unread('bar-ledger', line.trim(), `Bars in a derived section need a number. ${hint}`);
    } else this.extend({ bars: [...(section?.bars ?? []), ...this.take(read)] });
  }

  private keepFaulty(line: string, read: ReadBars): void {
    this.take({ bars: [], faults: read.faults });
    this.keep(line.trim());
  }

  private readNamed(text: string): boolean {
    const match = NAMED.exec(text);
    if (!match) return false;
    const rest = match[2] ?? '';
    if (match[1] === 'grip') this.readGrip(text, rest);
    else this.readPattern(text, rest);
    return true;
  }

  private readGrip(text: string, rest: string): void {
    const grip = readNamedGrip(rest);
    if (grip) this.song.grips = [...this.song.grips, grip];
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
    const read = readBars(match[3] ?? '', match[1]?.length ?? 0);
    if (read.faults.length > 0) this.keepFaulty(line, read);
    else {
      const ending = { pass: Number(match[2]), bars: this.take(read) };
      this.extend({ endings: [...(section.endings ?? []), ending] });
    }
    return true;
  }

  private readDifference(line: string, section: Section): boolean {
    const match = DIFFERENCE.exec(line);
    if (!match) return false;
    const read = readBars(match[3] ?? '', match[1]?.length ?? 0);
    if (read.faults.length > 0) this.keepFaulty(line, read);
    else if (section.parent === undefined) {
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
    const match = HEADER.exec(text);
    const field = match?.[1] ?? '';
    const value = match?.[2] ?? '';
    if (field === 'map') this.readMap(text, value);
    else if (isFrameField(field)) {
      const read = readFrameField(field, value);
      if (read && isAboutFrets(field)) this.noteLateFrame(field);
      if (read) this.song.frame = { ...this.song.frame, ...read };
      else
        this.unread(
          'header-unread',
          text,
          `This ${field} cannot be read. ${FRAME_LINES[field].remedy}`,
        );
    } else {
      const hint = 'Bars start with |, sections with [, remarks with #.';
      this.unread('line-unread', text, `This line cannot be read. ${hint}`);
    }
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
    const map = readMap(value);
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
