import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { LessonSlot, OverviewSong } from '@harvu/contract';
import type { Reason } from '@harvu/core/brief';
import { USUAL_CONSTANTS } from '@harvu/core/constants';
import { WEEKDAYS, type Day } from '@harvu/core/day';
import { merge, of } from 'rxjs';
import { Live } from '../../platform/live';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { PlanStore } from '../../store';
import { actionFor, briefOf, isFaded, type Brief } from '../brief';
import { readinessWords, type Reader } from '@harvu/core/words';
import { dayWords } from '../../ui/day-label';

/** What was known here and what the server says are both there by then; after it nobody changes places. */
const SETTLED_MS = 4000;

/** What one looks for in the list. */
export type Concern = Exclude<Reason['kind'], 'lesson'> | 'ready' | 'idle';

/** One of a student's songs. */
export interface OwnSong extends OverviewSong {
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
  /** All that concerns one about them. */
  readonly concerns: readonly Concern[];
  /** How much they need a look, and what each reason counts. */
  readonly score: number;
  readonly weights: string;
  /** The one thing, in a few words, and where to go for it. */
  readonly reason: string;
  readonly isGood: boolean;
  readonly action: string;
  readonly path: readonly string[];
  readonly query: Readonly<Record<string, string>>;
}

type RowReason = Pick<Row, 'reason' | 'isGood' | 'action' | 'path' | 'query'>;

/** Everyone with their songs, who needs a look first; nobody changes places while one looks. */
@Injectable()
export class StudentsState {
  private readonly store = inject(PlanStore);
  private readonly openedAt = Date.now();
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview(), merge(returned(), inject(Live).news())),
    { initialValue: LOADING },
  );
  private readonly overview = computed(() => valueOf(this.found()));
  private readonly concern = signal<Concern | null>(null);
  /** What narrows the list; all of it where nothing does. */
  readonly wanted = this.concern.asReadonly();

  readonly problem = computed(() => problemOf(this.found()));
  readonly isLoaded = computed(() => this.overview() !== undefined);
  private readonly told = computed((): readonly Row[] => {
    const overview = this.overview();
    return overview
      ? overview.students.map((one) => toRow(briefOf(one, overview), overview.today))
      : [];
  });
  /** The order they stand in. */
  private readonly order = linkedSignal<readonly Row[], readonly string[]>({
    source: this.told,
    computation: (rows, before) => {
      const ids = rows
        .toSorted((a, b) => b.score - a.score || a.name.localeCompare(b.name))
        .map(({ id }) => id);
      const isSettled = Date.now() - this.openedAt > SETTLED_MS && before?.value.length;
      if (!isSettled) return ids;
      return [...before.value, ...ids.filter((id) => !before.value.includes(id))];
    },
  });
  readonly rows = computed((): readonly Row[] => {
    const rows = new Map(this.told().map((row) => [row.id, row]));
    return this.order().flatMap((id) => rows.get(id) ?? []);
  });
  readonly shown = computed(() => {
    const wanted = this.wanted();
    return this.rows().filter((row) => wanted === null || row.concerns.includes(wanted));
  });
  /** How much each reason counts. */
  readonly weights = computed(() => {
    const all = { ...USUAL_CONSTANTS, ...this.overview()?.constants };
    return [
      `sore ${all.attentionSore}`,
      `a date in danger ${all.attentionDeadline}`,
      `stuck ${all.attentionStuck}`,
      `silent ${all.attentionSilent}`,
      `a lesson today ${all.attentionLesson}`,
    ].join(', ');
  });
  readonly songCount = computed(() => this.rows().reduce((sum, row) => sum + row.songs.length, 0));

  count(concern: Concern): number {
    return this.rows().filter((row) => row.concerns.includes(concern)).length;
  }

  narrow(concern: Concern): void {
    this.concern.update((now) => (now === concern ? null : concern));
  }
}

function slotWords(slot: LessonSlot): string {
  return slot ? `${WEEKDAYS[slot.weekday] ?? ''} ${slot.time}` : '';
}

/** It was shown, and not so long ago that it has to be shown again. */
function isReady({ overview }: OverviewSong, today: Day): boolean {
  return overview.readiness.gates.isReady && !isFaded(overview, today);
}

/** Where every section is at its goal, it is the joins that the figure tells of. */
function isHeldByJoins({ overview }: OverviewSong): boolean {
  const { blocks, readiness } = overview;
  const isFull = blocks.every(({ cleanBpm, goalBpm }) => (cleanBpm ?? 0) >= goalBpm);
  return isFull && blocks.length > 0 && (readiness.songBpm ?? 0) < readiness.goalBpm;
}

/** This page is the teacher's. */
const TEACHER: Reader = { who: 'teacher', told: dayWords };

function headlineOf(song: OverviewSong, today: Day): string {
  const { readiness } = song.overview;
  if (!isHeldByJoins(song)) return readinessWords({ readiness, today }, TEACHER).headline;
  const { songBpm, goalBpm } = readiness;
  return songBpm === null ? 'joins still new' : `joins ${songBpm} of ${goalBpm} bpm`;
}

function toOwn(song: OverviewSong, today: Day): OwnSong {
  const { readiness } = song.overview;
  const { below, heldBack } = readinessWords({ readiness, today }, TEACHER);
  const headline = headlineOf(song, today);
  const words = [below, readiness.heldBackBy ? heldBack : ''].filter(Boolean).join('. ');
  return { ...song, headline, words };
}

/** What needs a look comes before good news, and both before nothing. */
function seenOf(brief: Brief, today: Day): RowReason {
  const none = { reason: '', isGood: false, action: '', path: [], query: {} };
  const [first] = brief.attention.reasons.filter(({ kind }) => kind !== 'lesson');
  if (first) {
    const { words: action, path, query } = actionFor(first, brief);
    return { reason: first.words, isGood: false, action, path, query };
  }
  if (brief.songs.length === 0) {
    return { ...none, reason: 'No song yet.', action: 'Choose one', path: ['/songs'] };
  }
  const ready = brief.songs.find((song) => isReady(song, today));
  if (!ready) return none;
  const isHeard = ready.overview.readiness.gates.isHeard;
  const reason = `${ready.title} is ready to perform${isHeard ? '' : ', by own account'}.`;
  return { ...none, reason, isGood: true, action: 'Hear it', path: ['/plans', ready.id] };
}

function concernsOf({ songs, attention }: Brief, today: Day): readonly Concern[] {
  const kinds = attention.reasons.flatMap(({ kind }) => (kind === 'lesson' ? [] : [kind]));
  return [
    ...new Set(kinds),
    ...(songs.some((song) => isReady(song, today)) ? ['ready' as const] : []),
    ...(songs.length === 0 ? ['idle' as const] : []),
  ];
}

function toRow(brief: Brief, today: Day): Row {
  const { id, name, lessonSlot, songs, attention } = brief;
  return {
    id,
    name,
    slot: slotWords(lessonSlot),
    songs: songs.map((song) => toOwn(song, today)),
    concerns: concernsOf(brief, today),
    score: attention.score,
    ...seenOf(brief, today),
    weights: attention.reasons.map(({ weight, words }) => `${weight}: ${words}`).join('\n'),
  };
}
