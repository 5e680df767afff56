import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { LessonNotes, Problem, StoredLesson } from '@harvu/contract';
import {
  catchError,
  concatMap,
  EMPTY,
  fromEvent,
  Subject,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Keeps } from '../../platform/preference';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { LessonsApi } from '../../store';

/** A lesson as it is on this device, and whether the server has it so. */
interface KeptLesson {
  readonly lesson: StoredLesson;
  readonly isSaved: boolean;
  /** Whoever it concerns is still to be told. */
  readonly tells: boolean;
}

const NO_NOTES: LessonNotes = {
  agenda: [],
  startedAt: null,
  pausedAt: null,
  pausedSeconds: 0,
  endedAt: null,
  word: '',
  summary: '',
};
const RETRY_MS = 10_000;

/**
 * Keeps a lesson while it goes: every change stands on this device at once and on the server soon after, so that a
 * reload or a lost connection in the middle takes nothing away.
 */
@Injectable()
export class LessonKeeper {
  private readonly api = inject(LessonsApi);
  private readonly session = inject(Session);
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly keeps = inject(Keeps);
  private readonly kept = signal<KeptLesson | null>(null);
  private readonly failed = signal<Problem | null>(null);
  private readonly asked = new Subject<void>();

  readonly lesson = computed(() => this.kept()?.lesson ?? null);
  readonly notes = computed(() => this.lesson()?.notes ?? NO_NOTES);
  /** The server has it as it is. */
  readonly isSaved = computed(() => this.kept()?.isSaved ?? true);
  readonly problem = this.failed.asReadonly();
  /** It was changed somewhere else, so the server would not take it. */
  readonly isConflict = computed(() => this.failed()?.status === 409);

  constructor() {
    const ended = takeUntilDestroyed(inject(DestroyRef));
    this.asked
      .pipe(
        concatMap(() => this.save()),
        ended,
      )
      .subscribe();
    if (this.window) {
      fromEvent(this.window, 'online')
        .pipe(ended)
        .subscribe(() => this.asked.next());
    }
    timer(RETRY_MS, RETRY_MS)
      .pipe(ended)
      .subscribe(() => this.asked.next());
  }

  /**
   * Begins with a lesson as the server has it; what this device has and the server has not goes before it. One that
   * is open already is taken anew where the server knows more of it.
   */
  open(lesson: StoredLesson): void {
    const now = this.kept();
    if (now?.lesson.id === lesson.id) {
      if (now.isSaved && lesson.version > now.lesson.version) this.kept.set({ ...now, lesson });
      return;
    }
    const own = this.read(lesson.id);
    this.kept.set(own && !own.isSaved ? own : { lesson, isSaved: true, tells: false });
    this.failed.set(null);
    if (own && !own.isSaved) this.asked.next();
  }

  change(toNext: (lesson: StoredLesson) => StoredLesson, tells = false): void {
    const now = this.kept();
    if (!now) return;
    this.put({ lesson: toNext(now.lesson), isSaved: false, tells: now.tells || tells });
    this.asked.next();
  }

  changeNotes(toNext: (notes: LessonNotes) => LessonNotes): void {
    this.change((lesson) => ({ ...lesson, notes: toNext(lesson.notes ?? NO_NOTES) }));
  }

  /** Keeps what is here although it was changed somewhere else. */
  keepMine(): void {
    const lesson = this.lesson();
    if (!lesson) return;
    this.api
      .listOf(lesson.studentId)
      .pipe(
        tap((all) => {
          const version = all.find(({ id }) => id === lesson.id)?.version ?? 0;
          this.failed.set(null);
          this.change((now) => ({ ...now, version }));
        }),
        catchError(() => EMPTY),
      )
      .subscribe();
  }

  private save(): Observable<unknown> {
    const sent = this.kept();
    if (!sent || sent.isSaved || this.isConflict()) return EMPTY;
    const { id, version: baseVersion, ...lesson } = sent.lesson;
    return this.api.save(id, { baseVersion, lesson, tells: sent.tells }).pipe(
      tap(({ version }) => this.settle(sent, version)),
      catchError((error: unknown) => {
        const problem = toProblem(error);
        if (!isPassing(problem)) this.failed.set(problem);
        return EMPTY;
      }),
    );
  }

  /** What was changed while it was sent is sent upon it. */
  private settle(sent: KeptLesson, version: number): void {
    const now = this.kept();
    this.failed.set(null);
    if (now?.lesson.id !== sent.lesson.id) return;
    const isSaved = now === sent;
    this.put({ lesson: { ...now.lesson, version }, isSaved, tells: isSaved ? false : now.tells });
    if (!isSaved) this.asked.next();
  }

  private put(kept: KeptLesson): void {
    this.kept.set(kept);
    const key = this.keyFor(kept.lesson.id);
    if (kept.isSaved) this.keeps.forget(key);
    else this.keeps.keep(key, kept);
  }

  private read(id: string): KeptLesson | null {
    const found = this.keeps.find(this.keyFor(id));
    return isKept(found) ? found : null;
  }

  /** Every person's lessons are their own: a tablet is often shared. */
  private keyFor(id: string): string {
    return `harvu-lesson-${this.session.person()?.id ?? 'nobody'}-${id}`;
  }
}

function isKept(value: unknown): value is KeptLesson {
  const { lesson, isSaved } = (value ?? {}) as Partial<KeptLesson>;
  return typeof isSaved === 'boolean' && typeof lesson?.id === 'string';
}

/** Tells whether asking again can help: no answer, or a server that is not well. */
function isPassing({ status }: Problem): boolean {
  return status === 0 || status === 429 || status >= 500;
}
