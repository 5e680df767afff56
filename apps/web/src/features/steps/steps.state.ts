import { computed, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  toStudent,
  type KnownStudent,
  type Person,
  type Plan,
  type PlanSummary,
  type Problem,
  type Song,
} from '@harvu/contract';
import { constantsWith, type OwnConstants } from '@harvu/core/assumptions';
import { deadlineOf, timeOf, type PlanChange, type Teaching } from '@harvu/core/plan';
import type { Try } from '@harvu/core/progress';
import { changesInWords } from '@harvu/core/edits';
import { USUAL_STUDENT } from '@harvu/core/player';
import type { Step } from '@harvu/core/steps';
import { formatISO } from 'date-fns';
import { catchError, forkJoin, map, of, switchMap, tap, type Observable } from 'rxjs';
import { Analysis } from '../../platform/analysis';
import type { PlanRequest } from '../../platform/plan-request';
import { ConstantsApi } from '../../platform/constants.api';
import { toProblem } from '../../platform/problems';
import { plainBlocks, PlansApi, requestOf } from '../plans';
import { SongsApi } from '../songs';
import { StudentsApi } from '../students';
import { PeopleApi } from '../studio';
import { withChange, withoutChange } from './teaching-edits';
import { TeachingKeeper } from './teaching.keeper';

const WEEK_DAYS = 7;
const NO_TRIES: readonly Try[] = [];

/** A song's steps as the studio, or one student, is taught them; and who learns it. */
@Injectable()
export class StepsState {
  private readonly songs = inject(SongsApi);
  private readonly people = inject(PeopleApi);
  private readonly plans = inject(PlansApi);
  private readonly knownApi = inject(StudentsApi);
  private readonly constantsApi = inject(ConstantsApi);
  private readonly analysis = inject(Analysis);
  private readonly keeping = inject(TeachingKeeper);

  private readonly opened = signal<Song | null>(null);
  private readonly everybody = signal<readonly Person[]>([]);
  private readonly given = signal<readonly PlanSummary[]>([]);
  private readonly failed = signal<Problem | null>(null);
  private readonly own = signal<OwnConstants>({});
  private readonly knownStudent = signal<KnownStudent | null>(null);
  private readonly openedPlan = signal<Plan | null>(null);

  readonly song = this.opened.asReadonly();
  readonly problem = computed(() => this.failed() ?? this.keeping.problem());
  readonly teaching = this.keeping.teaching;
  readonly isSaving = this.keeping.isSaving;
  readonly canUndo = this.keeping.canUndo;
  readonly known = this.knownStudent.asReadonly();
  readonly plan = this.openedPlan.asReadonly();
  readonly students = computed(() =>
    this.everybody().filter((person) => person.role === 'student'),
  );
  readonly constants = computed(() => constantsWith(this.own()));
  readonly keeper = computed(() => this.keeping.place().kind);
  /** The plans of this song, by student; those taken back too. */
  readonly planOf = computed(() => new Map(this.given().map((plan) => [plan.studentId, plan])));
  readonly today = formatISO(new Date(), { representation: 'date' });
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
  private readonly tries = computed(() => this.openedPlan()?.tries ?? NO_TRIES);
  readonly planned = toSignal(
    toObservable(computed(() => ({ request: this.request(), tries: this.tries() }))).pipe(
      switchMap(({ request, tries }) => (request ? this.analysis.plan(request, tries) : of(null))),
    ),
    { initialValue: null },
  );
  readonly blocks = computed(() => {
    const planned = this.planned();
    return planned ? plainBlocks(planned.work) : [];
  });
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
  readonly chosenId = signal('');
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

