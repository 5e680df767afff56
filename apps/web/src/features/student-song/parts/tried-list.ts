import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Source } from '@harvu/core/events';
import type { Tried } from '@harvu/core/progress';
import { DayLabel } from '../../../ui/day-label';

const SHOWN = 20;

const SOURCES: Readonly<Record<Source, string>> = {
  self: 'own account',
  teacher: 'heard by the teacher',
  measured: 'measured',
};
const BY: Readonly<Record<Source, string>> = {
  self: 'by the student',
  teacher: 'by the teacher',
  measured: 'by what was measured',
};

/** What a try was in truth. */
export interface Righted {
  readonly id: string;
  /** Null where it did not happen at all. */
  readonly clean: boolean | null;
}

/** Every try of a song with who says so; a teacher puts right what was marked wrong, and the first mark stays to be seen. */
@Component({
  selector: 'harvu-tried-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel],
  template: `
    <details class="border-t border-line pt-2">
      <summary class="cursor-pointer py-1 font-display text-base font-bold">
        What was played, try by try
        <span class="font-mono text-sm font-normal text-ink-soft">{{ tried().length }}</span>
      </summary>
      <ul class="mt-1">
        @for (one of shown(); track one.id) {
          <li class="grid gap-x-4 border-b border-line-soft py-1.5 sm:grid-cols-[4rem_1fr_auto]">
            <span class="text-ink-soft">{{ one.on | day }}</span>
            <span class="min-w-0">
              <span [class.line-through]="!isCounted(one)">{{ one.title }}: {{ words(one) }}</span>
              <span class="text-ink-soft"> · {{ source(one) }}</span>
              @if (one.isAhead) {
                <span class="text-brass"> · dated ahead, not counted</span>
              }
              @if (one.corrected; as corrected) {
                <span class="text-brass">
                  ·
                  {{
                    corrected.clean === null
                      ? 'left out'
                      : corrected.clean
                        ? 'was clean'
                        : 'was not clean'
                  }}, corrected {{ by(corrected.source) }} on {{ corrected.on | day }}</span
                >
              }
            </span>
            @if (canRight() && one.marked) {
              <span class="flex flex-wrap gap-x-3 text-sm">
                @if (isCounted(one)) {
                  <button
                    type="button"
                    class="link"
                    [attr.aria-label]="turnWords(one) + ': ' + one.title + ', ' + words(one)"
                    (click)="righted.emit({ id: one.id, clean: !isClean(one) })"
                  >
                    {{ turnWords(one) }}
                  </button>
                  <button
                    type="button"
                    class="link"
                    [attr.aria-label]="'Leave out: ' + one.title + ', ' + words(one)"
                    (click)="righted.emit({ id: one.id, clean: null })"
                  >
                    Leave out
                  </button>
                } @else {
                  <button
                    type="button"
                    class="link"
                    [attr.aria-label]="'Count it after all: ' + one.title + ', ' + words(one)"
                    (click)="righted.emit({ id: one.id, clean: isClean(one) })"
                  >
                    Count it after all
                  </button>
                }
              </span>
            }
          </li>
        } @empty {
          <li class="py-1.5 text-ink-soft">Nothing has been played yet.</li>
        }
      </ul>
      @if (tried().length > shown().length) {
        <button type="button" class="link mt-2 text-sm" (click)="count.set(count() + step)">
          Show earlier ones
        </button>
      }
    </details>
  `,
})
export class TriedList {
  readonly tried = input.required<readonly Tried[]>();
  /** Somebody who teaches is looking. */
  readonly canRight = input(false);
  readonly righted = output<Righted>();
  protected readonly step = SHOWN;
  protected readonly count = signal(SHOWN);
  protected readonly shown = computed(() => this.tried().slice(0, this.count()));
  protected readonly words = markWords;

  protected source({ source }: Tried): string {
    return SOURCES[source];
  }

  protected by(source: Source): string {
    return BY[source];
  }

  protected isCounted({ corrected }: Tried): boolean {
    return corrected?.clean !== null;
  }

  /** As it counts now; what was left out, as it was marked. */
  protected isClean({ corrected, marked }: Tried): boolean {
    return corrected?.clean ?? marked?.clean ?? false;
  }

  protected turnWords(one: Tried): string {
    return this.isClean(one) ? 'Was not clean' : 'Was clean';
  }
}

function markWords({ marked }: Tried): string {
  if (!marked) return 'signed off';
  const { clean, stopped, bpm, rungUnit, passes, bar } = marked;
  const at = bpm === null ? '' : `${bpm} ${rungUnit === 'bpm' ? 'bpm' : 'a minute'}`;
  const how = clean ? 'clean' : stopped ? 'stopped' : 'stumbled';
  const where = clean || bar === null ? '' : ` in bar ${bar}`;
  const times = passes > 1 ? `${passes} passes ` : '';
  return [at, `${times}${how}${where}`].filter(Boolean).join(', ');
}
