import { parseMeter, type Meter } from '@harvu/core/rhythm';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { USUAL_HAND } from '@harvu/core/fretboard';
import { placeNear, placeNotes, type NeckPlace } from '@harvu/core/riff';
import { shareBeats, type Beats } from '@harvu/core/units';
import { writeDraft } from '../draft/chart';
import type { DraftBar, DraftChord, DraftNote } from '../draft/draft';
import { refused, Report, type Imported } from '../report';
import { guessChord } from './chords';
import { onGrid, type GridNote } from './grid';
import { readTracks, type ReadMidi, type TrackNote, type Voice } from './tracks';

/** How a MIDI file is taken over. */
export interface MidiOptions {
  /** The track whose notes are taken over as riffs, by its number or name. */
  readonly part?: string;
}

const FOUR: Meter = { beats: 4, unit: 4, groups: [4] };
const MOST_BARS = 2000;
const OTHER_TEMPO = 0.03;
/** What a file that says nothing is played at. */
const USUAL_QUARTERS = 120;
/** More changes than these are a hand that breathes, no sections. */
const MOST_TEMPOS = 12;
const SLOWEST = 20;
const FASTEST = 400;
/** Without marks, a part is so many bars long. */
const PART_BARS = 8;
const TWELFTHS = 12;

/** A bar of the file, in ticks. */
interface TickBar {
  readonly from: number;
  readonly until: number;
  readonly meter: Meter;
}

const LOWEST = 40;
const HIGHEST = 64 + 15;
/** So many notes at once are a strummed chord, and stand in the bar, not in a riff. */
const STRUMMED = 4;

interface DraftedMidi {
  readonly tempo: number | undefined;
  readonly bars: readonly DraftBar[];
}

/**
 * Reads a MIDI file of format 0 or 1: its meters, tempi and marks, chords guessed from its notes (each needs
 * listening), the notes of one track as riffs with places found for them. A file that counts frames of a
 * film, or is damaged, is refused with the reason.
 *
 * @example
 * readMidi(new Uint8Array(0)).song // null
 */
export function readMidi(bytes: Uint8Array, options: MidiOptions = {}): Imported {
  const midi = readTracks(bytes);
  if ('why' in midi) return refused(midi.why);
  if (soundingIn(midi).length === 0)
    return refused('There are no notes in this MIDI file but drums.');
  const report = new Report();
  const voice = chosenVoice(midi, options.part);
  const { tempo, bars } = draftBars(midi, voice, report);
  guessIn(midi, voice, report);
  const { title, copyright, keys } = midi;
  const { chart, sections, riffs, riffNotes } = writeDraft(
    {
      remarks: copyright ? [copyright] : [],
      grips: [],
      bars,
      ...(tempo !== undefined && { tempo }),
      ...(keys[0] && { key: keys[0].value }),
    },
    report,
  );
  return {
    song: chart,
    ...(title !== undefined && { title }),
    ...(copyright && { copyright }),
    kept: {
      parts: midi.voices.length,
      bars: bars.length,
      meters: midi.meters.length,
      tempi: midi.tempos.length,
      keys: keys.length,
      markers: midi.markers.length,
      chords: bars.reduce((sum, one) => sum + one.chords.length, 0),
      sections,
      riffs,
      notes: riffNotes,
    },
    lost: report.lost(),
    guessed: report.guessed(),
    parts: midi.voices.map((one) => ({
      id: one.id,
      name: one.name,
      notes: one.notes.length,
      taken: one === voice,
    })),
  };
}

function barsOf(midi: ReadMidi, report: Report): readonly TickBar[] {
  const bars: TickBar[] = [];
  let meter = FOUR;
  let from = 0;
  let next = 0;
  while ((from < midi.lasts || bars.length === 0) && bars.length < MOST_BARS) {
    for (let said = midi.meters[next]; said && said.at <= from; said = midi.meters[next]) {
      const read = parseMeter(`${said.value.beats}/${said.value.unit}`);
      const where = `bar ${bars.length + 1}`;
      if (read) meter = read;
      else
        report.lose('meter', where, `Harvu has no meter of ${said.value.beats}/${said.value.unit}`);
      next += 1;
    }
    const until = from + (meter.beats * midi.ticksPerQuarter * 4) / meter.unit;
    bars.push({ from, until, meter });
    from = until;
  }
  if (from < midi.lasts) report.lose('bars', `from bar ${MOST_BARS + 1} on`, 'a song has no more');
  return bars;
}

