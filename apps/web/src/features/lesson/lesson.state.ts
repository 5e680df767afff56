import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import type { HeardItem, Overview, StoredLesson } from '@harvu/contract';
import { homeCards } from '@harvu/core/brief';
import { lessonSummary, marksTold, type MarkTold } from '@harvu/core/words';
import { parseDay, type Day } from '@harvu/core/day';
import { triesIn } from '@harvu/core/events';
import { slotLessonId } from '@harvu/core/lessons';
import { findStep } from '@harvu/core/step-id';
import { kindOf, shortTitle, type Step } from '@harvu/core/steps';
import { catchError, EMPTY, interval, map, merge, of, switchMap } from 'rxjs';
import { Live } from '../../platform/live';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { Session } from '../../platform/session';
import { LessonsApi, PlanStore } from '../../store';
import { PlanReader, type PlanProgress } from '../plans';
import { agendaFor, briefNotes, briefOf } from '../brief';
import { LessonKeeper } from './lesson.keeper';

/** Which lesson is opened: by its id; one that is not kept yet by whose it is and on which day. */
export interface LessonAsked {
  readonly id: string;
  readonly of: string | undefined;
  readonly on: string | undefined;
}

const TICK_MS = 1000;
const USUAL_MINUTES = 30;

/** A lesson: who comes, what is on the agenda, how the songs stand, what was marked. */
@Injectable()
export class LessonState {
  private readonly store = inject(PlanStore);
  private readonly reader = inject(PlanReader);
  private readonly live = inject(Live);
  private readonly api = inject(LessonsApi);
  private readonly session = inject(Session);
  private readonly ended = inject(DestroyRef);
  readonly keeper = inject(LessonKeeper);

