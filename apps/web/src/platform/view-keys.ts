import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** A key of a view and what it does, in words. */
export interface ViewKey {
  readonly key: string;
  readonly does: string;
}

/** The keys that work in the view one sees; its help shows them. */
@Injectable({ providedIn: 'root' })
export class ViewKeys {
  private readonly shown = signal<readonly ViewKey[]>([]);
  readonly ofView = this.shown.asReadonly();

  /** Called while a view is made: its keys are shown until the view is gone. */
  show(keys: readonly ViewKey[]): void {
    this.shown.set(keys);
    inject(DestroyRef).onDestroy(() => this.shown.update((now) => (now === keys ? [] : now)));
  }
}

/** Tells whether a key press is meant for a field one writes in. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target;
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}
