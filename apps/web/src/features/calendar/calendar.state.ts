import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Problem, StoredLesson } from '@harvu/contract';
import { dayAfter, daysBetween, parseDay, type Day } from '@harvu/core/day';
import { breakOn, type StudioBreak } from '@harvu/core/lessons';
import {
  catchError,
  concat,
  concatMap,
  EMPTY,
  last,
  of,
  Subject,
  tap,
  type Observable,
} from 'rxjs';
import { v4 as newId } from 'uuid';
import { Api } from '../../platform/api';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { LessonsApi } from '../../store';
import type { FoundLesson } from './dates-found';

/** When a lesson is to be, and who gives it. */
export interface Moved {
  readonly day: string;
  readonly time: string;
  readonly minutes: number;
  readonly teacherId: string | null;
}

/** A day with its lessons; or one without any, for a reason. */
export interface CalendarDay {
  readonly day: Day;
  readonly lessons: readonly StoredLesson[];
  readonly off: StudioBreak | undefined;
}

const BACK_DAYS = 7;
const AHEAD_DAYS = 28;
const MORE_DAYS = 28;
const MOST_AHEAD = 84;

/** The lessons of the weeks around today: moved, missed, given to somebody else, added; and the days off. */
@Injectable()
export class CalendarState {
  private readonly api = inject(LessonsApi);
  private readonly routes = inject(Api);
  private readonly session = inject(Session);
  private readonly again = new Subject<void>();
  private readonly failed = signal<Problem | null>(null);
  private readonly ahead = signal(AHEAD_DAYS);
  readonly isOwner = computed(() => this.session.person()?.role === 'owner');

  private readonly found = toSignal(
    opened(of(null), () => this.api.weeks(), this.again),
    { initialValue: LOADING },
  );
  private readonly all = computed(() => valueOf(this.found()));
  readonly problem = computed(() => this.failed() ?? problemOf(this.found()));
  readonly today = computed(() => this.all()?.today);
  readonly students = computed(() => this.all()?.students ?? []);
  readonly teachers = computed(() => this.all()?.teachers ?? []);
  readonly mails = computed(() => this.all()?.mails ?? []);
  readonly breaks = computed(() => this.all()?.breaks ?? []);
  readonly hasMore = computed(() => this.ahead() < MOST_AHEAD);
  readonly days = computed((): readonly CalendarDay[] => {
    const today = this.today();
    if (!today) return [];
    const days = Array.from({ length: this.ahead() + 1 }, (_, index) => dayAfter(today, index));
    return days
      .map((day) => ({ day, lessons: this.on(day), off: breakOn(day, this.breaks()) }))
      .filter(({ day, lessons, off }) => lessons.length > 0 || off?.from === day);
  });
  /** Lessons of the last week of which nothing was kept. */
  readonly unlogged = computed(() => {
    const today = this.today();
    if (!today) return [];
    return (this.all()?.lessons ?? []).filter(
      ({ day, version, state }) =>
        day < today && daysBetween(day, today) <= BACK_DAYS && version === 0 && state === 'planned',
    );
  });

  /** How many lessons that are planned days off would take away, as far as is known. */
  takenAway({ from, to }: StudioBreak): number {
    return (this.all()?.lessons ?? []).filter(
      ({ day, state }) => state === 'planned' && from <= day && day <= to,
    ).length;
  }

  nameOf(id: string): string {
    return this.students().find((one) => one.id === id)?.name ?? 'somebody who left';
  }

  teacherName(id: string | null): string {
    return this.teachers().find((one) => one.id === id)?.name ?? '';
  }

  more(): void {
    this.ahead.update((days) => Math.min(MOST_AHEAD, days + MORE_DAYS));
  }

  move(lesson: StoredLesson, moved: Moved): void {
    const day = parseDay(moved.day);
    if (day) this.save({ ...lesson, ...moved, day });
  }

  miss(lesson: StoredLesson): void {
    this.save({ ...lesson, state: 'missed' });
  }

  add(studentId: string, moved: Moved): void {
    const day = parseDay(moved.day);
    if (!day) return;
    const state = 'planned' as const;
    this.save({
      ...moved,
      id: newId(),
      day,
      studentId,
      slotDay: null,
      state,
      version: 0,
      notes: null,
    });
  }

  asUsual({ id }: StoredLesson): void {
    this.run(this.api.asUsual(id));
  }

  setBreaks(breaks: readonly StudioBreak[]): void {
    this.run(this.withBreaks(breaks));
  }

  /** Keeps days off and weekly slots that a calendar brought. */
  takeOver(daysOff: readonly StudioBreak[], lessons: readonly FoundLesson[]): void {
    const breaks = [...this.breaks(), ...daysOff].toSorted((a, b) => a.from.localeCompare(b.from));
    const first = daysOff.length > 0 ? [this.withBreaks(breaks)] : [];
    const slots = lessons.map((one) => this.withSlot(one));
    this.run(concat(...first, ...slots).pipe(last(null, null)));
  }

  private withBreaks(breaks: readonly StudioBreak[]): Observable<unknown> {
    return this.routes
      .call('settings')
      .pipe(concatMap((settings) => this.routes.call('saveSettings', {}, { ...settings, breaks })));
  }

  private withSlot({ studentId, slot: lessonSlot }: FoundLesson): Observable<unknown> {
    const id = studentId ?? '';
    return this.routes
      .call('student', { id })
      .pipe(
        concatMap(({ version: baseVersion, profile }) =>
          this.routes.call(
            'saveStudent',
            { id },
            { baseVersion, profile: { ...profile, lessonSlot } },
          ),
        ),
      );
  }

  private on(day: Day): readonly StoredLesson[] {
    return (this.all()?.lessons ?? []).filter((one) => one.day === day);
  }

  private save({ id, version: baseVersion, ...lesson }: StoredLesson): void {
    this.run(this.api.save(id, { baseVersion, lesson, tells: false }));
  }

  private run(asked: Observable<unknown>): void {
    this.failed.set(null);
    asked
      .pipe(
        tap(() => this.again.next()),
        catchError((error: unknown) => {
          this.failed.set(toProblem(error));
          return EMPTY;
        }),
      )
      .subscribe();
  }
}
