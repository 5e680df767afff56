import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { of } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { EventQueue, PlanStore } from '../../store';

/** A student's own week: their songs, as they stand. */
@Injectable()
export class WeekState {
  private readonly store = inject(PlanStore);
  private readonly queue = inject(EventQueue);
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview()),
    { initialValue: LOADING },
  );

  readonly overview = computed(() => valueOf(this.found()));
  readonly songs = computed(() =>
    this.overview()?.songs.filter((song) => song.withdrawnAt === null),
  );
  /** What this device has and the server does not. */
  readonly unsent = computed(() => this.queue.unsent().length);
  readonly problem = computed(() => problemOf(this.found()));
}
