import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { dayAfter } from '@harvu/core/day';
import { chordLabel } from '@harvu/core/chord';
import { saidSince, type RingCheck, type Sore, type Stuck } from '@harvu/core/events';
import { tempoToday } from '@harvu/core/progress';
import { findStep } from '@harvu/core/step-id';
import { Session } from '../../platform/session';
import { Theme } from '../../platform/theme';
import { DayLabel, dayWords } from '../../ui/day-label';
import { durationWords } from '../../ui/duration';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { Ribbon } from '../../ui/ribbon';
import { TempoChart, type ChartAhead, type ChartLine } from '../../ui/tempo-chart';
import type { PlanProgress } from '../plans';
import { readinessWords } from '@harvu/core/words';
import { READER } from '../../platform/reader';
import { PrintMenu, type Printable } from '../../ui/print-menu';
import { AdjustStep } from '../teaching';
import { PlanSteps } from './parts/plan-steps';
import { TriedList } from './parts/tried-list';
import { StudentSongState } from './student-song.state';
import { aheadOf, checkAgainNotes, fadedNotes, wantedNotes, whenNotes } from './time-notes';

/** So long it is told what was said in the room, and so much of it. */
const SAID_DAYS = 7;
const SAID_HEADINGS = { sore: 'It hurt', stuck: 'Stuck', ring: 'Does not ring yet' } as const;
const SAID_SHOWN = 3;
/** The lines that say most: the slowest sections first. */
const LINES_SHOWN = 5;

/** One student's song, for them and their teacher: how far, what holds it back, every step. */
@Component({
  selector: 'harvu-student-song-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AdjustStep,
    DayLabel,
    Note,
    Page,
    PlanSteps,
    PrintMenu,
    Ribbon,
    RouterLink,
    TempoChart,
    TriedList,
  ],
  providers: [StudentSongState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './student-song-page.html',
})
export class StudentSongPage {
  readonly id = input.required<string>();
  private readonly session = inject(Session);
  private readonly reader = inject(READER);
  protected readonly isTeaching = this.session.isTeaching();
  /** To a child the next small win is said, and no figures of what is missing. */
  protected readonly isChild = this.session.isChild();
  protected readonly theme = inject(Theme);
  protected readonly state = inject(StudentSongState);
  protected readonly block = signal(-1);

  protected papers(planId: string): readonly Printable[] {
    return [
      { words: 'The sheet for the stand', address: `/api/plans/${planId}/sheet.pdf` },
      { words: 'The whole song', address: `/api/plans/${planId}/song.pdf` },
    ];
  }

  protected readonly trail = computed(() => {
    const plan = this.state.plan()?.plan;
    return this.isTeaching && plan ? `Students / ${plan.studentName}` : 'My week / song';
  });
  protected readonly words = computed(() => {
    const found = this.state.plan();
    if (!found) return { headline: '', below: '', heldBack: '' };
    const { readiness } = found;
    const now = { readiness, today: this.session.today(), next: this.next()?.title };
    return readinessWords(now, this.reader());
  });
  protected readonly doneCount = computed(
    () => this.state.plan()?.progress.filter((one) => one.state === 'done').length ?? 0,
  );
  protected readonly next = computed(
    () => this.state.plan()?.progress.find((one) => one.state === 'open')?.step,
  );
  protected readonly part = computed(
    () => this.state.plan()?.work.timeline.occurrences[this.block()]?.part.id ?? '',
  );
  protected readonly lines = computed((): readonly ChartLine[] => {
    const lines = this.state.plan()?.lines ?? [];
    const slowest = [...lines].sort(
      (a, b) => (a.points.at(-1)?.bpm ?? 0) - (b.points.at(-1)?.bpm ?? 0),
    );
    const shown = new Set(slowest.slice(0, LINES_SHOWN));
    return lines
      .filter((line) => shown.has(line))
      .map(({ step, points }) => ({ name: step.about.name, points }));
  });

  /** Where what holds the song back is probably going, in minutes of practice. */
  protected readonly ahead = computed((): ChartAhead | null => {
    const when = this.state.plan()?.when;
    return when ? aheadOf(when, this.session.today()) : null;
  });

