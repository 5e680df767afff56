import { readChart } from '@harvu/core/chart';
import { formatFingers, formatGrip } from '@harvu/core/fretboard';
import { formatMeter, type Meter } from '@harvu/core/rhythm';
import { costOfRows, rowsOf } from '@harvu/core/song';
import type { Report } from '../report';
import { barText, meterFor, type BarBefore } from './bar-text';
import type { Draft, DraftBar } from './draft';
import { orderOf, type PlayedOrder } from './order';
import { piecesOf, type Piece } from './pieces';
import { riffsOf, type DraftRiff } from './riff-text';

/** A chart, and how many of its sections and riffs there are. */
export interface WrittenDraft {
  readonly chart: string;
  readonly sections: number;
  readonly riffs: number;
  readonly riffNotes: number;
}

const LONGEST_LINE = 800;
const LONGEST_NAME = 40;
const LONGEST_CUE = 40;
const STRINGS = 6;

/** Writes the pieces of a draft one after the other. */
class ChartWriter {
  private before: BarBefore = { chord: '-', text: '-' };
  private readonly riffs = new Map<string, string>();
  private readonly riffLines: string[] = [];
  private tempo: number | undefined;
  riffNotes = 0;

  constructor(
    private readonly draft: Draft,
    private readonly names: readonly string[],
    private readonly report: Report,
  ) {
    this.tempo = draft.tempo;
  }

  section(piece: Piece, at: number): readonly string[] {
    const { bars } = this.draft;
    const own = bars.slice(piece.from, piece.until);
    const meter = meterOf(own);
    const lines = this.lines(own, meter, piece.from === 0);
    const endings = piece.endings.flatMap(({ rounds, from, until }) => {
      const [first = '', ...more] = this.lines(bars.slice(from, until), meter, false);
      return rounds.map(
        (round) => `${round}. ${[first, ...more].join(' ').replaceAll('| |', '|')}`,
      );
    });
    return [this.head(piece, at, meter), ...lines, ...endings];
  }

  get riffCount(): number {
    return this.riffs.size;
  }

  get allRiffs(): readonly string[] {
    return this.riffLines;
  }

  private head(piece: Piece, at: number, meter: Meter): string {
    const first = this.draft.bars[piece.from];
    const song = this.songMeter();
    // A tempo holds on from where it was given.
    this.tempo = first?.tempo ?? this.tempo;
    const { tempo } = this;
    const own = this.draft.bars.slice(piece.from, piece.until);
    const cue = own.find((one) => one.cue)?.cue;
    return [
      `[${this.names[at] ?? ''}]`,
      piece.times > 1 ? `x${piece.times}` : '',
      formatMeter(meter) === formatMeter(song) ? '' : `meter ${formatMeter(meter)}`,
      tempo === undefined || tempo === this.draft.tempo ? '' : `tempo ${beatsIn(tempo, meter)}`,
      cue ? `cue "${cue.replace(/["\n]/g, ' ').slice(0, LONGEST_CUE).trim()}"` : '',
      ...this.riffsIn(piece),
    ]
      .filter(Boolean)
      .join(' ');
  }

  songMeter(): Meter {
    return meterOf(this.draft.bars);
  }

  /** The riffs of a piece, each named once however often it comes. */
  private riffsIn(piece: Piece): readonly string[] {
    const own = this.draft.bars.slice(piece.from, piece.until);
    const song = meterOf(own);
    const laid = own.map((bar) => ({ bar, meter: meterFor(bar) ?? song }));
    const strings = this.draft.tuning?.length ?? STRINGS;
    return riffsOf(laid, { strings, report: this.report }).map((riff) => {
      this.riffNotes += riff.notes;
      const bars = riff.from === riff.to ? `${riff.from}` : `${riff.from}-${riff.to}`;
      return `riff ${this.nameOf(riff)} in ${bars}`;
    });
  }

  private nameOf({ meter, body }: DraftRiff): string {
    const key = `${formatMeter(meter)}: ${body}`;
    const known = this.riffs.get(key);
    if (known !== undefined) return known;
    const name = `line-${this.riffs.size + 1}`;
    this.riffs.set(key, name);
    const [first = '', ...more] = linesOf(body);
    this.riffLines.push(`riff ${name} ${formatMeter(meter)}: ${first}`);
    for (const line of more) this.riffLines.push(`riff ${name}: ${line}`);
    return name;
  }

  private lines(bars: readonly DraftBar[], meter: Meter, isFirst: boolean): readonly string[] {
    const { pickup } = this.draft;
    const texts = bars.map((bar, at) => {
      const isPickup = isFirst && at === 0 && pickup !== undefined;
      const frame = { meter, report: this.report, ...(isPickup && { pickup }) };
      this.before = barText(bar, this.before, frame);
      return this.before.text;
    });
    let from = 0;
    return rowsFor(bars, texts).map((length) => {
      const own = texts.slice(from, from + length);
      from += length;
      return `| ${own.join(' | ')} |`;
    });
  }
}

