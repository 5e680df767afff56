// Plays a recipe on the sampled guitars of a small sound font, through its usual renderer.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeMidi, type MidiEvent, type MidiNoteOffEvent, type MidiNoteOnEvent } from 'midi-file';
import wavefile from 'wavefile';
import type { PlayedNote, Recipe } from './recipes';

export const SAMPLE_RATE = 44_100;
const SOUND_FONT = '/usr/share/sounds/sf2/TimGM6mb.sf2';
const TICKS_A_SECOND = 1000;
/** Soft strings, as the General MIDI list counts from 0. */
const BESIDE_PROGRAM = 48;

interface Timed {
  readonly atS: number;
  readonly event: MidiNoteOnEvent | MidiNoteOffEvent;
}

/** On a channel a string, so that one string does not end another that sounds the same. */
function eventsOf(notes: readonly PlayedNote[], channel: number): readonly Timed[] {
  return notes.flatMap(({ atS, lastsS, midi, loud }) => [
    { atS, event: { deltaTime: 0, type: 'noteOn', channel, noteNumber: midi, velocity: loud } },
    {
      atS: atS + lastsS,
      event: { deltaTime: 0, type: 'noteOff', channel, noteNumber: midi, velocity: 0 },
    },
  ]);
}

function trackOf(recipe: Recipe): MidiEvent[] {
  const timed = [...eventsOf(recipe.notes, 0), ...eventsOf(recipe.beside, 1)];
  // A note ends before the next of the same pitch begins.
  timed.sort((a, b) => a.atS - b.atS || a.event.type.localeCompare(b.event.type));
  let before = 0;
  const played = timed.map(({ atS, event }): MidiEvent => {
    const tick = Math.max(before, Math.round(atS * TICKS_A_SECOND));
    const deltaTime = tick - before;
    before = tick;
    return { ...event, deltaTime };
  });
  return [
    { deltaTime: 0, type: 'setTempo', microsecondsPerBeat: 1_000_000 },
    { deltaTime: 0, type: 'programChange', channel: 0, programNumber: recipe.program },
    { deltaTime: 0, type: 'programChange', channel: 1, programNumber: BESIDE_PROGRAM },
    ...played,
    { deltaTime: 0, type: 'endOfTrack' },
  ];
}

/** Plays a recipe dry, as one channel from −1 to 1; fails where the renderer or its sound font is missing. */
export function playSampled(recipe: Recipe): Float32Array<ArrayBuffer> {
  const folder = mkdtempSync(join(tmpdir(), 'take-'));
  try {
    const [midi, wav] = [join(folder, 'take.mid'), join(folder, 'take.wav')];
    const data = {
      header: { format: 0 as const, numTracks: 1, ticksPerBeat: TICKS_A_SECOND },
      tracks: [trackOf(recipe)],
    };
    writeFileSync(midi, Uint8Array.from(writeMidi(data)));
    const args = ['-ni', '-q', '-R', '0', '-C', '0', '-r', String(SAMPLE_RATE), '-F', wav];
    const done = spawnSync('fluidsynth', [...args, SOUND_FONT, midi], { encoding: 'utf8' });
    if (done.status !== 0) throw new Error(`fluidsynth: ${done.stderr}${String(done.error ?? '')}`);
    const file = new wavefile.WaveFile(readFileSync(wav));
    const [left, right] = file.getSamples(false, Int16Array) as unknown as [Int16Array, Int16Array];
    return Float32Array.from(left, (one, at) => (one + (right[at] ?? 0)) / 65_536);
  } finally {
    rmSync(folder, { recursive: true });
  }
}
