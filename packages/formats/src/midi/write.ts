import { writeMidi as writeEvents, type MidiEvent } from 'midi-file';
import { songScore, type GuideScore } from '@harvu/core/guide';
import type { SongDocument } from '@harvu/core/song';
import { timelineOf, type Occurrence, type PlayedBar } from '@harvu/core/timeline';
import type { WrittenFile } from '../out/file';
import { lostOf } from '../out/lost';

/** What a file is called inside. */
export interface MidiCredits {
  readonly title?: string;
}

const TICKS_A_QUARTER = 480;
const GUITAR_PROGRAM = 25;
const GUITAR_CHANNEL = 0;
const DRUM_CHANNEL = 9;
const CLICK_NOTES = { bar: 76, beat: 77 } as const;
const CLICK_TICKS = 60;
const STRUM_LOUD = 84;
const NOTE_LOUD = 92;

/** An event at a moment, in ticks; of two at once the one of lower order comes first. */
interface PlacedEvent {
  readonly at: number;
  readonly order: number;
  readonly event: Omit<MidiEvent, 'deltaTime'>;
}

/** Seconds as ticks: within a bar time runs evenly. */
class Clock {
  private readonly ticks: number[] = [];
  readonly endsAt: number;

  constructor(
    readonly bars: readonly PlayedBar[],
    private readonly lastsS: number,
  ) {
    let at = 0;
    for (const bar of bars) {
      this.ticks.push(at);
      at += ticksOf(bar);
    }
    this.endsAt = at;
  }

  startOf(bar: number): number {
    return this.ticks[bar] ?? this.endsAt;
  }

  /** How long a bar lasts, in seconds. */
  lengthOf(bar: number): number {
    const starts = this.bars[bar]?.startsAt ?? 0;
    return (this.bars[bar + 1]?.startsAt ?? this.lastsS) - starts;
  }

  at(atS: number): number {
    const bar = Math.max(0, this.barAt(atS));
    const into = atS - (this.bars[bar]?.startsAt ?? 0);
    const own = this.bars[bar];
    const share = into / Math.max(1e-6, this.lengthOf(bar));
    return Math.round(this.startOf(bar) + share * (own ? ticksOf(own) : 0));
  }

