import { computed, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Overview, StoredLesson, OverviewStudent } from '@harvu/contract';
import { OVERVIEW_DAYS } from '@harvu/contract/routes';
import { NEW_PROFILE } from '@harvu/contract/students';
import { termReport } from '@harvu/core/brief';
import { dayAfter, daysBetween, parseDay, type Day } from '@harvu/core/day';
import { forkJoin, last, map, of, ReplaySubject, switchMap } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { Session } from '../../platform/session';
import { LessonsApi, PlansApi, PlanStore } from '../../store';
import { briefOf } from '../brief';

const TERM_DAYS = 83;

interface FoundReport {
  readonly id: string;
  readonly overview: Overview;
  readonly lessons: readonly StoredLesson[];
}

/** A term of one student: to themself, to a teacher. */
@Injectable()
export class ReportState {
  private readonly store = inject(PlanStore);
  private readonly api = inject(LessonsApi);
  private readonly plans = inject(PlansApi);
  private readonly session = inject(Session);
  private readonly id$ = new ReplaySubject<string>(1);
  private readonly chosen = signal<{ readonly from?: Day; readonly to?: Day }>({});
  private readonly found = toSignal(
    opened(this.id$, (id) =>
      forkJoin([this.store.overview().pipe(last()), this.api.listOf(id)]).pipe(
        map(([overview, lessons]): FoundReport => ({ id, overview, lessons })),
      ),
    ),
    { initialValue: LOADING },
  );

  private readonly first = computed(() => valueOf(this.found()));
  /** How far back one looks, in days. */
  private readonly daysBack = computed(() => {
    const [{ from }, today] = [this.chosen(), this.first()?.overview.today];
    return from && today ? daysBetween(from, today) : 0;
  });
  /** What lies further back than what every page is given is asked for by itself. */
  private readonly further = toSignal(
    toObservable(this.daysBack).pipe(
      switchMap((days) =>
        days <= OVERVIEW_DAYS
          ? of(null)
          : opened(of(days), (number) => this.plans.overviewOfDays(number)),
      ),
    ),
    { initialValue: null },
  );

  readonly problem = computed(() => {
    const further = this.further();
    return problemOf(this.found()) ?? (further && problemOf(further));
  });
  private readonly all = computed((): FoundReport | undefined => {
    const [first, further] = [this.first(), this.further()];
    if (!first || !further) return first;
    const overview = valueOf(further);
    return overview && { ...first, overview };
  });
  /** Whose it is: a student's own overview names nobody. */
  private readonly student = computed((): OverviewStudent | undefined => {
    const found = this.all();
    if (!found) return undefined;
    const person = this.session.person();
    const known = found.overview.students.find(({ id }) => id === found.id);
    if (known || person?.id !== found.id) return known;
    return { ...NEW_PROFILE, id: person.id, name: person.name };
  });
  readonly name = computed(() => this.student()?.name ?? '');
  readonly from = computed(() => {
    const today = this.first()?.overview.today;
    return this.chosen().from ?? (today ? dayAfter(today, -TERM_DAYS) : undefined);
  });
  readonly to = computed(() => this.chosen().to ?? this.first()?.overview.today);
  readonly report = computed(() => {
    const [found, student, from, to] = [this.all(), this.student(), this.from(), this.to()];
    if (!found || !student || !from || !to) return undefined;
    const { now } = briefOf(student, found.overview);
    const lessons = found.lessons.filter(({ day }) => from <= day && day <= to);
    return termReport(now, { from, to, lessons });
  });
  /** Words for home of the lessons of the term, the earliest first. */
  readonly words = computed(() => {
    const [from, to] = [this.from() ?? '', this.to() ?? ''];
    return (this.all()?.lessons ?? [])
      .filter(
        ({ day, state, notes }) => state === 'held' && notes?.word && from <= day && day <= to,
      )
      .map(({ day, notes }) => ({ day, word: notes?.word ?? '' }))
      .toReversed();
  });

  open(id: string): void {
    this.id$.next(id);
  }

  choose(which: 'from' | 'to', value: string): void {
    const day = parseDay(value);
    if (day) this.chosen.update((now) => ({ ...now, [which]: day }));
  }
}
