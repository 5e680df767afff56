import { computed, inject, Injectable, signal } from '@angular/core';
import { stringTuned, type HeardPitch, type StringTuning } from '@harvu/core/listening';
import { Subscription } from 'rxjs';
import { Microphone } from '../../../sound/microphone';

/** So many of the last notes heard settle what is shown: a needle that trembles cannot be read. */
const SETTLED_BY = 7;
/** Fewer say nothing yet: the first moment of a note is no pitch. */
const LEAST_HEARD = 3;
/** A note that died away stays to be read for so many looks. */
const STAYS = 20;
/** A string that was in tune is so until it is heard further off than this: a word that flickers helps nobody. */
const LEAVES_CENTS = 6;

/** Listens while somebody tunes. */
@Injectable()
export class TunerState {
  private readonly microphone = inject(Microphone);
  private readonly heard = signal<readonly HeardPitch[]>([]);
  private readonly failed = signal(false);
  private readonly on = signal(false);
  private readonly open = signal<readonly number[]>([]);
  private readonly only = signal<number | null>(null);
  private readonly done = signal<ReadonlySet<number>>(new Set());
  private listening = Subscription.EMPTY;
  private silentFor = 0;

  readonly isOn = this.on.asReadonly();
  /** The microphone may not be used. */
  readonly isRefused = this.failed.asReadonly();
  /** The one string that is listened for, 1 the thinnest; null where it is whichever is nearest. */
  readonly chosen = this.only.asReadonly();
  /** The strings that were heard in tune. */
  readonly tuned = this.done.asReadonly();
  /** The string that is tuned and how it stands, settled over the last moments. */
  readonly tuning = computed((): StringTuning | undefined => {
    const cents = this.heard()
      .map((one) => this.standing(one))
      .filter((one) => one !== undefined);
    const string = cents.at(-1)?.string;
    const same = cents.filter((one) => one.string === string).sort((a, b) => a.cents - b.cents);
    const middle = same[Math.floor(same.length / 2)];
    if (same.length < LEAST_HEARD || !middle) return undefined;
    const stays = this.done().has(middle.string) && Math.abs(middle.cents) <= LEAVES_CENTS;
    return stays ? { ...middle, does: 'in tune' } : middle;
  });

  /** Listens for the open strings, the thickest first. */
  start(open: readonly number[]): void {
    this.stop();
    this.open.set(open);
    this.failed.set(false);
    this.on.set(true);
    this.done.set(new Set());
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

  /** Listens for one string alone, however far off it is; for whichever is nearest where it is chosen again. */
  choose(string: number): void {
    this.only.update((now) => (now === string ? null : string));
    this.heard.set([]);
  }

  private standing(pitch: HeardPitch): StringTuning | undefined {
    const [open, only] = [this.open(), this.only()];
    return stringTuned(pitch, open, only ?? undefined);
  }

  private hear(pitch: HeardPitch | undefined): void {
    this.silentFor = pitch ? 0 : this.silentFor + 1;
    if (pitch) this.heard.update((all) => [...all, pitch].slice(-SETTLED_BY));
    else if (this.silentFor > STAYS) this.heard.set([]);
    if (!pitch) return;
    const now = this.tuning();
    if (now && (now.does === 'in tune') !== this.done().has(now.string))
      this.done.update((all) =>
        now.does === 'in tune'
          ? new Set([...all, now.string])
          : new Set([...all].filter((one) => one !== now.string)),
      );
  }
}
