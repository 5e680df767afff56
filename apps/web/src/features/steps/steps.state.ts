import { computed, inject, Injectable, signal } from '@angular/core';
import type { Person, PlanSummary, Problem, Song } from '@harvu/contract';
import type { Layer } from '@harvu/core/song';
import type { Step, StepKind } from '@harvu/core/steps';
import { catchError, forkJoin, switchMap, tap, type Observable } from 'rxjs';
import { Analysis, type SongAnalysis } from '../../platform/analysis';
import { toProblem } from '../../platform/problems';
import { plainBlocks, PlansApi } from '../plans';
import { SongsApi } from '../songs';
import { PeopleApi } from '../studio';

/** Steps of one kind under one heading. */
export interface StepGroup {
  readonly heading: string;
  /** Steps without a ladder, listed side by side. */
  readonly isShort: boolean;
  readonly steps: readonly NumberedStep[];
}

export interface NumberedStep extends Step {
  readonly number: number;
}

interface GroupRule {
  readonly heading: string;
  readonly kinds: readonly StepKind[];
  /** Only steps in this layer, where the goal is a fuller one. */
  readonly layer?: Layer;
}

const GROUPS: readonly GroupRule[] = [
  { heading: 'Grips', kinds: ['grip'] },
  { heading: 'Changes', kinds: ['change'] },
  { heading: 'Bare: one strum a chord', kinds: ['section', 'whole'], layer: 'bare' },
  { heading: 'Pulse: one strum a beat', kinds: ['section', 'whole'], layer: 'pulse' },
  { heading: 'Full, before ornaments', kinds: ['section', 'whole'], layer: 'full' },
  { heading: 'Sections', kinds: ['section'] },
  { heading: 'Joins and whole song', kinds: ['join', 'whole'] },
];

function isInGroup(step: Step, { kinds, layer }: GroupRule, goal: Layer | undefined): boolean {
  const isBarer = step.layer !== undefined && step.layer !== goal;
  return kinds.includes(step.kind) && (isBarer ? step.layer : undefined) === layer;
}

/** A song's steps, and who they are assigned to. */
@Injectable()
export class StepsState {
  private readonly songs = inject(SongsApi);
  private readonly people = inject(PeopleApi);
  private readonly plans = inject(PlansApi);
  private readonly analysis = inject(Analysis);
  private readonly opened = signal<Song | null>(null);
  private readonly made = signal<SongAnalysis | null>(null);
  private readonly everybody = signal<readonly Person[]>([]);
  private readonly given = signal<readonly PlanSummary[]>([]);
  private readonly failed = signal<Problem | null>(null);

  readonly song = this.opened.asReadonly();
  readonly analysed = this.made.asReadonly();
  readonly problem = this.failed.asReadonly();
  readonly students = computed(() =>
    this.everybody().filter((person) => person.role === 'student'),
  );
  /** The plans of this song, by student. */
  readonly planOf = computed(() => new Map(this.given().map((plan) => [plan.studentId, plan])));
  readonly blocks = computed(() => {
    const made = this.made();
    return made ? plainBlocks(made.work) : [];
  });
  readonly groups = computed((): readonly StepGroup[] => {
    const steps = (this.made()?.steps ?? []).map((step, index) => ({ ...step, number: index + 1 }));
    const goal = steps.at(-1)?.layer;
    return GROUPS.map((rule) => ({
      heading: rule.heading,
      isShort: rule.kinds.includes('grip'),
      steps: steps.filter((step) => isInGroup(step, rule, goal)),
    })).filter((group) => group.steps.length > 0);
  });

  open(id: string): void {
    const song = this.songs.find(id).pipe(
      tap((found) => this.opened.set(found)),
      switchMap((found) => this.analysis.analyse(found.document)),
      tap((made) => this.made.set(made)),
    );
    this.run(
      forkJoin([
        song,
        this.loadPlans(id),
        this.people.list().pipe(tap((all) => this.everybody.set(all))),
      ]),
    );
  }

  /** Students a song with something to listen for was to be given to. */
  readonly doubtful = signal<readonly string[]>([]);

  /** Gives the song; one with something to listen for only by the teacher's word. */
  assign(studentIds: readonly string[], { despiteDoubts = false } = {}): void {
    const song = this.opened();
    if (!song || studentIds.length === 0) return;
    const { id, revision } = song;
    this.doubtful.set([]);
    this.run(
      this.plans
        .assign(id, {
          revision,
          studentIds: [...studentIds],
          ...(despiteDoubts && { despiteDoubts }),
        })
        .pipe(
          switchMap(() => this.loadPlans(id)),
          catchError((error: unknown) => {
            if (toProblem(error).field === 'despiteDoubts') this.doubtful.set(studentIds);
            throw error;
          }),
        ),
    );
  }

  private loadPlans(songId: string): Observable<readonly PlanSummary[]> {
    return this.plans
      .list()
      .pipe(tap((all) => this.given.set(all.filter((plan) => plan.songId === songId))));
  }

  private run(work: Observable<unknown>): void {
    this.failed.set(null);
    work.subscribe({ error: (error: unknown) => this.failed.set(toProblem(error)) });
  }
}
