import { secondsAt } from '../change';
import { noteName } from '../pitch';
import { formatMeter } from '../rhythm';
import { handFor } from '../player';
import {
  barOf,
  placeNotes,
  readRiff,
  riffFrameOf,
  soundsOn,
  workOutRiff,
  writeRiff,
  type RiffNote,
  type WorkedRiff,
} from '../riff';
import {
  sectionBars,
  settledFrame,
  type NamedRiff,
  type RiffUse,
  type Section,
  type SongDocument,
} from '../song';
import { beatsToNumber, midi, type Bpm } from '../units';
import { createFinding, type Finding, type Remedy } from './finding';

/** A riff with what it is checked against. */
interface Checked {
  readonly song: SongDocument;
  readonly named: NamedRiff;
  readonly worked: WorkedRiff;
  readonly goalBpm: Bpm;
}

const HIGHEST_FRET = 24;

type LateShift = WorkedRiff['left']['shifts'][number];

/** Why a riff does not sound where it is laid. */
interface Unheard {
  readonly cause: 'unwritten' | 'beyond' | 'beyond-bar' | 'meter';
  readonly words: string;
}

/**
 * Finds what is wrong or doubtful about the riffs of a song: notes that cannot be read, riffs said to sound
 * alike that do not, what a hand does not reach in time. Empty when all is in order.
 *
 * @example
 * riffFindings(readChart('riff a 4/4: 3: 2 99').song).map((one) => one.code) // ['riff-count']
 */
export function riffFindings(song: SongDocument): readonly Finding[] {
  const { tuning } = settledFrame(song);
  const hand = handFor(song);
  const own = (song.riffs ?? []).flatMap((named) => {
    const worked = workOutRiff(named.body, { ...named, tuning, hand });
    const checked = { song, named, worked, goalBpm: goalOf(song, named) };
    const counted = countFindings(checked);
    return counted.length > 0 ? counted : [...sameFindings(checked), ...reachFindings(checked)];
  });
  return [...own, ...useFindings(song)];
}

function placeOf({ name }: NamedRiff): Parameters<typeof createFinding>[1]['place'] {
  return { kind: 'riff', name };
}

/** The bar a note of a riff stands in, from 1. */
function barOfNote(note: RiffNote, { named }: Checked): number {
  return barOf(beatsToNumber(note.at), { ...named, meterBeats: named.meter.beats });
}

function countFindings({ named, worked }: Checked): readonly Finding[] {
  const [first] = worked.faults;
  if (!first) return [];
  const more = worked.faults.length - 1;
  const also = more === 0 ? '' : ` There ${more === 1 ? 'is one more' : `are ${more} more`}.`;
  return [
    createFinding('riff-count', {
      place: placeOf(named),
      cause: worked.faults.map((one) => one.column),
      message: `${first.message}${also}`,
    }),
  ];
}

/** The same riff with one note elsewhere on its string. */
function withFret({ named, worked, song }: Checked, index: number, fret: number): NamedRiff {
  const notes = worked.notes.map((one, place) => (place === index ? { ...one, fret } : one));
  const strings = settledFrame(song).tuning.length;
  return { ...named, body: writeRiff({ ...worked, notes }, riffFrameOf(named, strings)) };
}

