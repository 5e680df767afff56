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
import type { Problem } from '@harvu/contract';
import { chordLabel } from '@harvu/core/chord';
import { parseDay } from '@harvu/core/day';
import { formatGrip } from '@harvu/core/fretboard';
import type { PlanChange, Teaching } from '@harvu/core/plan';
import { LAYERS } from '@harvu/core/song';
import { kindOf, layerWords, type Step } from '@harvu/core/steps';
import { catchError, EMPTY, of, switchMap, tap } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { PlansApi, PlanStore } from '../../store';
import { ProblemLine } from '../../ui/problem-line';
import { Analysis } from '../../worked-out';
import type { PlanProgress } from '../plans';
import { withChange } from './teaching-edits';

/** A change of the plan that takes one press. */
interface Adjustment {
  readonly words: string;
  readonly title: string;
  readonly toNext: (teaching: Teaching) => Teaching;
}

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
  private readonly failed = signal<Problem | null>(null);
  protected readonly layers = LAYERS.slice(0, 3);
  protected readonly layerWords = layerWords;
  /** What the plan was before the last change, to go back to it. */
  protected readonly before = signal<{
    readonly planId: string;
    readonly teaching: Teaching;
  } | null>(null);
  protected readonly done = signal('');
  protected readonly problem = this.failed.asReadonly();

  private readonly found = toSignal(
    toObservable(computed(() => ({ plan: this.song().plan, step: this.step() }))).pipe(
      switchMap(({ plan, step }) =>
        step ? this.analysis.adjustments(plan, step.id).pipe(catchError(() => of(null))) : of(null),
      ),
    ),
    { initialValue: null },
  );

  protected readonly adjustments = computed((): readonly Adjustment[] => {
    const [found, plan, step] = [this.found(), this.song(), this.step()];
    if (!step) return [];
    const { goal, changes } = plan.plan.teaching;
    const barer = LAYERS[LAYERS.indexOf(goal) - 1];
    const own = changes.some(({ kind }) => kind === 'open-stroke');
    return [
      ...(found?.easier ?? []).map(({ name, grip, fingers, losesTones }) =>
        this.adjustment(
          { kind: 'grip', name, grip, fingers },
          {
            ...{ words: `Easier ${chordLabel(name)} (${formatGrip(grip)})` },
            title: losesTones
              ? 'It leaves a tone of the name out'
              : 'The same chord, easier to hold',
          },
        ),
      ),
      ...(found?.openStroke && !own
        ? [
            this.adjustment(
              { kind: 'open-stroke', ...found.openStroke },
              {
                words: 'Leave the last stroke open',
                title: `Before ${chordLabel(found.openStroke.from)} → ${chordLabel(found.openStroke.to)} the hand has longer`,
              },
            ),
          ]
        : []),
      ...(barer && kindOf(step).matter !== 'hands'
        ? [
            {
              ...{ words: `${capital(layerWords(barer))} as the goal` },
              title: 'The fullest layer that is learnt, for this student',
              toNext: (teaching: Teaching) => ({ ...teaching, goal: barer }),
            },
          ]
        : []),
      ...(found?.splitAfter && !changes.some((one) => one.kind === 'split' && one.step === step.id)
        ? [
            this.adjustment(
              { kind: 'split', step: step.id, afterBar: found.splitAfter },
              {
                words: `Split after bar ${found.splitAfter}`,
                title: 'Learnt in two parts first',
              },
            ),
          ]
        : []),
      ...(step.kind === 'section' || step.kind === 'change' || step.kind === 'join'
        ? [
            this.adjustment(
              { kind: 'drop', step: step.id },
              {
                words: 'Skip this step',
                title: 'What needs it goes on without it',
              },
            ),
          ]
        : []),
    ];
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
    if (!before || plan.id !== before.planId) return;
    this.before.set(null);
    this.save(before.teaching);
  }

  protected setGoal(value: string): void {
    const goal = this.layers.find((layer) => layer === value);
    if (goal) {
      this.make({
        ...{ words: `${layerWords(goal)} as the goal`, title: '' },
        toNext: (teaching) => ({ ...teaching, goal }),
      });
    }
  }

  protected setDay(value: string): void {
    const wantedOn = value === '' ? null : (parseDay(value) ?? null);
    this.make({
      ...{ words: 'another day', title: '' },
      toNext: (teaching) => ({ ...teaching, wantedOn }),
    });
  }

  private adjustment(
    change: PlanChange,
    { words, title }: Pick<Adjustment, 'words' | 'title'>,
  ): Adjustment {
    return { words, title, toNext: (teaching) => withChange(teaching, change) };
  }

  private save(teaching: Teaching): void {
    const plan = this.song().plan;
    this.failed.set(null);
    this.plans
      .change(plan.id, { baseVersion: plan.version, teaching, takeFigures: false })
      .pipe(
        tap((kept) => {
          this.store.keep(kept);
          this.changed.emit(kept.id);
        }),
        catchError((error: unknown) => {
          this.failed.set(toProblem(error));
          this.before.set(null);
          return EMPTY;
        }),
      )
      .subscribe();
  }
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
