import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { parseDay } from '@harvu/core/day';
import type { Teaching } from '@harvu/core/plan';
import { LAYERS } from '@harvu/core/song';
import { layerWords, type Step } from '@harvu/core/steps';
import { catchError, of, switchMap, tap } from 'rxjs';
import { Task } from '../../platform/task';
import { PlansApi, PlanStore } from '../../store';
import { ProblemLine } from '../../ui/problem-line';
import { Analysis } from '../../worked-out';
import type { PlanProgress } from '../plans';
import { adjustmentsFor, type Adjustment } from './adjustments';

/** Changes the plan of this student on the spot: an easier grip, a barer goal, a step in two, another day. */
@Component({
  selector: 'harvu-adjust-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProblemLine],
  host: { class: 'block' },
  template: `
    <harvu-problem [problem]="problem()" />
    <div class="flex flex-wrap gap-2">
      @for (one of adjustments(); track one.words) {
        <button type="button" class="button" [title]="one.title" (click)="make(one)">
          {{ one.words }}
        </button>
      }
      <ng-content />
      @if (before()) {
        <button type="button" class="button button-strong" (click)="undo()">
          Undo: {{ done() }}
        </button>
      }
    </div>
    @if (song(); as plan) {
      <p class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2 text-sm">
        <label class="flex items-center gap-2"
          >Goal
          <select
            class="field"
            [value]="plan.plan.teaching.goal"
            (change)="setGoal($any($event.target).value)"
          >
            @for (layer of layers; track layer) {
              <option [value]="layer" [selected]="layer === plan.plan.teaching.goal">
                {{ layerWords(layer) }}
              </option>
            }
          </select></label
        >
        <label class="flex items-center gap-2"
          ><span class="whitespace-nowrap">wanted for</span>
          <input
            type="date"
            class="field"
            [value]="plan.plan.teaching.wantedOn ?? ''"
            (change)="setDay($any($event.target).value)"
        /></label>
      </p>
    }
  `,
})
export class AdjustStep {
  readonly song = input.required<PlanProgress>();
  readonly step = input<Step>();
  /** The plan was changed and kept. */
  readonly changed = output<string>();
  private readonly analysis = inject(Analysis);
  private readonly plans = inject(PlansApi);
  private readonly store = inject(PlanStore);
  private readonly task = new Task();
  protected readonly layers = LAYERS.slice(0, 3);
  protected readonly layerWords = layerWords;
  /** What the plan was before the last change, to go back to it. */
  protected readonly before = signal<{
    readonly planId: string;
    readonly teaching: Teaching;
  } | null>(null);
  protected readonly done = signal('');
  protected readonly problem = this.task.problem;

  private readonly found = toSignal(
    toObservable(computed(() => ({ plan: this.song().plan, step: this.step() }))).pipe(
      switchMap(({ plan, step }) =>
        step ? this.analysis.adjustments(plan, step.id).pipe(catchError(() => of(null))) : of(null),
      ),
    ),
    { initialValue: null },
  );

  protected readonly adjustments = computed(() => {
    const step = this.step();
    return step ? adjustmentsFor(step, this.song().plan.teaching, this.found()) : [];
  });

  protected make({ words, toNext }: Adjustment): void {
    const plan = this.song().plan;
    this.before.set({ planId: plan.id, teaching: plan.teaching });
    this.done.set(words.charAt(0).toLowerCase() + words.slice(1));
    this.save(toNext(plan.teaching));
  }

  protected undo(): void {
    const before = this.before();
    const plan = this.song().plan;
    if (before?.planId !== plan.id) return;
    this.before.set(null);
    this.save(before.teaching);
  }

  protected setGoal(value: string): void {
    const goal = this.layers.find((layer) => layer === value);
    if (goal) {
      this.make({
        words: `${layerWords(goal)} as the goal`,
        title: '',
        toNext: (teaching) => ({ ...teaching, goal }),
      });
    }
  }

  protected setDay(value: string): void {
    const wantedOn = value === '' ? null : (parseDay(value) ?? null);
    this.make({
      words: 'another day',
      title: '',
      toNext: (teaching) => ({ ...teaching, wantedOn }),
    });
  }

  private save(teaching: Teaching): void {
    const { id, version: baseVersion } = this.song().plan;
    const saving = this.plans.change(id, { baseVersion, teaching, takeFigures: false });
    this.task.run(
      saving.pipe(
        tap((kept) => {
          this.store.keep(kept);
          this.changed.emit(kept.id);
        }),
      ),
    );
  }
}
