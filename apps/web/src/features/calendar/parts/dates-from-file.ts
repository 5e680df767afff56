import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
} from '@angular/core';
import { dayAfter } from '@harvu/core/day';
import type { StudioBreak } from '@harvu/core/lessons';
import type { ReadCalendar } from '@harvu/formats/calendar';
import { WEEKDAYS } from '@harvu/core/day';
import { Session } from '../../../platform/session';
import { ChosenFile } from '../../../reading/chosen-file';
import { FileChoice } from '../../../reading/file-choice';
import { Reading } from '../../../reading/reading';
import { DayLabel } from '../../../ui/day-label';
import { CalendarState } from '../calendar.state';
import { lessonsIn, newDaysOff, type FoundLesson } from '../dates-found';

const DAYS_AHEAD = 400;
const DAYS_BACK = 28;
/** So many days off a studio keeps. */
const MOST_BREAKS = 60;

/** Shows what a calendar would bring before anything is stored: days off, and weekly lessons of who is here. */
@Component({
  selector: 'harvu-dates-from-file',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, FileChoice],
  providers: [Reading],
  host: {
    class: 'mb-4 block border-l-4 border-spruce pl-4',
    role: 'region',
    'aria-label': 'Dates from a calendar',
  },
  template: `
    <harvu-file-choice
      label="A calendar file"
      accepts=".ics,text/calendar"
      hint="iCalendar (.ics): whole days become days off, weekly hours lessons"
      [name]="file.name()"
      [isReading]="file.isReading()"
      [problem]="file.problem()"
      (chosen)="read($event)"
      (left)="closed.emit()"
    />
    @if (found(); as found) {
      <div class="mt-3 grid gap-6 md:grid-cols-2">
        <section aria-labelledby="found-days">
          <h3 id="found-days" class="font-display font-bold">Days off</h3>
          @if (!state.isOwner()) {
            <p class="text-ink-soft">Only the owner of the studio sets days off.</p>
          }
          <ul>
            @for (one of daysOff(); track one.from + one.to) {
              <li class="flex items-baseline gap-2 py-0.5">
                <input
                  type="checkbox"
                  [attr.aria-label]="'Take ' + one.name + ' over'"
                  [disabled]="!state.isOwner()"
                  [checked]="state.isOwner() && isDayTaken(one)"
                  (change)="turn(keyOf(one))"
                />
                <span
                  ><b>{{ one.name }}</b> {{ one.from | day }}
                  @if (one.to !== one.from) {
                    to {{ one.to | day }}
                  }
                  @if (state.takenAway(one); as lessons) {
                    <span class="text-brass">
                      {{ lessons }} {{ lessons === 1 ? 'lesson falls' : 'lessons fall' }} out
                    </span>
                  }
                </span>
              </li>
            } @empty {
              <li class="text-ink-soft">None that is not set already.</li>
            }
          </ul>
          @if (tooMany()) {
            <p class="mt-1 border-l-4 border-brass pl-2">
              A studio keeps at most {{ mostBreaks }} of them: take fewer.
            </p>
          }
        </section>
        <section aria-labelledby="found-hours">
          <h3 id="found-hours" class="font-display font-bold">Weekly lessons</h3>
          <ul>
            @for (one of lessons(); track $index) {
              <li class="flex items-baseline gap-2 py-0.5">
                <input
                  type="checkbox"
                  [attr.aria-label]="'Take ' + one.title + ' over'"
                  [disabled]="one.studentId === null"
                  [checked]="isLessonTaken(one)"
                  (change)="turn('lesson ' + one.studentId)"
                />
                <span
                  ><b>{{ one.studentId === null ? one.title : state.nameOf(one.studentId) }}</b>
                  {{ weekdays[one.slot.weekday] }} {{ one.slot.time }}, {{ one.slot.minutes }} min
                  <span class="text-ink-soft">{{
                    one.studentId === null ? one.why : 'from “' + one.title + '”'
                  }}</span></span
                >
              </li>
            } @empty {
              <li class="text-ink-soft">No hour comes three weeks or more.</li>
            }
          </ul>
        </section>
      </div>
      @if (found.lost.length > 0) {
        <p class="mt-3"><b>Not taken over:</b> {{ found.lost.join('; ') }}.</p>
      }
      <p class="mt-3 text-ink-soft">
        Nothing is stored until you take it over. A weekly lesson stands in place of the slot that
        student has now.
      </p>
      <button
        type="button"
        class="button button-first mt-2"
        [disabled]="takenDays().length + takenLessons().length === 0 || tooMany()"
        (click)="take()"
      >
        Take these over
      </button>
    }
  `,
})
export class DatesFromFile {
  readonly closed = output();
  protected readonly state = inject(CalendarState);
  private readonly session = inject(Session);
  private readonly reading = inject(Reading);
  protected readonly file = new ChosenFile<ReadCalendar>();
  protected readonly weekdays = WEEKDAYS;
  protected readonly mostBreaks = MOST_BREAKS;
  /** What was decided about otherwise. */
  private readonly turned = signal<ReadonlySet<string>>(new Set());
  protected readonly found = this.file.found;
  protected readonly daysOff = computed(() => {
    const found = this.found();
    return found ? newDaysOff(found, this.state.breaks()) : [];
  });
  protected readonly lessons = computed(() => {
    const found = this.found();
    return found ? lessonsIn(found, this.state.students()) : [];
  });
  protected readonly takenDays = computed(() =>
    this.state.isOwner() ? this.daysOff().filter((one) => this.isDayTaken(one)) : [],
  );
  protected readonly takenLessons = computed(() =>
    this.lessons().filter((one) => this.isLessonTaken(one)),
  );
  protected readonly tooMany = computed(
    () => this.takenDays().length + this.state.breaks().length > MOST_BREAKS,
  );

  protected keyOf({ from, to }: StudioBreak): string {
    return `${from} ${to}`;
  }

  protected isDayTaken(one: StudioBreak): boolean {
    return !this.turned().has(this.keyOf(one));
  }

  protected isLessonTaken({ studentId }: FoundLesson): boolean {
    return studentId !== null && !this.turned().has(`lesson ${studentId}`);
  }

  protected turn(key: string): void {
    this.turned.update((all) => {
      const next = new Set(all);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  }

  protected read(file: File): void {
    const today = this.session.today();
    const options = {
      timeZone: this.session.timeZone(),
      from: dayAfter(today, -DAYS_BACK),
      to: dayAfter(today, DAYS_AHEAD),
    };
    this.turned.set(new Set());
    void this.file.read(file, (bytes) =>
      this.reading.tasks.calendar(new TextDecoder().decode(bytes), options),
    );
  }

  protected take(): void {
    this.state.takeOver(this.takenDays(), this.takenLessons());
    this.closed.emit();
  }
}
