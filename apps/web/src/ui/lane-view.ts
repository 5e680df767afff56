import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Drawing } from '@harvu/core/drawing';
import { Shapes } from './drawing';

/** A lane that is drawn already: its slots can be lit and pressed. */
@Component({
  selector: 'harvu-lane-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Shapes],
  host: { class: 'block' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + drawing().width + ' ' + drawing().height"
      [style.max-width.px]="drawing().width * scale()"
      class="block w-full"
      [class.mx-auto]="isCentred()"
      role="img"
      [attr.aria-label]="drawing().words"
    >
      @for (x of slots(); track $index) {
        <rect
          [attr.x]="x"
          y="0"
          [attr.width]="slotWidth()"
          [attr.height]="drawing().height"
          [class]="$index === current() ? 'fill-brass-wash' : 'fill-transparent'"
          [class.cursor-pointer]="isEditable()"
          (click)="pick.emit($index)"
        />
      }
      <g harvuShapes [shapes]="drawing().shapes"></g>
    </svg>
  `,
})
export class LaneView {
  readonly drawing = input.required<Drawing>();
  readonly slotCount = input.required<number>();
  /** The slot that sounds now; -1 for none. */
  readonly current = input(-1);
  readonly isEditable = input(false);
  readonly scale = input(1);
  readonly isCentred = input(false);
  readonly pick = output<number>();
  protected readonly slotWidth = computed(
    () => this.drawing().width / Math.max(1, this.slotCount()),
  );
  protected readonly slots = computed(() =>
    Array.from({ length: this.slotCount() }, (_, index) => index * this.slotWidth()),
  );
}
