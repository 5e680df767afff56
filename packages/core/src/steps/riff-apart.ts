import { chordLabel } from '../chord';
import type { Finger, HandWords } from '../fretboard';
import { handFor, type SongGrip } from '../player';
import {
  compareRiffs,
  intoGrip,
  notesToLearn,
  placeNotes,
  riffFrameOf,
  riffSaid,
  soundsOn,
  workOutRiff,
  writeRiff,
  type RiffNote,
  type WorkedRiff,
} from '../riff';
import { settledFrame, type NamedRiff, type SongDocument } from '../song';
import { barsInLayer, chordSpans, isSilence, stretchOf, type StruckBar } from '../timeline';
import { beatsToNumber, subtractBeats } from '../units';
import type { Workpiece } from './workpiece';

/** The same notes elsewhere on the neck. */
export interface RiffElsewhere {
  readonly riff: NamedRiff;
  /** What is gained there: fewer shifts, open strings. */
  readonly words: string;
}

/** Fingers that stay down between a riff and the grip before or behind it. */
export interface RiffJoin {
  readonly words: string;
  readonly held: SongGrip;
  readonly staying: readonly Exclude<Finger, null>[];
}

/** A riff taken apart for the bench. */
export interface RiffApart {
  readonly named: NamedRiff;
  readonly worked: WorkedRiff;
  /** Each phrase as it is said. */
  readonly said: readonly string[];
  /** Notes that are to be learnt, and all that are played. */
  readonly toLearn: number;
  /** What stays down from the grip before it, and into the grip behind it. */
  readonly joins: readonly RiffJoin[];
  /** How it stands to the other riffs of the song it is like. */
  readonly beside: readonly string[];
  readonly elsewhere: readonly RiffElsewhere[];
}

/** Where a riff is played: the chord before its first bar and the one behind its last. */
interface Neighbours {
  readonly before: string | undefined;
  readonly behind: string | undefined;
}

const LEAST_BARS_HALVED = 4;

const MOST_PLACES = 3;

interface Context {
  readonly song: SongDocument;
  readonly named: NamedRiff;
  readonly worked: WorkedRiff;
  readonly work: Workpiece;
  readonly words: HandWords;
}

/**
 * Takes a riff of a song apart for the bench: its notes and hands, how it is said, what stays into the next
 * grip, what it is like, and where else its notes lie.
 *
 * @example
 * riffApart(readChart('riff a 4/4: 3: 2 4').song, readChart('riff a 4/4: 3: 2 4').song.riffs[0], { work: workpieceOf(EMPTY_SONG), words: handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 }) }).said // ['string 3 fret 2, fret 4']
 */
export function riffApart(
  song: SongDocument,
  named: NamedRiff,
  { work, words }: { readonly work: Workpiece; readonly words: HandWords },
): RiffApart {
  const { tuning } = settledFrame(song);
  const worked = workOutRiff(named.body, {
    ...named,
    tuning,
    hand: handFor(song),
    ...(named.downs && { pace: { isOneWay: true } }),
  });
  const context = { song, named, worked, work, words };
  return {
    named,
    worked,
    said: worked.phrases.map(({ from, to }) =>
      riffSaid(worked.notes.slice(from, to + 1), { words, strings: tuning.length }),
    ),
    toLearn: notesToLearn(worked.phrases),
    joins: joinsOf(context, neighboursOf(work, named.name)),
    beside: [...halvesOf(context), ...besideOf(context)],
    elsewhere: elsewhereOf(context),
  };
}

/** The chord that sounds at a beat of a bar, from 0, where no riff takes its place. */
function chordAt(bar: StruckBar | undefined, beat: number): string | undefined {
  if (!bar || (bar.riff && beat >= bar.riff.from && beat < bar.riff.until)) return undefined;
  const [spans = []] = chordSpans(stretchOf([bar]));
  return held(spans.find(({ from, until }) => from <= beat && beat < until)?.chord);
}

/** The chord that sounds just before a beat of a bar; before its end, where none is said. */
function chordBefore(bar: StruckBar | undefined, beat = bar?.beats ?? 0): string | undefined {
  if (!bar || (bar.riff && beat > bar.riff.from && beat <= bar.riff.until)) return undefined;
  const [spans = []] = chordSpans(stretchOf([bar]));
  return held(spans.findLast(({ from }) => from < beat)?.chord);
}

function held(chord: string | undefined): string | undefined {
  return chord === undefined || isSilence(chord) ? undefined : chord;
}

/** The first time a riff is played with chords around it. */
function neighboursOf({ timeline, patterns }: Workpiece, name: string): Neighbours {
  const bars = timeline.occurrences.flatMap((one) => barsInLayer(one, 'ornaments', patterns));
  const at = bars.findIndex((bar) => bar.riff?.name === name && bar.riff.bar === 0);
  if (at < 0) return { before: undefined, behind: undefined };
  const end = bars.findIndex((bar, index) => index > at && bar.riff?.name !== name);
  const next = end < 0 ? bars.length : end;
  const [from, last] = [bars[at]?.riff?.from ?? 0, bars[next - 1]];
  const until = last?.riff?.until ?? 0;
  return {
    before: from > 0 ? chordBefore(bars[at], from) : chordBefore(bars[at - 1]),
    behind: last && until < last.beats ? chordAt(last, until) : chordAt(bars[next], 0),
  };
}

