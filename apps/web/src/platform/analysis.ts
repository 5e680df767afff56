import { inject, Injectable } from '@angular/core';
import type { Finding } from '@harvu/core/checks';
import type { ToLearn } from '@harvu/core/sameness';
import type { FoundGrip } from '@harvu/core/fretboard';
import type {
  EasierGrip,
  Milestones,
  PlanTime,
  Practice,
  Raise,
  SmallerPlan,
  StepPlan,
} from '@harvu/core/plan';
import type { Readiness, StepProgress, TempoLine, Try } from '@harvu/core/progress';
import type { ReadChart } from '@harvu/core/chart';
import type { SongDocument } from '@harvu/core/song';
import type { WindowedChange, Workpiece } from '@harvu/core/steps';
import { wrap } from 'comlink';
import { from, type Observable } from 'rxjs';
import { CONVENTIONS } from '../ui/conventions';
import type { AnalysisApi } from './analysis.worker';
import type { GripWishes } from './grip-search';
import type { PlanRequest } from './plan-request';

/** A song taken apart for the bench. */
export interface SongApart {
  readonly work: Workpiece;
  /** Every change with the least time there is for it, slowest first. */
  readonly tightest: readonly WindowedChange[];
  readonly toLearn: ToLearn;
}

/** The steps of a song as somebody is taught it, with what is worth a second look about them. */
export interface PlannedSong extends StepPlan {
  readonly findings: readonly Finding[];
  readonly milestones: Milestones;
  /** Steps the student has done already, by id. */
  readonly done: readonly string[];
}

/** The steps of a song with how far a student is. */
export interface SongProgress extends StepPlan {
  readonly readiness: Readiness;
  readonly progress: readonly StepProgress[];
  readonly lines: readonly TempoLine[];
  /** The time of the steps that are still to do. */
  readonly left: PlanTime;
}

/** Has songs worked out in a worker, so that the page never waits. */
@Injectable({ providedIn: 'root' })
export class Analysis {
  private readonly conventions = inject(CONVENTIONS);
  private readonly worker = wrap<AnalysisApi>(
    new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' }),
  );

  /** Reads a chart as it is typed; ids stay as they were in the song before. */
  read(text: string, before: SongDocument): Observable<ReadChart> {
    return from(this.worker.read(text, before));
  }

  /** Takes a song apart without making its steps. */
  takeApart(song: SongDocument): Observable<SongApart> {
    return from(this.worker.takeApart(song, this.conventions()));
  }

  /** Makes the steps of a song for somebody, who may have done some of them. */
  plan(request: PlanRequest, tries: readonly Try[]): Observable<PlannedSong> {
    return from(this.worker.plan(request, tries, this.conventions()));
  }

  /** What would let one step start faster. */
  raises(request: PlanRequest, stepId: string): Observable<readonly Raise[]> {
    return from(this.worker.raises(request, stepId, this.conventions()));
  }

  /** Grips of the same names that are easier for this hand, those with a barre first. */
  easier(request: PlanRequest): Observable<readonly EasierGrip[]> {
    return from(this.worker.easier(request, this.conventions()));
  }

  /** Smaller ways to learn a song, up to the first that is in time. */
  smaller(
    request: PlanRequest,
    wish: Practice & { readonly wantedOn: string },
  ): Observable<readonly SmallerPlan[]> {
    return from(this.worker.smaller(request, wish, this.conventions()));
  }

  progress(request: PlanRequest, tries: readonly Try[]): Observable<SongProgress> {
    return from(this.worker.progress(request, tries, this.conventions()));
  }

  findings(song: SongDocument): Observable<readonly Finding[]> {
    return from(this.worker.findings(song, this.conventions()));
  }

  findGrips(
    song: SongDocument,
    name: string,
    wishes: GripWishes,
  ): Observable<readonly FoundGrip[]> {
    return from(this.worker.findGrips(song, name, wishes));
  }
}
