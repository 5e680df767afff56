import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { of } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { PlanStore } from '../../store';

/** A student's own week: their songs, as they stand. */
@Injectable()
export class WeekState {
  private readonly store = inject(PlanStore);
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview()),
    { initialValue: LOADING },
  );

  readonly overview = computed(() => valueOf(this.found()));
  readonly songs = computed(() =>
    this.overview()?.songs.filter((song) => song.withdrawnAt === null),
  );
  readonly problem = computed(() => problemOf(this.found()));
}
