import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type {
  KnownStudent,
  NewEvent,
  Person,
  Plan,
  PlanSummary,
  Problem,
  Song,
  SongTeaching,
} from '@harvu/contract';
import { toStudent } from '@harvu/contract/students';
import { constantsWith } from '@harvu/core/assumptions';
import { changeKey } from '@harvu/core/change';
import { deadlineOf, timeOf, type PlanChange, type Teaching } from '@harvu/core/plan';
import type { PlanEvent } from '@harvu/core/events';
import { changesInWords } from '@harvu/core/edits';
import { USUAL_STUDENT } from '@harvu/core/player';
import type { Step } from '@harvu/core/steps';
import {
  catchError,
  combineLatest,
  EMPTY,
  forkJoin,
  map,
  of,
  switchMap,
  tap,
  throwError,
  type Observable,
} from 'rxjs';
import { opened, type Opened } from '../../platform/opened';
import { Session } from '../../platform/session';
import { EventsApi, Log, PlansApi } from '../../store';
import { Analysis, requestOf, type PlannedSong, type PlanRequest } from '../../worked-out';
import { ConstantsApi } from '../assumptions';
import { toProblem } from '../../platform/problems';
import { SongsApi } from '../songs';
import { StudentsApi } from '../students';
import { PeopleApi } from '../studio';
import { differenceWords, withChange, withoutChange } from '../teaching';
import { TeachingKeeper, type Place } from './teaching.keeper';
import type { OwnConstants } from '@harvu/core/constants';

const WEEK_DAYS = 7;
const NO_EVENTS: readonly PlanEvent[] = [];

/** Whose steps are looked at: a song's, for one student where one is named. */
export interface StepsOf {
  readonly songId: string;
  readonly studentId: string | undefined;
}

/** All that the page needs of them. */
interface FoundSteps {
  readonly song: Song;
  readonly kept: SongTeaching;
  readonly given: readonly PlanSummary[];
  readonly people: readonly Person[];
  readonly constants: OwnConstants;
  readonly known: KnownStudent | null;
  readonly plan: Plan | null;
}

/** What changed in a song since a revision that somebody still learns. */
export interface SongChanges {
  readonly words: readonly string[];
  /** The parts that are played otherwise: what was played of them is asked for again. */
  readonly parts: readonly string[];
}

/** A song's steps as the studio, or one student, is taught them; and who learns it. */
@Injectable()
export class StepsState {
  private readonly songs = inject(SongsApi);
  private readonly people = inject(PeopleApi);
  private readonly plans = inject(PlansApi);
  private readonly knownApi = inject(StudentsApi);
  private readonly constantsApi = inject(ConstantsApi);
  private readonly eventsApi = inject(EventsApi);
  private readonly log = inject(Log);
  private readonly analysis = inject(Analysis);
  private readonly keeping = inject(TeachingKeeper);

  private readonly opened = signal<Song | null>(null);
  private readonly everybody = signal<readonly Person[]>([]);
  private readonly given = signal<readonly PlanSummary[]>([]);
  private readonly failed = signal<Problem | null>(null);
  private readonly own = signal<OwnConstants>({});
  private readonly knownStudent = signal<KnownStudent | null>(null);
  private readonly openedPlan = signal<Plan | null>(null);
  private readonly unsure = signal<readonly string[]>([]);
  private readonly since = signal<ReadonlyMap<number, SongChanges>>(new Map());
  private readonly ended = inject(DestroyRef);

