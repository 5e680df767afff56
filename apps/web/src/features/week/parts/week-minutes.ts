import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { OverviewSong } from '@harvu/contract';
import { dayAfter, type Day } from '@harvu/core/day';
import { format, parseISO } from 'date-fns';

const DAYS = 7;
const TALLEST_PX = 44;
const LEAST_SCALE_MIN = 20;

/** The minutes practised on each of the last seven days, today last. */
@Component({
  selector: 'harvu-week-minutes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ol
      class="grid max-w-[34rem] grid-cols-7 gap-x-1 sm:gap-x-3"
      aria-label="Minutes practised, last seven days"
    >
      @for (day of days(); track day.name) {
        <li class="flex min-w-0 flex-col items-center justify-end" [style.min-height.px]="92">
          <span class="font-mono text-xs" [class]="day.minutes ? '' : 'text-ink-soft'"
            >{{ day.minutes }}<span class="sr-only"> minutes</span></span
          >
          <span
            class="w-6 max-w-full"
            [class]="day.minutes ? 'bg-spruce' : 'bg-line'"
            [style.height.px]="day.height"
          ></span>
          <span class="mt-1 text-xs" [class]="day.isToday ? 'font-bold' : 'text-ink-soft'">{{
            day.name
          }}</span>
        </li>
      }
      <li class="col-span-full pt-1 text-xs text-ink-soft">
        <b class="text-base text-ink">{{ total() }} min</b>
        in seven days
      </li>
    </ol>
  `,
})
export class WeekMinutes {
  readonly songs = input.required<readonly OverviewSong[]>();
  readonly today = input.required<Day>();

  protected readonly days = computed(() => {
    const today = this.today();
    const days = Array.from({ length: DAYS }, (_, index) => dayAfter(today, index + 1 - DAYS));
    const minutes = days.map((day) => this.minutesOn(day));
    const scale = TALLEST_PX / Math.max(LEAST_SCALE_MIN, ...minutes);
    return days.map((day, index) => ({
      name: day === today ? 'today' : format(parseISO(day), 'EEE'),
      isToday: day === today,
      minutes: minutes[index] ?? 0,
      height: Math.max(2, Math.round((minutes[index] ?? 0) * scale)),
    }));
  });
  protected readonly total = computed(() => this.days().reduce((sum, day) => sum + day.minutes, 0));

  private minutesOn(day: Day): number {
    const minutes = this.songs().map(({ overview }) => overview.minutesByDay[day] ?? 0);
    return Math.round(minutes.reduce((sum, one) => sum + one, 0));
  }
}
