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
import { deadlineOf } from '@harvu/core/plan';
import { format, formatISO, parseISO } from 'date-fns';
import { durationWords } from '../../ui/duration';
import type { Problem } from '@harvu/contract';
import { toProblem } from '../../platform/problems';
import { Session } from '../../platform/session';
import { Theme } from '../../platform/theme';
import { Note } from '../../ui/note';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { TempoChart, type ChartLine } from '../../ui/tempo-chart';
import { DayLabel } from '../../ui/day-label';
import { PlanReader, readinessWords, type PlanProgress } from '../plans';
import { PlanSteps } from './parts/plan-steps';

/** The lines that say most: the slowest sections first. */
const LINES_SHOWN = 5;

const WANTED_TONES = { fits: 'spruce', close: 'brass', misses: 'rose' } as const;

/** One student's song, for them and their teacher: how far, what holds it back, every step. */
@Component({
  selector: 'harvu-student-song-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, Note, PageHead, PlanSteps, ProblemLine, Ribbon, RouterLink, TempoChart],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    @if (found(); as plan) {
      <harvu-page-head [trail]="trail()" [title]="plan.plan.title">
        <span figures class="flex flex-wrap gap-x-4 text-ink-soft">
          <span
            ><b class="text-ink">{{ doneCount() }}</b> of {{ plan.steps.length }} steps done</span
          >
          <span
            >goal <b class="text-ink">{{ plan.work.goalBpm }}</b> bpm</span
          >
          @if (plan.left.minutes > 0) {
            <span
              >about <b class="text-ink">{{ toGo() }}</b> to go</span
            >
          }
          <span
            >since <b class="text-ink">{{ plan.plan.assignedAt | day }}</b></span
          >
        </span>
        <ng-container actions>
          <a
            class="button max-sm:hidden"
            [href]="'/api/plans/' + plan.plan.id + '/sheet.pdf'"
            target="_blank"
            rel="noopener"
            >Print the sheet</a
          >
          @if (isTeaching) {
            <a
              class="button button-strong"
              [routerLink]="['/songs', plan.plan.songId, 'steps']"
              [queryParams]="{ for: plan.plan.studentId }"
              >Change the steps</a
            >
            <a class="button button-strong" [routerLink]="['/songs', plan.plan.songId, 'bench']"
              >Open the bench</a
            >
          } @else if (next(); as step) {
            <a
              class="button button-first"
              [routerLink]="['/plans', plan.plan.id, 'practice', step.id]"
              >Practise</a
            >
          }
        </ng-container>
        <harvu-ribbon
          class="mt-2"
          [blocks]="plan.blocks"
          [current]="block()"
          (pick)="block.set($event)"
        />
      </harvu-page-head>
      <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_330px]">
        <div class="min-w-0 px-4 py-4 sm:px-6">
          <div class="grid gap-x-8 gap-y-3 md:grid-cols-[auto_minmax(0,1fr)] md:items-end">
            <div>
              <p class="text-sm text-ink-soft">Whole song today</p>
              <p class="font-display text-[40px] leading-[44px] font-bold sm:text-2xl">
                {{ words().headline }}
              </p>
              <p class="text-ink-soft">{{ words().below }}</p>
            </div>
            @if (words().heldBack) {
              <p class="max-w-[60ch] md:pb-1">
                @if (plan.readiness.heldBackBy) {
                  <b>Held back by</b>
                }
                {{ words().heldBack }}
              </p>
            }
          </div>
          <div
            class="mt-6 grid gap-x-8 gap-y-6"
            [class.xl:grid-cols-[minmax(0,1fr)_360px]]="lines().length > 0"
          >
            @if (lines().length > 0) {
              <section aria-labelledby="chart-heading" class="min-w-0">
                <h2 id="chart-heading" class="mb-2 text-base">Clean tempo by practice time</h2>
                <harvu-tempo-chart
                  [lines]="lines()"
                  [goalBpm]="plan.work.goalBpm"
                  [theme]="theme.name()"
                />
              </section>
            }
            <harvu-plan-steps [plan]="plan" [part]="part()" />
          </div>
        </div>
        <aside
          class="ruled grid content-start gap-2.5 border-line px-4 py-4 lg:border-l"
          aria-label="Margin"
        >
          @for (note of notes(); track note.heading) {
            <harvu-note [tone]="note.tone" [heading]="note.heading">{{ note.words }}</harvu-note>
          }
        </aside>
      </div>
    } @else {
      <div class="px-6 py-6"><harvu-problem [problem]="problem()" /></div>
    }
  `,
})
export class StudentSongPage {
  readonly id = input.required<string>();
  protected readonly isTeaching = inject(Session).isTeaching();
  protected readonly theme = inject(Theme);
  private readonly reader = inject(PlanReader);
  protected readonly found = signal<PlanProgress | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly block = signal(-1);

  protected readonly trail = computed(() => {
    const plan = this.found()?.plan;
    return this.isTeaching && plan ? `Students / ${plan.studentName}` : 'My week / song';
  });
  protected readonly words = computed(() => {
    const found = this.found();
    return found ? readinessWords(found.readiness) : { headline: '', below: '', heldBack: '' };
  });
  protected readonly doneCount = computed(
    () => this.found()?.progress.filter((one) => one.state === 'done').length ?? 0,
  );
  protected readonly next = computed(
    () => this.found()?.progress.find((one) => one.state === 'open')?.step,
  );
  protected readonly part = computed(
    () => this.found()?.work.playing.occurrences[this.block()]?.part.id ?? '',
  );
  protected readonly lines = computed((): readonly ChartLine[] => {
    const lines = this.found()?.lines ?? [];
    const slowest = [...lines].sort(
      (a, b) => (a.points.at(-1)?.bpm ?? 0) - (b.points.at(-1)?.bpm ?? 0),
    );
    const shown = new Set(slowest.slice(0, LINES_SHOWN));
    return lines
      .filter((line) => shown.has(line))
      .map(({ step, points }) => ({ name: step.title.split(':')[0] ?? '', points }));
  });

  protected readonly toGo = computed(() => durationWords(this.found()?.left.minutes ?? 0));
  /** Whether the day it is wanted for is in time, at the minutes that were agreed. */
  private readonly wanted = computed(() => {
    const found = this.found();
    const wantedOn = found?.plan.teaching.wantedOn ?? null;
    if (!found || wantedOn === null || found.left.minutes === 0) return [];
    const today = formatISO(new Date(), { representation: 'date' });
    const { minutesByWeekday } = found.plan;
    const { verdict, minutesADay } = deadlineOf(found.left, wantedOn, { minutesByWeekday, today });
    return [
      {
        tone: WANTED_TONES[verdict],
        heading: `Wanted for ${format(parseISO(wantedOn), 'd MMM')}:`,
        words:
          minutesADay === null
            ? 'no day of practice is left.'
            : `${minutesADay} min on each day of practice get you there.`,
      },
    ];
  });

  protected readonly notes = computed(() => {
    const found = this.found();
    if (!found) return [];
    const { share, gates, goalBpm, barer } = found.readiness;
    const isReady = gates.isReady;
    const days = `${gates.wholeRunDays} of ${gates.wholeRunDaysNeeded} whole runs on different days`;
    return [
      {
        tone: isReady ? ('spruce' as const) : ('slate' as const),
        heading: isReady ? 'Ready to perform.' : 'On the way to ready.',
        words: `${gates.partsAtGoal} of ${gates.parts} sections and joins at goal; ${days}.`,
      },
      {
        tone: 'slate' as const,
        heading: `${Math.round(share * 100)} % of the playing time`,
        words: 'is clean at the goal tempo.',
      },
      ...this.wanted(),
      ...(found.skipped.length === 0
        ? []
        : [
            {
              tone: 'spruce' as const,
              heading: `Skipped: ${found.skipped.length} ${found.skipped.length === 1 ? 'step' : 'steps'}.`,
              words: `You own them already: ${found.skipped.map((step) => step.title).join(', ')}.`,
            },
          ]),
      ...barer.flatMap(({ layer, songBpm }) =>
        songBpm === null
          ? []
          : [
              {
                tone: songBpm >= goalBpm ? ('spruce' as const) : ('slate' as const),
                heading: `Whole song, ${layer}:`,
                words: `clean at ${songBpm} of ${goalBpm} bpm.`,
              },
            ],
      ),
    ];
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.open(id));
    });
  }

  private open(id: string): void {
    this.reader.read(id).subscribe({
      next: (plan) => this.found.set(plan),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
