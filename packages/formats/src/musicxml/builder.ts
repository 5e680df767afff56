import type { Meter } from '@harvu/core/rhythm';
import { beatsToNumber } from '@harvu/core/units';
import type { DraftBar, DraftChord, DraftSigns } from '../draft/draft';
import type { Report } from '../report';
import type { PlacedChord, ReadMeasure } from './measures';
import { QUARTER } from './notes';
import type { PartRead } from './part-read';
import type { ReadSigns } from './signs';
import { beatsOf } from './ticks';

const FOUR: Meter = { beats: 4, unit: 4, groups: [4] };
/** A tempo that differs less is the same one. */
const OTHER_TEMPO = 0.03;
const SLOWEST = 20;
const FASTEST = 400;

/** What all parts say of one bar. */
interface Together {
  readonly all: readonly ReadMeasure[];
  readonly meter: Meter;
}

/** Puts the bars of all parts together, and the notes of one of them into them. */
export class ScoreBuilder {
  private meter: Meter = FOUR;
  private ending: readonly number[] | undefined;
  private startsNext = false;
  private opensNext = false;
  private tempo: number | undefined;
  private isFree = false;
  key: string | undefined;
  swing: string | undefined;
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
    this.settlePickup();
  }

  /** A pickup belongs to the section it leads into, not before it, unless that is repeated without it. */
  private settlePickup(): void {
    const [first, second] = this.bars;
    if (!first || !second || first.starts !== undefined || first.beats >= first.meter.beats) return;
    const { starts, ...bar } = second;
    if (!starts || bar.opens || bar.segno) return;
    this.bars[0] = { ...first, starts };
    this.bars[1] = bar;
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
    const number = all[0]?.number ?? String(place + 1);
    const said = chordsOf({ all, meter }, this.report);
    this.kept.chords += said.reduce((sum, one) => sum + one.said, 0);
    const chords = said.map(({ said: _, ...chord }) => chord);
    const tempo = this.readTempo(all, number);
    return {
      number,
      meter,
      beats: beatsToNumber(beatsOf(ticks, meter)),
      chords,
      notes: [],
      ...this.readSigns(all),
      ...(tempo !== undefined && place > 0 && { tempo }),
      ...marksOf(all),
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
      found = this.settleTempo(quarters, at === 0, `bar ${number}`) ?? found;
    }
    return found;
  }

  /** Takes a tempo where it is another one; the first may stand anywhere, others at a bar line. */
  private settleTempo(quarters: number, isAtBar: boolean, where: string): number | undefined {
    const bpm = (quarters * this.meter.unit) / 4;
    if (bpm < SLOWEST || bpm > FASTEST) {
      this.report.lose('tempo', where, `${Math.round(bpm)} beats a minute is none a song has`);
      return undefined;
    }
    if (this.tempo !== undefined && Math.abs(quarters / this.tempo - 1) <= OTHER_TEMPO)
      return undefined;
    if (this.tempo !== undefined && !isAtBar) {
      this.report.lose('tempo', where, 'it changes inside a bar: a section has one tempo');
      return undefined;
    }
    this.tempo = quarters;
    this.firstTempo ??= quarters;
    return quarters;
  }

  private readSigns(all: readonly ReadMeasure[]): Partial<DraftBar> {
    const counted = all.map(({ signs }) => signs.count);
    for (const name of ['repeats', 'endings', 'jumps'] as const)
      this.kept[name] += Math.max(0, ...counted.map((one) => one[name]));
    const before = { ending: this.ending, starts: this.startsNext, opens: this.opensNext };
    const ending = firstOf(all, ({ signs }) => signs.endingStarts) ?? before.ending;
    this.ending = anyOf(all, ({ endingStops }) => endingStops) ? undefined : ending;
    this.startsNext = anyOf(all, ({ startsNext }) => startsNext);
    this.opensNext = anyOf(all, ({ opensNext }) => opensNext);
    const closes = firstOf(all, ({ signs }) => signs.closes);
    const starts = firstOf(all, ({ signs }) => signs.starts) ?? (before.starts ? '' : undefined);
    return {
      ...((before.opens || anyOf(all, ({ opens }) => opens)) && { opens: true }),
      ...(closes !== undefined && { closes }),
      ...(ending && { ending }),
      ...(starts !== undefined && { starts }),
      ...jumpsOf(all),
    };
  }

  private readCue(all: readonly ReadMeasure[]): Partial<DraftBar> {
    const sung = all.map(({ notes }) => notes.map(({ lyric }) => lyric).join('')).find(Boolean);
    const words = sung?.trim().split(/\s+/).slice(0, 4).join(' ');
    return words ? { cue: words } : {};
  }
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
      at: beatsToNumber(beatsOf(at, meter)),
      name,
      said,
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

/** Where one goes on from a bar, and what is gone to. */
function jumpsOf(all: readonly ReadMeasure[]): DraftSigns {
  const back = firstOf(all, ({ signs }) => signs.back);
  const toCoda = anyOf(all, (one) => one.toCoda);
  const isCoda = !toCoda && anyOf(all, (one) => one.coda || one.codaSign);
  return {
    ...(anyOf(all, ({ segno }) => segno) && { segno: true }),
    ...(isCoda && { coda: true }),
    ...(toCoda && { toCoda }),
    ...(anyOf(all, ({ fine }) => fine) && { fine: true }),
    ...(back && { back }),
  };
}

/** What any of its parts says of a bar. */
function marksOf(all: readonly ReadMeasure[]): Pick<DraftBar, 'repeat' | 'line'> {
  return {
    ...(all.some((one) => one.repeat) && { repeat: true }),
    ...(all.some((one) => one.line) && { line: true }),
  };
}
