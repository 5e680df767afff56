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
  templateUrl: './dates-from-file.html',
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
      this.reading.ask((tasks) => tasks.calendar(new TextDecoder().decode(bytes), options)),
    );
  }

  protected take(): void {
    this.state.takeOver(this.takenDays(), this.takenLessons());
    this.closed.emit();
  }
}
