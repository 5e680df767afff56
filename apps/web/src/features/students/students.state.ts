import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SongAtAGlance } from '@harvu/contract';
import { daysBetween, type Day } from '@harvu/core/day';
import { of } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { PlanStore } from '../../store';
import { readinessWords } from '../plans';

const SILENT_DAYS = 7;

/** One student's song in the list. */
export interface Row extends SongAtAGlance {
  readonly headline: string;
  readonly below: string;
  /** Days since the last try; null when there is none. */
  readonly silentDays: number | null;
}

function toRow(song: SongAtAGlance, today: Day): Row {
  const { lastDay, readiness } = song.overview;
  const { headline, below } = readinessWords(readiness);
  const silentDays = lastDay === null ? null : daysBetween(lastDay, today);
  return { ...song, headline, below, silentDays };
}

function isReady({ overview }: Row): boolean {
  return overview.readiness.gates.isReady;
}

/** Nothing logged for a week, though there is something left to do. */
function isSilent(row: Row): boolean {
  return (row.silentDays ?? SILENT_DAYS) >= SILENT_DAYS && !isReady(row);
}

/** Who is silent comes first, then whose song is furthest from whole. */
function byNeed(a: Row, b: Row): number {
  const share = a.overview.readiness.share - b.overview.readiness.share;
  return Number(isSilent(b)) - Number(isSilent(a)) || share;
}

function namesOf(rows: readonly Row[]): string {
  return rows.map(({ studentName, title }) => `${studentName} (${title})`).join(', ');
}

/** Everyone's songs as they stand. */
@Injectable()
export class StudentsState {
  private readonly store = inject(PlanStore);
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview()),
    { initialValue: LOADING },
  );
  private readonly overview = computed(() => valueOf(this.found()));

  readonly problem = computed(() => problemOf(this.found()));
  readonly isLoaded = computed(() => this.overview() !== undefined);
  readonly students = computed(() => this.overview()?.students ?? []);
  readonly rows = computed((): readonly Row[] => {
    const overview = this.overview();
    if (!overview) return [];
    return overview.songs
      .filter((song) => song.withdrawnAt === null)
      .map((song) => toRow(song, overview.today))
      .sort(byNeed);
  });
  readonly idle = computed(() => {
    const busy = new Set(this.rows().map((row) => row.studentId));
    return this.students().filter((one) => !busy.has(one.id));
  });
  readonly silent = computed(() => namesOf(this.rows().filter(isSilent)));
  readonly ready = computed(() => namesOf(this.rows().filter(isReady)));
}
