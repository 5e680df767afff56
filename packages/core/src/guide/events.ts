import type { Grip } from '../fretboard';
import type { HeardNote, HeardStroke } from '../player';

/** A way the pitch of a string goes, in seconds of the clock and MIDI numbers with fractions. */
export interface PitchWay {
  readonly fromS: number;
  readonly untilS: number;
  readonly fromMidi: number;
  readonly toMidi: number;
}

/** Something a string does: it is plucked, fretted while it rings, bent on its way, or damped. */
export interface StringEvent {
  readonly kind: 'pluck' | 'fret' | 'slide' | 'mute';
  readonly atS: number;
  /** 1 is the thinnest. */
  readonly string: number;
  readonly midi: number;
  readonly loud: number;
  readonly ringsS: number;
  readonly bright: number;
  readonly ways?: readonly PitchWay[];
  readonly vibrato?: { readonly fromS: number; readonly untilS: number };
  /** It comes in from nothing over so many seconds. */
  readonly swellS?: number;
}

/** Anything the guide guitar does; a hit is a knock on its top. */
export type GuideEvent =
  StringEvent | { readonly kind: 'hit'; readonly atS: number; readonly loud: number };

/** The guitar that strokes are played on. */
export interface GuideSetup {
  /** Open strings with the capo on, as MIDI numbers, the thickest first. */
  readonly open: readonly number[];
  readonly grips: readonly { readonly name: string; readonly grip: Grip }[];
}

/** When strokes are played: how much slower than written, and where it is silent, in written seconds. */
export interface GuideTiming {
  readonly slower: number;
  readonly silencesS?: readonly number[];
}

/** Over all strings, a stroke takes so long. */
const DOWN_SPREAD_S = 0.03;
const UP_SPREAD_S = 0.022;
/** Of the time to the next stroke, at most so much of it is spread. */
const MOST_SPREAD = 0.3;
const RINGS_S = 4.5;
const LONG_RINGS_S = 7;
const PALM_S = 0.3;
const DEAD_S = 0.07;
const HIT_LOUD = 0.9;
const ACCENT = 1.35;
const UP_LOUD = 0.78;
const STRUM_LOUD = 0.62;
const PLUCK_LOUD = 0.85;
/** A slide from nowhere comes from so many frets away. */
const FROM_NOWHERE = 3;
const LONGEST_SLIDE_S = 0.14;
const ARRIVING_LOUD = 0.7;
const LONGEST_BEND_S = 0.28;
/** Notes this close behind each other adjoin. */
const ADJOINING_S = 0.03;
/** Natural harmonics: so many times the open string. */
const HARMONICS: Readonly<Record<number, number>> = {
  12: 2,
  7: 3,
  19: 3,
  5: 4,
  24: 4,
  4: 5,
  9: 5,
  16: 5,
};

/** What a string last did. */
interface Ringing {
  readonly midi: number;
  readonly atS: number;
  readonly untilS: number;
}

/** When a note comes, how long it lasts, and what it sounds. */
interface PlacedNote {
  readonly midi: number;
  readonly atS: number;
  readonly lasts: number;
}

type Sounds = Omit<StringEvent, 'kind' | 'atS' | 'string'>;

/** Plays strokes one after the other; what rings from before lives here. */
class Hands {
  readonly events: GuideEvent[] = [];
  private readonly ringing = new Map<number, Ringing>();
  private readonly grips: ReadonlyMap<string, Grip>;

  constructor(
    private readonly setup: GuideSetup,
    private readonly slower: number,
  ) {
    this.grips = new Map(setup.grips.map(({ name, grip }) => [name, grip]));
  }

  silence(atS: number): void {
    for (const string of [...this.ringing.keys()]) this.mute(string, atS);
  }

  play(stroke: HeardStroke, nextS: number): void {
    const atS = stroke.atS * this.slower;
    if (stroke.notes) {
      for (const one of stroke.notes) this.note(one, atS);
      return;
    }
    if (stroke.kind === 'hit') {
      this.events.push({ kind: 'hit', atS, loud: HIT_LOUD });
      return;
    }
    if (stroke.chordChange) this.letGo(stroke, atS);
    if (stroke.what.kind === 'pluck') this.pluckAll(stroke, atS);
    else this.strum(stroke, atS, nextS);
  }

  /** Fingers that leave a string damp it. */
  private letGo({ chord, strings }: HeardStroke, atS: number): void {
    for (const [string, { midi }] of [...this.ringing]) {
      if (!strings.includes(string) && this.midiOf(chord, string) !== midi) this.mute(string, atS);
    }
  }

