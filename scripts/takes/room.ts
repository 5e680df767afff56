// Puts a dry take into a room: echo, noise, hum, a click that bleeds in, too loud or too quiet.
import seedrandom from 'seedrandom';
import { SAMPLE_RATE } from './sampled';
import type { Room } from './recipes';

const HUM_HERTZ = 50;
const HUM_PARTS = [1, 2, 3, 5];
const CLICK_S = 0.05;
const CLICK_FADES = 70;
const FIRST_CLICK_S = 0.5;
/** No recording is without any noise. */
const LEAST_NOISE = 0.0004;

/** A few dozen echoes that die away, and not a whole convolution: a room at a thousandth of the work. */
function echoed(dry: Float32Array, { echo, echoS }: Room, random: () => number): Float32Array {
  const out = dry.slice();
  for (let tap = 0; tap < 60; tap += 1) {
    const laterS = 0.003 + echoS * random() ** 1.5;
    const gain = echo * (random() * 2 - 1) * Math.exp((-4 * laterS) / echoS) * 0.6;
    const later = Math.round(laterS * SAMPLE_RATE);
    for (let at = later; at < out.length; at += 1)
      out[at] = (out[at] ?? 0) + gain * (dry[at - later] ?? 0);
  }
  return out;
}

function loudnessOf(sound: Float32Array): number {
  return Math.sqrt(sound.reduce((sum, one) => sum + one * one, 0) / Math.max(1, sound.length));
}

function addNoise(out: Float32Array, loud: number, random: () => number): void {
  for (let at = 0; at < out.length; at += 1)
    out[at] = (out[at] ?? 0) + loud * (random() + random() + random() - 1.5) * 2;
}

function addHum(out: Float32Array, loud: number): void {
  for (const part of HUM_PARTS) {
    const step = (2 * Math.PI * HUM_HERTZ * part) / SAMPLE_RATE;
    for (let at = 0; at < out.length; at += 1)
      out[at] = (out[at] ?? 0) + (loud / part) * Math.sin(step * at + part);
  }
}

function addClick(out: Float32Array, { hertz, loud, everyS }: NonNullable<Room['click']>): void {
  const last = out.length / SAMPLE_RATE;
  for (let beat = 0; FIRST_CLICK_S + beat * everyS < last; beat += 1) {
    const start = Math.round((FIRST_CLICK_S + beat * everyS) * SAMPLE_RATE);
    const pitch = beat % 4 === 0 ? hertz * 1.5 : hertz;
    for (let at = 0; at < CLICK_S * SAMPLE_RATE && start + at < out.length; at += 1) {
      const seconds = at / SAMPLE_RATE;
      const sound = Math.cos(2 * Math.PI * pitch * seconds) * Math.exp(-CLICK_FADES * seconds);
      out[start + at] = (out[start + at] ?? 0) + loud * sound;
    }
  }
}

/** Gives a take as it is recorded in a room; the same for the same seed. */
export function recordedIn(dry: Float32Array, room: Room, seed: string): Float32Array<ArrayBuffer> {
  const random = seedrandom(`room ${seed}`);
  const wet = echoed(dry, room, random);
  const most = wet.reduce((top, one) => Math.max(top, Math.abs(one)), 1e-9);
  const out = wet.map((one) => one / most);
  const loud = loudnessOf(out);
  addNoise(out, loud * 10 ** (-(room.noiseDb ?? 60) / 20), random);
  if (room.humDb !== undefined) addHum(out, loud * 10 ** (-room.humDb / 20));
  if (room.click) addClick(out, room.click);
  return Float32Array.from(
    out,
    (one) =>
      Math.max(-1, Math.min(1, one * room.peak)) + LEAST_NOISE * room.peak * (random() - 0.5),
  );
}
