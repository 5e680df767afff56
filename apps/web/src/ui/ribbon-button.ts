import type { FocusableOption } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
} from '@angular/core';
import { toDrawn, type Level, type RibbonBlock } from './ribbon-blocks';

const FILLS: Readonly<Record<Level, string>> = {
  none: '',
  new: '',
  goal: 'border-spruce bg-spruce-wash',
  near: 'border-brass-line bg-brass-wash',
  low: 'border-slate bg-slate-wash',
};

/** One block of the ribbon, as wide as its bars and as full as it is held. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- a button that the ribbon fills
  selector: 'button[harvuRibbonButton]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    type: 'button',
    class:
      '@container relative shrink-0 basis-0 overflow-hidden rounded-sm border bg-sheet text-left',
    '[class]': 'classes()',
    '[style.flex-grow]': 'block().bars',
    '[style.min-width.px]': 'minWidth()',
    '[attr.aria-current]': "isCurrent() ? 'true' : null",
    '[attr.aria-label]': 'drawn().words',
    '[title]': 'drawn().words',
  },
  template: `
    @let shown = drawn();
    @if (shown.level !== 'none' && shown.level !== 'new') {
      <span
        class="absolute inset-x-0 bottom-0 border-t-2"
        [class]="fills[shown.level]"
        [style.height.%]="shown.height"
      ></span>
    }
    @if (shown.level === 'new') {
      <span class="absolute inset-x-0 bottom-0 border-b-2 border-spruce"></span>
    }
    <span
      class="absolute inset-x-0 top-0 overflow-hidden whitespace-nowrap"
      [class]="thin() ? 'px-1 text-xs leading-[22px]' : 'px-1.5 pt-1 text-xs'"
    >
      <b class="font-display" [class]="thin() ? '' : 'text-sm'">{{ shown.letter }}</b>
      @if (!thin()) {
        <span class="hidden @[56px]:inline">&ngsp;{{ shown.name }}</span>
      }
    </span>
    @if (!thin()) {
      <span
        class="absolute right-1.5 bottom-1 font-mono text-xs"
        [class]="shown.level === 'new' ? 'text-ink-soft' : ''"
        >{{ shown.figure }}</span
      >
    }
  `,
})
export class RibbonButton implements FocusableOption {
  readonly block = input.required<RibbonBlock>();
  readonly isCurrent = input(false);
  /** Marked along with the one the page is at. */
  readonly isMarked = input(false);
  /** Low, with its letter only. */
  readonly thin = input(false);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly fills = FILLS;
  protected readonly drawn = computed(() => toDrawn(this.block()));

  protected readonly minWidth = computed(() =>
    this.thin() ? 26 : Math.max(40, Math.min(52, this.block().bars * 9)),
  );
  protected readonly classes = computed(() => {
    const size = this.thin() ? 'h-6' : 'h-16';
    const edge = this.drawn().level === 'new' ? 'border-dashed border-ink-soft' : 'border-line';
    const isRinged = this.isCurrent() || this.isMarked();
    return `${size} ${edge} ${isRinged ? 'outline-2 outline-ink outline-offset-1' : ''}`;
  });

  focus(): void {
    this.host.nativeElement.focus();
  }

  /** A long song scrolls sideways; what is looked at is kept in view. */
  show(): void {
    // With the next frame: its layout is worked out then anyway, and only once.
    requestAnimationFrame(() =>
      this.host.nativeElement.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
    );
  }
}