function fingerWords(
  stays: readonly { readonly finger: Finger; readonly string: number; readonly fret: number }[],
  words: HandWords,
  strings: number,
): string {
  return stays
    .map(
      ({ finger, string, fret }) =>
        `finger ${finger === 'T' ? 'T' : String(finger)} stays on ${words.string(strings - string)} ${words.fret(fret)}`,
    )
    .join(', ');
}

/** What the hand keeps down on its way out of a grip and into one. */
function joinsOf(
  { worked, work, words }: Context,
  { before, behind }: Neighbours,
): readonly RiffJoin[] {
  const grip = (name: string | undefined): SongGrip | undefined =>
    work.grips.find((one) => one.name === name);
  const riff = { notes: worked.notes, fingers: worked.left.fingers };
  const strings = work.tuning.length;
  return [
    { chord: before, isOut: false, head: 'Out of' },
    { chord: behind, isOut: true, head: 'Into' },
  ].flatMap(({ chord, isOut, head }) => {
    const held = grip(chord);
    if (!held) return [];
    const { stays } = intoGrip(riff, held, { hand: work.hand, isOut });
    if (stays.length === 0) return [];
    return [
      {
        words: `${head} ${chordLabel(held.name)}: ${fingerWords(stays, words, strings)}.`,
        held,
        staying: stays.flatMap(({ finger }) => finger ?? []),
      },
    ];
  });
}

/** How the second half of a riff stands to its first; nothing for one of odd bars. */
function halvesOf({ named, worked, work, words }: Context): readonly string[] {
  const { notes, bars } = worked;
  if (bars < LEAST_BARS_HALVED || bars % 2 === 1 || named.pickup !== undefined) return [];
  const middle = (bars / 2) * named.meter.beats;
  const first = notes.filter((one) => beatsToNumber(one.at) < middle);
  const second = notes
    .filter((one) => beatsToNumber(one.at) >= middle)
    .map((one) => ({ ...one, at: subtractBeats(one.at, middle) }));
  if (first.length === 0 || second.length === 0) return [];
  const strings = work.tuning.length;
  const { line, alike } = compareRiffs(first, second, {
    options: { meterBeats: named.meter.beats, sounds: soundsOn(work.tuning, work.capo) },
    words: {
      first: 'the first',
      second: 'The second half',
      string: (string) => words.string(strings - string),
    },
  });
  return alike === 'all' || alike === 'beginning' ? [line] : [];
}

/** Of the riffs before it, what it is like. */
function besideOf({ song, named, worked, work, words }: Context): readonly string[] {
  const riffs = song.riffs ?? [];
  const strings = work.tuning.length;
  const options = {
    meterBeats: named.meter.beats,
    ...(named.pickup !== undefined && { pickup: named.pickup }),
    sounds: soundsOn(work.tuning, work.capo),
  };
  return riffs.slice(0, riffs.indexOf(named)).flatMap((other) => {
    if (other.meter.beats !== named.meter.beats) return [];
    const { notes } = workOutRiff(other.body, { ...other, tuning: work.tuning, hand: work.hand });
    const { line, alike } = compareRiffs(notes, worked.notes, {
      options,
      words: {
        first: other.name,
        second: named.name,
        string: (string) => words.string(strings - string),
      },
    });
    return alike === 'nothing' ? [] : [line];
  });
}

/** What one gains by another place, in few words. */
function gainWords(
  notes: readonly RiffNote[],
  shifts: number,
  was: { readonly notes: readonly RiffNote[]; readonly shifts: number },
): string {
  const openOf = (all: readonly RiffNote[]): number => all.filter((one) => one.fret === 0).length;
  const opens = openOf(notes);
  const lowest = Math.min(...notes.filter((one) => one.fret > 0).map((one) => one.fret));
  return [
    Number.isFinite(lowest) ? `around fret ${lowest}` : 'on open strings',
    shifts === was.shifts
      ? ''
      : `${shifts === 0 ? 'no' : shifts} ${shifts === 1 ? 'shift' : 'shifts'}`,
    opens === openOf(was.notes) ? '' : `${opens === 0 ? 'no' : opens} open`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** The same notes elsewhere on the neck, easiest first; only where each is a single note. */
function elsewhereOf({ named, worked, work }: Context): readonly RiffElsewhere[] {
  const { notes } = worked;
  const isSingle = new Set(notes.map((one) => one.at)).size === notes.length;
  if (!isSingle || notes.length === 0 || notes.some((one) => one.how === 'dead')) return [];
  const { tuning, hand, capo } = work;
  const sounds = soundsOn(tuning, capo);
  const bare = notes.map((one) => ({ midi: sounds(one), beats: one.beats }));
  const frame = riffFrameOf(named, tuning.length);
  const was = { notes, shifts: worked.left.shifts.length };
  const own = writeRiff(worked, frame);
  return placeNotes(bare, { tuning, hand })
    .map(({ places, shifts }) => {
      const moved = notes.map((one, index) => {
        const { finger: _finger, ...rest } = one;
        return { ...rest, ...places[index] };
      });
      const body = writeRiff({ ...worked, notes: moved }, frame);
      return { riff: { ...named, body }, words: gainWords(moved, shifts.length, was) };
    })
    .filter(({ riff }) => riff.body !== own)
    .slice(0, MOST_PLACES);
}
