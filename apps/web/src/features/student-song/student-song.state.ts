import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { merge, Subject, switchMap, type Observable } from 'rxjs';
import { Live } from '../../platform/live';
import { LOADING, opened, problemOf, valueOf, type Opened } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { Session } from '../../platform/session';
import { Log } from '../../store';
import { PlanReader, type PlanProgress } from '../plans';
import type { Righted } from './parts/tried-list';

/** One student's song, as it stands. */
@Injectable()
export class StudentSongState {
  private readonly reader = inject(PlanReader);
  private readonly log = inject(Log);
  private readonly session = inject(Session);
  private readonly ended = inject(DestroyRef);
  private readonly asked = new Subject<void>();
  private readonly returned$ = merge(returned(), this.asked);
  private readonly live = inject(Live);
  private readonly found = signal<Opened<PlanProgress>>(LOADING);

  readonly plan = computed(() => valueOf(this.found()));
  readonly problem = computed(() => problemOf(this.found()));

  /** Reads it once more, after something was changed. */
  again(): void {
    this.asked.next();
  }

  /** A try was not as it was logged, or did not happen: it stays in the log, with what is said of it now. */
  async putRight({ id, clean }: Righted): Promise<void> {
    const plan = this.plan()?.plan;
    if (!plan) return;
    const { revision } = plan;
    await this.log.write(plan.id, { kind: 'correction', of: id, clean, revision });
    this.again();
  }

  open(id$: Observable<string>): void {
    const news$ = id$.pipe(switchMap((id) => this.live.news(id)));
    opened(id$, (id) => this.reader.read(id), merge(this.returned$, news$))
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe((found) => this.found.set(found));
  }
}
