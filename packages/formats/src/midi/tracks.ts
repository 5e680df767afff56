import { parseMidi, type MidiData, type MidiEvent } from 'midi-file';

/** A note of a track, in ticks. */
export interface TrackNote {
  readonly at: number;
  readonly until: number;
  readonly midi: number;
}

/** One voice: a track, or a channel of one. */
export interface Voice {
  readonly id: string;
  readonly name: string;
  readonly isDrums: boolean;
  readonly isGuitar: boolean;
  readonly notes: readonly TrackNote[];
}

/** Something the file says at a moment, in ticks. */
interface At<T> {
  readonly at: number;
  readonly value: T;
}

/** A file sorted by what it says. */
export interface ReadMidi {
  readonly ticksPerQuarter: number;
  readonly format: number;
  readonly tempos: readonly At<number>[];
  readonly meters: readonly At<{ readonly beats: number; readonly unit: number }>[];
  readonly keys: readonly At<string>[];
  readonly markers: readonly At<string>[];
  readonly title: string | undefined;
  readonly copyright: string | undefined;
  readonly voices: readonly Voice[];
  readonly lasts: number;
}

const DRUMS = 9;
const GUITARS = [24, 31] as const;
const FIFTHS = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
const MINORS = ['Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#'];

/** What one track tells, one event after the other. */
class TrackReading {
  private at = 0;
  name = '';
  readonly open = new Map<string, number[]>();
  readonly programs = new Map<number, number>();
  readonly notes = new Map<number, TrackNote[]>();

  constructor(private readonly all: Collected) {}

  read(event: MidiEvent): void {
    this.at += Math.max(0, Number.isFinite(event.deltaTime) ? event.deltaTime : 0);
    if (event.type === 'noteOn' && event.velocity > 0) this.begin(event.channel, event.noteNumber);
    else if (event.type === 'noteOn' || event.type === 'noteOff')
      this.end(event.channel, event.noteNumber);
    else if (event.type === 'programChange') {
      if (!this.programs.has(event.channel)) this.programs.set(event.channel, event.programNumber);
    } else if (event.type === 'trackName') this.name ||= plain(event.text);
    else this.all.say(event, this.at);
  }

  private begin(channel: number, note: number): void {
    const key = `${channel} ${note}`;
    this.open.set(key, [...(this.open.get(key) ?? []), this.at]);
  }

  private end(channel: number, note: number): void {
    const key = `${channel} ${note}`;
    const [from, ...rest] = this.open.get(key) ?? [];
    if (from === undefined) return;
    this.open.set(key, rest);
    const own = this.notes.get(channel) ?? [];
    own.push({ at: from, until: Math.max(this.at, from + 1), midi: note });
    this.notes.set(channel, own);
    this.all.lasts = Math.max(this.all.lasts, this.at);
  }

  /** Notes that were never ended sound until the track ends. */
  close(): void {
    for (const [key, starts] of [...this.open]) {
      const [channel = 0, note = 0] = key.split(' ').map(Number);
      for (const _ of starts) this.end(channel, note);
    }
  }
}

/** What all tracks say together. */
class Collected {
  readonly tempos: At<number>[] = [];
  readonly meters: At<{ beats: number; unit: number }>[] = [];
  readonly keys: At<string>[] = [];
  readonly markers: At<string>[] = [];
  copyright: string | undefined;
  lasts = 0;

  say(event: MidiEvent, at: number): void {
    if (event.type === 'setTempo' && event.microsecondsPerBeat > 0)
      this.tempos.push({ at, value: 60_000_000 / event.microsecondsPerBeat });
    else if (event.type === 'timeSignature')
      this.meters.push({ at, value: { beats: event.numerator, unit: event.denominator } });
    else if (event.type === 'keySignature') {
      const names = event.scale === 1 ? MINORS : FIFTHS;
      const tonic = names[event.key + 7];
      if (tonic) this.keys.push({ at, value: event.scale === 1 ? `${tonic}m` : tonic });
    } else if (event.type === 'marker' && plain(event.text))
      this.markers.push({ at, value: plain(event.text) });
    else if (event.type === 'copyrightNotice') this.copyright ??= plain(event.text);
  }
}

/** Reads a MIDI file; why it cannot be. */
export function readTracks(bytes: Uint8Array): ReadMidi | { readonly why: string } {
  const own = unwrapped(bytes);
  if (String.fromCharCode(...own.subarray(0, 4)) !== 'MThd')
    return { why: 'It is no MIDI file: it does not begin as one.' };
  let data: MidiData;
  try {
    data = parseMidi(own);
  } catch (error) {
    return {
      why: `The MIDI file is damaged: ${String(error).slice(0, 100)}. Export it once more.`,
    };
  }
  const { format, ticksPerBeat, framesPerSecond } = data.header;
  if (framesPerSecond !== undefined || !ticksPerBeat)
    return {
      why: 'It counts frames of a film, not beats. Export it with beats (ticks a quarter).',
    };
  if (format > 1)
    return {
      why: 'It holds several pieces that do not belong together (format 2). Export one of them.',
    };
  const all = new Collected();
  const tracks = data.tracks.map((events) => {
    const track = new TrackReading(all);
    for (const event of events) track.read(event);
    track.close();
    return track;
  });
  const hasNotes = (track: TrackReading): boolean => track.notes.size > 0;
  const [first] = tracks;
  return {
    format,
    ticksPerQuarter: ticksPerBeat,
    lasts: all.lasts,
    copyright: all.copyright,
    tempos: sorted(all.tempos),
    meters: sorted(all.meters),
    keys: sorted(all.keys),
    markers: sorted(all.markers),
    title: first && !hasNotes(first) && first.name ? first.name : undefined,
    voices: tracks.flatMap(voicesOf),
  };
}

function plain(text: string): string {
  return [...text]
    .filter((sign) => sign >= ' ')
    .join('')
    .trim();
}

function voicesOf(track: TrackReading, place: number): readonly Voice[] {
  const channels = [...track.notes.keys()];
  return channels.map((channel) => {
    const program = track.programs.get(channel) ?? 0;
    const isDrums = channel === DRUMS;
    const name = track.name || `Track ${place + 1}`;
    return {
      id: channels.length > 1 ? `${place + 1}.${channel + 1}` : String(place + 1),
      name: channels.length > 1 ? `${name}, channel ${channel + 1}` : name,
      isDrums,
      isGuitar:
        !isDrums &&
        ((program >= GUITARS[0] && program <= GUITARS[1]) || /guit|gtr|gitar/i.test(name)),
      notes: (track.notes.get(channel) ?? []).toSorted((a, b) => a.at - b.at || b.midi - a.midi),
    };
  });
}

/** The file inside a wrapper some systems put about it. */
function unwrapped(bytes: Uint8Array): Uint8Array {
  const isWrapped =
    bytes[0] === 0x52 && bytes[1] === 0x49 && bytes[8] === 0x52 && bytes[9] === 0x4d;
  return isWrapped ? bytes.subarray(20) : bytes;
}

function sorted<T>(all: readonly At<T>[]): readonly At<T>[] {
  return all.toSorted((a, b) => a.at - b.at);
}
