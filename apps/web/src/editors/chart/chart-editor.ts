import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  CSP_NONCE,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { ChartFault } from '@harvu/core/song';
import type { ChartView } from './chart-view';

/** The chart as text; the editor itself comes once the page around it stands. */
@Component({
  selector: 'harvu-chart-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block min-h-[16rem]' },
  template: `<div #place class="h-full"></div>`,
})
export class ChartEditor {
  readonly text = input.required<string>();
  readonly faults = input<readonly ChartFault[]>([]);
  /** Where the cursor is put, as soon as there is an editor; line and column from 1. */
  readonly cursor = input<Pick<ChartFault, 'line' | 'column'> | undefined>();
  readonly typed = output<string>();

  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly nonce = inject(CSP_NONCE, { optional: true });
  private readonly view = signal<ChartView | undefined>(undefined);

  constructor() {
    const destroyRef = inject(DestroyRef);
    afterNextRender(() => {
      void this.createView().then((view) => {
        if (destroyRef.destroyed) view.destroy();
        else this.view.set(view);
      });
    });
    destroyRef.onDestroy(() => this.view()?.destroy());
    effect(() => this.view()?.showText(this.text()));
    effect(() => this.view()?.showFaults(this.faults()));
    effect(() => {
      const place = this.cursor();
      if (place) this.view()?.goTo(place.line, place.column);
    });
  }

  /** Brings a line, from 1, into view; the cursor stays where it is. */
  reveal(line: number): void {
    this.view()?.reveal(line);
  }

  private async createView(): Promise<ChartView> {
    const { ChartView } = await import('./chart-view');
    return new ChartView({
      parent: this.place().nativeElement,
      text: this.text(),
      nonce: this.nonce ?? '',
      typed: (text) => this.typed.emit(text),
    });
  }
}