  private readonly asked = signal<LessonAsked>({ id: '', of: undefined, on: undefined });
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview(), merge(returned(), this.live.news())),
    { initialValue: LOADING },
  );
  private readonly plans = signal<ReadonlyMap<string, PlanProgress>>(new Map());
  private readonly chosen = signal('');
  /** The section of the ribbon that was chosen; it is heard once its song is there. */
  private readonly section = signal<{ readonly planId: string; readonly index: number } | null>(
    null,
  );
  private readonly beside = computed((): HeardItem | null => {
    const chosen = this.section();
    const plan = chosen && this.plans().get(chosen.planId);
    const step = plan && stepOfBlock(plan, chosen.index);
    if (!step) return null;
    const { id: planId, title: song } = plan.plan;
    return {
      id: `beside ${planId} ${step.id}`,
      kind: 'hear',
      planId,
      stepId: step.id,
      song,
      title: shortTitle(step.about),
      why: '',
      minutes: 0,
      isHeard: false,
    };
  });
  private readonly now = toSignal(interval(TICK_MS).pipe(map(() => Date.now())), {
    initialValue: Date.now(),
  });

  readonly overview = computed(() => valueOf(this.found()));
  readonly problem = computed(() => problemOf(this.found()) ?? this.keeper.problem());
  readonly lesson = this.keeper.lesson;
  readonly brief = computed(() => {
    const [overview, lesson] = [this.overview(), this.lesson()];
    const student = overview?.students.find(({ id }) => id === lesson?.studentId);
    return overview && student ? briefOf(student, overview) : undefined;
  });
  readonly briefNotes = computed(() => {
    const brief = this.brief();
    return brief ? briefNotes(brief) : [];
  });
  /** The agenda as it was made, else as it is suggested. */
  readonly agenda = computed((): readonly HeardItem[] => {
    const [brief, lesson, today] = [this.brief(), this.lesson(), this.overview()?.today];
    if (!brief || !lesson || !today) return [];
    const made = this.keeper.notes().agenda;
    return made.length > 0
      ? made
      : agendaFor(brief, lesson, today).map((one) => ({ ...one, isHeard: false }));
  });
  readonly agendaMinutes = computed(() =>
    this.agenda().reduce((sum, { minutes }) => sum + minutes, 0),
  );
  /** What is heard now: something beside the agenda, what was chosen of it, or what comes next. */
  readonly item = computed(
    () =>
      this.beside() ??
      this.agenda().find(({ id }) => id === this.chosen()) ??
      this.agenda().find(({ isHeard }) => !isHeard) ??
      this.agenda()[0],
  );
  /** The song that is looked at: the item's, else the one wanted soonest. */
  readonly planId = computed(() => this.item()?.planId ?? this.brief()?.songs[0]?.id ?? '');
  readonly plan = computed(() => this.plans().get(this.planId()));
  readonly step = computed(() => {
    const id = this.item()?.stepId;
    return id == null ? undefined : findStep(this.plan()?.steps ?? [], id);
  });
  readonly progress = computed(() => {
    const step = this.step();
    return this.plan()?.progress.find((one) => one.step === step);
  });
  /** Every step of the student's songs, to hear or to put on the agenda. */
  readonly allSteps = computed(() =>
    [...this.plans().values()].flatMap(({ plan, steps }) =>
      steps.map((step) => ({
        key: `${plan.id} ${step.id}`,
        planId: plan.id,
        song: plan.title,
        step,
        words: this.plans().size > 1 ? `${step.title} (${plan.title})` : step.title,
      })),
    ),
  );
  /** The block of the ribbon that is heard; -1 for none. */
  readonly block = computed(() => {
    const [plan, step] = [this.plan(), this.step()];
    if (!plan || !step || !kindOf(step).holdsPart) return -1;
    return plan.work.timeline.occurrences.findIndex(({ part }) => holdsPart(step, part.id));
  });
  readonly isStarted = computed(() => this.keeper.notes().startedAt !== null);
  readonly isEnded = computed(() => this.lesson()?.state === 'held');
  readonly isPaused = computed(() => this.keeper.notes().pausedAt !== null);
  /** Minutes of the lesson that have gone by; what was paused does not count. */
  readonly goneMinutes = computed(() => {
    const { startedAt, pausedAt, pausedSeconds, endedAt } = this.keeper.notes();
    if (startedAt === null) return 0;
    const until = Date.parse(endedAt ?? pausedAt ?? new Date(this.now()).toISOString());
    return Math.max(0, (until - Date.parse(startedAt)) / 60_000 - pausedSeconds / 60);
  });
  /** What was marked in this lesson, from the logs of the songs: a reload loses none. */
  readonly marks = computed((): readonly MarkTold[] => {
    const day = this.lesson()?.day;
    const all = [...this.plans().values()].flatMap((plan) =>
      triesIn(plan.plan.events)
        .filter((one) => one.source === 'teacher' && one.day === day)
        .map((one) => ({ one, plan })),
    );
    return all
      .toSorted((a, b) => a.one.at.localeCompare(b.one.at))
      .map(({ one, plan }) => {
        const step = findStep(plan.steps, one.stepId);
        return {
          title: step ? shortTitle(step.about) : 'A step that is gone',
          song: plan.plan.title,
          bpm: one.bpm,
          rungUnit: step ? kindOf(step).rungUnit : 'bpm',
          clean: one.clean,
          stopped: one.stopped === true,
          bar: one.failedBar ?? null,
          passes: one.passes,
          source: one.source,
        };
      });
  });
  readonly marked = computed(() => marksTold(this.marks(), 'teacher'));

  constructor() {
    // The lesson is opened once all that tells of it is there; what is changed here stays.
    effect(() => {
      const [overview, asked] = [this.overview(), this.asked()];
      if (!overview || asked.id === '') return;
      untracked(() => this.openFrom(overview, asked));
    });
    effect(() => {
      const songs = this.brief()?.songs ?? [];
      untracked(() => songs.forEach(({ id }) => this.follow(id)));
    });
  }

  open(asked: LessonAsked): void {
    this.asked.set(asked);
  }

  choose(id: string): void {
    this.section.set(null);
    this.chosen.set(id);
  }

  /** Hears a section of the ribbon, whatever the agenda says: in the layer that is being learnt. */
  hearBlock(index: number): void {
    this.section.set({ planId: this.planId(), index });
  }

  /** Looks at a song again after something was marked or changed in it. */
  reload(planId: string): void {
    this.reader
      .read(planId)
      .pipe(
        catchError(() => EMPTY),
        takeUntilDestroyed(this.ended),
      )
      .subscribe((plan) => this.put(plan));
  }

  /** What the student, and a guardian, would be told now. */
  summary(): string {
    const [lesson, brief] = [this.lesson(), this.brief()];
    if (!lesson || !brief) return '';
    const day = lesson.day;
    const home = homeCards(brief.now, this.overview()?.today ?? day);
    const next = this.overview()?.lessons.find(
      (one) => one.studentId === lesson.studentId && one.day > day && one.state === 'planned',
    );
    const minutes = Math.round(this.goneMinutes()) || lesson.minutes;
    return lessonSummary({
      name: brief.name,
      day,
      minutes,
      who: brief.isChild ? 'child' : 'student',
      marks: this.marks(),
      met: this.metOn(day),
      word: this.keeper.notes().word,
      home,
      next: next ? { day: next.day, time: next.time } : null,
    });
  }

  /** Steps whose goal was met on the day, as their songs are known here. */
  private metOn(day: Day): readonly string[] {
    return [...this.plans().values()].flatMap(({ progress }) =>
      progress
        .filter(({ step, climb }) => climb.isDone && climb.goalDays[step.goal.days - 1] === day)
        .map(({ step }) => shortTitle(step.about)),
    );
  }

  private openFrom(overview: Overview, asked: LessonAsked): void {
    const known = overview.lessons.find(({ id }) => id === asked.id);
    const studentId = known?.studentId ?? asked.of;
    if (known && known.day >= overview.today) this.keeper.open(known);
    else if (this.lesson()?.id !== asked.id && studentId !== undefined)
      this.openOf(studentId, { asked, overview });
  }

  /** Of a lesson some time ago, or one nobody has heard of, all is read anew. */
  private openOf(
    studentId: string,
    { asked, overview }: { readonly asked: LessonAsked; readonly overview: Overview },
  ): void {
    this.api
      .listOf(studentId)
      .pipe(
        catchError(() => of(overview.lessons)),
        takeUntilDestroyed(this.ended),
      )
      .subscribe((all) => {
        const kept = all.find(({ id }) => id === asked.id);
        const lesson = kept ?? newLesson({ ...asked, of: studentId }, overview);
        if (lesson) this.keeper.open(lesson);
      });
  }

  private readonly followed = new Set<string>();

  /** Keeps a song up to date while the lesson goes. */
  private follow(planId: string): void {
    if (this.followed.has(planId)) return;
    this.followed.add(planId);
    merge(of(undefined), this.live.news(planId))
      .pipe(
        switchMap(() => this.reader.read(planId).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(this.ended),
      )
      .subscribe((plan) => this.put(plan));
  }

  private put(plan: PlanProgress): void {
    this.plans.update((all) => new Map(all).set(plan.plan.id, plan));
  }
}

