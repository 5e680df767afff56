import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PractisedDay } from '@harvu/core/brief';
import { dayWords } from './day-label';

/** A bar never looks higher than its line. */
const HEIGHT_PX = 34;
/** A day of practice looks at least so high. */
const LEAST_PX = 3;
/** A quiet week does not look like a full one. */
const LEAST_SCALE_MIN = 20;

/** Minutes of practice day by day, as low bars; a day without any is a line. */
@Component({
  selector: 'harvu-minute-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', role: 'img', '[attr.aria-label]': 'words()', '[title]': 'words()' },
  template: `
    <div class="flex h-[34px] items-end gap-[2px]" aria-hidden="true">
      @for (bar of bars(); track bar.day) {
        <i
          class="block w-2"
          [class]="bar.height > 1 ? 'bg-ink-soft' : 'bg-line'"
          [style.height.px]="bar.height"
        ></i>
      }
    </div>
  `,
})
export class MinuteBars {
  readonly days = input.required<readonly PractisedDay[]>();
  protected readonly bars = computed(() => {
    const most = Math.max(LEAST_SCALE_MIN, ...this.days().map(({ minutes }) => minutes));
    return this.days().map(({ day, minutes }) => ({
      day,
      height: minutes <= 0 ? 1 : Math.max(LEAST_PX, (minutes / most) * HEIGHT_PX),
    }));
  });
  protected readonly words = computed(() => {
    const told = this.days().map(({ day, minutes }) => `${dayWords(day)} ${Math.round(minutes)}`);
    return `Minutes practised: ${told.join(', ')}`;
  });
}
