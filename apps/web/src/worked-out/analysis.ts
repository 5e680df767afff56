import { inject, Injectable } from '@angular/core';
import type { Plan } from '@harvu/contract';
import type { VoiceAdvice } from '@harvu/core/capo';
import type { ReadChart } from '@harvu/core/chart';
import type { Finding } from '@harvu/core/checks';
import type { FoundGrip } from '@harvu/core/fretboard';
import type { Adjustments, ChangedPart, EasierGrip, Raise, SmallerPlan } from '@harvu/core/plan';
import type { Day } from '@harvu/core/day';
import type { PlanOverview, SongProgress } from '@harvu/core/standing';
import type { PlanEvent } from '@harvu/core/events';
import type { Scene } from '@harvu/core/practice';
import type { SongDocument } from '@harvu/core/song';
import { defer, type Observable } from 'rxjs';
import { WorkerOwner } from '../platform/worker-owner';
import { CONVENTIONS } from '../ui/conventions';
import type {
  Answers,
  KeyAdvice,
  PlannedSong,
  SceneAsked,
  SmallerWish,
  SongApart,
  VoiceRanges,
} from './answers';
import type { GripWishes } from './grip-search';
import type { PlanRequest } from './plan-request';

/** Has songs worked out in a worker, so that the page never waits; each answer is what answers.ts says. */
@Injectable({ providedIn: 'root' })
export class Analysis {
  private readonly conventions = inject(CONVENTIONS);
  private readonly worker = new WorkerOwner<Answers>(createWorker);

  read(text: string, before: SongDocument): Observable<ReadChart> {
    return defer(() => this.worker.ask((worker) => worker.read(text, before)));
  }

  takeApart(song: SongDocument): Observable<SongApart> {
    return defer(() => this.worker.ask((worker) => worker.takeApart(song, this.conventions())));
  }

  keyAdvice(song: SongDocument): Observable<KeyAdvice> {
    return defer(() => this.worker.ask((worker) => worker.keyAdvice(song, this.conventions())));
  }

  voice(song: SongDocument, ranges: VoiceRanges): Observable<VoiceAdvice> {
    return defer(() => this.worker.ask((worker) => worker.voice(song, ranges, this.conventions())));
  }

  plan(request: PlanRequest, events: readonly PlanEvent[]): Observable<PlannedSong> {
    return defer(() =>
      this.worker.ask((worker) => worker.plan(request, events, this.conventions())),
    );
  }

  raises(request: PlanRequest, stepId: string): Observable<readonly Raise[]> {
    return defer(() =>
      this.worker.ask((worker) => worker.raises(request, stepId, this.conventions())),
    );
  }

  easier(request: PlanRequest): Observable<readonly EasierGrip[]> {
    return defer(() => this.worker.ask((worker) => worker.easier(request, this.conventions())));
  }

  adjustments(plan: Plan, stepId: string): Observable<Adjustments> {
    return defer(() =>
      this.worker.ask((worker) => worker.adjustments(plan, stepId, this.conventions())),
    );
  }

  smaller(request: PlanRequest, wish: SmallerWish): Observable<readonly SmallerPlan[]> {
    return defer(() =>
      this.worker.ask((worker) => worker.smaller(request, wish, this.conventions())),
    );
  }

  progress(plan: Plan, today: Day): Observable<SongProgress> {
    return defer(() =>
      this.worker.ask((worker) => worker.progress(plan, today, this.conventions())),
    );
  }

  scene(plan: Plan, of: SceneAsked): Observable<Scene | null> {
    return defer(() => this.worker.ask((worker) => worker.scene(plan, of, this.conventions())));
  }

  overview(plan: Plan): Observable<PlanOverview> {
    return defer(() => this.worker.ask((worker) => worker.overview(plan, this.conventions())));
  }

  changedParts(before: SongDocument, after: SongDocument): Observable<readonly ChangedPart[]> {
    return defer(() => this.worker.ask((worker) => worker.changedParts(before, after)));
  }

  findings(song: SongDocument): Observable<readonly Finding[]> {
    return defer(() => this.worker.ask((worker) => worker.findings(song, this.conventions())));
  }

  findGrips(
    song: SongDocument,
    name: string,
    wishes: GripWishes,
  ): Observable<readonly FoundGrip[]> {
    return defer(() => this.worker.ask((worker) => worker.findGrips(song, name, wishes)));
  }
}

function createWorker(): Worker {
  return new Worker(new URL('./answers.worker', import.meta.url), { type: 'module' });
}
