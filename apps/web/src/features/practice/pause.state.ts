import { computed, Injectable, type DestroyRef } from '@angular/core';
import { interval } from 'rxjs';
import { fieldsIn, preference } from '../../platform/preference';

const TICK_MS = 1000;
/** A rest this long is a pause. */
const PAUSE_S = 120;
const MINUTES = 12;
const KEPT_AS = 'harvu-played';

interface PlayedRun {
  readonly playedS: number;
  readonly lastAt: number;
}

/** Tells when it is time to rest the hands: after so many minutes without a pause, whatever the step. */
@Injectable({ providedIn: 'root' })
export class Pause {
  private readonly played = preference(KEPT_AS, read, 'tab');
  readonly minutes = MINUTES;
  readonly isDue = computed(() => this.played.value().playedS >= MINUTES * 60);

  /** Counts while somebody plays; a rest in between starts it anew. */
  count(isPlaying: () => boolean, until: DestroyRef): void {
    const ticking = interval(TICK_MS).subscribe(() => {
      if (isPlaying()) this.add(Date.now());
    });
    until.onDestroy(() => {
      ticking.unsubscribe();
    });
  }

  end(): void {
    this.played.set({ playedS: 0, lastAt: Date.now() });
  }

  private add(now: number): void {
    const { playedS, lastAt } = this.played.value();
    const isRested = (now - lastAt) / 1000 > PAUSE_S;
    this.played.set({ playedS: (isRested ? 0 : playedS) + TICK_MS / 1000, lastAt: now });
  }
}

function read(found: unknown): PlayedRun {
  const { playedS, lastAt } = fieldsIn<keyof PlayedRun>(found);
  const isKept = typeof playedS === 'number' && typeof lastAt === 'number';
  return isKept ? { playedS, lastAt } : { playedS: 0, lastAt: 0 };
}
