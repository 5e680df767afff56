import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { StoredLesson } from '@harvu/contract';
import { catchError, of, switchMap } from 'rxjs';
import { v4 as newId } from 'uuid';
import { LessonsApi } from '../../../store';
import { DayLabel } from '../../../ui/day-label';

const SHOWN = 8;

/** A student's lessons so far: to look through, to correct, and one to be logged afterwards. */
@Component({
  selector: 'harvu-past-lessons',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, RouterLink],
  host: { class: 'block' },
  template: `
    <section class="mt-6" aria-labelledby="past-lessons">
      <div class="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 id="past-lessons" class="text-lg">Lessons</h2>
        <a class="link" [routerLink]="['/lessons', fresh]" [queryParams]="{ of: studentId() }"
          >Log a lesson</a
        >
        <a class="link" [routerLink]="['/students', studentId(), 'report']">A term on one page</a>
        @if (all().length > few) {
          <label class="ml-auto"
            ><span class="mr-2 text-sm">Look for a word, a song, a day</span>
            <input
              class="field w-56"
              type="search"
              maxlength="80"
              [value]="sought()"
              (input)="sought.set($any($event.target).value)"
          /></label>
        }
      </div>
      <ul class="border-t border-line">
        @for (lesson of shown(); track lesson.id) {
          <li class="grid gap-x-4 border-b border-line py-1.5 sm:grid-cols-[9rem_minmax(0,1fr)]">
            <a
              class="link font-bold"
              [routerLink]="['/lessons', lesson.id]"
              [queryParams]="{ of: studentId() }"
              >{{ lesson.day | day }}, {{ lesson.time }}</a
            >
            <span class="min-w-0">
              @if (lesson.state === 'missed') {
                <b class="text-brass">missed</b>
              } @else if (lesson.state === 'planned') {
                <span class="text-ink-soft">planned</span>
              } @else {
                {{ lesson.notes?.word || 'no word for home' }}
              }
            </span>
          </li>
        } @empty {
          <li class="py-2 text-ink-soft">
            {{
              all().length === 0 ? 'Lessons that were held will stand here.' : 'No lesson says so.'
            }}
          </li>
        }
      </ul>
      @if (found().length > shown().length) {
        <button type="button" class="button mt-2" (click)="showsAll.set(true)">
          All {{ found().length }}
        </button>
      }
    </section>
  `,
})
export class PastLessons {
  readonly studentId = input.required<string>();
  private readonly api = inject(LessonsApi);
  protected readonly few = 3;
  /** One that is logged now has an id of its own. */
  protected readonly fresh = newId();
  protected readonly sought = signal('');
  protected readonly showsAll = signal(false);
  protected readonly all = toSignal(
    toObservable(this.studentId).pipe(
      switchMap((id) =>
        this.api.listOf(id).pipe(catchError(() => of<readonly StoredLesson[]>([]))),
      ),
    ),
    { initialValue: [] },
  );
  protected readonly found = computed(() =>
    this.all().filter((one) => isAbout(one, this.sought().trim())),
  );
  protected readonly shown = computed(() =>
    this.showsAll() ? this.found() : this.found().slice(0, SHOWN),
  );
}

function isAbout({ day, notes, state }: StoredLesson, words: string): boolean {
  const text = [day, state, notes?.word ?? '', notes?.summary ?? ''].join(' ').toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
