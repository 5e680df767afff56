import { inject, Injectable } from '@angular/core';
import type { Plan } from '@harvu/contract';
import { map, switchMap, type Observable } from 'rxjs';
import { Session } from '../../platform/session';
import { PlanStore } from '../../store';
import type { SongProgress } from '@harvu/core/standing';
import { Analysis } from '../../worked-out';

/** A plan with everything worked out from it. */
export interface PlanProgress extends SongProgress {
  readonly plan: Plan;
}

/** Brings plans together with what the core works out of them, events not yet sent included. */
@Injectable({ providedIn: 'root' })
export class PlanReader {
  private readonly store = inject(PlanStore);
  private readonly analysis = inject(Analysis);
  private readonly session = inject(Session);

  /** Gives a plan as it is known here, and then as it is now where that is not the same. */
  read(id: string): Observable<PlanProgress> {
    return this.store
      .open(id)
      .pipe(
        switchMap((plan) =>
          this.analysis
            .progress(plan, this.session.today())
            .pipe(map((progress) => ({ ...progress, plan }))),
        ),
      );
  }
}
