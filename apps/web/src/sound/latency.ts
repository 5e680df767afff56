import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

const KEPT_AS = 'harvu-latency-ms';
const MOST_MS = 500;

/** How late this device is heard, where that was measured by taps; null where it says so itself. */
@Injectable({ providedIn: 'root' })
export class Latency {
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly now = signal(this.kept());
  /** In milliseconds. */
  readonly measuredMs = this.now.asReadonly();

  set(ms: number | null): void {
    this.now.set(ms);
    if (ms === null) this.storage?.removeItem(KEPT_AS);
    else this.storage?.setItem(KEPT_AS, String(ms));
  }

  private kept(): number | null {
    const text = this.storage?.getItem(KEPT_AS);
    const ms = Number(text ?? NaN);
    return ms >= 0 && ms <= MOST_MS ? ms : null;
  }
}
