import { Injectable, signal } from '@angular/core';
import { slotTimes, type Feel, type Pattern, type Slot } from '@harvu/core/rhythm';
import { animationFrames, interval, startWith, Subscription } from 'rxjs';

/** What is heard: a pattern on one muted chord, looped, with a click on the beats. */
export interface Heard {
  readonly pattern: Pattern;
  readonly feel: Feel;
  readonly bpm: number;
}

const LOOK_MS = 25;
const AHEAD_S = 0.15;
const FIRST_S = 0.12;
const LOUD = 0.22;
const CLICK_LOUD = 0.08;

/** A strum of muted strings is a burst of noise; up-strokes are shorter and higher. */
function burstOf(slot: Slot): {
  readonly hz: number;
  readonly lastsS: number;
  readonly loud: number;
} {
  if (slot.kind === 'strum') {
    const isDown = slot.direction === 'down';
    const loud = (slot.accent ? 1.6 : 1) * (isDown ? 1 : 0.75);
    return { hz: isDown ? 900 : 1700, lastsS: isDown ? 0.09 : 0.06, loud };
  }
  return slot.kind === 'hit'
    ? { hz: 320, lastsS: 0.05, loud: 1.4 }
    : { hz: 1300, lastsS: 0.05, loud: 0.8 };
}

/** Plays a pattern over and over on the audio clock; every time is worked out from the start. */
@Injectable()
export class PatternPlayer {
  private context: AudioContext | undefined;
  private noise: AudioBuffer | undefined;
  private running = new Subscription();
  private readonly sounding = signal(-1);
  private readonly on = signal(false);
  /** The slot that sounds now; -1 while nothing does. */
  readonly slot = this.sounding.asReadonly();
  readonly isOn = this.on.asReadonly();

  start(heard: Heard): void {
    this.stop();
    const context = (this.context ??= new AudioContext({ latencyHint: 'interactive' }));
    void context.resume();
    const { pattern, feel, bpm } = heard;
    const times = slotTimes(pattern, feel).map((beat) => (beat * 60) / bpm);
    const roundS = (pattern.meter.beats * pattern.bars * 60) / bpm;
    const startS = context.currentTime + FIRST_S;
    let next = 0;
    const timeOf = (slot: number): number =>
      startS + Math.floor(slot / times.length) * roundS + (times[slot % times.length] ?? 0);
    const schedule = (): void => {
      for (; timeOf(next) < context.currentTime + AHEAD_S; next++) {
        const slot = pattern.slots[next % times.length];
        if (slot && slot.kind !== 'rest') this.strike(context, timeOf(next), slot);
        const perBeat = pattern.slotsPerBar / pattern.meter.beats;
        if (next % perBeat === 0) this.click(context, timeOf(next));
      }
    };
    const show = (): void => {
      const now = (context.currentTime - startS) % roundS;
      this.sounding.set(now < 0 ? -1 : times.findLastIndex((time) => time <= now + 1e-6));
    };
    this.running = interval(LOOK_MS).pipe(startWith(0)).subscribe(schedule);
    this.running.add(animationFrames().subscribe(show));
    this.on.set(true);
  }

  stop(): void {
    this.running.unsubscribe();
    this.sounding.set(-1);
    this.on.set(false);
  }

  close(): void {
    this.stop();
    void this.context?.close();
    this.context = undefined;
  }

  private strike(context: AudioContext, atS: number, slot: Slot): void {
    const { hz, lastsS, loud } = burstOf(slot);
    const source = context.createBufferSource();
    source.buffer = this.noise ??= this.makeNoise(context);
    const filter = context.createBiquadFilter();
    filter.type = 'bandpass';
    filter.frequency.value = hz;
    const gain = context.createGain();
    gain.gain.setValueAtTime(LOUD * loud, atS);
    gain.gain.exponentialRampToValueAtTime(0.0001, atS + lastsS);
    source.connect(filter).connect(gain).connect(context.destination);
    source.start(atS, 0, lastsS);
  }

  private click(context: AudioContext, atS: number): void {
    const tone = context.createOscillator();
    const gain = context.createGain();
    tone.frequency.value = 880;
    gain.gain.setValueAtTime(CLICK_LOUD, atS);
    gain.gain.exponentialRampToValueAtTime(0.0001, atS + 0.03);
    tone.connect(gain).connect(context.destination);
    tone.start(atS);
    tone.stop(atS + 0.03);
  }

  private makeNoise(context: AudioContext): AudioBuffer {
    const buffer = context.createBuffer(1, Math.ceil(context.sampleRate * 0.2), context.sampleRate);
    const samples = buffer.getChannelData(0);
    for (let i = 0; i < samples.length; i++) samples[i] = Math.random() * 2 - 1;
    return buffer;
  }
}
