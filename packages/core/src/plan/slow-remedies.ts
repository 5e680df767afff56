import { isLate, type ChangeTime } from '../change';
import type { SongCommand } from '../edits';
import { strokesOf, type Pattern } from '../rhythm';
import { barsInLayer, type StruckBar } from '../timeline';
import type { NamedPattern, Section, SongDocument } from '../song';
import type { SongChangeTime, WindowedChange, Workpiece } from '../steps';
import { easierGrip } from './easier-grips';

/** A way to win time for a change that takes longer than there is, as edits of the song. */
export interface SlowRemedy {
  readonly kind: 'easier-grip' | 'open-stroke';
  /** The chord that gets an easier grip; the pattern that is played otherwise before the change. */
  readonly of: string;
  readonly commands: readonly SongCommand[];
}

/** A change that takes longer than there is for it, and what would help. */
export interface SlowChange extends ChangeTime {
  readonly remedies: readonly SlowRemedy[];
}

type Change = Pick<WindowedChange, 'from' | 'to'>;

interface Place {
  readonly section: string;
  readonly bar: number;
  readonly pattern: string;
}

/**
 * Lists what would win time for one change: an easier grip for either chord, or the last stroke before
 * it on open strings while the hand is on its way; empty where neither is there to be had.
 *
 * @example
 * slowRemedies(EMPTY_SONG, workpieceOf(EMPTY_SONG), { from: 'G', to: 'D' }) // []
 */
export function slowRemedies(
  song: SongDocument,
  work: Workpiece,
  change: Change,
): readonly SlowRemedy[] {
  return [...easierGrips(work, change), ...openStrokes(song, work, change)];
}

/**
 * Gives the change of a song that lacks most time, with what would win it; `changes` with what lacks most first.
 * Undefined where every change fits.
 *
 * @example
 * slowestChange(EMPTY_SONG, workpieceOf(EMPTY_SONG), []) // undefined
 */
export function slowestChange(
  song: SongDocument,
  work: Workpiece,
  [slow]: readonly SongChangeTime[],
): SlowChange | undefined {
  if (!slow || !isLate(slow)) return undefined;
  return { ...slow, remedies: slowRemedies(song, work, slow) };
}

function easierGrips(work: Workpiece, { from, to }: Change): readonly SlowRemedy[] {
  return [from, to].flatMap((name): readonly SlowRemedy[] => {
    const easier = easierGrip(work, name);
    if (!easier) return [];
    const { grip, fingers } = easier;
    return [
      { kind: 'easier-grip', of: name, commands: [{ kind: 'set-grip', name, grip, fingers }] },
    ];
  });
}

/** The last strum of a one-bar pattern on open strings; undefined where it ends otherwise. */
function openedAtEnd(pattern: Pattern): Pattern | undefined {
  const last = pattern.slots.findLastIndex((slot) => slot.kind !== 'rest');
  const slot = pattern.slots[last];
  const isStrum = slot?.kind === 'strum' && slot.sound !== 'open';
  if (pattern.bars !== 1 || !isStrum || last <= pattern.slots.length / 2) return undefined;
  return { ...pattern, slots: pattern.slots.with(last, { ...slot, sound: 'open' }) };
}

function isChangeAt(bars: readonly StruckBar[], index: number, { from, to }: Change): boolean {
  const [bar, next] = [bars[index], bars[index + 1]];
  const isInPass = next !== undefined && next.inPass > 1;
  return isInPass && bar?.chords.at(-1)?.chord === from && next.chords[0]?.chord === to;
}

/** A section that says nothing of its own about patterns is struck like its parent. */
function saysItsPatterns({ parent, pattern, patternUses }: Section): boolean {
  return parent === undefined || pattern !== undefined || patternUses !== undefined;
}

/** Where the change comes over a bar line, and the pattern that is played there, each place once. */
function placesOf(
  song: SongDocument,
  { timeline, patterns }: Workpiece,
  change: Change,
): readonly Place[] {
  const told = song.sections.filter(saysItsPatterns).map((one) => one.id);
  const places = timeline.occurrences
    .filter((one) => told.includes(one.section))
    .flatMap((one) => {
      const bars = barsInLayer(one, 'full', patterns);
      return bars.flatMap((bar, index) =>
        bar.struck?.name !== undefined && isChangeAt(bars, index, change)
          ? [{ section: one.name, bar: bar.inPass, pattern: bar.struck.name }]
          : [],
      );
    });
  return [...new Map(places.map((one) => [`${one.section} ${one.bar}`, one])).values()];
}

function freeName({ patterns }: SongDocument, wished: string): string {
  const isTaken = (name: string): boolean => patterns.some((one) => one.name === name);
  let number = 1;
  while (isTaken(number === 1 ? wished : `${wished}-${number}`)) number += 1;
  return number === 1 ? wished : `${wished}-${number}`;
}

function openStrokes(song: SongDocument, work: Workpiece, change: Change): readonly SlowRemedy[] {
  const places = placesOf(song, work, change);
  return song.patterns.flatMap((named): readonly SlowRemedy[] => {
    const pattern = work.patterns.named[named.name];
    const opened = pattern && openedAtEnd(pattern);
    const here = places.filter((one) => one.pattern === named.name);
    if (!opened || here.length === 0) return [];
    const other: NamedPattern = {
      name: freeName(song, `${named.name}-open`),
      meter: named.meter,
      strokes: strokesOf(opened),
      ...(named.free && { free: true as const }),
    };
    const uses = here.map(({ section, bar }): SongCommand => ({
      kind: 'use-pattern',
      section,
      use: { pattern: other.name, bars: { from: bar, to: bar } },
    }));
    return [
      {
        kind: 'open-stroke',
        of: named.name,
        commands: [{ kind: 'set-pattern', pattern: other }, ...uses],
      },
    ];
  });
}
