import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { LaneDrawing } from '@harvu/core/drawing';
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
      [style.max-width]="isFitted() ? null : drawing().width * scale() + 'px'"
      class="block w-full"
      [class.h-full]="isFitted()"
      role="img"
      [attr.aria-label]="drawing().words"
    >
      @for (slot of slots(); track $index) {
        <rect
          [attr.x]="slot.x"
          y="0"
          [attr.width]="slot.width"
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
  readonly drawing = input.required<LaneDrawing>();
  /** The slot that sounds now; -1 for none. */
  readonly current = input(-1);
  readonly isEditable = input(false);
  readonly scale = input(1);
  /** As large as the room it is given. */
  readonly isFitted = input(false);
  readonly pick = output<number>();

  /** Each slot from half way to the one before to half way to the next. */
  protected readonly slots = computed(() => {
    const { centres, width } = this.drawing();
    return centres.map((x, index) => {
      const from = index === 0 ? 0 : (x + (centres[index - 1] ?? 0)) / 2;
      const until = index === centres.length - 1 ? width : (x + (centres[index + 1] ?? width)) / 2;
      return { x: from, width: until - from };
    });
  });
}
