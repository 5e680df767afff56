import { LONGEST_RIFF } from '@harvu/core/chart';
import { readRiff, writeRiff, type RiffNote } from '@harvu/core/riff';
import type { Meter } from '@harvu/core/rhythm';
import { addBeats, beatsToNumber, subtractBeats, type Beats } from '@harvu/core/units';
import type { Report } from '../report';
import type { DraftBar, DraftNote } from './draft';

/** Notes over some bars of a section, ready to be named. */
export interface DraftRiff {
  readonly meter: Meter;
  /** Bars of the section, counted from 1. */
  readonly from: number;
  readonly to: number;
  readonly body: string;
  readonly notes: number;
}

/** A bar of a section and how long it is written. */
export interface LaidDraftBar {
  readonly bar: DraftBar;
  readonly meter: Meter;
}

interface Run {
  readonly meter: Meter;
  readonly from: number;
  readonly bars: readonly DraftBar[];
}

const LONGEST_RIFF_BARS = 64;

/** What riffs are written for. */
interface RiffHow {
  readonly strings: number;
  readonly report: Report;
}

/** Writes the notes of a section as riffs; what cannot be written is told. */
export function riffsOf(bars: readonly LaidDraftBar[], how: RiffHow): readonly DraftRiff[] {
  const kept = bars.map(({ bar, meter }) => ({
    meter,
    bar: { ...bar, notes: barNotes(bar, meter, how) },
  }));
  return runsOf(kept).flatMap(writtenRun);
}

/** Tells whether a note of some bars is held over their end. */
function soundsOn({ meter, bars }: Run): boolean {
  return bars.some((bar, at) =>
    bar.notes.some(
      (one) =>
        beatsToNumber(one.at) + beatsToNumber(one.beats) > (bars.length - at) * meter.beats + 1e-9,
    ),
  );
}

/** Bars in a row with notes and one meter; a bar without notes between two with some belongs to them. */
function runsOf(bars: readonly LaidDraftBar[]): readonly Run[] {
  const runs: { meter: Meter; from: number; bars: DraftBar[] }[] = [];
  let hasEnded = true;
  bars.forEach(({ bar, meter }, at) => {
    const last = runs.at(-1);
    const isSame =
      last?.meter.beats === meter.beats &&
      last.meter.unit === meter.unit &&
      last.bars.length < LONGEST_RIFF_BARS;
    if (bar.notes.length === 0) {
      if (last && isSame && !hasEnded && soundsOn(last)) last.bars.push(bar);
      else hasEnded = true;
      return;
    }
    if (last && isSame && !hasEnded) last.bars.push(bar);
    else runs.push({ meter, from: at, bars: [bar] });
    hasEnded = false;
  });
  return runs;
}

function least(one: Beats, other: Beats): Beats {
  return beatsToNumber(one) <= beatsToNumber(other) ? one : other;
}

/** Notes that begin together end together, and before the next begin. */
function settled(notes: readonly RiffNote[], endsAt: number): readonly RiffNote[] {
  const starts = [...new Set(notes.map(({ at }) => beatsToNumber(at)))].sort((a, b) => a - b);
  const byStart = new Map(notes.map((one) => [beatsToNumber(one.at), one.at]));
  return starts.flatMap((start, place) => {
    const own = notes.filter((one) => beatsToNumber(one.at) === start);
    const at = own[0]?.at ?? 0;
    const next = byStart.get(starts[place + 1] ?? -1) ?? endsAt;
    const shortest = own.map(({ beats }) => beats).reduce(least);
    const beats = least(shortest, subtractBeats(next, at));
    const strings = new Set<number>();
    return own.flatMap((one) => {
      if (strings.has(one.string)) return [];
      strings.add(one.string);
      return [{ ...one, at, beats }];
    });
  });
}

function placed({ notes }: DraftBar, startsAt: number): readonly RiffNote[] {
  return notes.map((note: DraftNote) => ({ ...note, at: addBeats(note.at, startsAt) }));
}

function written(notes: readonly RiffNote[], bars: number, meterBeats: number): string {
  return writeRiff({ notes, breaths: [], bars }, { meterBeats });
}

/** Tells whether all notes come back when what is written is read. */
function isWritable(
  notes: readonly RiffNote[],
  bars: number,
  { meterBeats, strings }: { readonly meterBeats: number; readonly strings: number },
): boolean {
  const { notes: read, faults } = readRiff(written(notes, bars, meterBeats), {
    meterBeats,
    strings,
  });
  return faults.length === 0 && read.length === notes.length;
}

/** The notes of a bar that can be written; a rhythm that is too fine is told. */
function barNotes(bar: DraftBar, meter: Meter, { strings, report }: RiffHow): readonly DraftNote[] {
  const meterBeats = meter.beats;
  const inBar = bar.notes.filter(({ at }) => beatsToNumber(at) < meterBeats);
  // The last ones may sound on over the bar line.
  const alone = settled(placed({ ...bar, notes: inBar }, 0), meterBeats * LONGEST_RIFF_BARS);
  for (let one = alone.length; one < bar.notes.length; one += 1)
    report.lose(
      'note',
      `bar ${bar.number}`,
      'two notes on one string at once, or behind its bar line',
    );
  if (isWritable(alone, 1, { meterBeats, strings })) return alone;
  for (const _ of alone)
    report.lose('note', `bar ${bar.number}`, 'its rhythm is finer than a riff is written');
  return [];
}

/** Writes a run as one riff, or as two where one line does not hold it. */
function writtenRun(run: Run): readonly DraftRiff[] {
  const { meter, from, bars } = run;
  const all = bars.flatMap((bar, at) => placed(bar, at * meter.beats));
  const notes = settled(
    all.toSorted((a, b) => beatsToNumber(a.at) - beatsToNumber(b.at) || a.string - b.string),
    bars.length * meter.beats,
  );
  const body = written(notes, bars.length, meter.beats);
  if (body.length > LONGEST_RIFF && bars.length > 1) {
    const half = Math.ceil(bars.length / 2);
    return [
      ...writtenRun({ meter, from, bars: bars.slice(0, half) }),
      ...writtenRun({ meter, from: from + half, bars: bars.slice(half) }),
    ];
  }
  return [{ meter, from: from + 1, to: from + bars.length, body, notes: notes.length }];
}
