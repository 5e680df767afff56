import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { kindOf } from '@harvu/core/steps';
import { ClickEngine } from '../../sound/click-engine';
import { Session } from '../../platform/session';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';
import { PatternLane } from '../../ui/pattern-lane';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { BarStrip } from './parts/bar-strip';
import { FrameNow } from './parts/frame-now';
import { MapNow } from './parts/map-now';
import { NowNext } from './parts/now-next';
import { RungLadder } from './parts/rung-ladder';
import { PracticeState } from './practice.state';

const KEYS: readonly ViewKey[] = [
  { key: 'PgDn', does: 'clean (a pedal sends this)' },
  { key: 'PgUp', does: 'stumbled' },
  { key: 'space', does: 'start and stop the click' },
  { key: 'esc', does: 'back' },
];

/** The practice room: read from a metre away, worked by two keys or a pedal. */
@Component({
  selector: 'harvu-practice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BarStrip,
    FrameNow,
    MapNow,
    NowNext,
    PatternLane,
    ProblemLine,
    Ribbon,
    RouterLink,
    RungLadder,
  ],
  providers: [ClickEngine, PracticeState],
  host: {
    class: 'flex min-h-dvh flex-1 flex-col px-4 py-3 sm:px-6',
    '(document:keydown)': 'press($event)',
    '(document:keyup)': 'release($event)',
  },
  template: `
    @if (state.plan(); as plan) {
      <harvu-ribbon
        class="max-sm:hidden"
        [blocks]="plan.blocks"
        [current]="block()"
        [thin]="true"
      />
      <header class="flex flex-wrap items-baseline gap-x-4 sm:mt-4">
        <a class="link text-xs text-ink-soft" [routerLink]="back()">Back</a>
        @if (state.step(); as step) {
          <h1 class="text-lg">{{ step.title }}</h1>
          <span class="text-sm text-ink-soft max-sm:hidden"
            >step {{ state.stepNumber() }} of {{ plan.steps.length }} · {{ goal() }}</span
          >
          <span class="ml-auto text-sm text-ink-soft">{{ state.minutesToday() }} min today</span>
        } @else {
          <h1 class="text-lg">This step is no longer in the plan</h1>
        }
      </header>
      @if (state.step(); as step) {
        <div class="mt-2 grid flex-1 gap-6 lg:grid-cols-[minmax(0,1fr)_190px]">
          <div class="flex min-w-0 flex-col">
            @switch (scene()) {
              @case ('frame') {
                <harvu-frame-now [setup]="state.setup()" />
              }
              @case ('map') {
                <harvu-map-now
                  class="tall:min-h-[270px]"
                  [occurrences]="plan.work.timeline.occurrences"
                  [current]="state.onMap()?.current ?? 0"
                  [bar]="state.onMap()?.bar ?? 0"
                  [cue]="state.cue()"
                  [countIn]="state.countIn()"
                />
              }
              @case ('hand') {
                <p class="mt-2 text-lg" aria-live="off">
                  {{
                    state.countIn() > 0
                      ? 'in ' + state.countIn()
                      : 'On strings you mute with the other hand.'
                  }}
                </p>
              }
              @case ('words') {
                <p class="mt-2 text-lg">{{ step.goal.words }}</p>
              }
              @default {
                <harvu-now-next
                  class="tall:min-h-[270px]"
                  [now]="state.now()"
                  [nowName]="state.place()?.now ?? ''"
                  [next]="state.next()"
                  [nextName]="state.place()?.next ?? ''"
                  [beatsToNext]="state.place()?.beatsToNext ?? null"
                  [change]="state.change()"
                  [countIn]="state.countIn()"
                  [setup]="state.setup()"
                />
                @if (state.cue()) {
                  <p class="text-lg text-slate">“{{ state.cue() }}”</p>
                }
              }
            }
            @if (step.note) {
              <p class="mt-2 border-l-2 border-slate pl-3 text-base">{{ step.note }}</p>
            }
            @if (state.clickBpm() !== null && scene() !== 'words') {
              @if (scene() !== 'hand') {
                <harvu-bar-strip
                  class="mt-4 tall:mt-6"
                  [pass]="state.pass()"
                  [capo]="state.setup().capo"
                  [place]="state.place()"
                  [isRunning]="state.isRunning()"
                  [countIn]="state.countIn()"
                />
              }
              @if (scene() !== 'map' && state.lane(); as lane) {
                <harvu-lane
                  class="mt-3"
                  [pattern]="lane.pattern"
                  [current]="lane.slot"
                  [scale]="scene() === 'hand' ? 2 : 1.25"
                  [isCentred]="true"
                />
              }
            }
            <harvu-rung-ladder
              class="mt-3 lg:hidden"
              [step]="step"
              [climb]="state.climb()!"
              [flat]="true"
            />
            <p class="mt-3 min-h-6 text-base" role="status">{{ state.message() }}</p>
            @if (state.climb()?.isDone) {
              <p class="mb-2 flex flex-wrap gap-2">
                @if (state.nextStep(); as next) {
                  <a
                    class="button button-first"
                    [routerLink]="['/plans', plan.plan.id, 'practice', next.id]"
                    >Next: {{ next.title }}</a
                  >
                }
                <a class="button" [routerLink]="back()">Enough for now</a>
              </p>
            }
            <div class="mt-auto grid grid-cols-2 gap-3 pb-1 sm:grid-cols-[1fr_1fr_auto]">
              <button
                type="button"
                class="button button-first min-h-[66px] gap-3 text-lg"
                (click)="state.mark(true)"
              >
                {{ isPlayed() ? 'Clean' : 'Done' }}
                <kbd class="key border-paper/40 bg-transparent text-paper max-sm:hidden">PgDn</kbd>
              </button>
              <button
                type="button"
                class="button button-strong min-h-[66px] gap-3 bg-transparent text-lg"
                (click)="state.mark(false)"
              >
                {{ isPlayed() ? 'Stumbled' : 'Not yet' }} <kbd class="key max-sm:hidden">PgUp</kbd>
              </button>
              @if (state.clickBpm() !== null) {
                <button
                  type="button"
                  class="button button-strong min-h-[66px] gap-3 bg-transparent px-6 text-lg max-sm:col-span-2"
                  (click)="state.toggle()"
                >
                  {{ state.isRunning() ? 'Stop' : 'Start' }}
                  <kbd class="key max-sm:hidden">space</kbd>
                </button>
              }
            </div>
            <footer class="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-xs text-ink-soft">
              @if (state.clickBpm() !== null) {
                <span>Count-in 1 bar</span>
                <label class="flex items-center gap-2">
                  Click
                  <input
                    type="range"
                    min="0"
                    max="1"
                    step="0.05"
                    class="w-24 accent-spruce"
                    [value]="state.engine.loudness()"
                    (input)="state.engine.setLoudness(+$any($event.target).value)"
                  />
                </label>
              }
              <span>Sore or numb: stop for today.</span>
              @if (state.isUnkept()) {
                <span class="font-semibold text-rose"
                  >This device keeps nothing: leave this page open until the connection is
                  back</span
                >
              } @else if (state.unsent() > 0) {
                <span class="font-semibold text-brass"
                  >{{ state.unsent() }} kept here until the connection is back</span
                >
              }
              <span class="max-sm:hidden"><kbd class="key">?</kbd> keys</span>
            </footer>
            <harvu-problem [problem]="state.refused()" />
          </div>
          <harvu-rung-ladder class="max-lg:hidden" [step]="step" [climb]="state.climb()!" />
        </div>
      }
    } @else {
      <harvu-problem [problem]="state.problem()" />
    }
  `,
})
export class PracticePage {
  readonly id = input.required<string>();
  /** The step's id, from the address. */
  readonly step = input.required<string>();
  protected readonly state = inject(PracticeState);
  private readonly router = inject(Router);
  private readonly session = inject(Session);

