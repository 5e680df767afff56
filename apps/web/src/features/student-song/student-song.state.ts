import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Observable } from 'rxjs';
import { LOADING, opened, problemOf, valueOf, type Opened } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { PlanReader, type PlanProgress } from '../plans';

/** One student's song, as it stands. */
@Injectable()
export class StudentSongState {
  private readonly reader = inject(PlanReader);
  private readonly ended = inject(DestroyRef);
  private readonly returned$ = returned();
  private readonly found = signal<Opened<PlanProgress>>(LOADING);

  readonly plan = computed(() => valueOf(this.found()));
  readonly problem = computed(() => problemOf(this.found()));

  open(id$: Observable<string>): void {
    opened(id$, (id) => this.reader.read(id), this.returned$)
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe((found) => this.found.set(found));
  }
}