  protected readonly toGo = computed(() => durationWords(this.state.plan()?.left.minutes ?? 0));
  /** Whether the day it is wanted for is in time, at the minutes that were agreed. */
  private readonly wanted = computed(() => {
    const found = this.state.plan();
    return found ? wantedNotes(found, this.session.today()) : [];
  });

  /** What the teacher can mend with one press: a step that does not come on, else what holds the song back. */
  protected readonly mend = computed(() => {
    const found = this.state.plan();
    if (!found || !this.isTeaching) return undefined;
    const { stuck, readiness } = found;
    if (stuck) {
      const at = stuck.atBpm === null ? 'not clean yet' : `at ${stuck.atBpm}`;
      const days = `${stuck.days} days and ${Math.round(stuck.minutes)} min of practice`;
      const bar = stuck.bar === null ? '' : ` Bar ${stuck.bar} fails most.`;
      const step = findStep(found.steps, stuck.stepId);
      return { heading: 'Stuck.', words: `${step?.title ?? ''}: ${at} after ${days}.${bar}`, step };
    }
    const held = readiness.heldBackBy;
    if (!held) return undefined;
    const step = findStep(found.steps, held.stepId);
    return { heading: 'Make it easier:', words: held.title, step };
  });

  /** Tries that can hardly be as they were logged, for the teacher to ask about. */
  protected readonly odd = computed(() =>
    this.isTeaching ? (this.state.plan()?.odd.slice(0, SAID_SHOWN) ?? []) : [],
  );

  /** What was said in the practice room in the last week: for the teacher to ask about. */
  private readonly said = computed(() => {
    const found = this.state.plan();
    if (!found) return [];
    const since = dayAfter(this.session.today(), -SAID_DAYS);
    return saidSince(found.plan.events, since)
      .slice(0, SAID_SHOWN)
      .map((one) => ({
        tone: 'brass' as const,
        heading: SAID_HEADINGS[one.kind],
        words: `${this.whereSaid(one)} on ${dayWords(one.day)}.`,
      }));
  });

  protected readonly notes = computed(() => {
    const found = this.state.plan();
    if (!found || this.isChild) return [];
    const { share, gates, goalBpm, barer, kept } = found.readiness;
    const hasFaded = tempoToday(kept, this.session.today())?.isFaded === true;
    const isReady = gates.isReady && !hasFaded;
    const readyWords = gates.isReady ? 'Was ready: show it again.' : 'On the way to ready.';
    return [
      ...this.said(),
      ...checkAgainNotes(found.checkAgain),
      ...fadedNotes(found.due),
      ...whenNotes(found.when, this.isTeaching),
      {
        tone: isReady ? ('spruce' as const) : ('slate' as const),
        heading: isReady ? 'Ready to perform.' : readyWords,
        words: gateLines(gates).join('; ') + '.',
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
    this.state.open(toObservable(this.id));
  }

  private whereSaid(one: Sore | Stuck | RingCheck): string {
    if (one.kind === 'sore') return 'in practice';
    if (one.kind === 'ring') {
      const strings = one.dull.length === 1 ? 'string' : 'strings';
      return `${chordLabel(one.grip)}: ${strings} ${one.dull.join(' and ')}, heard one by one`;
    }
    const step = findStep(this.state.plan()?.steps ?? [], one.stepId);
    const at = one.bar === null ? '' : `, bar ${one.bar}`;
    return `at ${step?.title ?? 'a step that is gone'}${at}`;
  }
}

/** What has to be there before a song is ready, and whether it is. */
function gateLines(gates: PlanProgress['readiness']['gates']): readonly string[] {
  const mark = (isThere: boolean): string => (isThere ? '✓' : '○');
  const { partsAtGoal, parts, wholeRunDays, wholeRunDaysNeeded, isHeard } = gates;
  return [
    `${mark(partsAtGoal === parts)} ${partsAtGoal} of ${parts} sections and joins at goal`,
    `${mark(wholeRunDays >= wholeRunDaysNeeded)} ${wholeRunDays} of ${wholeRunDaysNeeded} whole runs, on different days`,
    `${mark(isHeard)} heard by the teacher${isHeard ? '' : ' still to come'}`,
  ];
}
