import type { Conventions } from '@harvu/core/conventions';
import { handWords } from '@harvu/core/fretboard';
import { noteName, openNotes, type Tuning } from '@harvu/core/pitch';
import type { Meter } from '@harvu/core/rhythm';
import { riffSaid, type WorkedRiff } from '@harvu/core/riff';
import { MetricsDefaults } from 'vexflow/core';
import { barsOf, rowsOf } from './layout';
import { measureWithoutPage } from './measure';
import { engraveRow, type Engraved, type RiffRow } from './row';

/** A riff, and whom it is drawn for. */
export interface EngraveOptions {
  readonly riff: Pick<WorkedRiff, 'notes' | 'left' | 'phrases'>;
  /** How long each of its bars is, and the unit of a beat. */
  readonly barBeats: readonly number[];
  readonly unit: Meter['unit'];
  readonly tuning: Tuning;
  readonly capo: number;
  readonly conventions: Conventions;
  /** How wide a row may be. */
  readonly width: number;
  /** Whether its phrases are bracketed. */
  readonly hasPhrases?: boolean;
  /** The bars that are drawn, from 0; all where they are not named. */
  readonly only?: { readonly from: number; readonly to: number };
}

/** A riff as it is drawn, row under row. */
export interface EngravedRiff {
  readonly rows: readonly RiffRow[];
  /** The line that is said of it. */
  readonly words: string;
}

const FIGURE_POINTS = 10;
/** A hand that gives way by a fret is not said to go anywhere. */
const LEAST_FAR = 2;

let isSet = false;

/** Draws a riff as tablature with counts, fingers, techniques and phrases, as wide as there is room. */
export function engraveRiff(options: EngraveOptions): EngravedRiff {
  setUp();
  const { riff, barBeats, unit, tuning, capo, conventions, width, only } = options;
  const say = handWords(conventions, { tuning, capo });
  const words = riffSaid(riff.notes, { words: say, strings: tuning.length });
  const engraved: Engraved = {
    notes: riff.notes,
    fingers: riff.left.fingers,
    phrases: riff.phrases,
    words,
    positions: positionsOf(riff),
    strings: stringNames(tuning, conventions),
    fretShift: conventions.frets === 'nut' ? capo : 0,
    counts: conventions.counts,
  };
  const least = unit >= 8 ? 1 : 2;
  const all = barsOf(riff.notes, barBeats, least);
  const bars = all.slice(only?.from ?? 0, (only?.to ?? barBeats.length) + 1);
  const hasPhrases = options.hasPhrases ?? riff.phrases.length > 1;
  const rows = rowsOf(bars, width).map((row) => engraveRow(engraved, row, hasPhrases));
  return { rows, words };
}

/** The fret finger 1 lies at when the hand has gone somewhere. */
function positionsOf({ notes, left }: EngraveOptions['riff']): ReadonlyMap<number, number> {
  const positionAt = (place: number): number | undefined => {
    const [note, finger] = [notes[place], left.fingers[place]];
    return note && finger ? Math.max(1, note.fret - finger + 1) : undefined;
  };
  return new Map(
    left.shifts.flatMap(({ before }) => {
      const to = positionAt(before);
      const last = notes.slice(0, before).findLastIndex((_, place) => left.fingers[place]);
      const far = Math.abs((to ?? 0) - (positionAt(last) ?? 0));
      return to === undefined || far < LEAST_FAR ? [] : [[before, to] as const];
    }),
  );
}

/** The strings as a person calls them, from the thinnest. */
function stringNames(tuning: Tuning, { strings }: Conventions): readonly string[] {
  return openNotes(tuning)
    .map((note, place) =>
      strings === 'numbers'
        ? String(tuning.length - place)
        : noteName(note).replace(/-?\d$/, '').replace('#', '♯'),
    )
    .toReversed();
}

/** The library keeps its sizes for all drawings; they are set once. */
function setUp(): void {
  if (isSet) return;
  measureWithoutPage();
  const defaults = MetricsDefaults as Record<string, { text?: { fontSize: number } } | undefined>;
  const figures = defaults['TabNote']?.text;
  if (figures) figures.fontSize = FIGURE_POINTS;
  isSet = true;
}
