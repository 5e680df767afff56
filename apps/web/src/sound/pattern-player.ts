import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { patternScore, type PatternPlayed } from '@harvu/core/guide';
import { slotTimes, type Pattern } from '@harvu/core/rhythm';
import { RoomSound } from './room-sound';

/** What is heard: a pattern over a grip or on muted strings, looped, with a click on the beats. */
export interface HeardPattern extends PatternPlayed {
  readonly pattern: Pattern;
}

const NEAR_S = 1e-6;

/** Plays a pattern over and over, on the guide guitar and with the click of the practice room. */
@Injectable()
export class PatternPlayer {
  private readonly sound = inject(RoomSound);
  private readonly heard = signal<HeardPattern | null>(null);
  private readonly place = toSignal(this.sound.places, { initialValue: null });
  private readonly times = computed(() => {
    const heard = this.heard();
    if (!heard) return [];
    return slotTimes(heard.pattern, heard.feel).map((beat) => (beat * 60) / heard.tempo);
  });
  readonly isOn = computed(() => this.heard() !== null);
  /** The slot that sounds now; -1 while nothing does. */
  readonly slot = computed(() => {
    const intoS = this.place()?.intoS ?? -1;
    return this.times().findLastIndex((time) => time <= intoS + NEAR_S);
  });

  start(heard: HeardPattern): void {
    this.heard.set(heard);
    this.sound.start(patternScore(heard.pattern, heard), {
      slower: 1,
      countInBars: 0,
      breathes: false,
      hasOffBeats: false,
    });
  }

  stop(): void {
    this.heard.set(null);
    this.sound.stop();
  }

  close(): void {
    this.heard.set(null);
    this.sound.close();
  }
}
