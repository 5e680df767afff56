import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { finishOn } from '@harvu/core/plan';
import { kindOf, type Step } from '@harvu/core/steps';
import { isTyping, ViewKeys, type ViewKey } from '../../platform/view-keys';
import { dayWords } from '../../ui/day-label';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { StickyHead } from '../../ui/sticky-head';
import { AssignPanel } from './parts/assign-panel';
import { ComparePlans } from './parts/compare-plans';
import { LessonSlice } from './parts/lesson-slice';
import { OwnStepForm } from './parts/own-step-form';
import { PlanNotes } from './parts/plan-notes';
import { StageList } from './parts/stage-list';
import { StepList } from './parts/step-list';
import { StepPanel } from './parts/step-panel';
import { WayBox } from './parts/way-box';
import { durationWords } from '../../ui/duration';
import { PrintMenu } from '../../ui/print-menu';
import { LAYER_WORDS, SCHOOL_WORDS } from './plan-words';
import { StepsState } from './steps.state';
import { TeachingKeeper } from './teaching.keeper';

const KEYS: readonly ViewKey[] = [
  { key: '↑ ↓', does: 'go through the steps' },
  { key: 'Alt ↑ ↓', does: 'move the step' },
  { key: 'Del', does: 'skip the step' },
  { key: 'Ctrl Z', does: 'undo' },
];
type Reading = 'stages' | 'lesson' | 'steps';

/** Three readings of one plan: to judge it, to teach it, to edit it. */
const READINGS: readonly { readonly reading: Reading; readonly label: string }[] = [
  { reading: 'stages', label: 'Stages' },
  { reading: 'lesson', label: 'Until next lesson' },
  { reading: 'steps', label: 'Every step' },
];

/** The ordered steps of a song, for the studio or for one student: goals, ladders, minutes, why; and who learns it. */
@Component({
  selector: 'harvu-steps-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AssignPanel,
    ComparePlans,
    LessonSlice,
    OwnStepForm,
    PlanNotes,
    PrintMenu,
    ProblemLine,
    Ribbon,
    RouterLink,
    StageList,
    StepList,
    StepPanel,
    StickyHead,
    WayBox,
  ],
  providers: [StepsState, TeachingKeeper],
  host: {
    class: 'flex flex-1 flex-col',
    '(document:keydown)': 'press($event)',
    '(keydown.escape)': 'isWayOpen.set(false)',
  },
  templateUrl: './steps-page.html',
})
export class StepsPage {
  readonly id = input.required<string>();
  /** The student whose steps these are; the studio's own without one. */
  readonly for = input<string>();
  /** How the plan is read; by stages where nothing is said. */
  readonly read = input<string>();
  /** A change that is to be looked at first, as its two chords. */
  readonly change = input<string>();
  protected readonly state = inject(StepsState);
  private readonly router = inject(Router);
  protected readonly isComparing = signal(false);
  protected readonly isAssigning = signal(false);
  protected readonly isWayOpen = signal(false);
  protected readonly readings = READINGS;
  protected readonly reading = computed(
    () => READINGS.find((one) => one.reading === this.read())?.reading ?? 'stages',
  );

  protected readonly stepCount = computed(() => this.state.planned()?.steps.length ?? 0);
  protected readonly hasDone = computed(() => (this.state.planned()?.done.length ?? 0) > 0);
  protected readonly leftWords = computed(() => durationWords(this.state.left().minutes));
  protected readonly rangeWords = computed(() => {
    const { low, high } = this.state.left();
    return `${durationWords(low)} to ${durationWords(high)}`;
  });
  protected readonly stageCount = computed(() => this.state.planned()?.stages.length ?? 0);
  protected readonly minutesAWeek = computed(() => {
    const minutes = this.state.practice().minutesByWeekday;
    return durationWords(minutes.reduce((all, one) => all + one, 0));
  });
  protected readonly endWords = computed(() => {
    const end = finishOn(this.state.left().minutes, this.state.practice());
    return end === null ? 'with no end in sight' : `until about ${dayWords(end)}`;
  });
  protected readonly wayWords = computed(() => {
    const { school, goal } = this.state.teaching();
    const order = SCHOOL_WORDS.find((one) => one.school === school)?.name.toLowerCase() ?? '';
    return goal === 'full' ? order : `${order}, ${LAYER_WORDS[goal]}`;
  });
  protected readonly firstName = computed(
    () => this.state.known()?.name.split(' ')[0] ?? 'the student',
  );
  protected readonly givenWords = computed(() => {
    const [known, plan] = [this.state.known(), this.state.plan()];
    if (!known) return `revision ${this.state.song()?.revision}`;
    const which = plan ? `has revision ${plan.revision}` : 'not given yet';
    return `${known.name}: ${which}`;
  });
  protected readonly papers = computed(() => {
    const plan = this.state.plan();
    const of = plan ? `/api/plans/${plan.id}` : `/api/songs/${this.id()}`;
    return [
      { words: 'The sheet for the stand', address: `${of}/sheet.pdf` },
      { words: 'The whole song', address: `${of}/song.pdf` },
    ];
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
    this.state.lookAt(toObservable(this.change));
  }

  protected show(studentId: string): void {
    this.go({ for: studentId || null });
  }

  protected readAs(read: Reading): void {
    this.go({ read });
  }

  /** What is shown stands in the address, so that it is there again after a reload. */
  private go(queryParams: Readonly<Record<string, string | null>>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
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
  }

  private stepsOf(part: string): readonly Step[] {
    const steps = this.state.planned()?.steps ?? [];
    return steps.filter((step) => kindOf(step).subject === 'part' && step.atoms.includes(part));
  }

  protected press(event: KeyboardEvent): void {
    if (isTyping(event) || event.key !== 'z' || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    this.state.undo();
  }
}
