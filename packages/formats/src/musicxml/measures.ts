import type { Meter } from '@harvu/core/rhythm';
import type { Tuning } from '@harvu/core/pitch';
import type { Report } from '../report';
import { keyOf, meterOf, metronomeOf, movedBy, tuningOf } from './attributes';
import { readFrame, type ReadFrame } from './frame';
import { readHarmony, type ReadChord } from './harmony';
import { QUARTER, readNote, type ReadNote } from './notes';
import { noSigns, readBarline, readDirection, readSound, type ReadSigns } from './signs';
import { child, childrenOf, numberOf, textOf, toNumber, type Element } from './xml';

/** A chord symbol where it stands, in parts of a quarter from the bar line. */
export interface PlacedChord extends ReadChord {
  readonly at: number;
  readonly frame?: ReadFrame;
}

/** What one part says of one bar. */
export interface ReadMeasure {
  readonly number: string;
  readonly isImplicit: boolean;
  readonly meter: Meter | undefined;
  /** No meter holds any more. */
  readonly isFree: boolean;
  readonly key: string | undefined;
  /** How far its music reaches, in parts of a quarter. */
  readonly lasts: number;
  readonly chords: readonly PlacedChord[];
  readonly notes: readonly ReadNote[];
  readonly tempos: readonly { readonly at: number; readonly quarters: number }[];
  readonly signs: ReadSigns;
  readonly repeat: boolean;
  /** A system of the score begins with it. */
  readonly line?: true;
  readonly swing: string | undefined;
}

/** What a part says of its strings. */
export interface PartStrings {
  readonly tuning: Tuning | undefined;
  readonly capo: number | undefined;
}

/** Reads the bars of one part one after the other; what was said before holds on. */
export class PartReader {
  private divisions = 1;
  private moved = 0;
  private cursor = 0;
  private furthest = 0;
  private lastStart = 0;
  private repeats = false;
  private tuning: Tuning | undefined;
  private capo: number | undefined;
  private readonly staves = new Map<string, PartStrings>();

  constructor(private readonly report: Report) {}

  get strings(): PartStrings {
    return { tuning: this.tuning, capo: this.capo };
  }

  read(measure: Element, place: number): ReadMeasure {
    const number = measure.attributes['number'] ?? String(place + 1);
    const where = `bar ${number}`;
    [this.cursor, this.furthest, this.lastStart] = [0, 0, 0];
    const bar = new BarReading(where, this.report);
    for (const one of measure.children) this.readOne(one, bar);
    const isImplicit = measure.attributes['implicit'] === 'yes' || number === '0';
    return {
      number,
      isImplicit,
      meter: bar.meter,
      isFree: bar.isFree,
      key: bar.key,
      lasts: this.furthest,
      chords: bar.chords,
      notes: bar.notes,
      tempos: bar.tempos,
      signs: bar.signs,
      ...(bar.startsSystem && { line: true as const }),
      repeat: this.repeats,
      swing: bar.swing,
    };
  }

  private readOne(one: Element, bar: BarReading): void {
    switch (one.name) {
      case 'attributes':
        this.readAttributes(one, bar);
        break;
      case 'note':
        this.readNote(one, bar);
        break;
      case 'backup':
        this.cursor = Math.max(0, this.cursor - this.ticks(one));
        break;
      case 'forward':
        this.go(this.ticks(one));
        break;
      case 'harmony':
        bar.addChord(one, this.cursor + this.offset(one));
        break;
      case 'direction':
        readDirection(one, bar.signs);
        bar.addDirection(one, this.cursor);
        break;
      case 'sound':
        readSound(one, bar.signs);
        bar.addTempo(toNumber(one.attributes['tempo']), this.cursor);
        bar.addSwing(one);
        break;
      case 'print':
        bar.startsSystem = isNewSystem(one);
        break;
      case 'barline':
        readBarline(one, bar.signs);
        break;
      default:
    }
  }

  private ticks(of: Element): number {
    return Math.max(0, Math.round(((numberOf(of, 'duration') ?? 0) * QUARTER) / this.divisions));
  }

  private offset(of: Element): number {
    return Math.round(((numberOf(of, 'offset') ?? 0) * QUARTER) / this.divisions);
  }

