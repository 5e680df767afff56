import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

export type ThemeName = 'light' | 'dark';
const KEPT_AS = 'harvu-theme';

/** Light or dark: as chosen here before, else as the device is set. */
@Injectable({ providedIn: 'root' })
export class Theme {
  private readonly document = inject(DOCUMENT);
  private readonly chosen = signal<ThemeName>(this.first());
  readonly name = this.chosen.asReadonly();

  apply(): void {
    this.document.documentElement.dataset['theme'] = this.chosen();
  }

  toggle(): void {
    this.chosen.update((name) => (name === 'light' ? 'dark' : 'light'));
    this.document.defaultView?.localStorage.setItem(KEPT_AS, this.chosen());
    this.apply();
  }

  private first(): ThemeName {
    const window = this.document.defaultView;
    const kept = window?.localStorage.getItem(KEPT_AS);
    if (kept === 'light' || kept === 'dark') return kept;
    return window?.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  }
}
