import type { FocusableOption } from '@angular/cdk/a11y';
import { Directive, ElementRef, inject } from '@angular/core';

/** One of several that the arrow keys go through. */
@Directive({ selector: '[harvuFocusable]' })
export class Focusable implements FocusableOption {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  focus(): void {
    this.host.nativeElement.focus();
  }
}
