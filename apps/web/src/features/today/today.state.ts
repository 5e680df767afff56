import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Overview, StoredLesson } from '@harvu/contract';
import type { AgendaItem } from '@harvu/core/words';
import { merge, of } from 'rxjs';
import { Live } from '../../platform/live';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { Session } from '../../platform/session';
import { PlanStore } from '../../store';
import { agendaFor, briefNotes, briefOf, isFaded, isNearlyReady, lessonsToday } from '../brief';
import type { Brief, BriefNote } from '../brief';

/** A lesson of the day with what is told of the student. */
export interface LessonRow {
  readonly lesson: StoredLesson;
  readonly brief: Brief;
  readonly agenda: readonly AgendaItem[];
  /** "74 of 122 min" */
  readonly minutes: string;
  /** What needs somebody first. */
  readonly notes: readonly BriefNote[];
  readonly isNext: boolean;
}

const NOTES_SHOWN = 2;

/** The teacher's day: whose lesson is next, what to hear, who is stuck or silent, what waits. */
@Injectable()
export class TodayState {
  private readonly store = inject(PlanStore);
  private readonly session = inject(Session);
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview(), merge(returned(), inject(Live).news())),
    { initialValue: LOADING },
  );
  private readonly isEverybodys = signal(false);

  readonly overview = computed((): Overview | undefined => valueOf(this.found()));
  readonly problem = computed(() => problemOf(this.found()));
  /** Lessons of other teachers are shown, too. */
  readonly showsAll = this.isEverybodys.asReadonly();
  private readonly briefs = computed(() => {
    const overview = this.overview();
    return overview ? overview.students.map((student) => briefOf(student, overview)) : [];
  });
  private readonly all = computed(() => {
    const overview = this.overview();
    return overview ? lessonsToday(overview) : [];
  });
  private readonly own = computed(() =>
    this.all().filter(
      ({ teacherId }) => teacherId === null || teacherId === this.session.person()?.id,
    ),
  );
  /** Lessons today that somebody else gives. */
  readonly othersCount = computed(() => this.all().length - this.own().length);
  readonly lessons = computed((): readonly LessonRow[] => {
    const overview = this.overview();
    if (!overview) return [];
    const chosen = this.showsAll() ? this.all() : this.own();
    const next = chosen.find(({ state }) => state === 'planned')?.id;
    return chosen.flatMap((lesson): readonly LessonRow[] => {
      const brief = this.briefs().find(({ id }) => id === lesson.studentId);
      if (!brief) return [];
      const agenda = agendaFor(brief, lesson, overview.today);
      const notes = briefNotes(brief)
        .filter(({ key }) => key !== 'minutes')
        .slice(0, NOTES_SHOWN);
      const minutes = minutesWords(brief);
      return [{ lesson, brief, agenda, minutes, notes, isNext: lesson.id === next }];
    });
  });
  readonly next = computed(() => this.lessons().find(({ isNext }) => isNext));
  readonly minutes = computed(() =>
    this.lessons().reduce((sum, { lesson }) => sum + lesson.minutes, 0),
  );
  /** Who does not come today and needs somebody all the same, the most first. */
  readonly others = computed(() => {
    const here = new Set(this.lessons().map(({ brief }) => brief.id));
    return this.briefs()
      .filter(({ id, attention }) => !here.has(id) && attention.score > 0)
      .toSorted((a, b) => b.attention.score - a.attention.score || a.name.localeCompare(b.name));
  });
  readonly silent = computed(() =>
    this.briefs().filter(({ attention }) =>
      attention.reasons.some(({ kind }) => kind === 'silent'),
    ),
  );
  readonly nearlyReady = computed(() =>
    this.briefs().flatMap(({ name, songs }) =>
      songs
        .filter(({ overview }) => isNearlyReady(overview.readiness))
        .map(({ id, title }) => ({ id, title, name })),
    ),
  );
  readonly ready = computed(() =>
    this.briefs().flatMap(({ name, songs }) =>
      songs
        .filter(({ overview }) => overview.readiness.gates.isReady)
        .map(({ id, title, overview }) => ({
          id,
          title,
          name,
          isHeard: overview.readiness.gates.isHeard,
          isFaded: isFaded(overview, this.overview()?.today ?? '1970-01-01'),
        })),
    ),
  );

  toggleAll(): void {
    this.isEverybodys.update((now) => !now);
  }
}

function minutesWords({ since }: Brief): string {
  const [minutes, agreed] = [Math.round(since.minutes), Math.round(since.agreed)];
  return agreed === 0 ? `${minutes} min` : `${minutes} of ${agreed} min`;
}
