import { addBeats, beatsToNumber, subtractBeats, type Beats } from '../units';
import type { Riff, RiffHow, RiffNote } from './note';
import { MOST_BARS } from './read';
import { barStart, type RiffBars } from './write';

/** What is done to one note of a riff. */
export type RiffEdit =
  | { readonly kind: 'fret'; readonly fret: number }
  /** Frets up or down its string. */
  | { readonly kind: 'along'; readonly by: number }
  /** To the next string that has the same sound: 1 towards the thickest. */
  | { readonly kind: 'across'; readonly by: 1 | -1 }
  /** Longer or shorter by some beats; what comes after it moves with it. */
  | { readonly kind: 'length'; readonly by: Beats }
  | { readonly kind: 'how'; readonly how: RiffHow }
  | {
      readonly kind: 'sign';
      readonly sign: 'vibrato' | 'palmMuted' | 'rings' | 'swells' | 'optional';
    }
  | { readonly kind: 'bend'; readonly quarterTones: number }
  | { readonly kind: 'finger'; readonly finger: 1 | 2 | 3 | 4 }
  | { readonly kind: 'remove' }
  /** The same note once more behind it, as long as it is. */
  | { readonly kind: 'add' };

/** The neck a riff is edited on. */
export interface EditedNeck {
  /** The open strings, low to high, as MIDI numbers. */
  readonly open: readonly number[];
  /** Beats of a full bar. */
  readonly meterBeats: number;
  readonly pickup?: number;
}

const LAST_FRET = 24;
/** Quarter-tones no string is bent beyond. */
const MOST_BENT = 8;

type Notes = readonly RiffNote[];

/** A note among the others, and the neck it is on. */
interface Edited {
  readonly notes: Notes;
  readonly place: number;
  readonly note: RiffNote;
  readonly neck: EditedNeck;
}

type Does = {
  readonly [Kind in RiffEdit['kind']]: (
    of: Edited,
    edit: Extract<RiffEdit, { readonly kind: Kind }>,
  ) => Notes;
};

/** How each edit is carried out. */
const DOES: Does = {
  fret: (of, { fret }) => atFret(of, fret),
  along: (of, { by }) => atFret(of, of.note.fret + by),
  across: ({ notes, place, neck: { open } }, { by }) =>
    withNote(notes, place, across(notes, place, { by, open })),
  length: ({ notes, place }, { by }) => lengthened(notes, place, by),
  how: ({ notes, place, note }, { how }) =>
    withNote(notes, place, {
      how: note.how === how ? 'picked' : how,
      ...(how === 'dead' && { fret: 0 }),
    }),
  sign: (of, { sign }) => put(of, toggled(of.note, sign)),
  bend: (of, { quarterTones }) =>
    put(
      of,
      quarterTones < 1 || quarterTones > MOST_BENT
        ? without(of.note, 'bend')
        : { ...of.note, bend: { quarterTones, isReleased: false } },
    ),
  finger: (of, { finger }) =>
    put(of, of.note.finger === finger ? without(of.note, 'finger') : { ...of.note, finger }),
  remove: ({ notes, place }) => notes.filter((_, index) => index !== place),
  add: ({ notes, place }) => added(notes, place),
};

/**
 * Carries out an edit of one note of a riff, by its place from 0; what cannot be done leaves the riff as
 * it is. What moves behind the last bar gets bars of its own.
 *
 * @example
 * withRiffEdit(readRiff('3: 2 4', { meterBeats: 4, strings: 6 }), 0, { edit: { kind: 'along', by: 3 }, neck: { open: openNotes(STANDARD_TUNING), meterBeats: 4 } }).notes[0].fret // 5
 */
export function withRiffEdit(
  riff: Riff,
  place: number,
  how: { readonly edit: RiffEdit; readonly neck: EditedNeck },
): Riff {
  const notes = edited(riff.notes, place, how);
  if (notes === riff.notes) return riff;
  return { ...riff, notes, bars: barsFor(notes, how.neck, riff.bars) };
}

/**
 * Adds notes behind a riff, from its next bar on; a riff with no notes is only them.
 *
 * @example
 * withNotesBehind(readRiff('3: 2', { meterBeats: 4, strings: 6 }), [{ at: 0, beats: 1, string: 1, fret: 0, how: 'picked' }], { meterBeats: 4 }).notes[1].at // 4
 */
export function withNotesBehind(riff: Riff, notes: Notes, frame: RiffBars): Riff {
  const isEmpty = riff.notes.length === 0;
  const bars = isEmpty ? 0 : riff.bars;
  const from = barStart(isEmpty ? { meterBeats: frame.meterBeats } : frame, bars);
  const last = Math.max(0, ...notes.map((one) => beatsToNumber(one.at)));
  const moved = notes.map((one) => ({ ...one, at: addBeats(one.at, from) }));
  const more = Math.floor(last / frame.meterBeats) + 1;
  return { ...riff, notes: [...riff.notes, ...moved], bars: Math.min(MOST_BARS, bars + more) };
}

/**
 * Gives notes the rhythm of taps, one tap a note: each lasts until the next, the last to the end of its bar.
 * `slots` are the taps on a grid of so many slots a beat; as many notes are laid as were tapped.
 *
 * @example
 * tappedNotes([{ string: 3, fret: 2 }, { string: 3, fret: 4 }], { slots: [0, 1], slotsPerBeat: 2, meterBeats: 4 }).map((one) => one.at) // [0, '1/2']
 */