  /** Opens a song's steps, for one student where one is named. */
  open(songId: string, studentId: string | undefined): void {
    this.failed.set(null);
    this.chosenId.set('');
    const work = forkJoin({
      song: this.songs.find(songId),
      kept: this.songs.teaching(songId),
      given: this.plans.list(),
      people: this.people.list(),
      constants: this.constantsApi.find(),
      known: studentId === undefined ? of(null) : this.knownApi.find(studentId),
    }).pipe(
      switchMap((all) => {
        const given = all.given.filter((plan) => plan.songId === songId);
        const summary = given.find((plan) => plan.studentId === studentId);
        const plan: Observable<Plan | null> = summary ? this.plans.find(summary.id) : of(null);
        return plan.pipe(map((found) => ({ ...all, given, plan: found })));
      }),
      tap(({ song, kept, given, people, constants, known, plan }) => {
        const home = known
          ? ({ kind: 'draft' } as const)
          : ({ kind: 'song', id: song.id } as const);
        this.keeping.begin(plan ?? kept, plan ? { kind: 'plan', id: plan.id } : home);
        this.own.set(constants);
        this.everybody.set(people);
        this.given.set(given);
        this.knownStudent.set(known);
        this.openedPlan.set(plan);
        this.opened.set(song);
      }),
      switchMap(() => this.loadOlder(songId)),
    );
    this.run(work);
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

  /** Leaves a step out: one of the teacher's own goes, a section that is the goal goes with all that teaches it. */
  leaveOut({ id, kind, layer, atoms }: Step): void {
    const own = this.teaching().changes.find((one) => one.kind === 'own' && one.step === id);
    const goal = this.planned()?.steps.findLast((one) => one.kind === 'whole')?.layer;
    const isGoal = (kind === 'section' || kind === 'difference') && layer === goal;
    const [part = ''] = atoms;
    this.chosenId.set('');
    if (own) this.remove(own);
    else this.add(isGoal ? { kind: 'leave-out', part } : { kind: 'drop', step: id });
  }

  undo(): void {
    this.keeping.undo();
  }

  /** Has a plan stand on what the student shows now. */
  takeFigures(): void {
    const plan = this.openedPlan();
    if (!plan) return;
    const baseVersion = this.keeping.version;
    const save = { baseVersion, teaching: this.teaching(), takeFigures: true };
    this.run(this.plans.change(plan.id, save).pipe(tap((changed) => this.takeOver(changed))));
  }

  /** Students a song with something to listen for was to be given to. */
  readonly doubtful = signal<readonly string[]>([]);

  /** Gives the song, as it is taught here; one with something to listen for only by the teacher's word. */
  assign(studentIds: readonly string[], { despiteDoubts = false } = {}): void {
    const song = this.opened();
    if (!song || studentIds.length === 0) return;
    const { id, revision } = song;
    this.doubtful.set([]);
    const assign = {
      ...{ revision, studentIds: [...studentIds], teaching: this.teaching() },
      ...(despiteDoubts && { despiteDoubts }),
    };
    this.run(
      this.plans.assign(id, assign).pipe(
        switchMap(() => this.reload()),
        catchError((error: unknown) => {
          if (toProblem(error).field === 'despiteDoubts') this.doubtful.set(studentIds);
          throw error;
        }),
      ),
    );
  }

  /** Takes the song back from a student; what was done stays. */
  withdraw(planId: string): void {
    this.run(this.plans.withdraw(planId).pipe(switchMap(() => this.reload())));
  }

  /** What changed in the song since the revisions that students still learn, in words. */
  readonly changesSince = signal<ReadonlyMap<number, readonly string[]>>(new Map());

  private loadOlder(songId: string): Observable<unknown> {
    const song = this.opened();
    const older = new Set(this.given().map((plan) => plan.revision));
    older.delete(song?.revision ?? 0);
    if (!song || older.size === 0) {
      this.changesSince.set(new Map());
      return of(null);
    }
    return forkJoin([...older].map((number) => this.songs.revision(songId, number))).pipe(
      tap((revisions) =>
        this.changesSince.set(
          new Map(
            revisions.map(({ number, document }) => [
              number,
              changesInWords(document, song.document),
            ]),
          ),
        ),
      ),
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
      switchMap(() => this.loadOlder(songId)),
    );
  }

  /** A plan as the server has it now. */
  private takeOver(plan: Plan): void {
    this.openedPlan.set(plan);
    this.keeping.begin(plan, { kind: 'plan', id: plan.id });
  }

  private run(work: Observable<unknown>): void {
    this.failed.set(null);
    work.subscribe({ error: (error: unknown) => this.failed.set(toProblem(error)) });
  }
}
