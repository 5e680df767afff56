import {
  ChangeDetectionStrategy,
  Component,
  effect,
  input,
  model,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { ChartFault } from '@harvu/core/song';
import { ChartEditor } from '../../../editors';

/** The chart as text, beside the song: a narrow rail until it is opened, then as high as the screen. */
@Component({
  selector: 'harvu-chart-column',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChartEditor],
  host: { class: 'block border-line lg:border-r bg-sheet' },
  template: `
    @if (isOpen()) {
      <section
        class="flex flex-col gap-1 p-3 lg:sticky lg:top-[var(--head,0px)] lg:h-[calc(100dvh-var(--head,0px))]"
        aria-labelledby="text-heading"
      >
        <div class="flex items-baseline">
          <h2 id="text-heading" class="text-sm text-ink-soft">Chart text</h2>
          <button type="button" class="link ml-auto text-xs" (click)="isOpen.set(false)">
            Close
          </button>
        </div>
        <harvu-chart-editor
          class="min-h-0 flex-1"
          [text]="text()"
          [faults]="faults()"
          [cursor]="cursor()"
          (typed)="typed.emit($event)"
        />
      </section>
    } @else {
      <button
        type="button"
        class="flex w-full gap-3 px-3 py-2 text-left text-ink-soft hover:text-ink lg:sticky lg:top-[var(--head,0px)] lg:h-80 lg:w-11 lg:items-center lg:px-0 lg:py-4 lg:[writing-mode:vertical-rl]"
        (click)="isOpen.set(true)"
      >
        <b class="font-display text-ink">Chart text</b>
        <span class="text-xs"><b>T</b> opens</span>
      </button>
    }
  `,
})
export class ChartColumn {
  readonly text = input.required<string>();
  readonly faults = input<readonly ChartFault[]>([]);
  /** The name of the section one looks at: the text goes along with it. */
  readonly section = input('');
  readonly isOpen = model(false);
  readonly typed = output<string>();
  protected readonly cursor = signal<ChartFault | undefined>(undefined);
  private readonly editor = viewChild(ChartEditor);

  constructor() {
    effect(() => this.reveal(this.section()));
  }

  /** Puts the cursor where a fault stands. */
  goTo(fault: ChartFault): void {
    this.isOpen.set(true);
    this.cursor.set({ ...fault });
  }

  private reveal(section: string): void {
    if (section === '') return;
    const lines = this.editor()?.text().split('\n') ?? [];
    const at = lines.findIndex((line) => line.startsWith('[') && isHeadOf(line, section));
    if (at >= 0) this.editor()?.reveal(at + 1);
  }
}

function isHeadOf(line: string, section: string): boolean {
  const name = line.slice(1).split(/[\]=]/)[0] ?? '';
  return name.trim() === section;
}
