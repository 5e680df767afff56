import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { FocusKeyManager } from '@angular/cdk/a11y';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  linkedSignal,
  viewChildren,
} from '@angular/core';
import { timeOf } from '@harvu/core/plan';
import type { Step } from '@harvu/core/steps';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideGripVertical } from '@ng-icons/lucide';
import { LadderLine } from '../../../ui/ladder-line';
import { durationWords } from '../../../ui/duration';
import { Focusable } from '../../../ui/focusable';
import { grown } from '../../../ui/in-turns';
import { remarkOn, stepTempo } from '../plan-words';
import { StepsState } from '../steps.state';
import { USUAL_CONSTANTS, type Constants } from '@harvu/core/constants';

/** A step as it is listed; the first of its stage carries the heading. */
interface ListedStep extends Step {
  readonly number: number;
  /** What its stage ends in; empty but for the first step of one. */
  readonly heading: string;
  readonly stageGoal: string;
  readonly stageMinutes: string;
  readonly remark: string;
  readonly isDone: boolean;
  readonly tempo: string;
  /** From a quick course to a slow one. */
  readonly range: string;
}

const STEPS_AT_ONCE = 12;

/** The steps in their order: dragged by their handle, or moved by Alt and an arrow. */
@Component({
  selector: 'harvu-step-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, Focusable, LadderLine, NgIcon],
  providers: [provideIcons({ lucideGripVertical })],
  template: `
    <ol cdkDropList (cdkDropListDropped)="drop($event)" aria-label="Steps in the order of teaching">
      @for (step of listed(); track step.id) {
        <li cdkDrag class="group bg-paper">
          @if (step.heading) {
            <div class="flex items-baseline gap-3 border-b border-line pt-4 pb-1">
              <h2 class="min-w-0 text-base">{{ step.heading }}</h2>
              <span class="min-w-0 flex-1 truncate text-xs text-ink-soft max-md:hidden">{{
                step.stageGoal
              }}</span>
              <span class="ml-auto shrink-0 pr-1 font-mono text-xs text-ink-soft">{{
                step.stageMinutes
              }}</span>
            </div>
          }
          <div
            class="flex items-center border-b border-line-soft hover:bg-sheet"
            [class.bg-brass-wash!]="step.id === state.chosenId()"
          >
            <span
              cdkDragHandle
              class="w-4 shrink-0 cursor-grab text-center text-ink-soft opacity-0 select-none group-hover:opacity-100"
              aria-hidden="true"
              title="Drag to another place"
              ><ng-icon name="lucideGripVertical" size="14"
            /></span>
            <button
              type="button"
              harvuFocusable
              [id]="step.id"
              class="grid min-w-0 flex-1 grid-cols-[1.6rem_minmax(0,1fr)_3.5rem] items-center gap-x-3 py-[5px] pr-1 text-left md:grid-cols-[1.6rem_minmax(0,1fr)_7rem_8rem_3.5rem] xl:grid-cols-[1.6rem_minmax(0,1fr)_7.5rem_6rem_8.5rem_3.5rem]"
              [attr.aria-pressed]="step.id === state.chosenId()"
              aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown Delete"
              (click)="state.choose(step.id)"
              (focus)="enter(step, $index)"
              (keydown)="press($event, step)"
            >
              <span class="font-mono" [class]="step.isDone ? 'text-spruce' : 'text-ink-soft'">{{
                step.isDone ? '✓' : step.number
              }}</span>
              <span class="min-w-0">
                <span class="flex items-baseline gap-4">
                  <b class="truncate" [class.font-normal]="step.isOptional">{{ step.title }}</b>
                  <span class="shrink-0 text-xs text-ink-soft max-xl:hidden">{{
                    step.remark
                  }}</span>
                </span>
                @if (step.note) {
                  <span class="block truncate text-xs text-slate">{{ step.note }}</span>
                }
              </span>
              <span class="text-right font-mono text-xs whitespace-nowrap max-md:hidden">{{
                step.tempo
              }}</span>
              <span class="max-xl:hidden">
                @if (step.rungs.length > 1) {
                  <harvu-ladder-line [rungs]="step.rungs" />
                }
              </span>
              <span class="min-w-0 text-xs max-md:hidden">{{
                step.isOptional ? 'optional' : step.goal.words
              }}</span>
              <span class="text-right font-mono text-xs text-ink-soft" [title]="step.range">{{
                minutes(step.minutes)
              }}</span>
            </button>
          </div>
        </li>
      }
    </ol>
  `,
})
export class StepList {
  protected readonly state = inject(StepsState);
  private readonly rows = viewChildren(Focusable);
  protected readonly keys = new FocusKeyManager(this.rows, inject(Injector));

