import { Injectable } from '@angular/core';
import { fieldsIn, preference } from '../../platform/preference';

/** How somebody likes to practise; kept on the device. */
export interface Choices {
  readonly countInBars: 1 | 2;
  /** A bar is counted between passes; else they run straight on. */
  readonly breathes: boolean;
  readonly offBeats: boolean;
  /** Of every four bars, so many have no click; 0 for none. */
  readonly silentBars: 0 | 1 | 2;
  /** After so many passes without a stumble the next rung is played; 0 for never by itself. */
  readonly rampAfter: 0 | 2 | 4 | 8;
  /** What goes round until a cue does so until one presses a key; else as often as is likely. */
  readonly waitsForCue: boolean;
}

/** Of so many bars, the last few have no click. */
export const SILENT_OF = 4;
const USUAL: Choices = {
  countInBars: 1,
  breathes: true,
  offBeats: false,
  silentBars: 0,
  rampAfter: 0,
  waitsForCue: true,
};
const ALLOWED: { readonly [Key in keyof Choices]: readonly Choices[Key][] } = {
  countInBars: [1, 2],
  breathes: [true, false],
  offBeats: [false, true],
  silentBars: [0, 1, 2],
  rampAfter: [0, 2, 4, 8],
  waitsForCue: [true, false],
};
const KEPT_AS = 'harvu-room';

/** The choices of whoever practises on this device. */
@Injectable({ providedIn: 'root' })
export class RoomChoices {
  private readonly now = preference(KEPT_AS, read);
  readonly choices = this.now.value;

  set(changed: Partial<Choices>): void {
    this.now.set({ ...this.choices(), ...changed });
  }
}

function read(found: unknown): Choices {
  const all = fieldsIn(found);
  const own = Object.entries(ALLOWED).filter(([key, allowed]) =>
    (allowed as readonly unknown[]).includes(all[key]),
  );
  return { ...USUAL, ...Object.fromEntries(own.map(([key]) => [key, all[key]])) };
}
