import { parseMidi, writeMidi as writeEvents, type MidiEvent } from 'midi-file';
import { readChart } from '@harvu/core/chart';
import { timelineOf } from '@harvu/core/timeline';
import { readMidi, writeMidi } from '../index';
import { guessChord } from './chords';

const QUARTER = 480;
type Event = Omit<MidiEvent, 'deltaTime'> & { readonly at: number };

/** A file of format 0 from events at their ticks. */
function fileOf(events: readonly Event[], header: object = {}): Uint8Array {
  let last = 0;
  const track = events
    .toSorted((a, b) => a.at - b.at)
    .map(({ at, ...event }) => {
      const deltaTime = at - last;
      last = at;
      return { ...event, deltaTime } as MidiEvent;
    });
  const end = { deltaTime: 0, type: 'endOfTrack', meta: true } as MidiEvent;
  const all = { format: 0, numTracks: 1, ticksPerBeat: QUARTER, ...header } as never;
  return Uint8Array.from(writeEvents({ header: all, tracks: [[...track, end]] }));
}

const meta = (at: number, event: object): Event =>
  ({ at, meta: true, ...event }) as unknown as Event;
const note = (at: number, until: number, key: number | [number, number]): readonly Event[] => {
  const [noteNumber, channel] = typeof key === 'number' ? [key, 0] : key;
  return [
    { at, type: 'noteOn', channel, noteNumber, velocity: 80 } as unknown as Event,
    { at: until, type: 'noteOff', channel, noteNumber, velocity: 0 } as unknown as Event,
  ];
};
const program = (number: number, channel = 0): Event =>
  ({ at: 0, type: 'programChange', channel, programNumber: number }) as unknown as Event;

/** Chords of whole bars, held. */
function held(...chords: readonly (readonly number[])[]): readonly Event[] {
  const bar = 4 * QUARTER;
  return chords.flatMap((tones, at) => tones.flatMap((one) => note(at * bar, (at + 1) * bar, one)));
}