  private strum(stroke: HeardStroke, atS: number, nextS: number): void {
    const { what, kind } = stroke;
    if (what.kind !== 'strum') return;
    const isDown = what.direction === 'down';
    // The thickest string has the highest number, and a down-stroke meets it first.
    const met = [...stroke.strings].sort((a, b) => (isDown ? b - a : a - b));
    const longest = isDown ? DOWN_SPREAD_S : UP_SPREAD_S;
    const spread = Math.min(longest, (nextS - atS) * MOST_SPREAD);
    const between = spread / Math.max(1, this.setup.open.length - 1);
    const accent = what.accent ? ACCENT : 1;
    const loud = STRUM_LOUD * accent * (isDown ? 1 : UP_LOUD);
    const isMuted = kind === 'mute' || !this.grips.has(stroke.chord);
    met.forEach((string, index) => {
      const at = atS + index * between;
      const midi = what.sound === 'open' ? this.openOf(string) : this.midiOf(stroke.chord, string);
      if (isMuted) this.dead(string, at, loud);
      else if (midi !== undefined && what.sound === 'palm')
        this.sound(string, { ...pluck(at), midi, loud, ringsS: PALM_S, bright: 0.15 });
      else if (midi !== undefined) {
        const ringsS = what.sound === 'ring' ? LONG_RINGS_S : RINGS_S;
        this.sound(string, { ...pluck(at), midi, loud, ringsS, bright: what.accent ? 0.75 : 0.6 });
      }
    });
  }

  private pluckAll({ chord, strings }: HeardStroke, atS: number): void {
    for (const string of strings) {
      const midi = this.midiOf(chord, string);
      if (!this.grips.has(chord)) this.dead(string, atS, PLUCK_LOUD);
      else if (midi !== undefined)
        this.sound(string, {
          ...pluck(atS),
          midi,
          loud: PLUCK_LOUD,
          ringsS: RINGS_S,
          bright: 0.45,
        });
    }
  }

  private note({ note, lastsS }: HeardNote, atS: number): void {
    const { string, fret, how } = note;
    const open = this.openOf(string);
    if (open === undefined) return;
    const lasts = lastsS * this.slower;
    if (how === 'dead') {
      this.dead(string, atS, PLUCK_LOUD);
      return;
    }
    const midi = how === 'harmonic' ? harmonicMidi(open, fret) : open + fret;
    const before = this.ringing.get(string);
    const adjoining = before && atS - before.untilS < ADJOINING_S ? before : undefined;
    const sounds = soundsOf(note, { midi, atS, lasts });
    for (const one of broughtIn(how, { midi, atS, lasts, before: adjoining }, sounds))
      this.sound(string, one);
    this.end(string, { atS, lasts, rings: note.rings === true || note.plucked !== undefined });
  }

  /** A string that is not to ring is damped at the end of its note, unless it is played again just then. */
  private end(
    string: number,
    {
      atS,
      lasts,
      rings,
    }: { readonly atS: number; readonly lasts: number; readonly rings: boolean },
  ): void {
    const now = this.ringing.get(string);
    if (!now) return;
    this.ringing.set(string, { ...now, atS, untilS: atS + lasts });
    if (!rings) this.events.push(this.muteEvent(string, atS + lasts));
  }

  private dead(string: number, atS: number, loud: number): void {
    const midi = this.openOf(string);
    if (midi === undefined) return;
    this.sound(string, { ...pluck(atS), midi, loud: loud * 0.8, ringsS: DEAD_S, bright: 0.2 });
    this.ringing.delete(string);
  }

  private sound(string: number, event: Omit<StringEvent, 'string'>): void {
    this.events.push({ ...event, string });
    this.ringing.set(string, { midi: event.midi, atS: event.atS, untilS: Infinity });
  }

  private mute(string: number, atS: number): void {
    this.events.push(this.muteEvent(string, atS));
    this.ringing.delete(string);
  }

  private muteEvent(string: number, atS: number): StringEvent {
    return { kind: 'mute', atS, string, midi: 0, loud: 0, ringsS: DEAD_S, bright: 0 };
  }

  private openOf(string: number): number | undefined {
    return this.setup.open[this.setup.open.length - string];
  }

  private midiOf(chord: string, string: number): number | undefined {
    const fret = this.grips.get(chord)?.[this.setup.open.length - string];
    const open = this.openOf(string);
    return fret === null || fret === undefined || open === undefined ? undefined : open + fret;
  }
}

/**
 * Turns strokes into what the strings of a guitar do: a down-stroke meets the thick strings first, an
 * up-stroke the thin ones; fingers that leave a string damp it; a hammer, a pull, a slide and a bend need
 * no stroke. In the order of time, in seconds of the clock.
 *
 * @example
 * guideEvents([], { open: [40, 45, 50, 55, 59, 64], grips: [] }, { slower: 1 }) // []
 */
