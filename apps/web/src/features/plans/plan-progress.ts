import { inject, Injectable } from '@angular/core';
import type { Plan, PlanSummary } from '@harvu/contract';
import type { Readiness } from '@harvu/core/progress';
import type { Workpiece } from '@harvu/core/steps';
import { from, map, mergeMap, of, scan, switchMap, type Observable } from 'rxjs';
import { Analysis, type SongProgress } from '../../platform/analysis';
import type { PlanRequest } from '../../platform/plan-request';
import { Outbox } from '../../platform/outbox';
import type { RibbonBlock } from '../../ui/ribbon';
import { PlansApi } from './plans.api';

/** A plan with everything worked out from it. */
export interface PlanProgress extends SongProgress {
  readonly plan: Plan;
  readonly blocks: readonly RibbonBlock[];
}

const AT_ONCE = 3;

/** Draws a song's occurrences as ribbon blocks, filled as far as a student holds them. */
export function filledBlocks(work: Workpiece, readiness: Readiness): readonly RibbonBlock[] {
  const held = new Map(
    readiness.parts
      .filter(({ step }) => step.kind !== 'join')
      .flatMap(({ step, cleanBpm }) => step.atoms.map((part) => [part, cleanBpm] as const)),
  );
  return work.playing.occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
    cleanBpm: held.get(part.id) ?? null,
    goalBpm: work.goalBpm,
  }));
}

/** Draws a song's occurrences as plain ribbon blocks. */
export function plainBlocks(work: Workpiece): readonly RibbonBlock[] {
  return work.playing.occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
  }));
}

/** What the steps of a plan are made from: its revision, its way, and the figures it stands on. */
export function requestOf({ document, teaching, figures }: Plan): PlanRequest {
  return { song: document, teaching, ...figures };
}

/** Brings plans together with what the core works out of them, tries not yet sent included. */
@Injectable({ providedIn: 'root' })
export class PlanReader {
  private readonly api = inject(PlansApi);
  private readonly analysis = inject(Analysis);
  private readonly outbox = inject(Outbox);

  read(id: string): Observable<PlanProgress> {
    return this.api.find(id).pipe(switchMap((plan) => this.workOut(plan)));
  }

  workOut(plan: Plan): Observable<PlanProgress> {
    const unsent = this.outbox
      .unsentOf(plan.id)
      .map((one) => ({ ...one, source: 'self' as const }));
    return this.analysis
      .progress(requestOf(plan), [...plan.tries, ...unsent])
      .pipe(map((made) => ({ ...made, plan, blocks: filledBlocks(made.work, made.readiness) })));
  }

  /** Gives the plans in work that one sees, each as soon as it is worked out, in the order of the list. */
  readAll(): Observable<readonly PlanProgress[]> {
    return this.api
      .list()
      .pipe(switchMap((plans) => this.readMany(plans.filter((plan) => plan.withdrawnAt === null))));
  }

  private readMany(plans: readonly PlanSummary[]): Observable<readonly PlanProgress[]> {
    if (plans.length === 0) return of([]);
    const order = plans.map((plan) => plan.id);
    return from(plans).pipe(
      mergeMap((plan) => this.read(plan.id), AT_ONCE),
      scan<PlanProgress, readonly PlanProgress[]>((all, one) => [...all, one], []),
      map((all) => [...all].sort((a, b) => order.indexOf(a.plan.id) - order.indexOf(b.plan.id))),
    );
  }
}
