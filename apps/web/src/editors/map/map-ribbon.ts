import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
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
import { RibbonButton } from '../../ui/ribbon-button';
import type { RibbonBlock } from '../../ui/ribbon-blocks';

/** A block taken from one place to another, from 0. */
export interface BlockMove {
  readonly from: number;
  readonly to: number;
}

/** The ribbon as the song's map is written on it: blocks are dragged, moved by Alt and an arrow, and taken off. */
@Component({
  selector: 'harvu-map-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDropList, RibbonButton],
  host: { class: 'block min-w-0' },
  template: `
    <div
      class="-m-1 flex gap-[3px] overflow-x-auto p-1"
      role="group"
      aria-label="The song, section by section"
      cdkDropList
      cdkDropListOrientation="horizontal"
      [cdkDropListDisabled]="!isEditable()"
      (cdkDropListDropped)="drop($event)"
      (keydown)="press($event)"
    >
      @for (block of blocks(); track $index) {
        <button
          harvuRibbonButton
          cdkDrag
          [cdkDragData]="$index"
          [cdkDragStartDelay]="startDelay"
          [block]="block"
          [isCurrent]="$index === current()"
          (focus)="keys.updateActiveItem($index)"
          (click)="pick.emit($index)"
        >
          <!-- what it shows is the block's own -->
        </button>
      }
    </div>
  `,
})
export class MapRibbon {
  readonly blocks = input.required<readonly RibbonBlock[]>();
  /** Index of the block the page is at; -1 for none. */
  readonly current = input(-1);
  readonly isEditable = input(true);
  readonly pick = output<number>();
  readonly moved = output<BlockMove>();
  /** A block that is to be taken off. */
  readonly dropped = output<number>();
  private readonly buttons = viewChildren(RibbonButton);
  protected readonly keys = new FocusKeyManager(
    this.buttons,
    inject(Injector),
  ).withHorizontalOrientation('ltr');

  /** A finger scrolls the ribbon; only one that rests on a block takes it along. */
  protected readonly startDelay = { touch: 300, mouse: 0 };

  constructor() {
    effect(() => this.buttons()[this.current()]?.show());
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.moved.emit({ from: previousIndex, to: currentIndex });
  }

  protected press(event: KeyboardEvent): void {
    if (this.isEditable() && this.edit(event)) event.preventDefault();
    else this.keys.onKeydown(event);
  }

  /** Does what a key does to the block it is pressed on; false where it does nothing. */
  private edit({ key, altKey }: KeyboardEvent): boolean {
    const at = this.keys.activeItemIndex ?? -1;
    if (at < 0) return false;
    if (key === 'Delete') {
      this.dropped.emit(at);
      return true;
    }
    const step = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
    if (!altKey || step === 0) return false;
    const to = Math.max(0, Math.min(this.buttons().length - 1, at + step));
    if (to !== at) this.moved.emit({ from: at, to });
    // The block that was moved keeps the focus at its new place.
    this.keys.setActiveItem(to);
    return true;
  }
}
