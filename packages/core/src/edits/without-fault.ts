import type { Bar, SongDocument } from '../song';

/** Where in a song something is, as its reader would say it. */
export interface SongPlace {
  readonly kind: 'section' | 'grip' | 'pattern' | 'riff' | 'map' | 'frame' | 'remark';
  /** What the section, grip, pattern or riff is called; empty for what has no name. */
  readonly name: string;
  /** The bar of the section, from 1, where it is one. */
  readonly bar?: number;
}

/** A song without something that could not be kept, and where that stood. */
export interface Salvaged {
  readonly song: SongDocument;
  readonly place: SongPlace;
}

type Value = Readonly<Record<string, unknown>>;
type Step = string | number;

const SILENT = (bar: Bar | undefined): Bar => ({
  id: bar?.id ?? 'b1',
  chords: [{ name: '-', span: 1, doubt: true }],
});

/** What has a name, and what has none, by the fields of a song. */
const NAMED: ReadonlyMap<string, SongPlace['kind']> = new Map([
  ...([
    ['grips', 'grip'],
    ['patterns', 'pattern'],
    ['riffs', 'riff'],
  ] as const),
  ...([['sections', 'section']] as const),
]);
const FIELDS: ReadonlyMap<string, SongPlace['kind']> = new Map([
  ...([
    ['frame', 'frame'],
    ['map', 'map'],
    ['lines', 'remark'],
    ['anyGrips', 'grip'],
  ] as const),
]);

interface BarOn {
  readonly way: readonly Step[];
  readonly number: number;
}

/**
 * Takes the smallest thing out of a song that a fault lies in, by the way to it (sections[4].bars[1].chords[0].name):
 * a bar is as it was before, or silent and in doubt; a section, grip, pattern, riff or field is as it was before, or
 * left out. Undefined where the way leads to nothing that can be left out.
 *
 * @example
 * withoutFault(EMPTY_SONG, EMPTY_SONG, 'frame.tempo')?.place.kind // 'frame'
 */
export function withoutFault(
  song: SongDocument,
  before: SongDocument,
  path: string,
): Salvaged | undefined {
  const steps = stepsOf(path);
  const [kind, index] = [String(steps[0]), steps[1]];
  const put = (way: readonly Step[], value: unknown, place: SongPlace): Salvaged => ({
    // What lies on a way of a song, put in place of the like, is a song again.
    song: withAt(song, way, value) as SongDocument,
    place,
  });
  const bar = barOn(song, steps);
  if (bar) {
    const section = at(song.sections, index ?? 0);
    const old = bar.way.reduce<unknown>(at, song) as Bar | undefined;
    const kept = barsIn(before).get(old?.id ?? '');
    const isSame = JSON.stringify(kept) === JSON.stringify(old);
    const place = { kind: 'section' as const, name: nameOf(section), bar: bar.number };
    return put(bar.way, kept && !isSame ? kept : SILENT(old), place);
  }
  const [named, field] = [NAMED.get(kind), FIELDS.get(kind)];
  if (named !== undefined && typeof index === 'number') {
    const own = at(at(song, kind), index);
    const same = sameIn(at(before, kind), own);
    const isSame = JSON.stringify(same) === JSON.stringify(own);
    return put([kind, index], isSame ? undefined : same, { kind: named, name: nameOf(own) });
  }
  if (field !== undefined && steps.length > 1)
    return put(steps.slice(0, 2), undefined, { kind: field, name: '' });
  return undefined;
}

function stepsOf(path: string): readonly Step[] {
  return [...path.matchAll(/([^.[\]]+)|\[(\d+)\]/g)].map(([, name, at]) =>
    at === undefined ? (name ?? '') : Number(at),
  );
}

function at(value: unknown, step: Step): unknown {
  return typeof value === 'object' && value !== null
    ? (value as Readonly<Record<Step, unknown>>)[step]
    : undefined;
}

/** A copy in which what lies at the end of a way is something else, or left out. */
function withAt(value: unknown, steps: readonly Step[], next: unknown): unknown {
  const [step, ...rest] = steps;
  if (step === undefined) return next;
  const inner = withAt(at(value, step), rest, next);
  if (Array.isArray(value)) {
    const all: readonly unknown[] = value;
    return inner === undefined
      ? all.filter((_, index) => index !== step)
      : all.map((one, index) => (index === step ? inner : one));
  }
  const { [String(step)]: _old, ...others } = (value ?? {}) as Value;
  return inner === undefined ? others : { ...others, [step]: inner };
}

/** What is called so, or has this id, in a list as it was before. */
function sameIn(list: unknown, one: unknown): unknown {
  const [id, name] = [at(one, 'id'), at(one, 'name')];
  const isSame = (other: unknown): boolean =>
    id === undefined ? at(other, 'name') === name : at(other, 'id') === id;
  return Array.isArray(list) ? (list as readonly unknown[]).find(isSame) : undefined;
}

function barsIn(song: SongDocument): ReadonlyMap<string, Bar> {
  const all = song.sections.flatMap(({ bars, endings = [], differences = [] }) => [
    ...bars,
    ...endings.flatMap((ending) => ending.bars),
    ...differences.flatMap((difference) => difference.bars),
  ]);
  return new Map(all.map((bar) => [bar.id, bar]));
}

function nameOf(value: unknown): string {
  const name = at(value, 'name');
  return typeof name === 'string' ? name.slice(0, 60) : '';
}

/** The way to the bar in which something lies, and its number; undefined for what lies in no bar. */
function barOn(song: SongDocument, steps: readonly Step[]): BarOn | undefined {
  const last = steps.lastIndexOf('bars');
  const index = steps[last + 1];
  if (steps[0] !== 'sections' || typeof index !== 'number') return undefined;
  const way = steps.slice(0, last + 2);
  const difference =
    steps[2] === 'differences'
      ? at(at(at(song, 'sections'), steps[1] ?? 0), 'differences')
      : undefined;
  const from = Number(at(at(difference, steps[3] ?? 0), 'at') ?? 1);
  return { way, number: from + index };
}
