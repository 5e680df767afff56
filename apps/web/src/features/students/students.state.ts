import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { LessonSlot, SongAtAGlance } from '@harvu/contract';
import { daysBetween, type Day } from '@harvu/core/day';
import { of } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { PlanStore } from '../../store';
import { readinessWords } from '../plans';

/** Monday first. */
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const SILENT_DAYS = 7;
/** "2026-11-26" of a moment. */
const DAY_LENGTH = 10;

/** What one looks for in the list. */
export type Concern = 'silent' | 'ready' | 'idle';

/** One of a student's songs. */
export interface OwnSong extends SongAtAGlance {
  readonly headline: string;
  /** All that is to say of how far it is. */
  readonly words: string;
}

/** A student with their songs, and the one thing to see to. */
export interface Row {
  readonly id: string;
  readonly name: string;
  readonly slot: string;
  readonly songs: readonly OwnSong[];
  readonly concern: Concern | undefined;
  /** Why, in a few words, and where to go for it. */
  readonly reason: string;
  readonly action: string;
  readonly path: readonly string[];
  readonly query: Readonly<Record<string, string>>;
}

/** The last day a student did something with any song, else the day they were first given one. */
function lastHeard(songs: readonly SongAtAGlance[]): Day | undefined {
  const practised = songs.flatMap(({ overview }) => overview.lastDay ?? []);
  const given = songs.map((one) => one.assignedAt.slice(0, DAY_LENGTH) as Day);
  return practised.toSorted().at(-1) ?? given.toSorted()[0];
}

function slotWords(slot: LessonSlot): string {
  return slot ? `${WEEKDAYS[slot.weekday] ?? ''} ${slot.time}` : '';
}

function isReady({ overview }: SongAtAGlance): boolean {
  return overview.readiness.gates.isReady;
}

/** Where every section is at its goal, it is the joins that the figure tells of. */
function isHeldByJoins({ overview }: SongAtAGlance): boolean {
  const { blocks, readiness } = overview;
  const isFull = blocks.every(({ cleanBpm, goalBpm }) => (cleanBpm ?? 0) >= goalBpm);
  return isFull && blocks.length > 0 && (readiness.songBpm ?? 0) < readiness.goalBpm;
}

function headlineOf(song: SongAtAGlance): string {
  const { readiness } = song.overview;
  if (!isHeldByJoins(song)) return readinessWords(readiness).headline;
  const { songBpm, goalBpm } = readiness;
  return songBpm === null ? 'joins still new' : `joins ${songBpm} of ${goalBpm} bpm`;
}

function toOwn(song: SongAtAGlance): OwnSong {
  const { readiness } = song.overview;
  const { below } = readinessWords(readiness);
  const headline = headlineOf(song);
  const words = [below, readiness.heldBackBy?.line ?? ''].filter(Boolean).join('. ');
  return { ...song, headline, words };
}

type Seen = Pick<Row, 'concern' | 'reason' | 'action' | 'path' | 'query'>;

/** Nothing logged for a week in any song, though there is something left to do, comes before good news. */
function concernOf(studentId: string, songs: readonly SongAtAGlance[], today: Day): Seen {
  const none = { concern: undefined, reason: '', action: '', path: [], query: {} };
  const [first] = songs;
  if (!first) {
    return {
      ...{ concern: 'idle', reason: 'No song yet.', action: 'Choose one', path: ['/songs'] },
      query: {},
    };
  }
  const heard = lastHeard(songs);
  const quiet = heard === undefined ? 0 : daysBetween(heard, today);
  const left = songs.find((song) => !isReady(song));
  if (left && quiet >= SILENT_DAYS) {
    return {
      ...{ concern: 'silent', reason: `Nothing logged for ${quiet} days.` },
      ...{ action: 'Make it smaller', path: ['/songs', left.songId, 'steps'] },
      query: { for: studentId },
    };
  }
  const ready = songs.find(isReady);
  if (!ready) return none;
  const reason = `${ready.title} is ready to perform.`;
  return { ...none, concern: 'ready', reason, action: 'Hear it', path: ['/plans', ready.id] };
}

/** Everyone with their songs, by name: nobody changes places while one looks. */
@Injectable()
export class StudentsState {
  private readonly store = inject(PlanStore);
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview(), returned()),
    { initialValue: LOADING },
  );
  private readonly overview = computed(() => valueOf(this.found()));
  private readonly concern = signal<Concern | null>(null);
  /** What narrows the list; all of it where nothing does. */
  readonly wanted = this.concern.asReadonly();

  readonly problem = computed(() => problemOf(this.found()));
  readonly isLoaded = computed(() => this.overview() !== undefined);
  readonly rows = computed((): readonly Row[] => {
    const { today, students = [], songs = [] } = this.overview() ?? {};
    if (today === undefined) return [];
    const given = songs.filter((song) => song.withdrawnAt === null);
    return students
      .toSorted((a, b) => a.name.localeCompare(b.name))
      .map(({ id, name, lessonSlot }) => {
        const own = given.filter((song) => song.studentId === id);
        const slot = slotWords(lessonSlot);
        return { id, name, slot, songs: own.map(toOwn), ...concernOf(id, own, today) };
      });
  });
  readonly shown = computed(() => {
    const wanted = this.wanted();
    return this.rows().filter((row) => wanted === null || row.concern === wanted);
  });
  readonly songCount = computed(() => this.rows().reduce((sum, row) => sum + row.songs.length, 0));

  count(concern: Concern): number {
    return this.rows().filter((row) => row.concern === concern).length;
  }

  narrow(concern: Concern): void {
    this.concern.update((now) => (now === concern ? null : concern));
  }
}
