import { readLoose, type LooseLine, type Row } from '../loose';

/** Chords as somebody pasted them, made a chart to weigh a song by. */
export interface RoughChart {
  /** Chart text; empty where no chord was read. */
  readonly text: string;
  /** As they are played: those of a section that is played twice count twice. */
  readonly bars: number;
  /** Words that are no chords, each once. */
  readonly unread: readonly string[];
  /** What was pasted says it is so fast; undefined where it does not say. */
  readonly tempo?: string;
  readonly meter?: string;
}

/** What is asked beside the chords; it holds over what was pasted. */
export interface RoughFrame {
  readonly tempo?: number;
  readonly meter?: string;
}

const MOST_LINES = 200;
const MOST_BARS = 400;
const UNREAD_SHOWN = 8;
const USUAL_TEMPO = 100;

/** A section as it was pasted: its line, and its rows as chart text. */
interface RoughSection {
  readonly name: string;
  readonly times: number;
  readonly rows: string[];
}

/** Gathers sections, fields and what is no chord, line by line. */
class Gathering {
  readonly sections: RoughSection[] = [];
  readonly unread = new Set<string>();
  /** Of what is said twice the first holds. */
  readonly said = new Map<string, string>();
  bars = 0;

  take(line: LooseLine): void {
    if (line.kind === 'heading') {
      const { name, times, row, unread } = line.heading;
      this.sections.push({ name: nameFor(name, this.sections), times, rows: [] });
      this.note(unread);
      if (row) this.row(row);
    } else if (line.kind === 'row') {
      this.note(line.row.unread);
      this.row(line.row);
    } else if (line.kind === 'field') {
      const { field, value } = line.field;
      if (!this.said.has(field)) this.said.set(field, value);
    } else if (line.kind === 'words') this.note(line.words.split(/\s+/).filter(Boolean));
  }

  private note(words: readonly string[]): void {
    for (const word of words) this.unread.add(word);
  }

  private row({ bars, times }: Row): void {
    const section = this.sections.at(-1) ?? { name: 'Song', times: 1, rows: [] };
    const all = Array.from({ length: times }, () => bars).flat();
    const kept = all.slice(0, Math.floor((MOST_BARS - this.bars) / section.times));
    if (kept.length === 0) return;
    this.bars += kept.length * section.times;
    if (this.sections.length === 0) this.sections.push(section);
    section.rows.push(`| ${kept.map((bar) => bar.join(' ')).join(' | ')} |`);
  }
}

/**
 * Makes a chart of chords as they were pasted, with or without bar lines, each section with its count. Words that are
 * sung are left out and told.
 *
 * @example
 * roughChart('Verse: G D Em C', { tempo: 92, meter: '4/4' }).bars // 4
 */
export function roughChart(pasted: string, frame: RoughFrame = {}): RoughChart {
  const gathering = new Gathering();
  const { lines } = readLoose(pasted.split(/\r?\n/).slice(0, MOST_LINES).join('\n'));
  for (const line of lines) gathering.take(line);
  const { sections, said, bars, unread } = gathering;
  const [tempo, meter] = [/\d{2,3}/.exec(said.get('tempo') ?? '')?.[0], said.get('meter')];
  const head = [
    `tempo: ${frame.tempo ?? tempo ?? USUAL_TEMPO}`,
    `meter: ${frame.meter ?? meter ?? '4/4'}`,
    ...['capo', 'key', 'tuning'].flatMap((field) => {
      const value = said.get(field);
      return value === undefined ? [] : [`${field}: ${value}`];
    }),
  ];
  const body = sections
    .filter(({ rows }) => rows.length > 0)
    .flatMap(({ name, times, rows }) => [`[${name}]${times > 1 ? ` x${times}` : ''}`, ...rows]);
  return {
    text: bars === 0 ? '' : [...head, ...body].join('\n'),
    bars,
    unread: [...unread].slice(0, UNREAD_SHOWN),
    ...(tempo !== undefined && { tempo }),
    ...(meter !== undefined && { meter }),
  };
}

/** A section's name, told apart where one comes again. */
function nameFor(name: string, taken: readonly RoughSection[]): string {
  const names = taken.map((one) => one.name);
  if (!names.includes(name)) return name;
  let number = 2;
  while (names.includes(`${name} ${number}`)) number += 1;
  return `${name} ${number}`;
}