/** Writes a draft as chart text; where names of sections cannot be read again they are numbered instead. */
export function writeDraft(draft: Draft, report: Report): WrittenDraft {
  const pieces = piecesOf(draft.bars);
  const said = namesFor(draft.bars, pieces);
  const isReadable = areReadable(said);
  const names = isReadable ? said : pieces.map((_, at) => `Part ${at + 1}`);
  if (!isReadable)
    report.guess('names of sections a chart cannot have are numbers', 'the sections');
  const writer = new ChartWriter(draft, names, report);
  const sections = pieces.map((piece, at) => writer.section(piece, at));
  const played = orderOf(draft.bars, pieces);
  const map = mapText(played, names);
  const chart = [
    ...headLines(draft, writer.songMeter(), map),
    ...writer.allRiffs,
    '',
    ...sections.flatMap((lines) => [...lines, '']),
  ].join('\n');
  // What the bench would find fault with is told here already.
  for (const { message, line } of readChart(chart).faults)
    report.guess(message, `line ${line} of the chart`);
  return {
    chart: `${chart.trimEnd()}\n`,
    sections: pieces.length,
    riffs: writer.riffCount,
    riffNotes: writer.riffNotes,
  };
}

/** The rows of a score where they tell the music as well as rows that come again would; else these. */
function rowsFor(bars: readonly DraftBar[], texts: readonly string[]): readonly number[] {
  const music = texts.reduce<readonly string[]>(
    (all, text) => [...all, text === '%' ? (all.at(-1) ?? text) : text],
    [],
  );
  const again = rowsOf(music);
  const begins = bars.flatMap(({ line }, at) => (line && at > 0 ? [at] : []));
  if (begins.length === 0) return again;
  const printed = [...begins, bars.length].map((until, at) => until - (begins[at - 1] ?? 0));
  return costOfRows(music, printed) <= costOfRows(music, again) ? printed : again;
}

/** A name a section may have: nothing in it means something else in a chart. */
function plainName(text: string): string {
  return text
    .replace(/[[\]=,|#"()<>?{}]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, LONGEST_NAME)
    .trim();
}

/** Names that are each used once: the second Chorus is Chorus 2. */
function namesFor(bars: readonly DraftBar[], pieces: readonly Piece[]): readonly string[] {
  const used = new Set<string>();
  return pieces.map((piece, at) => {
    const own = plainName(bars[piece.from]?.starts ?? '') || `Part ${at + 1}`;
    let name = own;
    for (let count = 2; used.has(name.toLowerCase()); count += 1) name = `${own} ${count}`;
    used.add(name.toLowerCase());
    return name;
  });
}

/** The meter most bars of a piece have. */
function meterOf(bars: readonly DraftBar[]): Meter {
  const counts = new Map<string, { meter: Meter; count: number }>();
  for (const { meter } of bars) {
    const key = formatMeter(meter);
    counts.set(key, { meter, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  const [most] = [...counts.values()].sort((a, b) => b.count - a.count);
  return most?.meter ?? { beats: 4, unit: 4, groups: [4] };
}

/** Quarters a minute as beats of a meter's unit. */
function beatsIn(quarters: number, { unit }: Meter): number {
  return Math.round((quarters * unit) / 4);
}

/** The bars of a riff on lines no longer than a chart reads them. */
function linesOf(body: string): readonly string[] {
  const lines: string[] = [];
  for (const bar of body.split(' | ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + bar.length < LONGEST_LINE)
      lines[lines.length - 1] = `${last} | ${bar}`;
    else lines.push(bar);
  }
  return lines;
}

/** The order of playing, as it stands on a map; empty where it is the order they are written in. */
function mapText(played: readonly PlayedOrder[], names: readonly string[]): string {
  const isPlain =
    played.length === names.length && played.every((one, at) => one.piece === at && !one.once);
  if (isPlain) return '';
  const entries: { name: string; times: number; once: boolean }[] = [];
  for (const { piece, once } of played) {
    const name = names[piece] ?? '';
    const last = entries.at(-1);
    if (last?.name === name && !once && !last.once) last.times += 1;
    else entries.push({ name, times: 1, once });
  }
  return entries
    .map(({ name, times, once }) => `${name}${times > 1 ? ` x${times}` : ''}${once ? ' once' : ''}`)
    .join(', ');
}

function headLines(draft: Draft, meter: Meter, map: string): readonly string[] {
  const { tempo, key, capo, tuning, pickup, swing, grips } = draft;
  return [
    ...draft.remarks.map((line) => `# ${line.replace(/\s+/g, ' ').trim()}`),
    ...(tempo === undefined ? [] : [`tempo: ${beatsIn(tempo, meter)}`]),
    `meter: ${formatMeter(meter)}`,
    ...(swing === undefined ? [] : [`feel: swing ${swing}`]),
    ...(tuning ? [`tuning: ${tuning.map((note) => note.replace(/-?\d+$/, '')).join(' ')}`] : []),
    ...(capo === undefined ? [] : [`capo: ${capo}`]),
    ...(key === undefined ? [] : [`key: ${key}`]),
    ...(pickup === undefined ? [] : [`pickup: ${pickup}`]),
    ...(map ? [`map: ${map}`] : []),
    ...grips.map(({ name, grip, fingers }) => {
      const shown = fingers ? ` fingers ${formatFingers(fingers)}` : '';
      return `grip ${name}: ${formatGrip(grip)}${shown}`;
    }),
  ];
}

/** Tells whether a chart can have sections of these names. */
function areReadable(names: readonly string[]): boolean {
  const { song, faults } = readChart(names.map((name) => `[${name}]\n| - |`).join('\n'));
  const map = readChart(
    `map: ${names.join(', ')}\n${names.map((name) => `[${name}]\n| - |`).join('\n')}`,
  );
  const isSame = song.sections.every((one, at) => one.name === names[at]);
  return (
    isSame &&
    faults.length === 0 &&
    map.faults.length === 0 &&
    song.sections.length === names.length &&
    map.song.map.every((one, at) => one.section === names[at])
  );
}
