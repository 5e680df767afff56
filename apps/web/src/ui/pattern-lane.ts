import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { laneDrawing } from '@harvu/core/drawing';
import type { Pattern } from '@harvu/core/rhythm';
import { CONVENTIONS } from './conventions';
import { LaneView } from './lane-view';

/** A pattern as the hand moves, counted as whoever looks counts. */
@Component({
  selector: 'harvu-lane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LaneView],
  host: { class: 'block' },
  template: `
    <harvu-lane-view
      [drawing]="drawing()"
      [current]="current()"
      [isEditable]="isEditable()"
      [scale]="scale()"
      (pick)="pick.emit($event)"
    />
  `,
})
export class PatternLane {
  readonly pattern = input.required<Pattern>();
  /** The slot that sounds now; -1 for none. */
  readonly current = input(-1);
  readonly isEditable = input(false);
  readonly scale = input(1);
  readonly pick = output<number>();
  private readonly conventions = inject(CONVENTIONS);
  protected readonly drawing = computed(() =>
    laneDrawing(this.pattern(), { counts: this.conventions().counts }),
  );
}
