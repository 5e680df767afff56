import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { gripDrawing } from '@harvu/core/drawing';
import type { Fingers, FingerWay, Grip, Setup } from '@harvu/core/fretboard';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { CONVENTIONS } from './conventions';
import { DrawingView } from './drawing';

/** A grip drawn as it is held, as whoever looks likes it drawn. */
@Component({
  selector: 'harvu-grip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView],
  host: { class: 'inline-block' },
  template: `<harvu-drawing class="w-full" [drawing]="drawing()" [scale]="scale()" />`,
})
export class GripDiagram {
  readonly grip = input.required<Grip>();
  readonly fingers = input<Fingers>([]);
  /** Fingers drawn in spruce because they stay in the change to or from this grip. */
  readonly staying = input<readonly (number | string)[]>([]);
  /** Times its natural size; null to fill the width it is given. */
  readonly scale = input<number | null>(1);
  /** Tuning and capo: they tell what strings and frets are called. */
  readonly setup = input<Setup>({ tuning: STANDARD_TUNING, capo: 0 });
  /** Ways that fingers come from another grip, drawn as arrows. */
  readonly moves = input<readonly FingerWay[]>([]);
  private readonly conventions = inject(CONVENTIONS);

  protected readonly drawing = computed(() =>
    gripDrawing({
      grip: this.grip(),
      fingers: this.fingers(),
      setup: this.setup(),
      staying: this.staying(),
      moves: this.moves(),
      conventions: this.conventions(),
    }),
  );
}
