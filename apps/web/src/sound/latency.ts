import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

const KEPT_AS = 'harvu-latency-ms';
const MICROPHONE_KEPT_AS = 'harvu-microphone-ms';
const MOST_MS = 500;

/** How late the microphone of this device hears what the device plays, give or take. */
export interface MicrophoneDelay {
  readonly ms: number;
  readonly giveOrTakeMs: number;
}

/**
 * How late this device is heard, where that was measured by taps (null where it says so itself), and how
 * late it hears itself, where that was measured.
 */
@Injectable({ providedIn: 'root' })
export class Latency {
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly now = signal(this.kept());
  /** In milliseconds. */
  readonly measuredMs = this.now.asReadonly();

  private readonly byEar = signal(this.keptByEar());
  readonly microphone = this.byEar.asReadonly();

  setMicrophone(delay: MicrophoneDelay | null): void {
    this.byEar.set(delay);
    if (!delay) this.storage?.removeItem(MICROPHONE_KEPT_AS);
    else this.storage?.setItem(MICROPHONE_KEPT_AS, `${delay.ms} ${delay.giveOrTakeMs}`);
  }

  private keptByEar(): MicrophoneDelay | null {
    const text = this.storage?.getItem(MICROPHONE_KEPT_AS) ?? '';
    const [ms = NaN, giveOrTakeMs = NaN] = text.split(' ').map(Number);
    return ms >= 0 && ms <= MOST_MS && giveOrTakeMs >= 0 ? { ms, giveOrTakeMs } : null;
  }

  set(ms: number | null): void {
    this.now.set(ms);
    // It was measured against the other clock.
    this.setMicrophone(null);
    if (ms === null) this.storage?.removeItem(KEPT_AS);
    else this.storage?.setItem(KEPT_AS, String(ms));
  }

  private kept(): number | null {
    const text = this.storage?.getItem(KEPT_AS);
    const ms = Number(text ?? NaN);
    return ms >= 0 && ms <= MOST_MS ? ms : null;
  }
}
