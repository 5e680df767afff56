import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { settledFrame } from '@harvu/core/song';
import { barsOfPart, goalWords, type Step } from '@harvu/core/steps';
import { ChangeDrawing } from '../../ui/change-drawing';
import { GripDiagram } from '../../ui/grip-diagram';
import { LadderLine } from '../../ui/ladder-line';
import { Note } from '../../ui/note';
import { PageHead } from '../../ui/page-head';
import { PatternLane } from '../../ui/pattern-lane';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { AssignPanel } from './parts/assign-panel';
import { StepsState } from './steps.state';

/** The ordered steps of a song: goals, ladders, why; and whom it is assigned to. */
@Component({
  selector: 'harvu-steps-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AssignPanel,
    ChangeDrawing,
    GripDiagram,
    LadderLine,
    Note,
    PageHead,
    PatternLane,
    ProblemLine,
    Ribbon,
    RouterLink,
  ],
  providers: [StepsState],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    @if (state.song(); as song) {
      <harvu-page-head [trail]="'Songs / steps, revision ' + song.revision" [title]="song.title">
        <span figures class="flex gap-4 text-ink-soft">
          <span
            ><b class="text-ink">{{ stepCount() }}</b> steps</span
          >
          <span
            >goal <b class="text-ink">{{ state.analysed()?.work?.goalBpm }}</b> bpm</span
          >
        </span>
        <ng-container actions>
          <a class="button button-strong" [routerLink]="['/songs', song.id, 'bench']"
            >Back to the bench</a
          >
        </ng-container>
        @if (state.blocks().length > 0) {
          <harvu-ribbon
            class="mt-2"
            [blocks]="state.blocks()"
            [current]="block()"
            (pick)="pickBlock($event)"
          />
        }
      </harvu-page-head>
      <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_330px]">
        <div class="min-w-0 px-4 py-3 sm:px-6">
          @if (state.analysed() && stepCount() === 0) {
            <p class="py-6 text-ink-soft">
              The steps will stand here once the song has bars.
              <a class="link" [routerLink]="['/songs', song.id, 'bench']">Write them at the bench</a
              >.
            </p>
          }
          @for (group of state.groups(); track group.heading) {
            <h2 class="mt-3 mb-0.5 text-sm text-ink-soft">
              {{ group.heading }}
              @if (group.isShort) {
                <span class="font-sans text-xs font-normal">each {{ goal(group.steps[0]!) }}</span>
              }
            </h2>
            <ol [class]="group.isShort ? 'sm:columns-3 sm:gap-x-6' : ''">
              @for (step of group.steps; track step.id) {
                <li>
                  <button
                    type="button"
                    [id]="step.id"
                    class="grid w-full items-center gap-x-3 border-b border-line-soft px-1.5 py-[7px] text-left hover:bg-sheet"
                    [class]="rowClass(step, group.isShort)"
                    [attr.aria-pressed]="step.id === chosen()?.id"
                    (click)="chosen.set(step)"
                  >
                    <span class="font-mono text-ink-soft">{{ step.number }}</span>
                    <b class="truncate">{{ step.title }}</b>
                    @if (!group.isShort) {
                      <span>
                        @if (step.rungs.length > 0) {
                          <harvu-ladder-line [rungs]="step.rungs" />
                        }
                      </span>
                      <span class="text-xs">
                        <b class="mr-1 text-sm">{{ tempoWords(step) }}</b>
                        {{ goal(step) }}
                      </span>
                    }
                  </button>
                </li>
              }
            </ol>
          }
        </div>
        <aside
          class="ruled grid content-start gap-2.5 border-line px-4 py-4 lg:border-l"
          aria-label="Margin"
        >
          <harvu-problem [problem]="state.problem()" />
          @if (stepCount() > 0) {
            <harvu-assign-panel />
          }
          @if (chosen(); as step) {
            @if (grip(); as one) {
              <harvu-grip
                class="justify-self-center"
                [grip]="one.grip.grip"
                [fingers]="one.grip.fingers"
                [setup]="one.setup"
                [scale]="1.4"
              />
            }
            @if (lane(); as pattern) {
              <harvu-lane class="rounded-sm border border-line bg-sheet p-2" [pattern]="pattern" />
            }
            @if (drawn(); as change) {
              <harvu-change
                class="rounded-sm border border-line bg-sheet p-3"
                [from]="change.from"
                [to]="change.to"
                [hand]="change.hand"
                [setup]="change.setup"
                [scale]="0.9"
              />
            }
            <harvu-note tone="brass" [heading]="whyHeading(step)">{{ step.why }}</harvu-note>
            @if (step.rungs.length > 1) {
              <harvu-note tone="slate" [heading]="step.rungs.length + ' rungs.'">
                <span class="font-mono text-xs">{{ step.rungs.join(' ') }}</span>
                {{ step.kind === 'change' ? 'changes a minute' : 'bpm' }}
              </harvu-note>
            }
            @if (needs(); as words) {
              <harvu-note tone="slate" heading="Comes after">{{ words }}</harvu-note>
            }
          } @else if (stepCount() > 0) {
            <harvu-note tone="slate"
              >Choose a step to see why it starts where it does, and what comes before
              it.</harvu-note
            >
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
  protected readonly state = inject(StepsState);
  protected readonly chosen = signal<Step | null>(null);

  private readonly steps = computed(() => this.state.analysed()?.steps ?? []);
  protected readonly stepCount = computed(() => this.steps().length);
  /** The first block of the part that the chosen step teaches. */
  protected readonly block = computed(() => {
    const step = this.chosen();
    const occurrences = this.state.analysed()?.work.playing.occurrences ?? [];
    if (step?.kind !== 'section' && step?.kind !== 'join') return -1;
    return occurrences.findIndex((one) => one.part.id === step.atoms.at(-1));
  });
  protected readonly needs = computed(() => {
    const needs = new Set(this.chosen()?.needs ?? []);
    const titles = this.steps().flatMap((step) => (needs.has(step.id) ? [step.title] : []));
    return titles.length === 0 ? '' : `${titles.join('; ')}.`;
  });

  /** The grip that the chosen step is about. */
  protected readonly grip = computed(() => {
    const [step, work, song] = [this.chosen(), this.state.analysed()?.work, this.state.song()];
    const grip = work?.grips.find((one) => one.name === step?.atoms[0]);
    if (step?.kind !== 'grip' || !grip || !song) return undefined;
    return { grip, setup: settledFrame(song.document.frame) };
  });
  /** The pattern that the chosen section is played with. */
  protected readonly lane = computed(() => {
    const [step, work] = [this.chosen(), this.state.analysed()?.work];
    if (step?.kind !== 'section' || !work) return undefined;
    const [first] = barsOfPart(work, step.atoms[0] ?? '', step.layer ?? 'full');
    return first?.struck?.pattern;
  });
  /** The change that the chosen step drills. */
  protected readonly drawn = computed(() => {
    const [step, work, song] = [this.chosen(), this.state.analysed()?.work, this.state.song()];
    if (step?.kind !== 'change' || !work || !song) return undefined;
    const [from, to] = step.atoms.map((name) => work.grips.find((grip) => grip.name === name));
    const setup = settledFrame(song.document.frame);
    return from && to ? { from, to, setup, hand: work.hand } : undefined;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.state.open(id));
    });
  }

  protected pickBlock(index: number): void {
    const part = this.state.analysed()?.work.playing.occurrences[index]?.part.id;
    const step = this.steps().find((one) => one.kind === 'section' && one.atoms[0] === part);
    this.chosen.set(step ?? null);
    document.getElementById(step?.id ?? '')?.scrollIntoView({ block: 'nearest' });
  }

  protected rowClass(step: Step, isShort: boolean): string {
    const columns = isShort
      ? 'grid-cols-[26px_minmax(0,1fr)]'
      : 'grid-cols-[26px_minmax(0,1fr)_minmax(0,200px)_190px]';
    return step.id === this.chosen()?.id ? `${columns} bg-brass-wash!` : columns;
  }

  protected tempoWords({ rungs }: Step): string {
    const [first, last] = [rungs[0], rungs.at(-1)];
    if (first === undefined || last === undefined) return '';
    return first === last ? String(last) : `${first} → ${last}`;
  }

  protected goal({ kind }: Step): string {
    return goalWords(kind);
  }

  protected whyHeading({ rungs, title }: Step): string {
    return rungs.length === 0 ? `${title}.` : `Why start at ${rungs[0]}.`;
  }
}
