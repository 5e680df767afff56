import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { NewRequest, Problem, SongRequest } from '@harvu/contract';
import { tap, type Observable } from 'rxjs';
import { toProblem } from '../../platform/problems';
import { RequestsApi } from './requests.api';

/** The requests one sees, and what can be done with them. */
@Injectable()
export class RequestsState {
  private readonly api = inject(RequestsApi);
  private readonly router = inject(Router);
  private readonly all = signal<readonly SongRequest[] | null>(null);
  private readonly failed = signal<Problem | null>(null);

  readonly isLoading = computed(() => this.all() === null && this.failed() === null);
  readonly problem = this.failed.asReadonly();
  readonly waiting = computed(() => this.withStatus('waiting'));
  readonly answered = computed(() => [
    ...this.withStatus('accepted'),
    ...this.withStatus('declined'),
  ]);

  load(): void {
    this.run(this.api.list().pipe(tap((requests) => this.all.set(requests))));
  }

  ask(request: NewRequest): Observable<SongRequest> {
    return this.api
      .ask(request)
      .pipe(tap((made) => this.all.update((all) => [made, ...(all ?? [])])));
  }

  /** Accepting starts the song; the teacher goes on at its bench. */
  accept(id: string): void {
    const open = (request: SongRequest): void =>
      void this.router.navigate(['/songs', request.songId, 'bench']);
    this.run(this.api.accept(id).pipe(tap(open)));
  }

  decline(id: string, reason: string): void {
    this.run(this.api.decline(id, { reason }).pipe(tap((answered) => this.replace(answered))));
  }

  private withStatus(status: SongRequest['status']): readonly SongRequest[] {
    return (this.all() ?? []).filter((request) => request.status === status);
  }

  private replace(changed: SongRequest): void {
    this.all.update((all) => (all ?? []).map((one) => (one.id === changed.id ? changed : one)));
  }

  private run(work: Observable<unknown>): void {
    this.failed.set(null);
    work.subscribe({ error: (error: unknown) => this.failed.set(toProblem(error)) });
  }
}