export function tappedNotes(
  places: readonly { readonly string: number; readonly fret: number }[],
  {
    slots,
    slotsPerBeat,
    meterBeats,
  }: {
    readonly slots: readonly number[];
    readonly slotsPerBeat: number;
    readonly meterBeats: number;
  },
): readonly RiffNote[] {
  const atSlot = (slot: number): Beats => {
    const whole = Math.floor(slot / slotsPerBeat);
    const rest = slot - whole * slotsPerBeat;
    return rest === 0 ? whole : addBeats(whole, `${rest}/${slotsPerBeat}`);
  };
  const count = Math.min(places.length, slots.length);
  return places.slice(0, count).map((place, index): RiffNote => {
    const at = atSlot(slots[index] ?? 0);
    const bars = Math.floor(beatsToNumber(at) / meterBeats) + 1;
    const next = index + 1 < count ? atSlot(slots[index + 1] ?? 0) : bars * meterBeats;
    return { at, beats: subtractBeats(next, at), ...place, how: 'picked' };
  });
}

function isTaken(notes: Notes, place: number, string: number): boolean {
  const at = notes[place]?.at;
  return notes.some((one, other) => other !== place && one.at === at && one.string === string);
}

/** The same sound on the next string that has it free. */
function across(
  notes: Notes,
  place: number,
  { by, open }: { readonly by: 1 | -1; readonly open: readonly number[] },
): Pick<RiffNote, 'string' | 'fret'> | undefined {
  const note = notes[place];
  if (!note) return undefined;
  const soundOf = (string: number): number => open[open.length - string] ?? 0;
  const sounds = soundOf(note.string) + note.fret;
  for (let string = note.string + by; string >= 1 && string <= open.length; string += by) {
    const fret = sounds - soundOf(string);
    if (fret >= 0 && fret <= LAST_FRET && !isTaken(notes, place, string)) return { string, fret };
  }
  return undefined;
}

/** Puts a note in place of the one at a place; undefined leaves all as it is. */
function withNote(notes: Notes, place: number, change: Partial<RiffNote> | undefined): Notes {
  return change
    ? notes.map((one, index) => (index === place ? { ...one, ...change } : one))
    : notes;
}

function without<Key extends keyof RiffNote>(note: RiffNote, key: Key): Omit<RiffNote, Key> {
  const { [key]: _left, ...rest } = note;
  return rest;
}

/** A sign that is there goes, one that is not comes. */
function toggled(note: RiffNote, key: Extract<RiffEdit, { kind: 'sign' }>['sign']): RiffNote {
  return note[key] ? without(note, key) : { ...note, [key]: true };
}

function end({ at, beats }: RiffNote): number {
  return beatsToNumber(at) + beatsToNumber(beats);
}

/** What begins with a note lasts longer or shorter with it, and all that follows moves. */
function lengthened(notes: Notes, place: number, by: Beats): Notes {
  const note = notes[place];
  if (!note || beatsToNumber(note.beats) + beatsToNumber(by) <= 1e-9) return notes;
  const from = beatsToNumber(note.at);
  return notes.map((one) => {
    if (one.at === note.at) return { ...one, beats: addBeats(one.beats, by) };
    return beatsToNumber(one.at) > from ? { ...one, at: addBeats(one.at, by) } : one;
  });
}

function added(notes: Notes, place: number): Notes {
  const note = notes[place];
  if (!note) return notes;
  const behind = addBeats(note.at, note.beats);
  const moved = notes.map((one) =>
    beatsToNumber(one.at) >= beatsToNumber(behind) - 1e-9
      ? { ...one, at: addBeats(one.at, note.beats) }
      : one,
  );
  const { at: _at, optional: _optional, ...rest } = note;
  const again: RiffNote = { ...rest, at: behind, how: note.how === 'dead' ? 'dead' : 'picked' };
  return [...moved, again].sort(
    (a, b) => beatsToNumber(a.at) - beatsToNumber(b.at) || b.string - a.string,
  );
}

function atFret({ notes, place, note }: Edited, fret: number): Notes {
  if (fret < 0 || fret > LAST_FRET) return notes;
  return withNote(notes, place, { fret, ...(note.how === 'dead' && { how: 'picked' }) });
}

function put({ notes, place }: Edited, note: RiffNote): Notes {
  return notes.map((other, index) => (index === place ? note : other));
}

function edited(
  notes: Notes,
  place: number,
  { edit, neck }: { readonly edit: RiffEdit; readonly neck: EditedNeck },
): Notes {
  const note = notes[place];
  if (!note) return notes;
  // The table pairs each kind with its own edit; only the pairing is known here.
  const does = DOES[edit.kind] as (of: Edited, edit: RiffEdit) => Notes;
  return does({ notes, place, note, neck }, edit);
}

/** Bars that hold all notes, and at least as many as there were. */
function barsFor(notes: Notes, { meterBeats, pickup }: EditedNeck, bars: number): number {
  const last = Math.max(0, ...notes.map(end));
  const lead = pickup ?? 0;
  const needed = Math.ceil((last - lead) / meterBeats - 1e-9) + (pickup === undefined ? 0 : 1);
  return Math.min(MOST_BARS, Math.max(bars, needed));
}
