import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Climb, Scene } from '@harvu/core/practice';
import type { Step } from '@harvu/core/steps';

interface Rung {
  readonly bpm: number;
  readonly isNow: boolean;
  readonly isHeld: boolean;
  readonly isGoal: boolean;
}

/** So many rungs are drawn at once: those around the one of now, and the goal. */
const MOST_DRAWN = 8;
/** Where they lie flat, they stand side by side. */
const MOST_FLAT = 5;

/** The ladder one stands on: the goal at the top, the rung of today marked, those held ticked. */
@Component({
  selector: 'harvu-rung-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block min-h-0' },
  template: `
    @if (step().rungs.length === 0) {
      <p class="figure">
        <b>{{ climb().isDone ? step().goal.cleanInRow : climb().cleanInRow }}</b>
        <span class="words ml-2">of {{ step().goal.cleanInRow }} {{ words().cleanWord }}</span>
      </p>
    } @else if (flat()) {
      <p class="flex flex-wrap items-baseline gap-x-2 font-mono text-ink-soft">
        @for (rung of drawn(); track $index) {
          @if (rung.isNow) {
            <b class="figure rounded-sm border border-brass-line bg-brass-wash px-1.5 text-ink">{{
              rung.bpm
            }}</b>
          } @else {
            <button
              type="button"
              class="min-h-[44px] min-w-[44px] text-sm"
              [class]="rung.isHeld ? 'text-spruce underline' : ''"
              [attr.aria-label]="'Practise at ' + rung.bpm"
              (click)="pick.emit(rung.bpm)"
            >
              {{ rung.bpm }}{{ rung.isHeld ? '✓' : '' }}
            </button>
          }
        }
        <span class="words font-sans">{{ felt() ? felt() + ',' : '' }} {{ countWords() }}</span>
      </p>
    } @else {
      <h2 class="mb-1 text-sm text-ink-soft">Rungs, {{ words().rungUnit }}</h2>
      <ol class="border-x-[3px] border-ink-soft px-0" aria-label="Rungs, from the goal down">
        @for (rung of falling(); track $index) {
          <li
            class="border-t-[3px]"
            [class]="rungClass(rung)"
            [attr.aria-current]="rung.isNow ? 'step' : null"
          >
            <button
              type="button"
              class="flex w-full flex-wrap items-baseline justify-between px-3 text-left"
              [style.min-height]="height()"
              [attr.aria-label]="'Practise at ' + rung.bpm"
              (click)="pick.emit(rung.bpm)"
            >
              <b class="font-display" [class]="rung.isNow ? 'figure text-ink' : 'text-base'">{{
                rung.bpm
              }}</b>
              <span class="text-sm">
                @if (rung.isNow) {
                  <b class="text-ink">{{ countWords() }}</b>
                } @else if (rung.isHeld) {
                  <span class="text-spruce">✓<span class="sr-only"> held</span></span>
                } @else if (rung.isGoal) {
                  goal
                }
              </span>
            </button>
          </li>
        }
      </ol>
      @if (felt()) {
        <p class="mt-1 text-sm text-ink-soft">{{ felt() }}</p>
      }
    }
  `,
  styles: `
    .figure {
      font-family: var(--font-display);
      font-size: min(2.5rem, 60px);
      line-height: 1.1;
    }
    .words {
      font-size: min(1.5rem, 34px);
      line-height: 1.2;
    }
  `,
})
export class RungLadder {
  readonly step = input.required<Step>();
  readonly climb = input.required<Climb>();
  readonly words = input.required<Pick<Scene, 'cleanWord' | 'rungUnit'>>();
  /** The tempo that is practised. */
  readonly bpm = input<number | null>(null);
  /** Beats of the meter to one that is felt; 1 where they are the same. */
  readonly feltIn = input<{ readonly beats: number; readonly of: number } | null>(null);
  /** One line, for a phone. */
  readonly flat = input(false);
  readonly pick = output<number>();

  protected readonly rising = computed((): readonly Rung[] => {
    const { rung, isDone, cleanBpm } = this.climb();
    const own = this.step().rungs;
    const now = this.bpm() ?? own[rung] ?? 0;
    const rungs = own.some((one) => (one as number) === now)
      ? own
      : [...own, now].sort((a, b) => a - b);
    return rungs.map((bpm, index, all) => ({
      bpm,
      isNow: bpm === now && (!isDone || this.bpm() !== null),
      isHeld: isDone || bpm <= (cleanBpm ?? 0),
      isGoal: index === all.length - 1,
    }));
  });
  protected readonly drawn = computed(() => {
    const all = this.rising();
    const now = Math.max(
      0,
      all.findIndex((one) => one.isNow),
    );
    const most = this.flat() ? MOST_FLAT : MOST_DRAWN;
    const from = Math.max(0, Math.min(now - 2, all.length - most));
    const near = all.slice(from, from + most);
    const goal = all.at(-1);
    return goal && !near.includes(goal) ? [...near.slice(0, -1), goal] : near;
  });
  protected readonly falling = computed(() => [...this.drawn()].reverse());
  protected readonly height = computed(
    () => `clamp(44px, ${(46 / Math.max(1, this.drawn().length)).toFixed(1)}cqh, 66px)`,
  );
  /** The tempo in the beats that are felt. */
  protected readonly felt = computed(() => {
    const [feltIn, bpm] = [this.feltIn(), this.bpm()];
    if (!feltIn || bpm === null || this.words().rungUnit !== 'bpm') return '';
    return `= ${Math.round((bpm * 10) / feltIn.beats) / 10} felt in ${feltIn.of}`;
  });
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
    if (isNow) return 'border-brass-line bg-brass-wash';
    return isHeld ? 'border-spruce' : 'border-line text-ink-soft';
  }
}
