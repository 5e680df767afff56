import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { finishOn } from '@harvu/core/plan';
import { kindOf, type Step } from '@harvu/core/steps';
import { daysBetween } from '@harvu/core/day';
import { isTyping, ViewKeys, type ViewKey } from '../../platform/view-keys';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { AssignPanel } from './parts/assign-panel';
import { ComparePlans } from './parts/compare-plans';
import { OwnStepForm } from './parts/own-step-form';
import { PlanNotes } from './parts/plan-notes';
import { StepList } from './parts/step-list';
import { StepPanel } from './parts/step-panel';
import { WayBox } from './parts/way-box';
import { durationWords } from '../../ui/duration';

import { StepsState } from './steps.state';
import { TeachingKeeper } from './teaching.keeper';

const KEYS: readonly ViewKey[] = [
  { key: '↑ ↓', does: 'go through the steps' },
  { key: 'Alt ↑ ↓', does: 'move the step' },
  { key: 'Del', does: 'skip the step' },
  { key: 'Ctrl Z', does: 'undo' },
];
const WEEK = 7;

/** The ordered steps of a song, for the studio or for one student: goals, ladders, minutes, why; and who learns it. */
@Component({
  selector: 'harvu-steps-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AssignPanel,
    ComparePlans,
    OwnStepForm,
    PageHead,
    PlanNotes,
    ProblemLine,
    Ribbon,
    RouterLink,
    StepList,
    StepPanel,
    WayBox,
  ],
  providers: [StepsState, TeachingKeeper],
  host: { class: 'flex flex-1 flex-col', '(document:keydown)': 'press($event)' },
  template: `
    @if (state.song(); as song) {
      <harvu-page-head [trail]="trail()" [title]="song.title">
        <span figures class="flex flex-wrap gap-x-4 text-ink-soft">
          <span
            ><b class="text-ink">{{ stepCount() }}</b> steps</span
          >
          @if (stepCount() > 0) {
            <span
              >about <b class="text-ink">{{ leftWords() }}</b> {{ hasDone() ? 'left' : '' }} ({{
                rangeWords()
              }})</span
            >
            <span
              >at {{ minutesADay() }} min a day{{
                state.known()?.practised ? ' as practised' : ''
              }}, <b class="text-ink">{{ weeksWords() }}</b></span
            >
          }
          @if (state.isSaving()) {
            <span role="status">saving</span>
          }
        </span>
        <ng-container actions>
          <label class="flex items-center gap-2 text-sm"
            >for
            <select #who class="field w-auto" aria-label="Whose steps" (change)="show(who.value)">
              <option value="" [selected]="!state.known()">the studio</option>
              @for (student of state.students(); track student.id) {
                <option [value]="student.id" [selected]="student.id === state.known()?.id">
                  {{ student.name }}
                </option>
              }
            </select></label
          >
          <button
            type="button"
            class="button"
            [attr.aria-pressed]="isComparing()"
            (click)="isComparing.set(!isComparing())"
          >
            {{ isComparing() ? 'Back to the steps' : 'Compare two plans' }}
          </button>
          @if (stepCount() > 0) {
            <a class="button button-strong" [href]="sheetUrl()" target="_blank" rel="noopener"
              >Print the sheet</a
            >
            <a
              class="link self-center text-xs"
              [href]="sheetUrl() + '?paper=letter'"
              target="_blank"
              rel="noopener"
              aria-label="Print the sheet on Letter paper"
              >on Letter</a
            >
          }
          @if (state.keeper() === 'draft') {
            <button type="button" class="button button-first" (click)="give()">
              Assign to {{ firstName() }}
            </button>
          } @else {
            <a class="button button-strong" [routerLink]="['/songs', song.id, 'bench']"
              >Back to the bench</a
            >
          }
        </ng-container>
        @if (state.blocks().length > 0) {
          <harvu-ribbon
            class="mt-2"
            [blocks]="state.blocks()"
            [current]="blocksOfChosen()[0] ?? -1"
            [also]="blocksOfChosen()"
            (pick)="pickBlock($event)"
          />
        }
      </harvu-page-head>
      <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_330px]">
        <div class="min-w-0 px-4 py-2 sm:px-5">
          @if (state.planned() && stepCount() === 0) {
            <p class="py-6 text-ink-soft">
              The steps will stand here once the song has bars.
              <a class="link" [routerLink]="['/songs', song.id, 'bench']">Write them at the bench</a
              >.
            </p>
          } @else if (isComparing()) {
            <harvu-compare-plans class="py-2" />
          } @else {
            <harvu-step-list />
          }
        </div>
        <aside
          class="ruled grid content-start gap-2.5 border-line px-4 py-4 lg:border-l"
          aria-label="Margin"
        >
          <harvu-problem [problem]="state.problem()" />
          @if (stepCount() > 0) {
            @if (!isComparing()) {
              <harvu-step-panel />
            }
            <div class="flex items-baseline justify-between">
              <h2 class="text-sm text-ink-soft">Order of teaching</h2>
              <button
                type="button"
                class="link text-sm"
                [disabled]="!state.canUndo()"
                [class.invisible]="!state.canUndo()"
                (click)="state.undo()"
              >
                Undo
              </button>
            </div>
            <harvu-way-box />
            <harvu-plan-notes />
            @if (state.keeper() === 'plan') {
              <button type="button" class="button" (click)="state.takeFigures()">
                Take what {{ firstName() }} shows now
              </button>
            }
            <harvu-own-step-form />
            @if (state.keeper() !== 'draft') {
              <harvu-assign-panel />
            }
            <a class="link text-sm" routerLink="/worked-out">How this is worked out</a>
          }
        </aside>
      </div>
    } @else {
      <div class="px-6 py-6"><harvu-problem [problem]="state.problem()" /></div>
    }
  `,
})
export class StepsPage {
  readonly id = input.required<string>();
  /** The student whose steps these are; the studio's own without one. */
  readonly for = input<string>();
  protected readonly state = inject(StepsState);
  private readonly router = inject(Router);
  protected readonly isComparing = signal(false);