  readonly song = this.opened.asReadonly();
  /** Students a song with something to listen for was to be given to. */
  readonly doubtful = this.unsure.asReadonly();
  /** What changed in the song since the revisions that students still learn, in words. */
  readonly changesSince = this.since.asReadonly();
  readonly problem = computed(() => this.failed() ?? this.keeping.problem());
  readonly teaching = this.keeping.teaching;
  readonly isSaving = this.keeping.isSaving;
  readonly canUndo = this.keeping.canUndo;
  /** What undo would take back, in words. */
  readonly undoWords = computed(() => {
    const [now, last] = [this.teaching(), this.canUndo() ? this.keeping.last() : undefined];
    return last ? `Undo: ${differenceWords(last, now)}` : 'Nothing to undo';
  });
  readonly known = this.knownStudent.asReadonly();
  readonly plan = this.openedPlan.asReadonly();
  readonly students = computed(() =>
    this.everybody().filter((person) => person.role === 'student'),
  );
  readonly constants = computed(() => constantsWith(this.own()));
  readonly keeper = computed(() => this.keeping.place().kind);
  /** The plans of this song, by student; those taken back too. */
  readonly planOf = computed(() => new Map(this.given().map((plan) => [plan.studentId, plan])));
  readonly today = inject(Session).today();
  readonly practice = computed(() => {
    const known = this.knownStudent();
    // What is really practised outranks what was said; both outrank what is assumed.
    const minutesByWeekday =
      known?.practised ??
      known?.profile.minutesByWeekday ??
      Array<number>(WEEK_DAYS).fill(this.constants().minutesADay);
    return { minutesByWeekday, today: this.today };
  });

  /** What the steps are made from; a plan stands on its own revision and figures. */
  readonly request = computed((): PlanRequest | null => {
    const [song, plan, known] = [this.opened(), this.openedPlan(), this.knownStudent()];
    if (!song) return null;
    const teaching = this.teaching();
    if (plan) return { ...requestOf(plan), teaching };
    const student = known ? toStudent(known.profile, known.shown) : USUAL_STUDENT;
    return { song: song.document, teaching, student, constants: this.own() };
  });
  private readonly events = computed(() => this.openedPlan()?.events ?? NO_EVENTS);
  readonly planned = toSignal(
    toObservable(computed(() => ({ request: this.request(), events: this.events() }))).pipe(
      switchMap(({ request, events }) => (request ? this.planFor(request, events) : of(null))),
    ),
    { initialValue: null },
  );
  readonly blocks = computed(() => this.planned()?.blocks ?? []);
  /** The time of the steps that are still to do. */
  readonly left = computed(() => {
    const planned = this.planned();
    if (!planned) return { minutes: 0, low: 0, high: 0 };
    const done = new Set(planned.done);
    const steps = planned.steps.filter((step) => !done.has(step.id));
    return timeOf(steps, planned.work.constants);
  });
  readonly deadline = computed(() => {
    const { wantedOn } = this.teaching();
    return wantedOn === null ? null : deadlineOf(this.left(), wantedOn, this.practice());
  });
  private readonly smallerWish = computed(() => {
    const [request, { wantedOn }] = [this.request(), this.teaching()];
    const isLate = this.deadline()?.verdict === 'misses';
    return request && wantedOn !== null && isLate ? { request, wantedOn } : null;
  });
  readonly smaller = toSignal(
    toObservable(this.smallerWish).pipe(
      switchMap((wish) =>
        wish
          ? this.analysis.smaller(wish.request, { ...this.practice(), wantedOn: wish.wantedOn })
          : of([]),
      ),
    ),
    { initialValue: [] },
  );

  /** Easier grips, where the student's body asks for them. */
  readonly easier = toSignal(
    toObservable(
      computed(() => (this.knownStudent()?.profile.bodyNote ? this.request() : null)),
    ).pipe(switchMap((request) => (request ? this.analysis.easier(request) : of([])))),
    { initialValue: [] },
  );

  /** The step that is looked at, by id. */
  private readonly looked = signal('');
  readonly chosenId = this.looked.asReadonly();
  readonly chosen = computed(() =>
    this.planned()?.steps.find((step) => step.id === this.chosenId()),
  );
  readonly raises = toSignal(
    toObservable(computed(() => ({ request: this.request(), id: this.chosen()?.id }))).pipe(
      switchMap(({ request, id }) =>
        request && id !== undefined ? this.analysis.raises(request, id) : of([]),
      ),
    ),
    { initialValue: [] },
  );

