import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { frameWords } from '@harvu/core/chart';
import type { Frame } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import { FrameForm } from './frame-form';

/** The frame as one sentence; a press on any of it opens the fields there. What nobody has said is dashed. */
@Component({
  selector: 'harvu-frame-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FrameForm],
  host: { class: 'relative block', '(keydown.escape)': 'opened.set(null)' },
  template: `
    <p class="flex flex-wrap gap-x-1.5 gap-y-0.5" aria-label="The frame in words">
      @for (word of words(); track word.field; let isLast = $last) {
        <button
          type="button"
          class="rounded-sm text-left hover:bg-line-soft"
          [class]="
            word.isOpen ? 'border-b-2 border-dashed border-brass text-brass' : 'font-semibold'
          "
          [attr.aria-expanded]="opened() !== null"
          (click)="toggle(word.field)"
        >
          {{ word.words }}{{ isLast || word.isOpen ? '' : ',' }}
        </button>
      }
    </p>
    @if (opened(); as field) {
      <div
        class="overlay absolute top-full left-0 z-30 mt-1 w-[44rem] max-w-[calc(100vw-3rem)] p-3"
      >
        <harvu-frame-form [frame]="frame()" [first]="field" (changed)="changed.emit($event)" />
        <button type="button" class="button mt-1" (click)="opened.set(null)">Done</button>
      </div>
    }
  `,
})
export class FrameLine {
  readonly frame = input.required<Frame>();
  readonly changed = output<SongCommand>();
  protected readonly words = computed(() => frameWords(this.frame()));
  /** The field that was pressed; the fields lie open then. */
  protected readonly opened = signal<keyof Frame | null>(null);

  /** The same word again closes the fields; another one leads to its own. */
  protected toggle(field: keyof Frame): void {
    this.opened.update((now) => (now === field ? null : field));
  }
}
