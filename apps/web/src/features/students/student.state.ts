import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { KnownStudent, PlanSummary, Problem, StudentProfile } from '@harvu/contract';
import { secondsOfDrill } from '@harvu/core/events';
import { catchError, concatMap, EMPTY, forkJoin, Subject, tap, type Observable } from 'rxjs';
import { LOADING, opened, problemOf, valueOf, type Opened } from '../../platform/opened';
import { toProblem } from '../../platform/problems';
import { PlansApi } from '../../store';
import { StudentsApi } from './students.api';

/** The chords of a change, as they are typed. */
export interface ChangeNames {
  readonly from: string;
  readonly to: string;
}

interface FoundStudent {
  readonly known: KnownStudent;
  readonly plans: readonly PlanSummary[];
}

/** What was learnt about a student, and about whom. */
interface ToKeep {
  readonly id: string;
  readonly part: Partial<StudentProfile>;
}

const STROKES_DIGITS = 10;

/** What the studio knows of one student, and what is being learnt about them now. */
@Injectable()
export class StudentState {
  private readonly api = inject(StudentsApi);
  private readonly plansApi = inject(PlansApi);
  private readonly ended = inject(DestroyRef);
  private readonly found = signal<Opened<FoundStudent>>(LOADING);
  private readonly failed = signal<Problem | null>(null);
  private readonly words = signal('');
  private readonly keeping = new Subject<ToKeep>();

  readonly known = computed(() => valueOf(this.found())?.known);
  readonly plans = computed(() => {
    const found = valueOf(this.found());
    return found?.plans.filter((plan) => plan.studentId === found.known.id) ?? [];
  });
  readonly told = this.words.asReadonly();
  readonly problem = computed(() => this.failed() ?? problemOf(this.found()));

  constructor() {
    this.keeping
      .pipe(
        concatMap((one) => this.save(one)),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  open(id$: Observable<string>): void {
    opened(id$, (id) => forkJoin({ known: this.api.find(id), plans: this.plansApi.list() }))
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe((found) => {
        this.failed.set(null);
        this.words.set('');
        this.found.set(found);
      });
  }

  /** Keeps part of what is known of the student one sees now. */
  keep(part: Partial<StudentProfile>): void {
    const now = this.known();
    if (now) this.keeping.next({ id: now.id, part });
  }

  keepChange(names: ChangeNames, perMinute: number): void {
    const changes = this.known()?.profile.changes ?? [];
    const [from, to] = [writtenPlainly(names.from), writtenPlainly(names.to)];
    const others = changes.filter((one) => one.from !== from || one.to !== to);
    this.keep({ changes: [...others, { from, to, seconds: secondsOfDrill(perMinute) }] });
  }

  keepStrokes(perMinute: number): void {
    const perSecond = Math.round((perMinute / 60) * STROKES_DIGITS) / STROKES_DIGITS;
    this.keep({ strokesPerSecond: perSecond });
  }

  forget(index: number): void {
    const changes = this.known()?.profile.changes ?? [];
    this.keep({ changes: changes.toSpliced(index, 1) });
  }

  /** One after the other, each upon what the one before made; nothing goes to another student. */
  private save({ id, part }: ToKeep): Observable<unknown> {
    const now = this.known();
    if (now?.id !== id) return EMPTY;
    this.failed.set(null);
    this.words.set('');
    const profile = { ...now.profile, ...part };
    return this.api.save(id, { baseVersion: now.version, profile }).pipe(
      tap((known) => this.takeOver(known)),
      catchError((error: unknown) => {
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
    );
  }

  private takeOver(known: KnownStudent): void {
    const found = valueOf(this.found());
    // An answer about the student before is not shown with the one chosen since.
    if (found?.known.id !== known.id) return;
    this.found.set({ kind: 'ready', value: { ...found, known } });
    this.words.set('Kept.');
  }
}

function writtenPlainly(name: string): string {
  return name.trim().replaceAll('♯', '#').replaceAll('♭', 'b');
}
