import { Injectable } from '@angular/core';
import { fieldsIn, preference } from '../platform/preference';

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
  private readonly now = preference(KEPT_AS, asDelay);
  /** In milliseconds. */
  readonly measuredMs = this.now.value;
  private readonly byEar = preference(MICROPHONE_KEPT_AS, asMicrophone);
  readonly microphone = this.byEar.value;

  setMicrophone(delay: MicrophoneDelay | null): void {
    this.byEar.set(delay);
  }

  set(ms: number | null): void {
    this.now.set(ms);
    // It was measured against the other clock.
    this.setMicrophone(null);
  }
}

function asDelay(found: unknown): number | null {
  return typeof found === 'number' && found >= 0 && found <= MOST_MS ? found : null;
}

/** An older Harvu kept its two figures in words: "120 8". */
function asMicrophone(found: unknown): MicrophoneDelay | null {
  const [first, second] = typeof found === 'string' ? found.split(' ').map(Number) : [];
  const { ms = first, giveOrTakeMs = second } = fieldsIn<keyof MicrophoneDelay>(found);
  const isDelay = asDelay(ms) !== null && typeof giveOrTakeMs === 'number' && giveOrTakeMs >= 0;
  return isDelay ? { ms: Number(ms), giveOrTakeMs } : null;
}