function overlap({ at, until }: TrackNote, from: number, to: number): number {
  return Math.max(0, Math.min(until, to) - Math.max(at, from));
}

function chordIn(notes: readonly TrackNote[], from: number, to: number): string | undefined {
  return guessChord(
    notes.flatMap((one) => {
      const weight = overlap(one, from, to);
      return weight > 0 ? [{ midi: one.midi, weight }] : [];
    }),
  );
}

/** One chord for a bar, or one for each half where they differ. */
function chordsIn(
  { from, until, meter }: TickBar,
  notes: readonly TrackNote[],
): readonly DraftChord[] {
  const half = meter.beats % 2 === 0 && meter.beats >= 4 ? (from + until) / 2 : undefined;
  const whole = chordIn(notes, from, until);
  if (half === undefined) return whole ? [{ at: 0, name: whole, doubt: true }] : [];
  const [first, second] = [chordIn(notes, from, half), chordIn(notes, half, until)];
  if (!first || !second || first === second) {
    const only = whole ?? first ?? second;
    return only ? [{ at: 0, name: only, doubt: true }] : [];
  }
  return [
    { at: 0, name: first, doubt: true },
    { at: meter.beats / 2, name: second, doubt: true },
  ];
}

function chosenVoice({ voices }: ReadMidi, asked: string | undefined): Voice | undefined {
  const pitched = voices.filter((one) => !one.isDrums);
  if (asked !== undefined) return pitched.find((one) => one.id === asked || one.name === asked);
  const guitars = pitched.filter((one) => one.isGuitar);
  const [most] = guitars.toSorted((a, b) => b.notes.length - a.notes.length);
  return most ?? (pitched.length === 1 ? pitched[0] : undefined);
}

/** Strings and frets for notes on the grid: the highest of what is struck together leads. */
function placesFor(groups: readonly (readonly GridNote[])[]): readonly (readonly NeckPlace[])[] {
  const options = { tuning: STANDARD_TUNING, hand: USUAL_HAND };
  const [way] = placeNotes(
    groups.map(([top]) => ({ midi: top?.midi ?? 0, beats: 1 })),
    { ...options, count: 1 },
  );
  return groups.map((group, at) => {
    const first = way?.places[at];
    if (!first) return [];
    const taken = [first];
    for (const { midi } of group.slice(1)) {
      const place = placeNear(midi, first, { ...options, taken });
      if (place) taken.push(place);
    }
    return taken;
  });
}

function groupsOf(notes: readonly GridNote[]): readonly (readonly GridNote[])[] {
  const byStart = new Map<number, GridNote[]>();
  for (const note of notes) byStart.set(note.at, [...(byStart.get(note.at) ?? []), note]);
  return [...byStart.entries()]
    .sort(([a], [b]) => a - b)
    .map(([, own]) => own.toSorted((a, b) => b.midi - a.midi));
}

/** The notes of a voice in the bars they begin in. */
function notesIn(
  voice: Voice,
  bars: readonly TickBar[],
  { ticksPerQuarter, report }: { readonly ticksPerQuarter: number; readonly report: Report },
): readonly (readonly DraftNote[])[] {
  const inReach = voice.notes.filter(({ midi }) => midi >= LOWEST && midi <= HIGHEST);
  for (let lost = inReach.length; lost < voice.notes.length; lost += 1)
    report.lose('note', `the track ${voice.name}`, 'it is nowhere on a guitar’s neck');
  const struck = groupsOf(onGrid(inReach, ticksPerQuarter));
  const groups = struck.filter((group) => group.length < STRUMMED);
  if (groups.length < struck.length)
    report.guess('strummed chords stand in the bars, and are no riffs', `the track ${voice.name}`);
  const places = placesFor(groups);
  const out: DraftNote[][] = bars.map(() => []);
  const starts = bars.map(({ from }) => Math.round((from / ticksPerQuarter) * TWELFTHS));
  groups.forEach((group, at) => {
    const [first] = group;
    if (!first) return;
    const bar = Math.max(
      0,
      starts.findLastIndex((one) => one <= first.at),
    );
    const { unit } = bars[bar]?.meter ?? FOUR;
    const beats = (twelfths: number): Beats => shareBeats(twelfths * unit, TWELFTHS * 4);
    places[at]?.forEach((place, index) => {
      const { until } = group[index] ?? first;
      out[bar]?.push({
        ...place,
        how: 'picked',
        at: beats(first.at - (starts[bar] ?? 0)),
        beats: beats(Math.max(1, until - first.at)),
      });
    });
    for (let lost = places[at]?.length ?? 0; lost < group.length; lost += 1)
      report.lose('note', `bar ${bar + 1}`, 'more notes at once than strings are free');
  });
  return out;
}

