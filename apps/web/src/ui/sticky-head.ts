import {
  afterNextRender,
  DestroyRef,
  Directive,
  DOCUMENT,
  ElementRef,
  inject,
} from '@angular/core';

/**
 * A head that stays while the page scrolls below it; the page knows its height as `--head`. On a low
 * screen it goes along, so that there is room for what one works on.
 */
@Directive({
  selector: '[harvuStickyHead]',
  host: { class: 'sticky top-0 z-20 block bg-paper [@media(max-height:30rem)]:static' },
})
export class StickyHead {
  private readonly head = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly root = inject(DOCUMENT).documentElement;

  constructor() {
    const ended = inject(DestroyRef);
    afterNextRender(() => {
      const observer = new ResizeObserver(() => this.tell());
      observer.observe(this.head);
      ended.onDestroy(() => {
        observer.disconnect();
        this.root.style.removeProperty('--head');
      });
    });
  }

  private tell(): void {
    const isSticky = getComputedStyle(this.head).position === 'sticky';
    this.root.style.setProperty('--head', `${isSticky ? this.head.offsetHeight : 0}px`);
  }
}