describe('a MIDI file that is read', () => {
  it('has its chords guessed from the notes, each of which needs listening', () => {
    const { song, guessed } = readMidi(
      fileOf(held([45, 57, 60, 64], [41, 57, 60, 65], [48, 55, 60, 64], [43, 55, 59, 62, 65])),
    );
    expect(song).toContain('| Am? | F? | C? | G7? |');
    expect(guessed.map((one) => one.what).join()).toContain('listen to each');
  });

  it('has the chord of each half of a bar where they differ', () => {
    const half = 2 * QUARTER;
    const events = [48, 52, 55].flatMap((one) => note(0, half, one));
    const more = [43, 47, 50].flatMap((one) => note(half, 2 * half, one));
    expect(readMidi(fileOf([...events, ...more])).song).toContain('| C? G? |');
  });

  it('has its meters, tempi, marks and key', () => {
    const bar = 4 * QUARTER;
    const { song, kept } = readMidi(
      fileOf([
        meta(0, { type: 'setTempo', microsecondsPerBeat: 750_000 }),
        meta(0, { type: 'keySignature', key: -1, scale: 1 }),
        meta(0, { type: 'marker', text: 'Verse' }),
        meta(bar, { type: 'marker', text: 'Chorus' }),
        meta(bar, { type: 'setTempo', microsecondsPerBeat: 500_000 }),
        meta(bar, {
          type: 'timeSignature',
          numerator: 3,
          denominator: 4,
          metronome: 24,
          thirtyseconds: 8,
        }),
        ...held([48, 52, 55]),
        ...[45, 48, 52].flatMap((one) => note(bar, bar + 3 * QUARTER, one)),
      ]),
    );
    for (const line of ['tempo: 80', 'key: Dm', '[Verse]', '[Chorus] meter 3/4 tempo 120'])
      expect(song).toContain(line);
    expect(kept).toEqual(jasmine.objectContaining({ tempi: 2, meters: 1, markers: 2, bars: 2 }));
    expect(readChart(song ?? '').faults).toEqual([]);
  });

  it('lasts as long as it did where meters of other units meet', () => {
    const bar = 4 * QUARTER;
    const time = (from: number, numerator: number, denominator: number): Event =>
      meta(from, {
        type: 'timeSignature',
        numerator,
        denominator,
        metronome: 24,
        thirtyseconds: 8,
      });
    const { song } = readMidi(
      fileOf([
        ...[time(0, 4, 4), time(2 * bar, 6, 8)],
        meta(0, { type: 'setTempo', microsecondsPerBeat: 500_000 }),
        meta(bar, { type: 'setTempo', microsecondsPerBeat: 1_000_000 }),
        ...held([48, 52, 55], [43, 47, 50]),
        ...[45, 48, 52].flatMap((one) => note(2 * bar, 2 * bar + 3 * QUARTER, one)),
      ]),
    );
    expect(timelineOf(readChart(song ?? '').song).lasts).toBeCloseTo(2 + 4 + 3, 2);
  });

  it('has a line of the guitar as a riff, its rhythm rounded to what was meant', () => {
    const off = [0, 9, -11, 7, 12, -6];
    const line = [57, 60, 62, 64, 62, 60].flatMap((one, at) => {
      const from = Math.max(0, at * (QUARTER / 2) + (off[at] ?? 0));
      return note(from, from + QUARTER / 2 - 10, one);
    });
    const { song } = readMidi(fileOf([program(27), ...line]));
    expect(song).toContain('riff line-1 4/4: 3: 2 2: 1 3 1: 0 2: 3 1 - -');
  });

  it('takes strummed chords for chords, drums for nothing, and says what it left', () => {
    const strummed = readMidi(fileOf([program(25), ...held([43, 50, 55, 59, 62, 67])]));
    expect(strummed.kept['riffs']).toBe(0);
    expect(strummed.guessed.map((one) => one.what)).toContain(
      'strummed chords stand in the bars, and are no riffs',
    );
    expect(readMidi(fileOf(note(0, 100, [36, 9]))).lost[0]?.why).toContain('no notes');
  });

  it('takes the track that is asked for', () => {
    const two = fileOf([...note(0, QUARTER, 60), ...note(0, QUARTER, [64, 1])]);
    expect(readMidi(two).parts?.map((one) => [one.id, one.taken])).toEqual([
      ['1.1', false],
      ['1.2', false],
    ]);
    expect(readMidi(two, { part: '1.2' }).song).toContain('riff line-1 4/4: 1: 0');
  });

  it('has few tempi: a hand that breathes is told, not kept', () => {
    const tempi = Array.from({ length: 20 }, (_, at) =>
      meta(at * 4 * QUARTER, {
        type: 'setTempo',
        microsecondsPerBeat: 500_000 + (at % 2) * 90_000,
      }),
    );
    const { song, lost } = readMidi(
      fileOf([...tempi, ...held(...Array.from({ length: 20 }, () => [48, 52, 55]))]),
    );
    expect(song).not.toContain('] tempo');
    expect(lost[0]).toEqual(jasmine.objectContaining({ what: 'tempo' }));
  });

  const frames = (): Uint8Array => {
    const bytes = fileOf(note(0, 100, 60));
    bytes.set([0xe7, 0x28], 12);
    return bytes;
  };
  const REFUSED: readonly (readonly [what: string, bytes: () => Uint8Array, why: RegExp])[] = [
    ['nothing', () => new Uint8Array(0), /no MIDI file/],
    ['one that counts frames of a film', frames, /frames of a film/],
    ['one of format 2', () => fileOf(note(0, 100, 60), { format: 2 }), /format 2/],
    ['one without notes', () => fileOf([]), /no notes/],
  ];
  for (const [what, bytes, why] of REFUSED)
    it(`is refused with the reason: ${what}`, () => {
      const read = readMidi(bytes());
      expect(read.song).toBeNull();
      expect(read.lost[0]?.why).toMatch(why);
    });

  it('survives being cut off, or having bytes changed, at any place', () => {
    const whole = fileOf([program(27), ...held([48, 52, 55], [43, 47, 50])]);
    for (let at = 0; at < whole.length; at += 3) {
      expect(() => readMidi(whole.slice(0, at))).not.toThrow();
      const changed = whole.slice();
      changed[at] = 0xff;
      expect(() => readMidi(changed)).not.toThrow();
    }
  });
});