/** The tempo each bar begins with, where it is another one; rubato is told, not kept. */
function temposFor(
  midi: ReadMidi,
  bars: readonly TickBar[],
  report: Report,
): { readonly first: number | undefined; readonly changes: ReadonlyMap<number, number> } {
  const tempoAt = ({ from }: TickBar): number =>
    (midi.tempos.findLast((one) => one.at <= from) ?? midi.tempos[0])?.value ?? USUAL_QUARTERS;
  const isPlayable = ({ meter }: TickBar, quarters: number): boolean => {
    const bpm = (quarters * meter.unit) / 4;
    return bpm >= SLOWEST && bpm <= FASTEST;
  };
  const [start] = bars;
  const first = start && isPlayable(start, tempoAt(start)) ? tempoAt(start) : undefined;
  const changes = new Map<number, number>();
  let now = first;
  bars.forEach((bar, at) => {
    const tempo = tempoAt(bar);
    if (now !== undefined && Math.abs(tempo / now - 1) <= OTHER_TEMPO) return;
    if (!isPlayable(bar, tempo)) {
      report.lose(
        'tempo',
        `bar ${at + 1}`,
        `${Math.round(tempo)} quarters a minute is none a song has`,
      );
      return;
    }
    now = tempo;
    changes.set(at, tempo);
  });
  if (changes.size > MOST_TEMPOS) {
    for (const [at] of changes)
      report.lose('tempo', `bar ${at + 1}`, 'it changes all through: a song has few tempi');
    return { first, changes: new Map() };
  }
  return { first, changes };
}

/** What the file does not say, and what was made of it. */
function guessIn(midi: ReadMidi, voice: Voice | undefined, report: Report): void {
  report.guess('chords are guessed from the notes: listen to each', 'all bars');
  if (midi.markers.length === 0)
    report.guess(`no sections are marked: it is cut every ${PART_BARS} bars`, 'the song');
  if (midi.tempos.length === 0)
    report.guess('no tempo is written: 120 is the usual one', 'the song');
  if (voice)
    report.guess(
      'strings and frets are the easiest ones, the rhythm is rounded',
      `the track ${voice.name}`,
    );
}

/** The bars of a file as a draft: chords, notes, where sections begin. */
function draftBars(midi: ReadMidi, voice: Voice | undefined, report: Report): DraftedMidi {
  const bars = barsOf(midi, report);
  const { ticksPerQuarter } = midi;
  const notes = voice ? notesIn(voice, bars, { ticksPerQuarter, report }) : [];
  const { first: tempo, changes } = temposFor(midi, bars, report);
  const marks = new Map(
    midi.markers.map(({ at, value }) => [bars.findIndex((bar) => at < bar.until), value]),
  );
  const sounding = soundingIn(midi);
  const starting = sounding.map((one) => one.at);
  const drafted = bars.map((bar, at): DraftBar => {
    const changed = changes.get(at);
    const isPart = marks.size === 0 && at % PART_BARS === 0;
    const mark = marks.get(at) ?? (isPart ? '' : undefined);
    return {
      number: String(at + 1),
      meter: bar.meter,
      beats: bar.meter.beats,
      chords: chordsIn(bar, near(sounding, starting, bar)),
      notes: notes[at] ?? [],
      ...(changed !== undefined && at > 0 && { tempo: changed }),
      ...(mark !== undefined && { starts: mark }),
    };
  });
  return { tempo, bars: drafted };
}

/** All notes but those of drums, in the order they begin. */
function soundingIn({ voices }: ReadMidi): readonly TrackNote[] {
  return voices
    .flatMap(({ isDrums, notes }) => (isDrums ? [] : notes))
    .toSorted((a, b) => a.at - b.at);
}

/** A long note sounds no longer than so many notes that begin after it. */
const LOOKED_BACK = 400;

/** The notes that may sound in a bar: those that begin in it, and some of those before. */
function near(
  notes: readonly TrackNote[],
  starts: readonly number[],
  { from, until }: TickBar,
): readonly TrackNote[] {
  let [low, high] = [0, starts.length];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if ((starts[middle] ?? 0) < from) low = middle + 1;
    else high = middle;
  }
  let end = low;
  while (end < notes.length && (starts[end] ?? 0) < until) end += 1;
  return notes.slice(Math.max(0, low - LOOKED_BACK), end);
}
