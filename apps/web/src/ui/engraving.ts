import { Injectable, signal } from '@angular/core';
import type { engraveRiff } from '@harvu/engraving';

type Engrave = typeof engraveRiff;

/** The library that draws riffs: it comes once one is to be drawn, and stays. */
@Injectable({ providedIn: 'root' })
export class Engraving {
  private readonly loaded = signal<Engrave | undefined>(undefined);
  private loading: Promise<void> | undefined;
  /** Draws a riff; undefined until the library is there. */
  readonly engrave = this.loaded.asReadonly();

  /** Fetches the library; asked for again where it could not be fetched. */
  load(): void {
    this.loading ??= import('@harvu/engraving')
      .then(({ engraveRiff }) => this.loaded.set(engraveRiff))
      .catch(() => {
        this.loading = undefined;
      });
  }
}
