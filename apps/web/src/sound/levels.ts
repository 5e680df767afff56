import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

/** What sounds, each with a level of its own, from 0 to 1. */
export interface Levels {
  readonly count: number;
  readonly click: number;
  readonly guide: number;
  /** Somebody's own file. */
  readonly recording: number;
}

/** Quiet at first: ears adapt to loud much faster than they recover from it. */
const QUIET: Levels = { count: 0.3, click: 0.25, guide: 0.3, recording: 0.5 };
const KEPT_AS = 'harvu-levels';

function isLevel(value: unknown): value is number {
  return typeof value === 'number' && value >= 0 && value <= 1;
}

function read(text: string | null | undefined): Levels {
  try {
    const kept = JSON.parse(text ?? '{}') as Partial<Record<keyof Levels, unknown>>;
    const of = (what: keyof Levels): number => (isLevel(kept[what]) ? kept[what] : QUIET[what]);
    return {
      ...{ count: of('count'), click: of('click') },
      ...{ guide: of('guide'), recording: of('recording') },
    };
  } catch {
    return QUIET;
  }
}

/** How loud count, click and guide are on this device. */
@Injectable({ providedIn: 'root' })
export class SoundLevels {
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly now = signal(read(this.storage?.getItem(KEPT_AS)));
  readonly levels = this.now.asReadonly();

  set(changed: Partial<Levels>): void {
    this.now.update((all) => ({ ...all, ...changed }));
    this.storage?.setItem(KEPT_AS, JSON.stringify(this.now()));
  }
}
