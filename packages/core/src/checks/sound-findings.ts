import { echoesIn, isEchoOff, writeEffects } from '../sound';
import { settledFrame, type SongDocument } from '../song';
import { createFinding, type Finding } from './finding';

/**
 * Finds echoes whose time fits no note value at the song's tempo. Empty when all fit, or none is said.
 *
 * @example
 * soundFindings(readChart('tempo: 88\nsound: echo 380 ms').song).map((one) => one.code) // ['echo-time']
 */
export function soundFindings(song: SongDocument): readonly Finding[] {
  const { tempo, meter } = settledFrame(song);
  // The tempo counts beats of the meter; note values are told in quarters.
  const bpm = (tempo * 4) / meter.unit;
  return echoesIn(song.frame.sound ?? [], { bpm })
    .filter(isEchoOff)
    .map((echo) => {
      const { effect, ms, noteValue, exactMs, offPercent } = echo;
      const off = `${Math.abs(offPercent)} % too ${offPercent > 0 ? 'long' : 'short'}`;
      const sound = (song.frame.sound ?? []).map((one) =>
        one.name === effect
          ? {
              ...one,
              settings: one.settings.map((set) =>
                set.unit === 'ms' || set.unit === 's'
                  ? { ...set, value: Math.round(exactMs), unit: 'ms' }
                  : set,
              ),
            }
          : one,
      );
      return createFinding('echo-time', {
        place: { kind: 'frame' },
        cause: [effect, ms, tempo],
        message: `The ${effect} of ${ms} ms fits no note value at ${tempo}: the nearest is the ${noteValue}, ${exactMs} ms, and it is ${off}.`,
        remedies: [
          {
            label: `Take ${Math.round(exactMs)} ms`,
            commands: [{ kind: 'set-frame', field: 'sound', text: writeEffects(sound) }],
          },
        ],
      });
    });
}