  private barAt(atS: number): number {
    let [low, high] = [0, this.bars.length];
    while (low < high) {
      const middle = Math.floor((low + high) / 2);
      if ((this.bars[middle]?.startsAt ?? 0) <= atS + 1e-6) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }
}

/**
 * Writes a song as a MIDI file of format 1: tempo map, meters and sections, the click, and what the guide
 * guitar plays. What MIDI has no place for is told.
 *
 * @example
 * writeMidi(readChart('[A]\n| G |').song).bytes[0] // 77
 */
export function writeMidi(song: SongDocument, { title = 'Song' }: MidiCredits = {}): WrittenFile {
  const score = songScore(song);
  const { occurrences, lasts } = timelineOf(song);
  const clock = new Clock(
    occurrences.flatMap(({ bars }) => bars),
    lasts,
  );
  const named = (name: string): PlacedEvent => meta(0, { type: 'trackName', text: name });
  const program: PlacedEvent = {
    at: 0,
    order: 1,
    event: {
      type: 'programChange',
      channel: GUITAR_CHANNEL,
      programNumber: GUITAR_PROGRAM,
    } as MidiEvent,
  };
  const tracks = [
    track(conductor(clock, occurrences, plain(title))),
    track([named('Click'), ...clicks(clock, score)]),
    track([named('Guitar'), program, ...guide(clock, score)]),
  ];
  const header = { format: 1 as const, numTracks: tracks.length, ticksPerBeat: TICKS_A_QUARTER };
  const lost = lostOf(
    song,
    ['layers', 'sound', 'clock', 'others', 'open', 'grips', 'doubts', 'beside'],
    'MIDI holds what sounds, and nothing else',
  );
  return { bytes: Uint8Array.from(writeEvents({ header, tracks })), lost };
}

function ticksOf({ beats, meter }: PlayedBar): number {
  return Math.round((beats * TICKS_A_QUARTER * 4) / meter.unit);
}

function note(
  at: number,
  until: number,
  key: { number: number; channel: number; loud: number },
): readonly PlacedEvent[] {
  const { number, channel, loud } = key;
  return [
    {
      at,
      order: 2,
      event: { type: 'noteOn', channel, noteNumber: number, velocity: loud } as MidiEvent,
    },
    {
      at: Math.max(at + 1, until),
      order: 1,
      event: { type: 'noteOff', channel, noteNumber: number, velocity: 0 } as MidiEvent,
    },
  ];
}

function meta(at: number, event: object): PlacedEvent {
  return { at, order: 0, event: { ...event, meta: true } as unknown as MidiEvent };
}

/** The tempo map, the meters and the names of sections. */
function conductor(
  clock: Clock,
  occurrences: readonly Occurrence[],
  title: string,
): readonly PlacedEvent[] {
  const events: PlacedEvent[] = [meta(0, { type: 'trackName', text: title })];
  let [tempo, meter] = [0, ''];
  clock.bars.forEach((bar, at) => {
    const quarters = (bar.beats * 4) / bar.meter.unit;
    const microseconds = Math.round((clock.lengthOf(at) / Math.max(1e-6, quarters)) * 1e6);
    const starts = clock.startOf(at);
    // Bars of another length than the meter's have one of their own.
    const written = `${bar.beats}/${bar.meter.unit}`;
    if (written !== meter && Number.isInteger(bar.beats))
      events.push(
        meta(starts, {
          type: 'timeSignature',
          numerator: bar.beats,
          denominator: bar.meter.unit,
          metronome: 24,
          thirtyseconds: 8,
        }),
      );
    if (Math.abs(microseconds - tempo) > 1)
      events.push(meta(starts, { type: 'setTempo', microsecondsPerBeat: microseconds }));
    [tempo, meter] = [microseconds, written];
  });
  let bar = 0;
  for (const { name, bars } of occurrences) {
    events.push(meta(clock.startOf(bar), { type: 'marker', text: plain(name) }));
    bar += bars.length;
  }
  return events;
}

/** Text in a MIDI file has no letters beyond those of old. */
function plain(text: string): string {
  return [...text.normalize('NFD')].filter((sign) => sign >= ' ' && sign <= '~').join('');
}

function clicks(clock: Clock, score: GuideScore): readonly PlacedEvent[] {
  return score.clicks.flatMap(({ atS, weight }) => {
    const at = clock.at(atS);
    const number = weight === 'bar' ? CLICK_NOTES.bar : CLICK_NOTES.beat;
    return note(at, at + CLICK_TICKS, { number, channel: DRUM_CHANNEL, loud: 80 });
  });
}

/** What the guide plays: strings of a grip as they are struck, notes of a riff as they are. */
function guide(clock: Clock, score: GuideScore): readonly PlacedEvent[] {
  const { open, grips } = score.setup;
  const held = new Map(grips.map(({ name, grip }) => [name, grip]));
  const strokes = score.strokes;
  return strokes.flatMap((stroke, index) => {
    const at = clock.at(stroke.atS);
    if (stroke.notes)
      return stroke.notes.flatMap(({ note: own, lastsS }) => {
        const number = (open[open.length - own.string] ?? 40) + own.fret;
        return note(at, clock.at(stroke.atS + lastsS), {
          number,
          channel: GUITAR_CHANNEL,
          loud: NOTE_LOUD,
        });
      });
    const grip = held.get(stroke.chord);
    const until = clock.at(strokes[index + 1]?.atS ?? score.lastsS);
    return stroke.strings.flatMap((string) => {
      const fret = grip?.[open.length - string];
      const base = open[open.length - string];
      if (fret === null || fret === undefined || base === undefined) return [];
      return note(at, until, { number: base + fret, channel: GUITAR_CHANNEL, loud: STRUM_LOUD });
    });
  });
}

function track(placed: readonly PlacedEvent[]): MidiEvent[] {
  let last = 0;
  const events = placed
    .toSorted((a, b) => a.at - b.at || a.order - b.order)
    .map(({ at, event }) => {
      const deltaTime = at - last;
      last = at;
      return { ...event, deltaTime } as MidiEvent;
    });
  return [...events, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
}
