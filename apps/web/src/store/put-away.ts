import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

const KEPT_AS = 'harvu-put-away';
const MOST_KEPT = 300;

/** Notes that somebody has read and put away on this device; one whose cause changes is another note, and comes. */
@Injectable({ providedIn: 'root' })
export class PutAway {
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly keys = signal<readonly string[]>(this.kept());

  has(key: string): boolean {
    return this.keys().includes(key);
  }

  put(key: string): void {
    if (this.has(key)) return;
    this.keys.update((now) => [...now, key].slice(-MOST_KEPT));
    this.storage?.setItem(KEPT_AS, JSON.stringify(this.keys()));
  }

  /** What stands on the device may be anything. */
  private kept(): readonly string[] {
    try {
      const kept: unknown = JSON.parse(this.storage?.getItem(KEPT_AS) ?? '[]');
      return Array.isArray(kept) ? kept.filter((one) => typeof one === 'string') : [];
    } catch {
      return [];
    }
  }
}
