import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StoredLesson } from '@harvu/contract';
import { DayLabel } from '../../ui/day-label';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { CalendarState, type Moved } from './calendar.state';
import { BreaksNote } from './parts/breaks-note';
import { DatesFromFile } from './parts/dates-from-file';
import { WhenForm } from './parts/when-form';

const USUAL_TIME = '16:00';
const USUAL_MINUTES = 30;

/** The lessons of the weeks ahead, and what becomes of single ones. */
@Component({
  selector: 'harvu-calendar-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BreaksNote, DatesFromFile, DayLabel, Note, Page, RouterLink, WhenForm],
  providers: [CalendarState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './calendar-page.html',
})
export class CalendarPage {
  protected readonly state = inject(CalendarState);
  /** The lesson that is being moved; empty for none. */
  protected readonly moving = signal('');
  protected readonly adds = signal(false);
  protected readonly imports = signal(false);
  protected readonly reads = signal('');
  protected readonly count = computed(() =>
    this.state
      .days()
      .reduce(
        (sum, { lessons }) => sum + lessons.filter((one) => one.state !== 'missed').length,
        0,
      ),
  );
  protected readonly fresh = computed((): Moved => ({
    day: this.state.today() ?? '',
    time: USUAL_TIME,
    minutes: USUAL_MINUTES,
    teacherId: this.state.teachers()[0]?.id ?? null,
  }));

  protected move(lesson: StoredLesson, moved: Moved): void {
    const { day, time, minutes, teacherId } = moved;
    this.moving.set('');
    this.state.move(lesson, { day, time, minutes, teacherId });
  }

  protected add({ studentId, ...moved }: Moved & { readonly studentId: string }): void {
    this.adds.set(false);
    this.state.add(studentId, moved);
  }

  protected marks(lesson: StoredLesson): string {
    const { state, slotDay, day } = lesson;
    if (state === 'held') return 'held';
    if (state === 'missed') return 'missed';
    if (slotDay === null) return 'beside the slots';
    return slotDay === day ? '' : 'moved';
  }

  protected toggleMail(id: string): void {
    this.reads.update((now) => (now === id ? '' : id));
  }
}