export function guideEvents(
  strokes: readonly HeardStroke[],
  setup: GuideSetup,
  { slower, silencesS = [] }: GuideTiming,
): readonly GuideEvent[] {
  const hands = new Hands(setup, slower);
  const silences = [...silencesS];
  strokes.forEach((stroke, index) => {
    while ((silences[0] ?? Infinity) <= stroke.atS) hands.silence((silences.shift() ?? 0) * slower);
    hands.play(stroke, (strokes[index + 1]?.atS ?? Infinity) * slower);
  });
  for (const atS of silences) hands.silence(atS * slower);
  return withoutVainMutes(hands.events).toSorted((a, b) => a.atS - b.atS);
}

/** Strings of another guitar are counted on from here. */
export const OTHER_GUITAR = 100;
/** The other guitar stands further away. */
const OTHER_LOUD = 0.7;

/**
 * Gives what another guitar does, on strings of its own, so that neither damps the other.
 *
 * @example
 * otherGuitar([]) // []
 */
export function otherGuitar(events: readonly GuideEvent[]): readonly GuideEvent[] {
  return events.map((event) => {
    const loud = event.loud * OTHER_LOUD;
    return event.kind === 'hit'
      ? { ...event, loud }
      : { ...event, loud, string: event.string + OTHER_GUITAR };
  });
}

function harmonicMidi(open: number, fret: number): number {
  const times = HARMONICS[fret];
  return times === undefined ? open + fret + 12 : open + 12 * Math.log2(times);
}

function pluck(atS: number): Pick<StringEvent, 'kind' | 'atS'> {
  return { kind: 'pluck', atS };
}

/** How a note of a riff sounds, however it is brought in. */
function soundsOf(note: HeardNote['note'], { midi, atS, lasts }: PlacedNote): Sounds {
  const open = note.how === 'harmonic' ? 0.85 : 0.5;
  const vibrato = { fromS: atS + Math.min(0.15, lasts / 3), untilS: atS + lasts };
  const ways = bendOf(note.bend, { midi, atS, lasts });
  return {
    midi,
    loud: PLUCK_LOUD,
    ringsS: note.palmMuted ? PALM_S : RINGS_S,
    bright: note.palmMuted ? 0.15 : open,
    ...(ways && { ways }),
    ...(note.vibrato && { vibrato }),
    ...(note.swells && { swellS: lasts * 0.6 }),
  };
}

/** Up to the bent note in the first part of it, and back in the last where it is let down. */
function bendOf(
  bend: HeardNote['note']['bend'],
  { midi, atS, lasts }: PlacedNote,
): readonly PitchWay[] | undefined {
  if (!bend) return undefined;
  const top = midi + bend.quarterTones / 2;
  const fromS = atS + lasts * 0.08;
  const untilS = fromS + Math.min(LONGEST_BEND_S, lasts * 0.35);
  const up = { fromS, untilS, fromMidi: midi, toMidi: top };
  if (!bend.isReleased) return [up];
  const down = { fromS: atS + lasts * 0.6, untilS: atS + lasts * 0.9, fromMidi: top, toMidi: midi };
  return [up, down];
}

/** Plucked, hammered or pulled on a string that rings, slid to from the note before or from nowhere. */
function broughtIn(
  how: HeardNote['note']['how'],
  { midi, atS, lasts, before }: PlacedNote & { readonly before: Ringing | undefined },
  sounds: Sounds,
): readonly Omit<StringEvent, 'string'>[] {
  if (how === 'slid up' || how === 'slid down') {
    if (before) {
      const fromS = atS - Math.min(LONGEST_SLIDE_S, (atS - before.atS) * 0.4);
      const way = { fromS, untilS: atS, fromMidi: before.midi, toMidi: midi };
      const slide = { ...sounds, kind: 'slide', atS: fromS, ways: [way] } as const;
      // The finger that arrives presses the string anew: however little rang before, the note is heard.
      return [slide, { ...sounds, kind: 'fret', atS, loud: sounds.loud * ARRIVING_LOUD }];
    }
    const fromMidi = midi + (how === 'slid up' ? -FROM_NOWHERE : FROM_NOWHERE);
    const untilS = atS + Math.min(LONGEST_SLIDE_S, lasts * 0.3);
    const way = { fromS: atS, untilS, fromMidi, toMidi: midi };
    return [{ ...sounds, ...pluck(atS), ways: [way, ...(sounds.ways ?? [])] }];
  }
  const isFretted = (how === 'hammered' || how === 'pulled off') && before !== undefined;
  return [{ ...sounds, kind: isFretted ? 'fret' : 'pluck', atS }];
}

/** A string that is damped just when it is struck anew is not damped. */
function withoutVainMutes(events: readonly GuideEvent[]): readonly GuideEvent[] {
  const struck = new Map<number, number[]>();
  for (const one of events) {
    if (one.kind === 'hit' || one.kind === 'mute') continue;
    const times = struck.get(one.string) ?? [];
    struck.set(one.string, times);
    times.push(one.atS);
  }
  return events.filter(
    (one) =>
      one.kind !== 'mute' ||
      !(struck.get(one.string) ?? []).some((atS) => Math.abs(atS - one.atS) < ADJOINING_S),
  );
}
