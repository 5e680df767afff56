import { addBeats, beatsToNumber, parseBeats, type Beats } from '@harvu/core/units';
import { USUAL_HAND } from '@harvu/core/fretboard';
import { openNotes, STANDARD_TUNING, type Tuning } from '@harvu/core/pitch';
import { placeNear, placeNotes } from '@harvu/core/riff';
import type { Meter } from '@harvu/core/rhythm';
import { writeDraft } from '../draft/chart';
import type { Draft, DraftBar, DraftChord, DraftGrip, DraftNote } from '../draft/draft';
import { refused, Report, type Imported, type ImportedPart } from '../report';
import { scoreText } from './bytes';
import { PartReader, type PlacedChord, type ReadMeasure } from './measures';
import { QUARTER, type ReadNote } from './notes';
import { partsOf, type ScorePart } from './parts';
import type { ReadSigns } from './signs';
import { child, childrenOf, readXml, textOf, type Element } from './xml';

/** How a score is taken over. */
export interface ScoreOptions {
  /** The part whose notes are taken over; the one with tab, or a guitar, where none is said. */
  readonly part?: string;
}

const FOUR: Meter = { beats: 4, unit: 4, groups: [4] };
const MOST_BARS = 2000;
const GUITAR = /guit|gtr|gitar|chitarra|\btab\b/i;
/** A tempo that differs less is the same one. */
const OTHER_TEMPO = 0.03;
const SLOWEST = 20;
const FASTEST = 400;

/** A part that was read. */
interface PartRead {
  readonly part: ScorePart;
  readonly measures: readonly ReadMeasure[];
  readonly strings: { readonly tuning: Tuning | undefined; readonly capo: number | undefined };
  readonly tabNotes: number;
}

function readPart(part: ScorePart, report: Report): PartRead {
  const reader = new PartReader(report);
  const measures = part.measures.slice(0, MOST_BARS).map((one, at) => reader.read(one, at));
  const tabNotes = measures.reduce(
    (sum, one) => sum + one.notes.filter(({ string, fret }) => string && fret !== undefined).length,
    0,
  );
  return { part, measures, strings: reader.strings, tabNotes };
}

/** The part whose notes become riffs: the one that is asked for, has tab, or is a guitar by its name. */
function chosenPart(parts: readonly PartRead[], asked: string | undefined): PartRead | undefined {
  if (asked !== undefined)
    return parts.find(({ part }) => part.id === asked || part.name === asked);
  const [tabbed] = parts.toSorted((a, b) => b.tabNotes - a.tabNotes);
  if (tabbed && tabbed.tabNotes > 0) return tabbed;
  return parts.find(({ part }) => GUITAR.test(part.name));
}

/** Some ticks as beats of a meter's unit, exactly. */
function beatsOf(ticks: number, { unit }: Meter): Beats {
  const [over, under] = [ticks * unit, QUARTER * 4];
  return parseBeats(over % under === 0 ? over / under : reduced(over, under)) ?? over / under;
}

function reduced(over: number, under: number): string {
  let [a, b] = [over, under];
  while (b !== 0) [a, b] = [b, a % b];
  return `${over / a}/${under / a}`;
}

/** What all parts say of one bar. */
interface Together {
  readonly all: readonly ReadMeasure[];
  readonly meter: Meter;
  readonly lasts: number;
}

/** The chords of a bar, whichever part says them; of two names at one moment the first holds. */
function chordsOf(
  { all, meter }: Together,
  report: Report,
): readonly (DraftChord & { said: number })[] {
  const placed = new Map<number, { chord: PlacedChord; said: number }>();
  for (const { chords, number } of all)
    for (const chord of chords) {
      const known = placed.get(chord.at);
      if (!known) placed.set(chord.at, { chord, said: 1 });
      else if (known.chord.name === chord.name) known.said += 1;
      else
        report.lose(
          'chord symbol',
          `bar ${number}`,
          `${chord.name} stands where ${known.chord.name} does`,
        );
    }
  return [...placed.values()]
    .toSorted((a, b) => a.chord.at - b.chord.at)
    .map(({ chord: { at, name, doubt }, said }) => ({
      ...{ at: beatsToNumber(beatsOf(at, meter)), name, said },
      ...(doubt && { doubt }),
    }));
}