  /** Opens the steps of a song for somebody, anew whenever that is somebody else. */
  open(steps$: Observable<StepsOf>): void {
    opened(steps$, (of) => this.load(of))
      .pipe(
        tap((found) => this.show(found)),
        switchMap((found) => (found.kind === 'ready' ? this.loadOlder() : EMPTY)),
        takeUntilDestroyed(this.ended),
      )
      .subscribe();
  }

  private load({ songId, studentId }: StepsOf): Observable<FoundSteps> {
    return forkJoin({
      song: this.songs.find(songId),
      kept: this.songs.teaching(songId),
      given: this.plans.list(),
      people: this.people.list(),
      constants: this.constantsApi.find().pipe(map(({ values }) => values)),
      known: studentId === undefined ? of(null) : this.knownApi.find(studentId),
    }).pipe(
      switchMap((all) => {
        const given = all.given.filter((plan) => plan.songId === songId);
        const summary = given.find((plan) => plan.studentId === studentId);
        const plan: Observable<Plan | null> = summary ? this.plans.find(summary.id) : of(null);
        return plan.pipe(map((found) => ({ ...all, given, plan: found })));
      }),
    );
  }

  private show(found: Opened<FoundSteps>): void {
    this.failed.set(found.kind === 'failed' ? found.problem : null);
    if (found.kind !== 'ready') {
      this.looked.set('');
      return;
    }
    const { song, kept, given, people, constants, known, plan } = found.value;
    const home = known ? ({ kind: 'draft' } as const) : ({ kind: 'song', id: song.id } as const);
    this.keeping.begin(plan ?? kept, plan ? placeOf(plan) : home);
    this.own.set(constants);
    this.everybody.set(people);
    this.given.set(given);
    this.knownStudent.set(known);
    this.openedPlan.set(plan);
    this.opened.set(song);
  }

