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
import type { KnownStudent, PlanSummary, Problem, StudentProfile } from '@harvu/contract';
import { chordLabel } from '@harvu/core/chord';
import { USUAL_HAND } from '@harvu/core/fretboard';
import { secondsOfDrill } from '@harvu/core/steps';
import { forkJoin } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { Note } from '../../ui/note';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { PlansApi } from '../plans';
import { DrillMeasure } from './parts/drill-measure';
import { StretchMeasure } from './parts/stretch-measure';
import { StudentForm } from './parts/student-form';
import { StudentsApi } from './students.api';

const CHANGE_SECONDS = 30;
const STROKE_SECONDS = 10;

/** One student: what the studio knows, what their practice has shown, and measuring what decides their steps. */
@Component({
  selector: 'harvu-student-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillMeasure, Note, PageHead, ProblemLine, RouterLink, StretchMeasure, StudentForm],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    @if (known(); as student) {
      <harvu-page-head trail="Students / known" [title]="student.name">
        <span figures class="flex flex-wrap gap-x-4 text-ink-soft">
          @for (plan of plans(); track plan.id) {
            <a class="link" [routerLink]="['/plans', plan.id]"
              >{{ plan.title }}{{ plan.withdrawnAt === null ? '' : ' (taken back)' }}</a
            >
          } @empty {
            <span>no song yet</span>
          }
        </span>
      </harvu-page-head>
      <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_330px]">
        <div class="min-w-0 px-4 py-4 sm:px-6">
          <harvu-problem [problem]="problem()" />
          <p role="status" class="min-h-6 text-spruce">{{ told() }}</p>
          <harvu-student-form [profile]="student.profile" (kept)="keep($event)" />
        </div>
        <aside
          class="ruled grid content-start gap-2.5 border-line px-4 py-4 lg:border-l"
          aria-label="Margin"
        >
          <harvu-stretch-measure
            [scaleLengthMm]="student.profile.scaleLengthMm ?? usualScaleMm"
            (measured)="keep({ stretchMm: $event })"
          />
          <section class="rounded-sm border border-line bg-sheet p-3">
            <h3 class="text-sm">Measure a change</h3>
            <p class="text-sm">
              One strum on each grip, back and forth, as evenly as it goes. Tap once for each
              change.
            </p>
            <p class="mt-2 flex items-center gap-2">
              <input
                #from
                class="field w-20"
                maxlength="24"
                placeholder="G"
                aria-label="Change from"
                [value]="change().from"
                (input)="setChange({ from: from.value })"
              />
              →
              <input
                #to
                class="field w-20"
                maxlength="24"
                placeholder="D"
                aria-label="Change to"
                [value]="change().to"
                (input)="setChange({ to: to.value })"
              />
            </p>
            <harvu-drill-measure
              class="mt-2"
              what="Changes"
              [seconds]="changeSeconds"
              [says]="changeSays"
              [isDisabled]="!isChange()"
              (measured)="keepChange($event)"
            />
          </section>
          <section class="rounded-sm border border-line bg-sheet p-3">
            <h3 class="text-sm">Measure the picking hand</h3>
            <p class="text-sm">Even strokes on muted strings. Tap along, or type the count.</p>
            <harvu-drill-measure
              class="mt-2"
              what="Strokes"
              [seconds]="strokeSeconds"
              [says]="strokeSays"
              (measured)="keepStrokes($event)"
            />
          </section>
          @if (student.profile.changes.length > 0) {
            <harvu-note tone="slate" heading="Measured changes:">
              <ul>
                @for (one of student.profile.changes; track $index) {
                  <li class="flex justify-between gap-2">
                    {{ label(one.from) }} → {{ label(one.to) }}
                    <span
                      ><span class="font-mono text-xs">{{ one.seconds.toFixed(2) }} s</span>
                      <button
                        type="button"
                        class="link ml-2 text-sm"
                        [attr.aria-label]="'Forget ' + one.from + ' to ' + one.to"
                        (click)="forget($index)"
                      >
                        Forget
                      </button></span
                    >
                  </li>
                }
              </ul>
            </harvu-note>
          }
          <harvu-note tone="slate" heading="Shown in practice:">{{ shownWords() }}</harvu-note>
          <harvu-note tone="slate"
            >What is known here sets the tempos of songs given from now on. A plan that runs keeps
            its figures until you take new ones on its steps.</harvu-note
          >
        </aside>
      </div>
    } @else {
      <div class="px-6 py-6"><harvu-problem [problem]="problem()" /></div>
    }
  `,
})
export class StudentPage {
  readonly id = input.required<string>();
  private readonly api = inject(StudentsApi);
  private readonly plansApi = inject(PlansApi);
  protected readonly usualScaleMm = USUAL_HAND.scaleLengthMm;
  protected readonly changeSeconds = CHANGE_SECONDS;
  protected readonly strokeSeconds = STROKE_SECONDS;
  protected readonly known = signal<KnownStudent | null>(null);
  protected readonly plans = signal<readonly PlanSummary[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly told = signal('');
  protected readonly change = signal({ from: '', to: '' });
  protected readonly isChange = computed(() => {
    const { from, to } = this.change();
    return from.trim() !== '' && to.trim() !== '' && from.trim() !== to.trim();
  });
  protected readonly changeSays = (perMinute: number): string =>
    `${Math.round(perMinute)} a minute: ${secondsOfDrill(perMinute).toFixed(2)} s each`;
  protected readonly strokeSays = (perMinute: number): string =>
    `${(perMinute / 60).toFixed(1)} strokes a second`;
  protected readonly shownWords = computed(() => {
    const shown = this.known()?.shown;
    if (!shown) return '';
    const counts = [
      [shown.ownedGrips.length, 'grip'],
      [shown.changes.length, 'change'],
      [shown.ownedPatterns.length, 'pattern'],
    ] as const;
    const words = counts.flatMap(([count, what]) =>
      count > 0 ? [`${count} ${what}${count === 1 ? '' : 's'}`] : [],
    );
    const rate = shown.strokesPerSecond;
    const hand = rate === undefined ? [] : [`${rate.toFixed(1)} strokes a second`];
    const all = [...words, ...hand];
    return all.length === 0 ? 'nothing yet; it comes with the first tries.' : `${all.join(', ')}.`;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.open(id));
    });
  }

  protected label(name: string): string {
    return chordLabel(name);
  }

  protected setChange(part: Partial<{ from: string; to: string }>): void {
    this.change.update((now) => ({ ...now, ...part }));
  }

  private open(id: string): void {
    forkJoin({ known: this.api.find(id), plans: this.plansApi.list() }).subscribe({
      next: ({ known, plans }) => {
        this.known.set(known);
        this.plans.set(plans.filter((plan) => plan.studentId === id));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected keep(part: Partial<StudentProfile>): void {
    const now = this.known();
    if (!now) return;
    this.problem.set(null);
    this.told.set('');
    const profile = { ...now.profile, ...part };
    this.api.save(now.id, { baseVersion: now.version, profile }).subscribe({
      next: (known) => {
        this.known.set(known);
        this.told.set('Kept.');
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected keepChange(perMinute: number): void {
    const changes = this.known()?.profile.changes ?? [];
    const [from, to] = [this.change().from, this.change().to].map((name) =>
      name.trim().replaceAll('♯', '#').replaceAll('♭', 'b'),
    ) as [string, string];
    const others = changes.filter((one) => one.from !== from || one.to !== to);
    this.keep({ changes: [...others, { from, to, seconds: secondsOfDrill(perMinute) }] });
  }

  protected keepStrokes(perMinute: number): void {
    this.keep({ strokesPerSecond: Math.round((perMinute / 60) * 10) / 10 });
  }

  protected forget(index: number): void {
    const changes = this.known()?.profile.changes ?? [];
    this.keep({ changes: changes.toSpliced(index, 1) });
  }
}