function anyOf(all: readonly ReadMeasure[], is: (signs: ReadSigns) => boolean): boolean {
  return all.some(({ signs }) => is(signs));
}

function firstOf<T>(
  all: readonly ReadMeasure[],
  of: (one: ReadMeasure) => T | undefined,
): T | undefined {
  for (const one of all) {
    const found = of(one);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Puts the bars of all parts together, and the notes of one of them into them. */
class ScoreBuilder {
  private meter: Meter = FOUR;
  private ending: readonly number[] | undefined;
  private startsNext = false;
  private opensNext = false;
  private tempo: number | undefined;
  private isFree = false;
  key: string | undefined;
  swing: string | undefined;
  private hasTempoBefore = false;
  readonly kept = { meters: 0, keys: 0, tempi: 0, chords: 0, repeats: 0, endings: 0, jumps: 0 };
  readonly bars: DraftBar[] = [];
  firstTempo: number | undefined;

  constructor(
    private readonly parts: readonly PartRead[],
    private readonly report: Report,
  ) {}

  build(): void {
    const count = Math.max(0, ...this.parts.map(({ measures }) => measures.length));
    for (let at = 0; at < count; at += 1) {
      const all = this.parts.flatMap(({ measures }) => measures[at] ?? []);
      this.bars.push(this.bar(all, at));
      const closesBefore = firstOf(all, ({ signs }) => signs.closesBefore);
      const last = this.bars.at(-2);
      if (closesBefore !== undefined && last)
        this.bars[this.bars.length - 2] = { ...last, closes: closesBefore };
    }
    this.settleCodas();
  }

  /** Of two coda signs without a word the first is where one goes from. */
  private settleCodas(): void {
    const codas = this.bars.flatMap((bar, at) => (bar.coda ? [at] : []));
    const [first, second] = codas;
    const hasWay = this.bars.some((bar) => bar.toCoda);
    if (hasWay || first === undefined || second === undefined) return;
    const { coda: _, ...bar } = this.bars[first] ?? {};
    if ('number' in bar) this.bars[first] = { ...bar, toCoda: true };
  }

  private bar(all: readonly ReadMeasure[], place: number): DraftBar {
    this.readMeter(all);
    const lasts = Math.max(0, ...all.map((one) => one.lasts));
    const { meter } = this;
    const whole = (meter.beats * QUARTER * 4) / meter.unit;
    const isImplicit = all.some((one) => one.isImplicit);
    // Music that is not written out fills its bar all the same; a bar that is said to be short is so.
    const isShort = lasts > 0 && lasts < whole && (isImplicit || place === 0);
    const isLong = lasts > whole && this.isFree;
    const ticks = isShort || isLong ? lasts : whole;
    const together = { all, meter, lasts: ticks };
    const number = all[0]?.number ?? String(place + 1);
    const said = chordsOf(together, this.report);
    this.kept.chords += said.reduce((sum, one) => sum + one.said, 0);
    const chords = said.map(({ said: _, ...chord }) => chord);
    const tempo = this.readTempo(all, number);
    return {
      ...{ number, meter, beats: beatsToNumber(beatsOf(ticks, meter)), chords, notes: [] },
      ...this.readSigns(all),
      ...(tempo !== undefined && place > 0 && { tempo }),
      ...(all.some((one) => one.repeat) && { repeat: true }),
      ...this.readCue(all),
    };
  }

  private readMeter(all: readonly ReadMeasure[]): void {
    const meter = firstOf(all, (one) => one.meter);
    if (meter) {
      this.meter = meter;
      this.isFree = false;
      this.kept.meters += 1;
    } else if (all.some((one) => one.isFree)) this.isFree = true;
    const key = firstOf(all, (one) => one.key);
    if (key !== undefined) {
      this.kept.keys += 1;
      if (this.key !== undefined && this.key !== key)
        this.report.lose(
          'key',
          `bar ${all[0]?.number ?? ''}`,
          `a song has one key: here it is ${key}`,
        );
      this.key ??= key;
    }
    this.swing ??= firstOf(all, (one) => one.swing);
  }

  private readTempo(all: readonly ReadMeasure[], number: string): number | undefined {
    const byPlace = new Map<number, number>();
    for (const { tempos } of all)
      for (const { at, quarters } of tempos) if (!byPlace.has(at)) byPlace.set(at, quarters);
    this.kept.tempi += byPlace.size;
    let found: number | undefined;
    for (const [at, quarters] of [...byPlace].sort(([a], [b]) => a - b)) {
      const bpm = Math.round((quarters * this.meter.unit) / 4);
      const isOther = Math.abs(bpm / (this.tempo ?? -bpm) - 1) > OTHER_TEMPO;
      if (bpm < SLOWEST || bpm > FASTEST)
        this.report.lose('tempo', `bar ${number}`, `${bpm} beats a minute is none a song has`);
      else if (isOther && (at === 0 || !this.hasTempoBefore)) {
        [found, this.tempo] = [bpm, bpm];
        this.hasTempoBefore = true;
        this.firstTempo ??= bpm;
      } else if (isOther)
        this.report.lose(
          'tempo',
          `bar ${number}`,
          'it changes inside a bar: a section has one tempo',
        );
    }
    return found;
  }

  private readSigns(all: readonly ReadMeasure[]): Partial<DraftBar> {
    const counted = all.map(({ signs }) => signs.count);
    for (const name of ['repeats', 'endings', 'jumps'] as const)
      this.kept[name] += Math.max(0, ...counted.map((one) => one[name]));
    this.ending = firstOf(all, ({ signs }) => signs.endingStarts) ?? this.ending;
    const { ending } = this;
    if (anyOf(all, ({ endingStops }) => endingStops)) this.ending = undefined;
    const isNew = this.startsNext;
    const isOpen = this.opensNext || anyOf(all, ({ opens }) => opens);
    this.startsNext = anyOf(all, ({ startsNext }) => startsNext);
    this.opensNext = anyOf(all, ({ opensNext }) => opensNext);
    const closes = firstOf(all, ({ signs }) => signs.closes);
    const starts = firstOf(all, ({ signs }) => signs.starts) ?? (isNew ? '' : undefined);
    const back = firstOf(all, ({ signs }) => signs.back);
    const toCoda = anyOf(all, (one) => one.toCoda);
    const isCoda = anyOf(all, (one) => one.coda || (one.codaSign && !one.toCoda));
    return {
      ...(isOpen && { opens: true }),
      ...(closes !== undefined && { closes }),
      ...(ending && { ending }),
      ...(starts !== undefined && { starts }),
      ...(anyOf(all, ({ segno }) => segno) && { segno: true }),
      ...(isCoda && !toCoda && { coda: true }),
      ...(toCoda && { toCoda }),
      ...(anyOf(all, ({ fine }) => fine) && { fine: true }),
      ...(back && { back }),
    };
  }

  private readCue(all: readonly ReadMeasure[]): Partial<DraftBar> {
    const sung = all.map(({ notes }) => notes.map(({ lyric }) => lyric).join('')).find(Boolean);
    const words = sung?.trim().split(/\s+/).slice(0, 4).join(' ');
    return words ? { cue: words } : {};
  }
}

/** The notes of one part, each at a place of the neck; what has none is laid where it is easiest. */
class NotePlacer {
  private readonly open: readonly number[];
  private readonly tuning: Tuning;
  private readonly capo: number;
  guessed = 0;
  /** Notes that only hold on another one. */
  tied = 0;

  constructor(
    private readonly read: PartRead,
    private readonly report: Report,
  ) {
    this.tuning = read.strings.tuning ?? STANDARD_TUNING;
    this.capo = read.strings.capo ?? 0;
    this.open = openNotes(this.tuning);
  }

  /** The staff that has tab, where a part is written on two. */
  private staff(): string | undefined {
    const counts = new Map<string, number>();
    for (const { notes } of this.read.measures)
      for (const { staff, string } of notes)
        counts.set(staff, (counts.get(staff) ?? 0) + (string === undefined ? 0 : 1));
    const [best] = [...counts].sort(([, a], [, b]) => b - a);
    return counts.size > 1 && best && best[1] > 0 ? best[0] : undefined;
  }

  place(bars: readonly DraftBar[]): readonly DraftBar[] {
    const staff = this.staff();
    const ringing = new Map<number, { bar: number; note: number }>();
    const placed: DraftNote[][] = bars.map(() => []);
    bars.forEach((bar, at) => {
      const all = this.read.measures[at]?.notes ?? [];
      const own = all.filter((one) => staff === undefined || one.staff === staff);
      for (const note of this.located(own)) this.put(note, { at, bar, placed, ringing });
    });
    return bars.map((bar, at) => ({ ...bar, notes: placed[at] ?? [] }));
  }

  private put(
    { read, string, fret }: LocatedNote,
    {
      at,
      bar,
      placed,
      ringing,
    }: {
      readonly at: number;
      readonly bar: DraftBar;
      readonly placed: DraftNote[][];
      readonly ringing: Map<number, { bar: number; note: number }>;
    },
  ): void {
    const before = ringing.get(string);
    const last = before && placed[before.bar]?.[before.note];
    const beats = beatsOf(read.lasts, bar.meter);
    if (read.tied && before && last?.fret === fret) {
      const rest = placed[before.bar];
      this.tied += 1;
      if (rest) rest[before.note] = { ...last, beats: addBeats(last.beats, beats) };
      return;
    }
    if (read.lasts === 0) {
      this.report.lose('note', `bar ${bar.number}`, 'it has no length');
      return;
    }
    const slid = read.slides && last ? (fret >= last.fret ? 'slid up' : 'slid down') : undefined;
    const own = placed[at] ?? [];
    own.push({
      ...{ how: 'picked', at: beatsOf(read.at, bar.meter), beats, string, fret },
      ...read.more,
      ...(slid && { how: slid }),
    });
    ringing.set(string, { bar: at, note: own.length - 1 });
  }

  /** Strings and frets of the notes of a bar: as they are written, else where they are easiest. */
  private located(notes: readonly ReadNote[]): readonly LocatedNote[] {
    const options = { tuning: this.tuning, hand: { ...USUAL_HAND, capo: this.capo } };
    const bare = notes.filter((one) => !this.isPlaced(one) && one.midi !== undefined);
    const tops = bare.filter((one, at) => bare[at - 1]?.at !== one.at);
    const [way] = placeNotes(
      tops.map(({ midi = 0 }) => ({ midi, beats: 1 })),
      { ...options, count: 1 },
    );
    let top = -1;
    return notes.flatMap((read): readonly LocatedNote[] => {
      const { string, fret, midi } = read;
      if (this.isPlaced(read)) return [{ read, string: string ?? 1, fret: fret ?? 0 }];
      if (midi === undefined) return [];
      const isTop = tops.includes(read);
      if (isTop) top += 1;
      const near = way?.places[top] ?? { string: 3, fret: 2 };
      const place =
        isTop && way ? near : placeNear(midi, near, { ...options, taken: isTop ? [] : [near] });
      if (!place) {
        this.report.lose('note', 'the part that is taken over', 'it is nowhere on this neck');
        return [];
      }
      this.guessed += 1;
      return [{ read, ...place }];
    });
  }

  private isPlaced({ string, fret }: ReadNote): boolean {
    return (
      string !== undefined &&
      fret !== undefined &&
      string >= 1 &&
      string <= this.open.length &&
      fret >= 0 &&
      fret <= 24
    );
  }
}

interface LocatedNote {
  readonly read: ReadNote;
  readonly string: number;
  readonly fret: number;
}

function gripsOf(parts: readonly PartRead[]): readonly DraftGrip[] {
  const grips = new Map<string, DraftGrip>();
  for (const { measures } of parts)
    for (const { chords } of measures)
      for (const { name, frame } of chords)
        if (frame && name !== 'N.C.' && !grips.has(name)) grips.set(name, { name, ...frame });
  return [...grips.values()];
}

function creditsOf(score: Element): Pick<Imported, 'title' | 'playedBy' | 'copyright'> {
  const work = textOf(child(score, 'work'), 'work-title') ?? textOf(score, 'movement-title');
  const identification = child(score, 'identification');
  const [creator] = childrenOf(identification, 'creator');
  const rights = textOf(identification, 'rights');
  return {
    ...(work !== undefined && { title: work }),
    ...(creator?.text && { playedBy: creator.text }),
    ...(rights !== undefined && { copyright: rights }),
  };
}

/** Reads a score whose parts were found. */
function readParts(score: Element, found: readonly ScorePart[], options: ScoreOptions): Imported {
  const report = new Report();
  const parts = found.map((one) => readPart(one, report));
  const builder = new ScoreBuilder(parts, report);
  builder.build();
  if (builder.bars.length === 0) return refused('There are no bars in this score.');
  const chosen = chosenPart(parts, options.part);
  const placer = chosen && new NotePlacer(chosen, report);
  const bars = placer ? placer.place(builder.bars) : builder.bars;
  const taken = bars.reduce((sum, one) => sum + one.notes.length, 0);
  if (placer && placer.guessed > 0)
    report.guess(
      `${placer.guessed} notes had no string and fret: they lie where it is easiest`,
      'the part that is taken over',
    );
  for (const one of parts) {
    const count = notesOf(one);
    if (one !== chosen && count > 0)
      report.lose(
        `${count} notes`,
        `the part ${one.part.name}`,
        'the notes of one guitar part are taken over: choose it, if it is this one',
      );
  }
  const grips = gripsOf(parts);
  const credits = creditsOf(score);
  const { tuning, capo } = (chosen ?? parts.find((one) => one.strings.tuning))?.strings ?? {};
  const [first] = bars;
  const isPickup = first !== undefined && first.beats < first.meter.beats;
  const pickup = isPickup && Number.isInteger(first.beats) ? first.beats : undefined;
  const draft: Draft = {
    remarks: [credits.copyright].flatMap((one) => (one === undefined ? [] : [one])),
    ...(builder.firstTempo !== undefined && { tempo: builder.firstTempo }),
    ...(builder.key !== undefined && { key: builder.key }),
    ...(builder.swing !== undefined && { swing: builder.swing }),
    ...(capo !== undefined && capo > 0 && capo <= 12 && { capo }),
    ...(tuning && { tuning }),
    ...(pickup !== undefined && { pickup }),
    ...{ grips, bars },
  };
  if (builder.firstTempo === undefined) report.guess('no tempo is written', 'the song');
  const { chart, sections, riffs, riffNotes } = writeDraft(draft, report);
  return {
    ...credits,
    song: chart,
    kept: {
      ...{ parts: parts.length, bars: bars.length, ...builder.kept, frames: grips.length },
      ...{
        sections,
        riffs,
        notes: riffNotes,
        tabNotes: taken + (placer?.tied ?? 0) - (placer?.guessed ?? 0),
      },
    },
    ...{ lost: report.lost(), guessed: report.guessed(), parts: partList(parts, chosen) },
  };
}

function partList(
  parts: readonly PartRead[],
  chosen: PartRead | undefined,
): readonly ImportedPart[] {
  return parts.map((one) => ({
    ...{ id: one.part.id, name: one.part.name, taken: one === chosen },
    notes: notesOf(one),
  }));
}

function notesOf({ measures }: PartRead): number {
  return measures.reduce((sum, { notes }) => sum + notes.length, 0);
}

/**
 * Reads a score in MusicXML, packed or not, part-wise or time-wise: its bars as sections of a song, the notes
 * of one part as riffs. What is lost or guessed is told; a file that is none is refused with the reason.
 *
 * @example
 * readMusicXml(new Uint8Array(0)).song // null
 */
export function readMusicXml(bytes: Uint8Array, options: ScoreOptions = {}): Imported {
  const text = scoreText(bytes);
  if (typeof text !== 'string') return refused(text.why);
  const score = readXml(text);
  if ('why' in score) return refused(score.why);
  const parts = partsOf(score);
  if ('why' in parts) return refused(parts.why);
  return readParts(score, parts, options);
}