  /** Works the steps out; where that fails, it is told and what was there stays. */
  private planFor(request: PlanRequest, events: readonly PlanEvent[]): Observable<PlannedSong> {
    return this.analysis.plan(request, events).pipe(
      catchError((error: unknown) => {
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
    );
  }

  /** Looks at the step that drills a change, once there are steps, or at one the change holds back. */
  lookAt(change$: Observable<string | undefined>): void {
    combineLatest([change$, toObservable(this.planned)])
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe(([change, planned]) => {
        if (!change || !planned || this.looked() !== '') return;
        const drilled = planned.steps.find(({ limit }) => {
          const held = limit?.change;
          return held !== undefined && changeKey(held) === change;
        });
        this.looked.set(drilled?.id ?? '');
      });
  }

  /** Looks at a step. */
  choose(stepId: string): void {
    this.looked.set(stepId);
  }

  /** Changes how the song is taught; it is kept where it belongs. */
  change(toNext: (teaching: Teaching) => Teaching): void {
    this.keeping.change(toNext);
  }

  add(change: PlanChange): void {
    this.keeping.change((now) => withChange(now, change));
  }

  remove(change: PlanChange): void {
    this.keeping.change((now) => withoutChange(now, change));
  }

  /** Skips one step; what else teaches the same stays. One of the teacher's own goes. */
  skip({ id }: Step): void {
    const own = this.teaching().changes.find((one) => one.kind === 'own' && one.step === id);
    this.looked.set('');
    if (own) this.remove(own);
    else this.add({ kind: 'drop', step: id });
  }

  /** Leaves a section out of the plan, with every step that teaches it. */
  leaveSectionOut(part: string, section: string): void {
    this.looked.set('');
    this.add({ kind: 'leave-out', part, section });
  }

  undo(): void {
    this.keeping.undo();
  }

  /** Has a plan stand on what the student shows now. */
  takeFigures(): void {
    const plan = this.openedPlan();
    if (!plan) return;
    const baseVersion = this.keeping.version();
    const save = { baseVersion, teaching: this.teaching(), takeFigures: true };
    this.run(this.plans.change(plan.id, save).pipe(tap((changed) => this.takeOver(changed))));
  }

  /** Gives the song, as it is taught here; one with something to listen for only by the teacher's word. */
  assign(studentIds: readonly string[], { despiteDoubts = false } = {}): void {
    const song = this.opened();
    if (!song || studentIds.length === 0) return;
    const { id, revision } = song;
    this.unsure.set([]);
    const assign = {
      revision,
      studentIds: [...studentIds],
      teaching: this.teaching(),
      ...(despiteDoubts && { despiteDoubts }),
    };
    this.run(
      this.plans.assign(id, assign).pipe(
        switchMap(() => this.reload()),
        catchError((error: unknown) => {
          if (toProblem(error).field === 'despiteDoubts') this.unsure.set(studentIds);
          throw error;
        }),
      ),
    );
  }

  /** A placement: the teacher heard a step clean at a tempo, so the student need not climb up to it. */
  place({ id: stepId, goal }: Step, bpm: number | null): void {
    const plan = this.openedPlan();
    if (!plan) return;
    const heard: NewEvent = {
      ...this.log.stamp(),
      kind: 'try',
      revision: plan.revision,
      stepId,
      bpm,
      clean: true,
      passes: goal.cleanInRow,
      seconds: 0,
    };
    const sent = this.eventsApi
      .send(plan.id, [heard])
      .pipe(
        switchMap(({ refused: [first] }) =>
          first ? throwError(() => first.problem) : this.reload(),
        ),
      );
    this.run(sent);
  }

  /** Takes the song back from a student; what was done stays. */
  withdraw(planId: string): void {
    this.run(this.plans.withdraw(planId).pipe(switchMap(() => this.reload())));
  }

  private loadOlder(): Observable<unknown> {
    const song = this.opened();
    const older = new Set(this.given().map((plan) => plan.revision));
    older.delete(song?.revision ?? 0);
    if (!song || older.size === 0) {
      this.since.set(new Map());
      return of(null);
    }
    const changesSince = (number: number): Observable<readonly [number, SongChanges]> =>
      this.songs.revision(song.id, number).pipe(
        switchMap(({ document }) =>
          this.analysis.changedParts(document, song.document).pipe(
            map((parts) => {
              const words = changesInWords(document, song.document);
              return [number, { words, parts: parts.map(({ name }) => name) }] as const;
            }),
          ),
        ),
      );
    return forkJoin([...older].map(changesSince)).pipe(
      tap((changes) => this.since.set(new Map(changes))),
    );
  }

  /** After the song was given or taken back: the plans anew, and this student's own. */
  private reload(): Observable<unknown> {
    const songId = this.opened()?.id ?? '';
    const studentId = this.knownStudent()?.id;
    return this.plans.list().pipe(
      switchMap((all) => {
        const given = all.filter((plan) => plan.songId === songId);
        this.given.set(given);
        const summary = given.find((plan) => plan.studentId === studentId);
        return summary ? this.plans.find(summary.id) : of(null);
      }),
      tap((plan: Plan | null) => {
        if (plan) this.takeOver(plan);
      }),
      switchMap(() => this.loadOlder()),
    );
  }

  /** A plan as the server has it now. */
  private takeOver(plan: Plan): void {
    this.openedPlan.set(plan);
    this.keeping.begin(plan, placeOf(plan));
  }

  private run(work: Observable<unknown>): void {
    this.failed.set(null);
    work.subscribe({ error: (error: unknown) => this.failed.set(toProblem(error)) });
  }
}

function placeOf({ id, studentName }: Plan): Place {
  return { kind: 'plan', id, of: studentName };
}