  private go(ticks: number): void {
    this.cursor += ticks;
    this.furthest = Math.max(this.furthest, this.cursor);
  }

  private readNote(note: Element, bar: BarReading): void {
    if (child(note, 'grace')) {
      this.report.lose('grace note', bar.where, 'a riff has no notes without time');
      return;
    }
    const lasts = this.ticks(note);
    const isWithLast = child(note, 'chord') !== undefined;
    const at = isWithLast ? this.lastStart : this.cursor;
    const read = readNote(note, { at, lasts, moved: this.moved });
    if (read) bar.notes.push(read);
    if (isWithLast) return;
    this.lastStart = this.cursor;
    this.go(lasts);
  }

  private readAttributes(attributes: Element, bar: BarReading): void {
    const divisions = numberOf(attributes, 'divisions') ?? 0;
    if (divisions > 0) this.divisions = divisions;
    bar.readFrame(child(attributes, 'time'), child(attributes, 'key'));
    this.moved = movedBy(attributes) ?? this.moved;
    for (const details of childrenOf(attributes, 'staff-details')) {
      this.tuning = tuningOf(details) ?? this.tuning;
      this.capo = numberOf(details, 'capo') ?? this.capo;
    }
    for (const style of childrenOf(attributes, 'measure-style')) this.readStyle(style, bar);
  }

  private readStyle(style: Element, bar: BarReading): void {
    const repeat = child(style, 'measure-repeat');
    if (!repeat) return;
    const isOne = (toNumber(repeat.text) ?? 1) === 1;
    const isStart = repeat.attributes['type'] === 'start';
    this.repeats = isStart && isOne;
    if (isStart && !isOne) bar.lose('repeat of several bars', 'only one bar is repeated by a sign');
  }
}

/** What is found in one bar. */
class BarReading {
  startsSystem = false;
  meter: Meter | undefined;
  isFree = false;
  key: string | undefined;
  swing: string | undefined;
  readonly chords: PlacedChord[] = [];
  readonly notes: ReadNote[] = [];
  readonly tempos: { at: number; quarters: number }[] = [];
  readonly signs = noSigns();

  constructor(
    readonly where: string,
    private readonly report: Report,
  ) {}

  lose(what: string, why: string): void {
    this.report.lose(what, this.where, why);
  }

  readFrame(time: Element | undefined, key: Element | undefined): void {
    if (time) this.readTime(time);
    if (key) this.key = keyOf(key);
  }

  private readTime(time: Element): void {
    if (child(time, 'senza-misura')) {
      this.isFree = true;
      return;
    }
    if (this.meter) {
      this.report.lose('meter', this.where, 'a bar has one meter');
      return;
    }
    this.meter = meterOf(time);
    if (!this.meter) {
      const said = childrenOf(time, 'beats').map((one) => one.text);
      this.report.lose('meter', this.where, `Harvu has no meter of ${said.join('+')} such beats`);
    }
  }

  addChord(harmony: Element, at: number): void {
    const read = readHarmony(harmony, this.where, this.report);
    if (!read) return;
    const drawn = child(harmony, 'frame');
    const frame = drawn && readFrame(drawn);
    this.chords.push({ ...read, at: Math.max(0, at), ...(frame && { frame }) });
  }

  addTempo(quarters: number | undefined, at: number): void {
    if (quarters !== undefined && quarters > 0 && !this.tempos.some((one) => one.at === at))
      this.tempos.push({ at, quarters });
  }

  addDirection(direction: Element, at: number): void {
    for (const sound of childrenOf(direction, 'sound')) {
      this.addTempo(toNumber(sound.attributes['tempo']), at);
      this.addSwing(sound);
    }
    for (const type of childrenOf(direction, 'direction-type'))
      for (const metronome of childrenOf(type, 'metronome'))
        this.addTempo(metronomeOf(metronome), at);
  }

  addSwing(sound: Element): void {
    const swing = child(sound, 'swing');
    const [first, second] = [textOf(swing, 'first'), textOf(swing, 'second')];
    if (first !== undefined && second !== undefined && first !== second)
      this.swing = `${first}:${second}`;
  }
}

function isNewSystem({ attributes }: Element): boolean {
  return attributes['new-system'] === 'yes' || attributes['new-page'] === 'yes';
}