describe('a chord guessed from notes', () => {
  const weighed = (...midi: readonly number[]) => midi.map((one) => ({ midi: one, weight: 1 }));
  const FACTS: readonly (readonly [notes: readonly number[], name: string | undefined])[] = [
    [[40, 47, 52, 55, 59, 64], 'Em'],
    [[43, 47, 50, 53], 'G7'],
    [[38, 45, 50, 57], 'D5'],
    [[45, 52, 57, 59, 64], 'Asus2'],
    [[60], undefined],
    [[60, 61, 62, 63, 64, 65], undefined],
    [[], undefined],
  ];
  for (const [notes, name] of FACTS)
    it(`is ${name ?? 'none'} for ${notes.join(' ') || 'nothing'}`, () => {
      expect(guessChord(weighed(...notes))).toBe(name);
    });
});

describe('a song written as MIDI', () => {
  const { song } = readChart(
    'tempo: 90\nmeter: 4/4\n[Verse]\n| G | D |\n[Chorus] meter 3/4 tempo 60\n| C |\ngrip G: 320003\ngrip D: xx0232\ngrip C: x32010',
  );
  const midi = parseMidi(writeMidi(song, { title: 'Löck' }).bytes);
  const all = midi.tracks.flatMap((track) => {
    let at = 0;
    return track.map((event) => ({ ...event, at: (at += event.deltaTime) }));
  });

  it('has its tempo map, its meters and its sections', () => {
    const told = all.flatMap((event) =>
      event.type === 'setTempo'
        ? [`${event.at} ${event.microsecondsPerBeat}`]
        : event.type === 'timeSignature'
          ? [`${event.at} ${event.numerator}/${event.denominator}`]
          : event.type === 'marker'
            ? [`${event.at} ${event.text}`]
            : [],
    );
    expect(told.toSorted()).toEqual(
      [
        ...['0 4/4', '0 666667', '0 Verse'],
        ...['3840 3/4', '3840 1000000', '3840 Chorus'],
      ].toSorted(),
    );
    expect(midi.header).toEqual(
      jasmine.objectContaining({ format: 1, numTracks: 3, ticksPerBeat: 480 }),
    );
  });

  it('clicks on each beat, and strums the strings of the grips in time', () => {
    const clicks = all.filter((one) => one.type === 'noteOn' && one.channel === 9);
    expect(clicks.map((one) => one.at)).toEqual(
      [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map((beat) => beat * 480),
    );
    const first = all.flatMap((one) =>
      one.type === 'noteOn' && one.channel === 0 && one.at < 100 ? [one.noteNumber] : [],
    );
    expect(first.toSorted((a, b) => a - b)).toEqual([43, 47, 50, 55, 59, 67]);
    const open = new Map<number, number>();
    for (const one of all)
      if (one.type === 'noteOn' || one.type === 'noteOff')
        open.set(
          one.noteNumber,
          (open.get(one.noteNumber) ?? 0) + (one.type === 'noteOn' ? 1 : -1),
        );
    expect([...open.values()].every((count) => count === 0)).toBeTrue();
  });

  it('comes back with the same chords', () => {
    expect(readMidi(writeMidi(song).bytes).song).toContain('| G? | D? |');
  });

  it('is a file for a song with nothing in it, too', () => {
    expect(parseMidi(writeMidi(readChart('').song).bytes).tracks.length).toBe(3);
  });
});
