import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type {
  AddRequests,
  NewRequest,
  RequestQueue,
  SongRequest,
  WeighedRequest,
} from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import { parseDay } from '@harvu/core/day';
import { leadingTo, queueOf, type QueueEntry, type Wish } from '@harvu/core/fit';
import { finalize, switchMap, tap, type Observable } from 'rxjs';
import type { KnownRequests } from '@harvu/formats/table';
import { Session } from '../../platform/session';
import { Task } from '../../platform/task';
import { RequestsApi } from './requests.api';

/** A request as it is ranked, with all that is known of it. */
export interface WeighedWish extends Wish {
  readonly request: WeighedRequest;
}

/** A song that is asked for, as it is shown. */
export interface AskedSong extends QueueEntry<WeighedWish> {
  /** A song on the shelf that is probably the one. */
  readonly shelf: WeighedRequest['shelf'];
  /** What could be written to who asks, where it is for later; empty where it is not. */
  readonly later: string;
  /** Chords that were pasted, as chart text; empty where none were. */
  readonly chords: string;
}

const NO_QUEUE: RequestQueue = {
  today: '1970-01-01',
  constants: {},
  waiting: [],
  answered: [],
  inWork: [],
};

/** The requests one sees, and what can be done with them. */
@Injectable()
export class RequestsState {
  private readonly api = inject(RequestsApi);
  private readonly router = inject(Router);
  private readonly isTeaching = inject(Session).isTeaching();
  private readonly all = signal<readonly SongRequest[] | null>(null);
  private readonly queue = signal<RequestQueue | null>(null);
  private readonly askers = signal<KnownRequests | null>(null);
  private readonly adding = signal(false);
  private readonly task = new Task();

  /** Who could ask, and what waits; null unless requests are being taken in. */
  readonly known = this.askers.asReadonly();
  readonly isAdding = this.adding.asReadonly();

  readonly problem = this.task.problem;
  readonly isLoading = computed(
    () => this.all() === null && this.queue() === null && this.problem() === null,
  );
  readonly waiting = computed(() => this.withStatus('waiting'));
  readonly answered = computed(
    () =>
      this.queue()?.answered ?? [...this.withStatus('accepted'), ...this.withStatus('declined')],
  );
  /** What is asked for, the song that is worth taking up first. */
  readonly songs = computed((): readonly AskedSong[] => {
    const { today, constants, waiting, inWork } = this.queue() ?? NO_QUEUE;
    const options = {
      today,
      constants: constantsWith(constants),
      inWork: inWork.map(({ grips }) => grips),
    };
    return queueOf(waiting.map(toWish), options).map((entry) => ({
      ...entry,
      shelf: entry.wishes.find(({ request }) => request.shelf)?.request.shelf ?? null,
      later: laterWords(entry, inWork),
      chords: entry.wishes.find(({ request }) => request.chords !== '')?.request.chords ?? '',
    }));
  });

  load(): void {
    this.task.run(this.read());
  }

  /** Finds out who could ask, so that requests can be taken in. */
  openImport(): void {
    const found = this.api.people().pipe(
      tap((people) => {
        const waiting = this.songs().flatMap(({ wishes }) => wishes.map((one) => one.request));
        const students = people.filter(({ role, isPutAway }) => role === 'student' && !isPutAway);
        this.askers.set({ students, waiting });
      }),
    );
    this.task.run(found);
  }

  leaveImport(): void {
    this.askers.set(null);
  }

  /** Takes in requests from elsewhere, all of them or none. */
  addAll(requests: AddRequests): void {
    this.adding.set(true);
    const adding = this.api.addAll(requests).pipe(
      tap(() => this.askers.set(null)),
      switchMap(() => this.read()),
      finalize(() => this.adding.set(false)),
    );
    this.task.run(adding);
  }

  ask(request: NewRequest): Observable<SongRequest> {
    return this.api
      .ask(request)
      .pipe(tap((made) => this.all.update((all) => [made, ...(all ?? [])])));
  }

  /** Taking a song up starts it, or takes the one on the shelf; the teacher goes on at its bench. */
  accept({ wishes }: AskedSong, songId: string | null): void {
    const [first, ...more] = wishes;
    if (!first) return;
    const open = (request: SongRequest): void =>
      void this.router.navigate(['/songs', request.songId, 'bench']);
    const alsoIds = more.map(({ id }) => id);
    this.task.run(this.api.accept(first.id, { alsoIds, songId }).pipe(tap(open)));
  }

  decline({ wishes }: AskedSong, reason: string): void {
    const [first, ...more] = wishes;
    if (!first) return;
    const alsoIds = more.map(({ id }) => id);
    this.task.run(
      this.api.decline(first.id, { reason, alsoIds }).pipe(switchMap(() => this.read())),
    );
  }

  /** Keeps the chords that were pasted, and weighs the song anew. */
  saveChords({ wishes }: AskedSong, chords: string): void {
    const kept = wishes.find(({ request }) => request.chords !== '') ?? wishes[0];
    if (!kept) return;
    this.task.run(this.api.saveChords(kept.id, chords).pipe(switchMap(() => this.read())));
  }

  private read(): Observable<unknown> {
    return this.isTeaching
      ? this.api.queue().pipe(tap((queue) => this.queue.set(queue)))
      : this.api.list().pipe(tap((requests) => this.all.set(requests)));
  }

  private withStatus(status: SongRequest['status']): readonly SongRequest[] {
    return (this.all() ?? []).filter((request) => request.status === status);
  }
}

function toWish(request: WeighedRequest): WeighedWish {
  const { id, studentName, title, playedBy, wantedBy, askedAt, chart, fit, grips } = request;
  return {
    id,
    studentName,
    title,
    playedBy,
    chart,
    fit,
    grips,
    request,
    wantedOn: parseDay(wantedBy ?? '') ?? null,
    askedOn: parseDay(askedAt.slice(0, 10)) ?? '1970-01-01',
  };
}

/** What has to come first, and what leads there, in words a student reads. */
function laterWords({ wishes }: QueueEntry<WeighedWish>, inWork: RequestQueue['inWork']): string {
  const late = wishes.find(({ fit }) => fit?.verdict === 'later' && fit.after.length > 0);
  if (!late?.fit) return '';
  const { after, newGrips } = late.fit;
  const leading = leadingTo({ newGrips, grips: late.grips }, inWork).map(({ title }) => title);
  const there = leading.length === 0 ? '' : ` ${leading.join(' or ')} leads there.`;
  return `Later: first ${after.join(', ')}.${there}`;
}
