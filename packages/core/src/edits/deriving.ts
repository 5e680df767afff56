import { changedRuns, type BarRun } from './bar-runs';
import { writeBars } from '../chart';
import {
  isDerivable,
  otherGripsOf,
  ownBars,
  sectionNamed,
  withFrameOfParents,
  withoutLine,
} from '../song';
import type { Bar, Difference, Drop, Section, SongDocument } from '../song';

/** What a derived section says of itself. */
interface Derivation {
  readonly differences: readonly Difference[];
  readonly drops: readonly Drop[];
}

/**
 * Gives a section that plays these bars: a derived one keeps its parent and says only what differs, any
 * other has them written.
 *
 * @example
 * withOwnBars(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }, [{ id: 'b1', chords: [] }]).bars.length // 1
 */
export function withOwnBars(song: SongDocument, section: Section, bars: readonly Bar[]): Section {
  const parent = section.parent === undefined ? undefined : sectionNamed(song, section.parent);
  if (!parent || !isDerivable(song, section)) return { ...section, bars };
  const { differences: _differences, drops: _drops, ...rest } = section;
  const { differences, drops } = derivationOf(ownBars(song, parent), bars.map(withoutLine));
  return {
    ...rest,
    bars: [],
    ...(differences.length > 0 && { differences }),
    ...(drops.length > 0 && { drops }),
  };
}

/**
 * Derives a section from another by its name, so that only what differs is written; a section that is
 * its own ancestor then, or a parent that is not written, leaves it as it was.
 *
 * @example
 * withParent(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }, 'B').parent // undefined
 */
export function withParent(song: SongDocument, section: Section, parent: string): Section {
  const derived = { ...section, parent };
  if (parent === section.name || !isDerivable(song, derived)) return section;
  // Whoever derives from this section must not come round to it again.
  const from = sectionNamed(song, parent);
  const isRound = from !== undefined && chainOf(song, from).includes(section.name);
  if (isRound || !from) return section;
  const [held, others] = [section, from].map((one) => otherGripsOf(song, one));
  const grips = held?.join() === others?.join() ? {} : { grips: held ?? [] };
  return withOwnBars(song, { ...derived, ...grips }, ownBars(song, section));
}

/**
 * Writes a derived section out: its bars as they are played, its hand, grips, meter and tempo too, and no parent; bars that
 * were the parent's are new ones of its own, without an id yet.
 *
 * @example
 * withoutParent(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }).bars // []
 */
export function withoutParent(song: SongDocument, section: Section): Section {
  const own = new Set((section.differences ?? []).flatMap((one) => one.bars.map((bar) => bar.id)));
  const bars = ownBars(song, section).map((bar) =>
    section.parent === undefined || own.has(bar.id) ? bar : { ...bar, id: '' },
  );
  const whole = withFrameOfParents(song, section);
  const { parent: _parent, differences: _differences, drops: _drops, grips, ...rest } = whole;
  // Without a parent there is nothing that it would hold plainly against.
  return { ...rest, ...(grips && grips.length > 0 && { grips }), bars };
}

function sizeOf({ differences, drops }: Derivation): number {
  const changed = differences.reduce((sum, one) => sum + one.bars.length, 0);
  return drops.reduce((sum, { from, to }) => sum + to - from + 1, changed);
}

/** Bar against bar, place by place: what is longer is put at the end, what is shorter dropped there. */
function byPlace(parent: readonly Bar[], bars: readonly Bar[]): Derivation {
  const text = (bar: Bar | undefined): string => (bar ? writeBars([bar]) : '');
  const differences: Difference[] = [];
  bars.forEach((bar, index) => {
    if (text(parent[index]) === text(bar)) return;
    const last = differences.at(-1);
    if (last && last.at - 1 + last.bars.length === index) {
      differences[differences.length - 1] = { at: last.at, bars: [...last.bars, bar] };
    } else differences.push({ at: index + 1, bars: [bar] });
  });
  const drops = bars.length < parent.length ? [{ from: bars.length + 1, to: parent.length }] : [];
  return { differences, drops };
}

/** Runs that agree are kept where they are; undefined where a bar would have to be put in between. */
function byRuns(parent: readonly Bar[], bars: readonly Bar[]): Derivation | undefined {
  const runs = changedRuns(parent, bars);
  const isBetween = ({ oldAt, old, now }: BarRun): boolean =>
    now.length > old.length && oldAt + old.length < parent.length;
  if (runs.some(isBetween)) return undefined;
  const differences = runs.flatMap(({ oldAt, old, now }) => {
    const instead = now.slice(0, old.length);
    const more = now.slice(old.length);
    return [
      ...(instead.length > 0 ? [{ at: oldAt + 1, bars: instead }] : []),
      ...(more.length > 0 ? [{ at: parent.length + 1, bars: more }] : []),
    ];
  });
  const drops = runs
    .filter(({ old, now }) => old.length > now.length)
    .map(({ oldAt, old, now }) => ({ from: oldAt + now.length + 1, to: oldAt + old.length }));
  return { differences, drops };
}

/** The shorter way to say how some bars differ from their parent's. */
function derivationOf(parent: readonly Bar[], bars: readonly Bar[]): Derivation {
  const [place, runs] = [byPlace(parent, bars), byRuns(parent, bars)];
  return runs && sizeOf(runs) < sizeOf(place) ? runs : place;
}

function chainOf(song: SongDocument, section: Section): readonly string[] {
  const next = section.parent === undefined ? undefined : sectionNamed(song, section.parent);
  if (!next || !isDerivable(song, section)) return [section.name];
  return [section.name, ...chainOf(song, next)];
}
