import { computed, DOCUMENT, inject, Injectable, signal, type DestroyRef } from '@angular/core';
import { interval } from 'rxjs';

const TICK_MS = 1000;
/** A rest this long is a pause. */
const PAUSE_S = 120;
const MINUTES = 12;
const KEPT_AS = 'harvu-played';

interface Kept {
  readonly playedS: number;
  readonly lastAt: number;
}

function read(text: string | null | undefined): Kept {
  try {
    const { playedS, lastAt } = JSON.parse(text ?? '') as Partial<Kept>;
    if (typeof playedS === 'number' && typeof lastAt === 'number') return { playedS, lastAt };
  } catch {
    // Nothing was kept.
  }
  return { playedS: 0, lastAt: 0 };
}

/** Tells when it is time to rest the hands: after so many minutes without a pause, whatever the step. */
@Injectable({ providedIn: 'root' })
export class Pause {
  private readonly storage = inject(DOCUMENT).defaultView?.sessionStorage;
  private readonly kept = signal(read(this.storage?.getItem(KEPT_AS)));
  readonly minutes = MINUTES;
  readonly isDue = computed(() => this.kept().playedS >= MINUTES * 60);

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
    this.keep({ playedS: 0, lastAt: Date.now() });
  }

  private add(now: number): void {
    const { playedS, lastAt } = this.kept();
    const isRested = (now - lastAt) / 1000 > PAUSE_S;
    this.keep({ playedS: (isRested ? 0 : playedS) + TICK_MS / 1000, lastAt: now });
  }

  private keep(kept: Kept): void {
    this.kept.set(kept);
    this.storage?.setItem(KEPT_AS, JSON.stringify(kept));
  }
}
