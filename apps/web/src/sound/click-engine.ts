import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { beatsAt, clicksUntil, type Click, type Count } from '@harvu/core/rhythm';
import { bpm } from '@harvu/core/units';
import {
  animationFrames,
  interval,
  map,
  startWith,
  Subject,
  Subscription,
  type Observable,
} from 'rxjs';

/** How a count goes: its tempo, and which of its beats are marked. */
export interface CountRequest {
  readonly bpm: number;
  readonly isAccented: (beat: number) => boolean;
}

const LOOK_MS = 25;
/** Clicks are handed to the audio clock this long before they sound, so a busy page cannot delay them. */
const AHEAD_S = 0.15;
/** A page in the background is woken about once a second. */
const AHEAD_HIDDEN_S = 1.6;
const FIRST_CLICK_S = 0.12;
const CLICK_S = 0.045;
const TONE = { accent: 1320, plain: 880 } as const;
const LOUDNESS_KEPT_AS = 'harvu-click-loudness';
const QUIET = 0.25;

/** A steady click on the audio clock: every time is worked out from the start, so it cannot drift. */
@Injectable()
export class ClickEngine {
  private readonly document = inject(DOCUMENT);
  private context: AudioContext | undefined;
  private count: Count | undefined;
  private nextBeat = 0;
  private running = Subscription.EMPTY;
  private readonly scheduled = new Subject<Click>();
  private readonly level = signal(this.keptLoudness());

  /** Every click as it is handed to the audio clock. */
  readonly clicks = this.scheduled.asObservable();
  /** How loud the click is, 0 to 1. */
  readonly loudness = this.level.asReadonly();

  /** Beats since the count began, with parts of a beat, once for every picture drawn. */
  readonly beats: Observable<number> = animationFrames().pipe(map(() => this.beatsNow()));

  start({ bpm: tempo, isAccented }: CountRequest): void {
    this.stop();
    const context = (this.context ??= new AudioContext({ latencyHint: 'interactive' }));
    void context.resume();
    this.count = { startS: context.currentTime + FIRST_CLICK_S, bpm: bpm(tempo) };
    this.nextBeat = 0;
    this.running = interval(LOOK_MS)
      .pipe(startWith(0))
      .subscribe(() => this.schedule(context, isAccented));
  }

  stop(): void {
    this.running.unsubscribe();
    this.count = undefined;
  }

  close(): void {
    this.stop();
    void this.context?.close();
    this.context = undefined;
  }

  setLoudness(loudness: number): void {
    this.level.set(loudness);
    this.document.defaultView?.localStorage.setItem(LOUDNESS_KEPT_AS, String(loudness));
  }

  private keptLoudness(): number {
    const kept = Number(this.document.defaultView?.localStorage.getItem(LOUDNESS_KEPT_AS) ?? QUIET);
    return kept >= 0 && kept <= 1 ? kept : QUIET;
  }

  private beatsNow(): number {
    if (!this.count || !this.context) return -Infinity;
    // What is heard now was handed over a moment ago.
    const latency = this.context.outputLatency || this.context.baseLatency || 0;
    return beatsAt(this.count, this.context.currentTime - latency);
  }

  private schedule(context: AudioContext, isAccented: (beat: number) => boolean): void {
    if (!this.count) return;
    const ahead = this.document.hidden ? AHEAD_HIDDEN_S : AHEAD_S;
    const clicks = clicksUntil(this.count, {
      fromBeat: this.nextBeat,
      untilS: context.currentTime + ahead,
    });
    for (const click of clicks) {
      const { beat } = click;
      this.nextBeat = beat + 1;
      // After the device slept, what was missed is not played all at once.
      if (click.atS < context.currentTime) continue;
      this.sound(context, click, isAccented(click.beat));
      this.scheduled.next(click);
    }
  }

  private sound(context: AudioContext, { atS }: Click, accent: boolean): void {
    const tone = context.createOscillator();
    const gain = context.createGain();
    tone.frequency.value = accent ? TONE.accent : TONE.plain;
    gain.gain.setValueAtTime(this.level() * (accent ? 1 : 0.6), atS);
    gain.gain.exponentialRampToValueAtTime(0.0001, atS + CLICK_S);
    tone.connect(gain).connect(context.destination);
    tone.start(atS);
    tone.stop(atS + CLICK_S);
  }
}
