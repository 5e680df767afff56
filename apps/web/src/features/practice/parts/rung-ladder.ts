import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Climb, Scene } from '@harvu/core/practice';
import type { Step } from '@harvu/core/steps';

interface Rung {
  readonly bpm: number;
  readonly isNow: boolean;
  readonly isHeld: boolean;
  readonly isGoal: boolean;
}

/** The ladder one stands on: the goal at the top, the rung of today marked, those held ticked. */
@Component({
  selector: 'harvu-rung-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (step().rungs.length === 0) {
      <p class="text-lg">
        <b>{{ climb().isDone ? step().goal.cleanInRow : climb().cleanInRow }}</b> of
        {{ step().goal.cleanInRow }} {{ words().cleanWord }}
      </p>
    } @else if (flat()) {
      <p class="flex flex-wrap items-baseline gap-x-2 font-mono text-xs text-ink-soft">
        @for (rung of rising(); track $index) {
          @if (rung.isNow) {
            <b
              class="rounded-sm border border-brass-line bg-brass-wash px-1.5 text-base text-ink"
              >{{ rung.bpm }}</b
            >
          } @else {
            <span [class]="rung.isHeld ? 'text-spruce underline' : ''"
              >{{ rung.bpm }}{{ rung.isHeld ? '✓' : '' }}</span
            >
          }
        }
        <span class="font-sans text-sm">{{ countWords() }}</span>
      </p>
    } @else {
      <h2 class="mb-2 text-sm text-ink-soft">Rungs, {{ words().rungUnit }}</h2>
      <ol class="border-x-[3px] border-ink-soft px-0" aria-label="Rungs, from the goal down">
        @for (rung of falling(); track $index) {
          <li
            class="flex items-baseline justify-between border-t-[3px] px-3"
            [class]="rungClass(rung)"
            [style.min-height.px]="height()"
            [attr.aria-current]="rung.isNow ? 'step' : null"
          >
            <b class="font-display" [class]="rung.isNow ? 'text-xl text-ink' : 'text-base'">{{
              rung.bpm
            }}</b>
            <span class="text-xs">
              @if (rung.isNow) {
                <b>{{ countWords() }}</b>
              } @else if (rung.isHeld) {
                <span class="text-spruce">✓<span class="sr-only"> held</span></span>
              } @else if (rung.isGoal) {
                goal
              }
            </span>
          </li>
        }
      </ol>
    }
  `,
})
export class RungLadder {
  readonly step = input.required<Step>();
  readonly climb = input.required<Climb>();
  readonly words = input.required<Pick<Scene, 'cleanWord' | 'rungUnit'>>();
  /** One line, for a phone. */
  readonly flat = input(false);

  protected readonly rising = computed((): readonly Rung[] => {
    const { rung, isDone, cleanBpm } = this.climb();
    return this.step().rungs.map((bpm, index, all) => ({
      bpm,
      isNow: !isDone && index === rung,
      isHeld: isDone || bpm <= (cleanBpm ?? 0),
      isGoal: index === all.length - 1,
    }));
  });
  protected readonly falling = computed(() => [...this.rising()].reverse());
  protected readonly height = computed(() =>
    Math.max(34, Math.min(66, 520 / this.rising().length)),
  );
  protected readonly countWords = computed(() => {
    const { cleanInRow, isDone, goalDays } = this.climb();
    if (isDone) return 'done';
    const { goal } = this.step();
    if (goal.days > 1 && this.climb().rung === this.step().rungs.length - 1) {
      return `${goalDays.length} of ${goal.days} days`;
    }
    return `${cleanInRow} of ${goal.cleanInRow} clean`;
  });

  protected rungClass({ isNow, isHeld }: Rung): string {
    if (isNow) return 'border-brass-line';
    return isHeld ? 'border-spruce' : 'border-line text-ink-soft';
  }
}
