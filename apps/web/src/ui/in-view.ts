import { afterNextRender, Directive, ElementRef, inject } from '@angular/core';

/** Something that opens beside what was touched, and is brought into view where it is not. */
@Directive({ selector: '[harvuInView]' })
export class InView {
  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => {
      nativeElement.scrollIntoView({ block: 'nearest' });
    });
  }
}
