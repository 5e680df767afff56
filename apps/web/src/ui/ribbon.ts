import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';

/** One block of the ribbon: a section where it comes in the song. */
export interface RibbonBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
  /** Clean tempo of the section; null while untouched; left out where progress is not shown. */
  readonly cleanBpm?: number | null;
  readonly goalBpm?: number;
}

/** A block taken from one place to another, from 0. */
export interface BlockMove {
  readonly from: number;
  readonly to: number;
}

type Level = 'none' | 'new' | 'low' | 'near' | 'goal';

interface DrawnBlock extends RibbonBlock {
  readonly level: Level;
  readonly height: number;
  readonly figure: string;
  readonly words: string;
}

const NEAR = 0.8;

function levelOf({ cleanBpm, goalBpm = 1 }: RibbonBlock): Level {
  if (cleanBpm === undefined) return 'none';
  if (cleanBpm === null) return 'new';
  const share = cleanBpm / goalBpm;
  return share >= 1 ? 'goal' : share >= NEAR ? 'near' : 'low';
}

function wordsOf(block: RibbonBlock, level: Level): string {
  const bars = `${block.bars} ${block.bars === 1 ? 'bar' : 'bars'}`;
  const held =
    level === 'none'
      ? ''
      : level === 'new'
        ? ', not played clean yet'
        : `, clean at ${block.cleanBpm} of ${block.goalBpm} bpm`;
  return `${block.letter} ${block.name}, ${bars}${held}`;
}

function toDrawn(block: RibbonBlock): DrawnBlock {
  const level = levelOf(block);
  const share = Math.min(1, (block.cleanBpm ?? 0) / (block.goalBpm ?? 1));
  const figure =
    level === 'none' ? String(block.bars) : level === 'new' ? 'new' : String(block.cleanBpm);
  return { ...block, level, height: Math.round(share * 62), figure, words: wordsOf(block, level) };
}

/** The whole song across the page: a block per section occurrence, as wide as its bars, filling like a lock. */
@Component({
  selector: 'harvu-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDropList],
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
      @for (block of drawn(); track $index) {
        <button
          type="button"
          cdkDrag
          [cdkDragData]="$index"
          [cdkDragStartDelay]="startDelay"
          class="@container relative shrink-0 basis-0 overflow-hidden rounded-sm border bg-sheet text-left"
          [class]="blockClass(block, $index)"
          [style.flex-grow]="block.bars"
          [style.min-width.px]="minWidth(block)"
          [attr.aria-current]="$index === current() ? 'true' : null"
          [attr.aria-label]="block.words"
          [title]="block.words"
          (click)="pick.emit($index)"
        >
          @if (block.level !== 'none' && block.level !== 'new') {
            <span
              class="absolute inset-x-0 bottom-0 border-t-2"
              [class]="fillClass(block.level)"
              [style.height.%]="block.height"
            ></span>
          }
          @if (block.level === 'new') {
            <span class="absolute inset-x-0 bottom-0 border-b-2 border-spruce"></span>
          }
          <span
            class="absolute inset-x-0 top-0 overflow-hidden whitespace-nowrap"
            [class]="thin() ? 'px-1 text-xs leading-[22px]' : 'px-1.5 pt-1 text-xs'"
          >
            <b class="font-display" [class]="thin() ? '' : 'text-sm'">{{ block.letter }}</b>
            @if (!thin()) {
              <span class="hidden @[56px]:inline">&ngsp;{{ block.name }}</span>
            }
          </span>
          @if (!thin()) {
            <span
              class="absolute right-1.5 bottom-1 font-mono text-xs"
              [class]="block.level === 'new' ? 'text-ink-soft' : ''"
              >{{ block.figure }}</span
            >
          }
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
  /** Blocks may be dragged, or moved by Alt and an arrow. */
  readonly isEditable = input(false);
  readonly pick = output<number>();
  readonly moved = output<BlockMove>();
  /** A block that is to be taken off. */
  readonly dropped = output<number>();

  /** A finger scrolls the ribbon; only one that rests on a block takes it along. */
  protected readonly startDelay = { touch: 300, mouse: 0 };
  protected readonly drawn = computed(() => this.blocks().map(toDrawn));
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    // A long song scrolls sideways; the current block is kept in view.
    effect(() => {
      const block = this.host.nativeElement.querySelectorAll('button')[this.current()];
      block?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    });
  }

  protected minWidth(block: RibbonBlock): number {
    return this.thin() ? 26 : Math.max(40, Math.min(52, block.bars * 9));
  }

  protected blockClass(block: DrawnBlock, index: number): string {
    const size = this.thin() ? 'h-6' : 'h-16';
    const edge = block.level === 'new' ? 'border-dashed border-ink-soft' : 'border-line';
    const isMarked = index === this.current() || this.also().includes(index);
    const ring = isMarked ? 'outline-2 outline-ink outline-offset-1' : '';
    return `${size} ${edge} ${ring}`;
  }

  protected fillClass(level: Level): string {
    if (level === 'goal') return 'border-spruce bg-spruce-wash';
    return level === 'near' ? 'border-brass-line bg-brass-wash' : 'border-slate bg-slate-wash';
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.moved.emit({ from: previousIndex, to: currentIndex });
  }

  protected press(event: KeyboardEvent): void {
    const blocks = [...this.host.nativeElement.querySelectorAll('button')];
    const at = blocks.findIndex((block) => block === event.target);
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const to = Math.max(0, Math.min(blocks.length - 1, at + step));
    if (this.isEditable() && event.key === 'Delete') this.dropped.emit(at);
    else if (step === 0) return;
    else if (this.isEditable() && event.altKey && to !== at) this.moved.emit({ from: at, to });
    // A block that was moved keeps the focus at its new place.
    blocks[to]?.focus();
    event.preventDefault();
  }
}