  protected readonly stepCount = computed(() => this.state.planned()?.steps.length ?? 0);
  protected readonly hasDone = computed(() => (this.state.planned()?.done.length ?? 0) > 0);
  protected readonly leftWords = computed(() => durationWords(this.state.left().minutes));
  protected readonly rangeWords = computed(() => {
    const { low, high } = this.state.left();
    return `${durationWords(low)} to ${durationWords(high)}`;
  });
  protected readonly minutesADay = computed(() => {
    const minutes = this.state.practice().minutesByWeekday;
    const sum = minutes.reduce((all, one) => all + one, 0);
    return Math.round(sum / Math.max(1, minutes.length));
  });
  protected readonly weeksWords = computed(() => {
    const end = finishOn(this.state.left().minutes, this.state.practice());
    if (end === null) return 'no end in sight';
    const weeks = Math.max(1, Math.ceil(daysBetween(this.state.today, end) / WEEK));
    return weeks === 1 ? '1 week' : `${weeks} weeks`;
  });
  protected readonly firstName = computed(
    () => this.state.known()?.name.split(' ')[0] ?? 'the student',
  );
  protected readonly trail = computed(() => {
    const [known, plan] = [this.state.known(), this.state.plan()];
    if (!known) return `Songs / steps, revision ${this.state.song()?.revision}`;
    const which = plan ? `, revision ${plan.revision}` : ', not given yet';
    return `Songs / steps, for ${known.name}${which}`;
  });
  protected readonly sheetUrl = computed(() => {
    const plan = this.state.plan();
    return plan ? `/api/plans/${plan.id}/sheet.pdf` : `/api/songs/${this.id()}/sheet.pdf`;
  });
  /** The blocks of the part that the chosen step teaches. */
  protected readonly blocksOfChosen = computed((): readonly number[] => {
    const step = this.state.chosen();
    const occurrences = this.state.planned()?.work.timeline.occurrences ?? [];
    const part = step?.atoms.at(-1);
    return occurrences.flatMap((one, index) => (one.part.id === part ? [index] : []));
  });

  constructor() {
    inject(ViewKeys).show(KEYS);
    const steps = computed(() => ({ songId: this.id(), studentId: this.for() }));
    this.state.open(toObservable(steps));
  }

  protected show(studentId: string): void {
    void this.router.navigate([], { queryParams: { for: studentId || null } });
  }

  protected give(): void {
    const known = this.state.known();
    if (known) this.state.assign([known.id]);
  }

  protected pickBlock(index: number): void {
    const planned = this.state.planned();
    const part = planned?.work.timeline.occurrences[index]?.part.id;
    const steps = part === undefined ? [] : this.stepsOf(part);
    const id = (steps.find((one) => one.layer === planned?.goal) ?? steps[0])?.id ?? '';
    this.state.choose(id);
    document.getElementById(id)?.scrollIntoView({ block: 'nearest' });
  }

  private stepsOf(part: string): readonly Step[] {
    const steps = this.state.planned()?.steps ?? [];
    return steps.filter((step) => kindOf(step).matter === 'part' && step.atoms.includes(part));
  }

  protected press(event: KeyboardEvent): void {
    if (isTyping(event) || event.key !== 'z' || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    this.state.undo();
  }
}