/** A lesson that nothing is kept of yet: that of a slot, or one beside the slots. */
function newLesson(
  asked: LessonAsked,
  { today, time, students }: Overview,
): StoredLesson | undefined {
  const student = students.find(({ id }) => id === asked.of);
  if (!student) return undefined;
  const day: Day = parseDay(asked.on) ?? today;
  const isSlot = slotLessonId(student.id, day) === asked.id;
  return {
    id: asked.id,
    studentId: student.id,
    teacherId: student.teacherId,
    day,
    slotDay: isSlot ? day : null,
    time: isSlot ? (student.lessonSlot?.time ?? time) : time,
    minutes: student.lessonSlot?.minutes ?? USUAL_MINUTES,
    state: 'planned',
    version: 0,
    notes: null,
  };
}

function holdsPart({ atoms, covers = [] }: Step, part: string): boolean {
  return atoms.includes(part) || covers.includes(part);
}

/** The step that holds a section of the ribbon: the one that is being learnt, else the fullest. */
function stepOfBlock({ work, progress }: PlanProgress, index: number): Step | undefined {
  const part = work.timeline.occurrences[index]?.part.id ?? '';
  const own = progress.filter(
    ({ step }) => kindOf(step).holdsPart === true && holdsPart(step, part),
  );
  return (own.find(({ state }) => state === 'open') ?? own.at(-1))?.step;
}
