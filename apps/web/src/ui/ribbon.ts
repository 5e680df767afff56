import { FocusKeyManager } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  Injector,
  input,
  output,
  viewChildren,
} from '@angular/core';
import { RibbonButton } from './ribbon-button';
import type { RibbonBlock } from './ribbon-blocks';

export type { RibbonBlock } from './ribbon-blocks';

/** The whole song across the page: a block per section occurrence, as wide as its bars, filling like a lock. */
@Component({
  selector: 'harvu-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RibbonButton],
  host: { class: 'block min-w-0' },
  template: `
    <div
      class="-m-1 flex overflow-x-auto p-1"
      [class]="thin() ? 'gap-px' : 'gap-[3px]'"
      role="group"
      aria-label="The song, section by section"
      (keydown)="keys.onKeydown($event)"
    >
      @for (block of blocks(); track $index) {
        <button
          harvuRibbonButton
          [block]="block"
          [thin]="thin()"
          [isCurrent]="$index === current()"
          [isMarked]="also().includes($index)"
          (focus)="keys.updateActiveItem($index)"
          (click)="pick.emit($index)"
        >
          <!-- what it shows is the block's own -->
        </button>
      }
    </div>
  `,
})
export class Ribbon {
  readonly blocks = input.required<readonly RibbonBlock[]>();
  /** Index of the block the page is at; -1 for none. */
  readonly current = input(-1);
  /** Indexes of other blocks that are marked with it. */
  readonly also = input<readonly number[]>([]);
  /** A low ribbon with letters only, for lists and the practice room. */
  readonly thin = input(false);
  readonly pick = output<number>();
  private readonly buttons = viewChildren(RibbonButton);
  protected readonly keys = new FocusKeyManager(
    this.buttons,
    inject(Injector),
  ).withHorizontalOrientation('ltr');

  constructor() {
    effect(() => this.buttons()[this.current()]?.show());
  }
}
