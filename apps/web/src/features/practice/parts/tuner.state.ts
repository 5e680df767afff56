import { computed, inject, Injectable, signal } from '@angular/core';
import { stringTuned, type HeardPitch } from '@harvu/core/listening';
import { Subscription } from 'rxjs';
import { Microphone } from '../../../sound/microphone';

/** So many of the last notes heard settle what is shown: a needle that trembles cannot be read. */
const SETTLED_BY = 5;
/** Fewer say nothing yet: the first moment of a note is no pitch. */
const LEAST_HEARD = 3;
/** A note that died away stays to be read for so many looks. */
const STAYS = 20;

/** Listens while somebody tunes. */
@Injectable()
export class TunerState {
  private readonly microphone = inject(Microphone);
  private readonly heard = signal<readonly HeardPitch[]>([]);
  private readonly failed = signal(false);
  private readonly on = signal(false);
  private readonly open = signal<readonly number[]>([]);
  private listening = Subscription.EMPTY;
  private silentFor = 0;

  readonly isOn = this.on.asReadonly();
  /** The microphone may not be used. */
  readonly isRefused = this.failed.asReadonly();
  /** The string that is tuned and how it stands, settled over the last moments. */
  readonly tuning = computed(() => {
    const all = this.heard();
    const cents = all
      .map((one) => stringTuned(one, this.open()))
      .filter((one) => one !== undefined);
    const string = cents.at(-1)?.string;
    const same = cents.filter((one) => one.string === string).sort((a, b) => a.cents - b.cents);
    return same.length < LEAST_HEARD ? undefined : same[Math.floor(same.length / 2)];
  });

  /** Listens for the open strings, the thickest first. */
  start(open: readonly number[]): void {
    this.stop();
    this.open.set(open);
    this.failed.set(false);
    this.on.set(true);
    this.listening = this.microphone.pitches().subscribe({
      next: (pitch) => {
        this.hear(pitch);
      },
      error: () => {
        this.on.set(false);
        this.failed.set(true);
      },
    });
  }

  stop(): void {
    this.listening.unsubscribe();
    this.on.set(false);
    this.heard.set([]);
  }

  private hear(pitch: HeardPitch | undefined): void {
    this.silentFor = pitch ? 0 : this.silentFor + 1;
    if (pitch) this.heard.update((all) => [...all, pitch].slice(-SETTLED_BY));
    else if (this.silentFor > STAYS) this.heard.set([]);
  }
}
