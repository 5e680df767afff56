import { formatMeter, parseMeter, type Meter } from '@harvu/core/rhythm';
import type { Report } from '../report';
import type { DraftBar, DraftChord } from './draft';

/** A bar before this one says what sounds where a bar says nothing. */
export interface BarBefore {
  readonly chord: string;
  readonly text: string;
}

/** How the bars of a section are written. */
export interface BarFrame {
  readonly meter: Meter;
  readonly pickup?: number;
  readonly report: Report;
}

const UNITS = [2, 4, 8, 16] as const;

/** A meter as long as a bar really is; undefined where none is that long. */
export function meterFor({ meter, beats }: Pick<DraftBar, 'meter' | 'beats'>): Meter | undefined {
  if (Math.abs(beats - meter.beats) < 1e-6) return meter;
  const unit = UNITS.find((one) => one >= meter.unit && isWhole((beats * one) / meter.unit));
  return unit && parseMeter(`${Math.round((beats * unit) / meter.unit)}/${unit}`);
}

/** Writes one bar between its lines, its own meter before it where it has one. */
export function barText(
  bar: DraftBar,
  before: BarBefore,
  { meter, pickup, report }: BarFrame,
): BarBefore {
  const own = pickup === undefined ? meterFor(bar) : { ...meter, beats: pickup };
  if (!own)
    report.guess('a bar of a length no meter has is written as a whole one', `bar ${bar.number}`);
  const beats = own ? (own.beats * bar.meter.unit) / own.unit : bar.meter.beats;
  const scale = own ? own.unit / bar.meter.unit : 1;
  const chords = bar.chords
    .filter(({ at }) => at < beats - 1e-6)
    .map((one) => ({ ...one, at: one.at * scale }));
  const text =
    bar.repeat && chords.length === 0
      ? before.text
      : chordsText({ ...bar, chords }, beats * scale, { held: before.chord, report });
  const isOwn = pickup === undefined && own && formatMeter(own) !== formatMeter(meter);
  const names = text.split(' ').filter((one) => one !== '.');
  return {
    chord: (names.at(-1) ?? before.chord).replace(/\?$/, ''),
    text: isOwn ? `${formatMeter(own)}: ${text}` : text,
  };
}

function isWhole(value: number): boolean {
  return Math.abs(value - Math.round(value)) < 1e-6;
}

function nameOf({ name, doubt }: DraftChord): string {
  return doubt ? `${name}?` : name;
}

/** Chords at equal distances share a bar without dots. */
function sharing(chords: readonly DraftChord[], beats: number): boolean {
  return chords.every(({ at }, place) => Math.abs(at - (place * beats) / chords.length) < 1e-6);
}

/** A token for each beat; a chord between beats goes to the one it leads to. */
function tokens(chords: readonly DraftChord[], beats: number, held: string): readonly string[] {
  const places = new Map<number, string>();
  for (const chord of chords) {
    const at = Math.min(Math.ceil(beats) - 1, Math.round(chord.at));
    if (!places.has(at) || isWhole(chord.at)) places.set(at, nameOf(chord));
  }
  const all = Array.from(
    { length: Math.max(1, Math.round(beats)) },
    (_, at) => places.get(at) ?? '.',
  );
  return all[0] === '.' ? [held, ...all.slice(1)] : all;
}

/** Writes the chords of a bar; a bar with none goes on with the chord before. */
function chordsText(
  bar: DraftBar,
  beats: number,
  {
    held,
    report,
  }: {
    readonly held: string;
    readonly report: Report;
  },
): string {
  const { chords } = bar;
  if (chords.length === 0) return held;
  if (sharing(chords, beats)) return chords.map(nameOf).join(' ');
  if (chords.some(({ at }) => !isWhole(at)))
    report.guess('a chord between two beats stands on the one it leads to', `bar ${bar.number}`);
  const all = tokens(chords, beats, held);
  return all.length === 1 ? (all[0] ?? held) : all.join(' ');
}
