import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SongAtAGlance } from '@harvu/contract';
import { daysBetween, type Day } from '@harvu/core/day';
import { of } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { PlanStore } from '../../store';
import { readinessWords } from '../plans';

const SILENT_DAYS = 7;
/** "2026-11-26" of a moment. */
const DAY_LENGTH = 10;

/** One student's song in the list. */
export interface Row extends SongAtAGlance {
  readonly headline: string;
  readonly below: string;
  /** Days since the last try at this song; null when there is none. */
  readonly silentDays: number | null;
  /** Days since the student's last try at any song, else since the first was given to them. */
  readonly quietDays: number;
}

/** The last day each student did something with any song, else the day they were first given one. */
function lastHeard(songs: readonly SongAtAGlance[]): ReadonlyMap<string, Day> {
  const last = new Map<string, Day>();
  const given = new Map<string, Day>();
  for (const { studentId, assignedAt, overview } of songs) {
    const { lastDay } = overview;
    if (lastDay !== null && lastDay > (last.get(studentId) ?? '')) last.set(studentId, lastDay);
    const day = assignedAt.slice(0, DAY_LENGTH) as Day;
    if (day < (given.get(studentId) ?? '9999')) given.set(studentId, day);
  }
  return new Map([...given, ...last]);
}

function toRow(song: SongAtAGlance, today: Day, heard: Day): Row {
  const { lastDay, readiness } = song.overview;
  const { headline, below } = readinessWords(readiness);
  const silentDays = lastDay === null ? null : daysBetween(lastDay, today);
  return { ...song, headline, below, silentDays, quietDays: daysBetween(heard, today) };
}

function isReady({ overview }: Row): boolean {
  return overview.readiness.gates.isReady;
}

/** Nothing logged for a week in any song, though there is something left to do. */
function isSilent(row: Row): boolean {
  return row.quietDays >= SILENT_DAYS && !isReady(row);
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
    const heard = lastHeard(overview.songs);
    return overview.songs
      .filter((song) => song.withdrawnAt === null)
      .map((song) => toRow(song, overview.today, heard.get(song.studentId) ?? overview.today))
      .sort(byNeed);
  });
  readonly idle = computed(() => {
    const busy = new Set(this.rows().map((row) => row.studentId));
    return this.students().filter((one) => !busy.has(one.id));
  });
  readonly silent = computed(() => namesOf(this.rows().filter(isSilent)));
  readonly ready = computed(() => namesOf(this.rows().filter(isReady)));
}