/** Said to sound like another riff: the first note that does not is told, and put right by one click. */
function sameFindings(checked: Checked): readonly Finding[] {
  const { song, named, worked } = checked;
  const other = song.riffs?.find((one) => one.name === named.sameAs);
  if (named.sameAs === undefined) return [];
  if (!other) {
    const message = `It is said to sound like “${named.sameAs}”, which is not written.`;
    return [createFinding('riff-same', { place: placeOf(named), cause: [named.sameAs], message })];
  }
  const { tuning, capo } = settledFrame(song);
  const sounds = soundsOn(tuning, capo);
  const { notes } = readRiff(other.body, riffFrameOf(other, tuning.length));
  const count = Math.max(notes.length, worked.notes.length);
  const heard = (note: RiffNote): string => `${sounds(note)} at ${note.at}`;
  const [asked, given] = [notes.map(heard), worked.notes.map(heard)];
  const at = Array.from({ length: count }, (_, index) => index).find(
    (index) => asked[index] !== given[index],
  );
  if (at === undefined) return [];
  const [theirs, own] = [notes[at], worked.notes[at]];
  if (!theirs || theirs.at !== own?.at) {
    const message = `It is said to sound like ${other.name}, and from note ${at + 1} on it does not go with it in time.`;
    return [
      createFinding('riff-same', { place: placeOf(named), cause: [other.name, at], message }),
    ];
  }
  const [wanted, sounding] = [sounds(theirs), sounds(own)];
  const fret = own.fret + wanted - sounding;
  const remedies: readonly Remedy[] =
    fret >= 0 && fret <= HIGHEST_FRET
      ? [
          {
            label: `Take fret ${fret}`,
            commands: [{ kind: 'set-riff', riff: withFret(checked, at, fret) }],
          },
        ]
      : [];
  const name = (sound: number): string =>
    noteName(midi(sound))
      .replace('#', '♯')
      .replace(/(?<=[A-G])b/, '♭');
  return [
    createFinding('riff-same', {
      place: placeOf(named),
      cause: [other.name, at, wanted - sounding],
      message: `It is said to sound like ${other.name}: note ${at + 1}, string ${own.string} fret ${own.fret} in bar ${barOfNote(own, checked)}, sounds ${name(sounding)} instead of ${name(wanted)}.`,
      remedies,
    }),
  ];
}

/** Notes that are fretted and no finger is left for. */
function beyondHand({ notes, left }: WorkedRiff): readonly number[] {
  return notes.flatMap((one, index) =>
    one.how !== 'dead' && one.how !== 'harmonic' && one.fret > 0 && left.fingers[index] === null
      ? [index]
      : [],
  );
}

/** Shifts that take longer than there is time at the goal. */
function lateShifts({ worked, goalBpm }: Checked): WorkedRiff['left']['shifts'] {
  return worked.left.shifts.filter(
    ({ seconds, windowBeats }) => seconds > secondsAt(windowBeats, goalBpm),
  );
}

/** Single notes can lie elsewhere; what begins together stays where it is written. */
function isSingle(notes: readonly RiffNote[]): boolean {
  return new Set(notes.map((one) => one.at)).size === notes.length;
}

/** The same notes elsewhere on the neck, where the hand has time for all of them. */
function elsewhere(checked: Checked): NamedRiff | undefined {
  const { song, named, worked, goalBpm } = checked;
  const { notes } = worked;
  const isFree = notes.every((one) => one.how === 'picked' && !one.finger && !one.bend);
  if (!isSingle(notes) || !isFree) return undefined;
  const { tuning, capo } = settledFrame(song);
  const sounds = soundsOn(tuning, capo);
  const hand = handFor(song);
  const bare = notes.map((one) => ({ midi: sounds(one), beats: one.beats }));
  for (const { places } of placeNotes(bare, { tuning, hand })) {
    const moved = notes.map((one, index) => ({ ...one, ...places[index] }));
    const frame = riffFrameOf(named, tuning.length);
    const body = writeRiff({ ...worked, notes: moved }, frame);
    const again = workOutRiff(body, { ...named, tuning, hand });
    const isPlayable =
      beyondHand(again).length === 0 &&
      lateShifts({ ...checked, worked: again, goalBpm }).length === 0;
    if (isPlayable) return { ...named, body };
  }
  return undefined;
}

/** A note as it is told: by string, fret and bar. */
function whereOf(checked: Checked, place: number): string {
  const note = checked.worked.notes[place];
  if (!note) return 'a note';
  const bar = barOfNote(note, checked);
  return `string ${note.string} fret ${note.fret} in bar ${bar}`;
}

