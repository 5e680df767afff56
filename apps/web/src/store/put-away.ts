import { Injectable } from '@angular/core';
import { preference, wordsIn } from '../platform/preference';

const KEPT_AS = 'harvu-put-away';
const MOST_KEPT = 300;

/** Notes that somebody has read and put away on this device; one whose cause changes is another note, and comes. */
@Injectable({ providedIn: 'root' })
export class PutAway {
  private readonly keys = preference(KEPT_AS, wordsIn);

  has(key: string): boolean {
    return this.keys.value().includes(key);
  }

  put(key: string): void {
    if (this.has(key)) return;
    this.keys.set([...this.keys.value(), key].slice(-MOST_KEPT));
  }
}
