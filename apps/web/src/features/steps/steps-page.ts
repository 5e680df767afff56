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
  templateUrl: './steps-page.html',
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