function lateWords(checked: Checked, { before, mm, seconds, windowBeats }: LateShift): string {
  const time = secondsAt(windowBeats, checked.goalBpm);
  return `The hand goes ${Math.round(mm)} mm to ${whereOf(checked, before)}: that takes ${seconds.toFixed(2)} s, and at ${checked.goalBpm} there are ${time.toFixed(2)}.`;
}

/** What the hand does not reach, or not in time: a note by its place, and in words. */
function outOfReach(
  checked: Checked,
): { readonly note: number; readonly words: string } | undefined {
  const [beyond] = beyondHand(checked.worked);
  if (beyond !== undefined) {
    const words = `No hand holds ${whereOf(checked, beyond)} together with what sounds there.`;
    return { note: beyond, words };
  }
  const [late] = lateShifts(checked);
  return late && { note: late.before, words: lateWords(checked, late) };
}

function reachFindings(checked: Checked): readonly Finding[] {
  const { named, goalBpm } = checked;
  const found = outOfReach(checked);
  if (!found) return [];
  const other = elsewhere(checked);
  const advice = other
    ? 'The same notes lie better elsewhere.'
    : 'Slow it down, leave a note out, or let an open string ring while the hand goes.';
  return [
    createFinding('riff-reach', {
      place: placeOf(named),
      cause: [found.note, goalBpm],
      message: `${found.words} ${advice}`,
      remedies: other
        ? [{ label: 'Take them there', commands: [{ kind: 'set-riff', riff: other }] }]
        : [],
    }),
  ];
}

function unheard(song: SongDocument, section: Section, use: RiffUse): Unheard | undefined {
  const named = song.riffs?.find((one) => one.name === use.riff);
  const what = `It is played with the riff “${use.riff}”`;
  if (!named)
    return {
      cause: 'unwritten',
      words: `${what}, which is not written. Write it, or take it off.`,
    };
  const bars = Math.max(...[1, 2].map((pass) => sectionBars(song, section, pass).length));
  if (use.bars && use.bars.from > bars) {
    const words = `${what} from bar ${use.bars.from} on, and has ${bars}. Lay it over bars it has.`;
    return { cause: 'beyond', words };
  }
  const meter = section.meter ?? settledFrame(song).meter;
  if (use.beat !== undefined && use.beat > meter.beats) {
    const words = `${what} from beat ${use.beat} on, and its bars have ${meter.beats} beats. Set it on one of them.`;
    return { cause: 'beyond-bar', words };
  }
  if (named.meter.unit === meter.unit) return undefined;
  const words = `${what} in ${formatMeter(named.meter)}, and is in ${formatMeter(meter)} itself. Write the riff in beats of the same kind.`;
  return { cause: 'meter', words };
}

/** A section that is to be played with a riff nobody wrote, over bars it does not have, or in other beats. */
function useFindings(song: SongDocument): readonly Finding[] {
  return song.sections.flatMap((section) => {
    const { id, name, riffUses = [] } = section;
    const byWords = new Map(
      riffUses.flatMap((use) => {
        const found = unheard(song, section, use);
        return found ? [[found.words, [found.cause, use.riff]] as const] : [];
      }),
    );
    return [...byWords].map(([message, cause]) =>
      createFinding('riff-count', { place: { kind: 'section', id }, at: name, cause, message }),
    );
  });
}

/** The tempo a riff is played at: the fastest of the sections it stands in, the song's where it stands in none. */
function goalOf(song: SongDocument, { name }: NamedRiff): Bpm {
  const { tempo } = settledFrame(song);
  const tempos = song.sections
    .filter(({ riffUses = [] }) => riffUses.some((one) => one.riff === name))
    .map((one) => one.tempo ?? tempo);
  return tempos.length === 0 ? tempo : (Math.max(...tempos) as Bpm);
}