  /** The order that was just asked for, until the steps are worked out in it. */
  private readonly asked = linkedSignal<unknown, readonly Step[] | null>({
    source: this.state.planned,
    computation: () => null,
  });
  private readonly inOrder = computed(() => this.asked() ?? this.state.planned()?.steps ?? []);
  /** The step that was moved by keys: it keeps the focus wherever it comes to stand. */
  private moved = '';

  private readonly all = computed((): readonly ListedStep[] => {
    const planned = this.state.planned();
    const steps = this.inOrder();
    const stages = planned?.stages ?? [];
    const done = new Set(planned?.done ?? []);
    return steps.map((step, index) => {
      const at = stages.findIndex((stage) => stage.steps[0] === step.id);
      const stage = stages[at];
      return {
        ...step,
        number: index + 1,
        tempo: stepTempo(step),
        isDone: done.has(step.id),
        heading: stage ? `${at + 1} · ${stage.title}` : '',
        stageGoal: stage?.goal ?? '',
        stageMinutes: stage ? durationWords(stage.minutes) : '',
        range: rangeWords(step, planned?.work.constants ?? USUAL_CONSTANTS),
        remark: remarkOn(step),
      };
    });
  });

  /** A long list comes in turns. */
  protected readonly listed = grown(this.all, STEPS_AT_ONCE);

  protected minutes(minutes: number): string {
    return durationWords(Math.max(1, minutes));
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  constructor() {
    afterRenderEffect(() => {
      const isLost = this.listed().length > 0 && document.activeElement === document.body;
      if (this.moved !== '' && isLost) document.getElementById(this.moved)?.focus();
    });
  }

  protected enter(step: ListedStep, index: number): void {
    if (step.id !== this.moved) this.moved = '';
    this.keys.updateActiveItem(index);
  }

  /** Puts a step at another place: after the one that then stands above it. */
  private move(from: number, to: number): void {
    const steps = this.inOrder();
    const step = steps[from];
    if (!step || from === to || to < 0 || to >= steps.length) return;
    const rest = steps.filter((one) => one !== step);
    const after = rest[to - 1]?.id ?? null;
    const { school } = this.state.teaching();
    this.state.choose(step.id);
    this.moved = step.id;
    this.asked.set(rest.toSpliced(to, 0, step));
    this.state.add({ kind: 'move', step: step.id, after, school });
  }

  protected press(event: KeyboardEvent, step: ListedStep): void {
    const { key, altKey } = event;
    const by = key === 'ArrowUp' ? -1 : key === 'ArrowDown' ? 1 : 0;
    if (key !== 'Delete' && !(altKey && by !== 0)) {
      this.keys.onKeydown(event);
      return;
    }
    event.preventDefault();
    if (key === 'Delete') this.state.skip(step);
    else {
      const at = this.inOrder().findIndex(({ id }) => id === step.id);
      this.move(at, at + by);
    }
  }
}

function rangeWords(step: Step, constants: Constants): string {
  const { low, high } = timeOf([step], constants);
  return `${durationWords(low)} if it goes quickly, ${durationWords(high)} if slowly`;
}
