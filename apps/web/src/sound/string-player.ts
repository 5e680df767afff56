import { Injectable, signal } from '@angular/core';
import { animationFrames, Subscription } from 'rxjs';

/** A note that is heard: what sounds, from when, and how long, in seconds. */
export interface HeardNote {
  readonly midi: number;
  readonly atS: number;
  readonly lastsS: number;
  /** Damped at once: a dead or a palm-muted note. */
  readonly isMuted?: boolean;
}

/** What is heard, and when it is over. */
export interface HeardLine {
  readonly notes: readonly HeardNote[];
  readonly lastsS: number;
}

const FIRST_S = 0.1;
const LOUD = 0.25;
const MUTED_S = 0.09;
const TAIL_S = 0.06;
/** What a plucked string keeps of its vibration from round to round. */
const KEPT = 0.996;
const A4 = 69;

function hertz(midi: number): number {
  return 440 * 2 ** ((midi - A4) / 12);
}

/** A plucked string as it sounds, and how fast it is to be played so that it is in tune. */
interface PluckedString {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly rate: number;
}

/**
 * One plucked string: a burst of noise that goes round and is smoothed each time. A round is whole samples
 * and the half one that smoothing takes; what is missing to the note is made up by how fast it is played.
 */
export function pluckedString(midi: number, sampleRate: number, seconds: number): PluckedString {
  const samples = new Float32Array(Math.max(1, Math.ceil(sampleRate * seconds)));
  const period = Math.max(2, Math.round(sampleRate / hertz(midi)));
  // The same noise each time, so that a note sounds alike whenever it is played.
  let seed = 12_345;
  for (let at = 0; at < Math.min(period, samples.length); at += 1) {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    samples[at] = seed / 1_073_741_824 - 1;
  }
  for (let at = period; at < samples.length; at += 1) {
    samples[at] = ((samples[at - period] ?? 0) + (samples[at - period - 1] ?? 0)) * 0.5 * KEPT;
  }
  return { samples, rate: (hertz(midi) * (period + 0.5)) / sampleRate };
}

/** A string that was plucked once, ready to be played again. */
interface Kept {
  readonly buffer: AudioBuffer;
  readonly rate: number;
}

/** Plays single notes on a plain plucked string, once through, on the audio clock. */
@Injectable()
export class StringPlayer {
  private context: AudioContext | undefined;
  private readonly buffers = new Map<number, Kept>();
  private sources: AudioBufferSourceNode[] = [];
  private running = new Subscription();
  private readonly on = signal(false);
  private readonly now = signal(-1);
  readonly isOn = this.on.asReadonly();
  /** Seconds since it began; -1 while nothing sounds. */
  readonly atS = this.now.asReadonly();

  start({ notes, lastsS }: HeardLine): void {
    this.stop();
    const context = (this.context ??= new AudioContext({ latencyHint: 'interactive' }));
    void context.resume();
    const startS = context.currentTime + FIRST_S;
    for (const note of notes) this.pluck(context, startS, note);
    this.on.set(true);
    this.running = animationFrames().subscribe(() => {
      const at = context.currentTime - startS;
      this.now.set(Math.max(0, at));
      if (at > lastsS) this.stop();
    });
  }

  stop(): void {
    this.running.unsubscribe();
    for (const source of this.sources) source.stop();
    this.sources = [];
    this.on.set(false);
    this.now.set(-1);
  }

  close(): void {
    this.stop();
    void this.context?.close();
    this.context = undefined;
  }

  private pluck(
    context: AudioContext,
    startS: number,
    { midi, atS, lastsS, isMuted = false }: HeardNote,
  ): void {
    const source = context.createBufferSource();
    const { buffer, rate } = this.keptOf(context, midi);
    source.buffer = buffer;
    source.playbackRate.value = rate;
    const gain = context.createGain();
    const from = startS + atS;
    const until = from + (isMuted ? MUTED_S : lastsS);
    gain.gain.setValueAtTime(LOUD, from);
    gain.gain.setValueAtTime(LOUD, Math.max(from, until - TAIL_S));
    gain.gain.exponentialRampToValueAtTime(0.0001, until + TAIL_S);
    source.connect(gain).connect(context.destination);
    source.start(from);
    source.stop(until + TAIL_S);
    this.sources.push(source);
  }

  private keptOf(context: AudioContext, midi: number): Kept {
    const known = this.buffers.get(midi);
    if (known) return known;
    const { samples, rate } = pluckedString(midi, context.sampleRate, 3);
    const buffer = context.createBuffer(1, samples.length, context.sampleRate);
    buffer.getChannelData(0).set(samples);
    const kept = { buffer, rate };
    this.buffers.set(midi, kept);
    return kept;
  }
}
