import { Injectable, signal } from '@angular/core';
import { Guitar } from '@harvu/core/guide';
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
const LOUD = 0.35;
const TAIL_S = 0.06;
/** A string rings so long at most. */
const RINGS_S = 3;
const MUTED_S = 0.09;

/** Plays single notes on the guide guitar, once through, on the audio clock. */
@Injectable()
export class StringPlayer {
  private context: AudioContext | undefined;
  private readonly buffers = new Map<string, AudioBuffer>();
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
    source.buffer = this.pluckedOn(context, midi, isMuted);
    const gain = context.createGain();
    const from = startS + atS;
    const until = from + (isMuted ? MUTED_S : Math.min(lastsS, RINGS_S));
    gain.gain.setValueAtTime(LOUD, from);
    gain.gain.setValueAtTime(LOUD, Math.max(from, until - TAIL_S));
    gain.gain.exponentialRampToValueAtTime(0.0001, until + TAIL_S);
    source.connect(gain).connect(context.destination);
    source.start(from);
    source.stop(until + TAIL_S);
    this.sources.push(source);
  }

  /** A string that was plucked once is kept, ready to be played again. */
  private pluckedOn(context: AudioContext, midi: number, isMuted: boolean): AudioBuffer {
    const key = `${midi} ${isMuted}`;
    const known = this.buffers.get(key);
    if (known) return known;
    const guitar = new Guitar(context.sampleRate, midi);
    const how = isMuted ? { ringsS: MUTED_S, bright: 0.2 } : { ringsS: 4, bright: 0.5 };
    guitar.put([{ kind: 'pluck', atS: 0, string: 1, midi, loud: 0.9, ...how }]);
    const samples = new Float32Array(Math.ceil(context.sampleRate * RINGS_S));
    guitar.take(samples);
    const buffer = context.createBuffer(1, samples.length, context.sampleRate);
    buffer.copyToChannel(samples, 0);
    this.buffers.set(key, buffer);
    return buffer;
  }
}