  protected readonly back = computed(() =>
    this.session.isTeaching() ? `/plans/${this.id()}` : '/week',
  );
  protected readonly goal = computed(() => {
    const step = this.state.step();
    if (!step) return '';
    const climbs = step.rungs.length > 1 ? ' moves you up a rung' : '';
    return step.goal.words + climbs;
  });
  /** What is shown large: the guitar's frame, the map, the hand alone, words, or the grips. */
  protected readonly scene = computed(() => {
    const step = this.state.step();
    return step ? kindOf(step).scene : 'grips';
  });
  protected readonly isPlayed = computed(() => {
    const step = this.state.step();
    return step !== undefined && (kindOf(step).cleanWord !== 'done' || step.rungs.length > 0);
  });
  protected readonly block = computed(() => {
    const [step, plan, at] = [this.state.step(), this.state.plan(), this.state.onMap()];
    if (at) return at.current;
    const part = step?.atoms.at(-1);
    return plan?.work.timeline.occurrences.findIndex((one) => one.part.id === part) ?? -1;
  });

  constructor() {
    inject(ViewKeys).show(KEYS);
    this.state.open(toObservable(this.id));
    effect(() => {
      const stepId = this.step();
      untracked(() => this.state.goTo(stepId));
    });
  }

  protected press(event: KeyboardEvent): void {
    const isField = event.target instanceof HTMLInputElement;
    if (
      event.defaultPrevented ||
      event.repeat ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      (isField && event.key === ' ')
    )
      return;
    const action = this.actionOf(event.key);
    if (!action) return;
    event.preventDefault();
    action();
  }

  /** Space on a focused button would press it as well. */
  protected release(event: KeyboardEvent): void {
    if (event.key === ' ' && event.target instanceof HTMLButtonElement) event.preventDefault();
  }

  private actionOf(key: string): (() => void) | undefined {
    switch (key) {
      case 'PageDown':
        return () => this.state.mark(true);
      case 'PageUp':
        return () => this.state.mark(false);
      case ' ':
        return () => this.state.toggle();
      case 'Escape':
        return () => void this.router.navigateByUrl(this.back());
      default:
        return undefined;
    }
  }
}
