import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Person, Problem } from '@harvu/contract';
import { toProblem } from '../../platform/problems';
import { Note } from '../../ui/note';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { Ribbon } from '../../ui/ribbon';
import { PlanReader, readinessWords, type PlanProgress } from '../plans';
import { PeopleApi } from '../studio';

const SILENT_DAYS = 7;
const DAY_MS = 86_400_000;

interface Row extends PlanProgress {
  readonly headline: string;
  readonly below: string;
  /** Days since the last try; null when there is none. */
  readonly silentDays: number | null;
}

function toRow(plan: PlanProgress): Row {
  const last = Math.max(...plan.plan.tries.map((one) => Date.parse(one.at)));
  const silentDays = Number.isFinite(last) ? Math.floor((Date.now() - last) / DAY_MS) : null;
  const { headline, below } = readinessWords(plan.readiness);
  return { ...plan, headline, below, silentDays };
}

/** Nothing logged for a week, though there is something left to do. */
function isSilent({ silentDays, readiness }: Row): boolean {
  return (silentDays ?? SILENT_DAYS) >= SILENT_DAYS && !readiness.gates.isReady;
}

/** Who is silent comes first, then whose song is furthest from whole. */
function byNeed(a: Row, b: Row): number {
  return Number(isSilent(b)) - Number(isSilent(a)) || a.readiness.share - b.readiness.share;
}

/** Everyone's songs as ribbons, those who need attention first. */
@Component({
  selector: 'harvu-students-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note, PageHead, ProblemLine, Ribbon, RouterLink],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page-head title="Students">
      <span figures class="flex gap-4 text-ink-soft">
        <span
          ><b class="text-ink">{{ students().length }}</b> students</span
        >
        <span
          ><b class="text-ink">{{ rows().length }}</b> songs in work</span
        >
      </span>
    </harvu-page-head>
    <div class="grid flex-1 lg:grid-cols-[minmax(0,1fr)_330px]">
      <div class="min-w-0 px-4 py-2 sm:px-6">
        <harvu-problem [problem]="problem()" />
        <ul>
          @for (row of rows(); track row.plan.id) {
            <li class="border-b border-line py-4">
              <a
                [routerLink]="['/plans', row.plan.id]"
                class="grid gap-x-6 gap-y-2 md:grid-cols-[200px_minmax(0,1fr)_minmax(0,1fr)]"
              >
                <span>
                  <span class="block font-display text-lg font-bold">{{
                    row.plan.studentName
                  }}</span>
                  <span class="text-xs text-ink-soft">{{ row.plan.title }}</span>
                </span>
                <span class="min-w-0">
                  <harvu-ribbon [blocks]="row.blocks" [thin]="true" inert />
                  <span class="mt-1 block text-xs text-ink-soft">{{ lastWords(row) }}</span>
                </span>
                <span
                  class="border-l-2 pl-3"
                  [class]="row.readiness.gates.isReady ? 'border-spruce' : 'border-brass-line'"
                >
                  <b>{{ row.headline }}</b>
                  <span class="block text-xs text-ink-soft">{{ row.below }}</span>
                  @if (row.readiness.heldBackBy; as part) {
                    <span class="block text-xs">held back by {{ part.step.title }}</span>
                  }
                </span>
              </a>
              <p class="mt-1 flex gap-4 text-xs">
                <a class="link" [routerLink]="['/students', row.plan.studentId]"
                  >What is known of {{ row.plan.studentName }}</a
                >
                <a
                  class="link"
                  [routerLink]="['/songs', row.plan.songId, 'steps']"
                  [queryParams]="{ for: row.plan.studentId }"
                  >Steps of {{ row.plan.title }}</a
                >
              </p>
            </li>
          } @empty {
            @if (isLoaded()) {
              <li class="py-6 text-ink-soft">
                Your students’ songs will stand here. Make the steps of a
                <a class="link" routerLink="/songs">song</a> and assign it.
              </li>
            }
          }
        </ul>
        @if (isLoaded() && idle().length > 0) {
          <p class="mt-4 text-ink-soft">
            Without a song:
            @for (student of idle(); track student.id) {
              <a class="link mr-3" [routerLink]="['/students', student.id]">{{ student.name }}</a>
            }
          </p>
        }
      </div>
      <aside
        class="ruled grid content-start gap-2.5 border-line px-4 py-4 lg:border-l"
        aria-label="Margin"
      >
        @if (silent(); as names) {
          <harvu-note tone="rose" heading="Silent for a week:">{{ names }}.</harvu-note>
        }
        @if (ready(); as names) {
          <harvu-note tone="spruce" heading="Ready to perform:">{{ names }}.</harvu-note>
        }
        <harvu-note tone="slate" heading="The level of a block"
          >is the clean tempo over the goal; a dashed block is not played clean yet.</harvu-note
        >
      </aside>
    </div>
  `,
})
export class StudentsPage {
  protected readonly rows = signal<readonly Row[]>([]);
  private readonly people = signal<readonly Person[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly isLoaded = signal(false);
  protected readonly students = computed(() =>
    this.people().filter((person) => person.role === 'student'),
  );
  protected readonly idle = computed(() => {
    const busy = new Set(this.rows().map((row) => row.plan.studentId));
    return this.students().filter((one) => !busy.has(one.id));
  });
  protected readonly silent = computed(() => this.namesOf(isSilent));
  protected readonly ready = computed(() => this.namesOf((row) => row.readiness.gates.isReady));

  constructor() {
    const fail = (error: unknown): void => this.problem.set(toProblem(error));
    inject(PlanReader)
      .readAll()
      .pipe(takeUntilDestroyed())
      .subscribe({
        next: (plans) => this.rows.set(plans.map(toRow).sort(byNeed)),
        error: fail,
        complete: () => this.isLoaded.set(true),
      });
    inject(PeopleApi)
      .list()
      .pipe(takeUntilDestroyed())
      .subscribe({ next: (all) => this.people.set(all), error: fail });
  }

  protected lastWords({ silentDays }: Row): string {
    if (silentDays === null) return 'nothing logged yet';
    if (silentDays === 0) return 'practised within a day';
    return `last practised ${silentDays} ${silentDays === 1 ? 'day' : 'days'} ago`;
  }

  private namesOf(isMeant: (row: Row) => boolean): string {
    return this.rows()
      .filter(isMeant)
      .map((row) => `${row.plan.studentName} (${row.plan.title})`)
      .join(', ');
  }
}
