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

/** The chamber's fill and the line on top of it. */
const FILLS: Readonly<Record<Level, string>> = {
  none: '',
  new: '',
  bare: 'hatched border-spruce',
  goal: '',
  near: 'border-brass-line bg-brass-wash',
  low: 'border-slate bg-slate-wash',
};

/** A line of its own for each hand, so that they are told apart without colour. */
const HAND_LINES = ['border-solid', 'border-dashed', 'border-dotted', 'border-double border-t-4'];

/** One block of the ribbon, as wide as its bars and as full as it is held. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- a button that the ribbon fills
  selector: 'button[harvuRibbonButton]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    type: 'button',
    class: '@container flex shrink-0 basis-0 flex-col overflow-hidden rounded-sm border text-left',
    '[class]': 'classes()',
    '[style.flex-grow]': 'block().bars',
    '[style.min-width.px]': 'minWidth()',
    '[attr.aria-current]': "isCurrent() ? 'true' : null",
    '[attr.aria-label]': 'drawn().words',
    '[title]': 'drawn().words',
  },
  template: `
    @let shown = drawn();
    <span
      class="flex items-baseline gap-1 overflow-hidden whitespace-nowrap"
      [class]="thin() ? 'h-4 px-1 text-xs leading-4' : 'h-6 px-1.5 pt-0.5 text-xs'"
    >
      <b class="font-display" [class]="thin() ? '' : 'text-sm'">{{ shown.letter }}</b>
      @if (!thin()) {
        &ngsp;
        <span
          class="hidden min-w-0 truncate"
          [class]="hasChamber() ? '@[76px]:inline' : '@[50px]:inline'"
          >{{ shown.name }}</span
        >
        @if (hasChamber()) {
          <span class="ml-auto font-mono">{{ shown.figure }}</span>
        }
      }
    </span>
    @if (handLine(); as line) {
      <span
        class="mx-px h-4 overflow-hidden border-t-2 border-ink-soft px-1 text-xs leading-3.5 whitespace-nowrap text-ink-soft"
        [class]="line"
        aria-hidden="true"
        ><span class="hidden truncate @[72px]:block">{{ shown.handName }}</span></span
      >
    }
    @if (!hasChamber() && !thin()) {
      <span class="px-1.5 text-right font-mono text-xs leading-4">{{ shown.figure }}</span>
    }
    @if (hasChamber()) {
      <span
        class="relative block flex-1"
        [class]="shown.level === 'goal' ? '' : 'border-t border-line-soft'"
      >
        @if (fills[shown.level]; as fill) {
          <span
            class="absolute bottom-0 left-0"
            [class]="fill + (thin() ? ' h-full border-r-2' : ' w-full border-t-2')"
            [style.height.%]="thin() ? null : shown.fullPercent"
            [style.width.%]="thin() ? shown.fullPercent : null"
          ></span>
        }
      </span>
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
    this.thin() ? 24 : Math.max(40, Math.min(52, this.block().bars * 9)),
  );
  /** Name above, chamber below; a song without a student has no levels to show. */
  protected readonly hasChamber = computed(() => this.drawn().level !== 'none');
  /** The figure strand: a line of one kind for each hand, with its name where there is room. */
  protected readonly handLine = computed(() => {
    const { hand } = this.block();
    return hand && !this.thin() ? HAND_LINES[(hand.number - 1) % HAND_LINES.length] : '';
  });
  protected readonly classes = computed(() => {
    const { level } = this.drawn();
    const [low, high] = this.thin()
      ? ['h-5', 'h-6.5']
      : this.handLine()
        ? ['h-15', 'h-20']
        : ['h-12', 'h-16'];
    const size = this.hasChamber() ? high : low;
    const isUnheld = level === 'new' || level === 'bare';
    const edge = isUnheld ? 'border-dashed border-ink-soft' : 'border-line';
    const fill = level === 'goal' ? 'bg-spruce-wash border-spruce' : `bg-sheet ${edge}`;
    const isRinged = this.isCurrent() || this.isMarked();
    return `${size} ${fill} ${isRinged ? 'outline-2 outline-ink outline-offset-1' : ''}`;
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
