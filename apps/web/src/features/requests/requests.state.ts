import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { NewRequest, SongRequest } from '@harvu/contract';
import { tap, type Observable } from 'rxjs';
import { Task } from '../../platform/task';
import { RequestsApi } from './requests.api';

/** The requests one sees, and what can be done with them. */
@Injectable()
export class RequestsState {
  private readonly api = inject(RequestsApi);
  private readonly router = inject(Router);
  private readonly all = signal<readonly SongRequest[] | null>(null);
  private readonly task = new Task();

  readonly problem = this.task.problem;
  readonly isLoading = computed(() => this.all() === null && this.problem() === null);
  readonly waiting = computed(() => this.withStatus('waiting'));
  readonly answered = computed(() => [
    ...this.withStatus('accepted'),
    ...this.withStatus('declined'),
  ]);

  load(): void {
    this.task.run(this.api.list().pipe(tap((requests) => this.all.set(requests))));
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
    this.task.run(this.api.accept(id).pipe(tap(open)));
  }

  decline(id: string, reason: string): void {
    this.task.run(this.api.decline(id, { reason }).pipe(tap((answered) => this.replace(answered))));
  }

  private withStatus(status: SongRequest['status']): readonly SongRequest[] {
    return (this.all() ?? []).filter((request) => request.status === status);
  }

  private replace(changed: SongRequest): void {
    this.all.update((all) => (all ?? []).map((one) => (one.id === changed.id ? changed : one)));
  }
}
