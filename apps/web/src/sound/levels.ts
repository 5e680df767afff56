import { Injectable } from '@angular/core';
import { fieldsIn, preference } from '../platform/preference';

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

/** How loud count, click and guide are on this device. */
@Injectable({ providedIn: 'root' })
export class SoundLevels {
  private readonly now = preference(KEPT_AS, read);
  readonly levels = this.now.value;

  set(changed: Partial<Levels>): void {
    this.now.set({ ...this.levels(), ...changed });
  }
}

function isLevel(value: unknown): value is number {
  return typeof value === 'number' && value >= 0 && value <= 1;
}

function read(found: unknown): Levels {
  const own = fieldsIn<keyof Levels>(found);
  const of = (what: keyof Levels): number => (isLevel(own[what]) ? own[what] : QUIET[what]);
  return {
    count: of('count'),
    click: of('click'),
    guide: of('guide'),
    recording: of('recording'),
  };
}
