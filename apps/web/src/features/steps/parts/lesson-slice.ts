import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { nextLessonOn, practiceUntil } from '@harvu/core/plan';
import { untilLesson, type LessonPiece } from '@harvu/core/practice';
import { kindOf } from '@harvu/core/steps';
import { DayLabel } from '../../../ui/day-label';
import { durationWords } from '../../../ui/duration';
import { LadderLine } from '../../../ui/ladder-line';
import { StepsState } from '../steps.state';

/** What of the plan fits until the next lesson: as it is taught. */
@Component({
  selector: 'harvu-lesson-slice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, LadderLine],
  host: { class: 'block' },
  template: `
    <p class="mb-2 text-ink-soft">
      Until {{ state.known()?.profile?.lessonSlot ? 'the lesson on' : '' }}
      <b class="text-ink">{{ lessonOn() | day: 'weekday' }}</b>:
      <b class="text-ink">{{ minutesThere() }}</b>
      {{ state.known()?.practised ? 'as really practised' : 'of practice' }}.
    </p>
    <ol class="border-t border-line" aria-label="Until the next lesson">
      @for (piece of pieces(); track piece.step.id; let number = $index) {
        <li class="border-b border-line">
          <button
            type="button"
            class="grid w-full grid-cols-[1.75rem_minmax(0,1fr)_4.5rem] items-center gap-x-3 py-2.5 text-left hover:bg-sheet md:grid-cols-[1.75rem_minmax(0,1fr)_8rem_11rem_4.5rem]"
            [class.bg-brass-wash!]="piece.step.id === state.chosenId()"
            [attr.aria-pressed]="piece.step.id === state.chosenId()"
            (click)="state.choose(piece.step.id)"
          >
            <span class="font-display text-base font-bold text-ink-soft">{{ number + 1 }}</span>
            <span class="min-w-0">
              <b class="block font-display text-base leading-6">{{ piece.step.title }}</b>
              <span class="block text-xs text-ink-soft">{{ goalOf(piece) }}</span>
            </span>
            <span class="text-right font-mono text-sm whitespace-nowrap max-md:hidden">{{
              tempoOf(piece)
            }}</span>
            <span class="max-md:hidden">
              @if (piece.step.rungs.length > 1) {
                <harvu-ladder-line [rungs]="piece.step.rungs" [reached]="piece.toBpm" />
              }
            </span>
            <span class="text-right font-mono text-sm">{{ minutesOf(piece) }}</span>
          </button>
        </li>
      } @empty {
        <li class="py-4 text-ink-soft">{{ emptyWords() }}</li>
      }
    </ol>
  `,
})
export class LessonSlice {
  protected readonly state = inject(StepsState);

  /** The day of the next lesson, after today; in a week where no slot is agreed. */
  protected readonly lessonOn = computed(() =>
    nextLessonOn(this.state.today, this.state.known()?.profile.lessonSlot?.weekday ?? null),
  );
  private readonly minutes = computed(
    () => practiceUntil(this.lessonOn(), this.state.practice()).minutes,
  );
  protected readonly minutesThere = computed(() => durationWords(this.minutes()));
  protected readonly pieces = computed(() =>
    untilLesson(this.state.planned()?.progress ?? [], this.minutes()),
  );
  protected readonly emptyWords = computed(() => {
    const { steps = [], done = [] } = this.state.planned() ?? {};
    if (steps.length > 0 && done.length === steps.length) return 'Every step is done.';
    return 'No minutes of practice are known until then. Say some at what is known of the student.';
  });

  protected goalOf({ step, isWhole }: LessonPiece): string {
    return isWhole ? step.goal.words : `a beginning: ${step.goal.words} on each rung`;
  }

  protected tempoOf({ step, fromBpm, toBpm }: LessonPiece): string {
    if (fromBpm === null || toBpm === null) return '';
    const unit = kindOf(step).rungUnit === 'bpm' ? 'bpm' : 'a minute';
    return fromBpm === toBpm ? `${toBpm} ${unit}` : `${fromBpm} → ${toBpm} ${unit}`;
  }

  protected minutesOf({ minutes }: LessonPiece): string {
    return durationWords(Math.max(1, minutes));
  }
}
