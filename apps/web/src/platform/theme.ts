import { DOCUMENT, inject, Injectable } from '@angular/core';
import { preference } from './preference';

export type ThemeName = 'light' | 'dark';
const KEPT_AS = 'harvu-theme';

/** Light or dark: as chosen here before, else as the device is set. */
@Injectable({ providedIn: 'root' })
export class Theme {
  private readonly document = inject(DOCUMENT);
  private readonly chosen = preference(KEPT_AS, (found) => this.read(found));
  readonly name = this.chosen.value;

  apply(): void {
    this.document.documentElement.dataset['theme'] = this.name();
  }

  toggle(): void {
    this.chosen.set(this.name() === 'light' ? 'dark' : 'light');
    this.apply();
  }

  private read(found: unknown): ThemeName {
    if (found === 'light' || found === 'dark') return found;
    const window = this.document.defaultView;
    return window?.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  }
}
