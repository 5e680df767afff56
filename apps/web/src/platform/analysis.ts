import { inject, Injectable } from '@angular/core';
import type { Finding } from '@harvu/core/checks';
import type { ToLearn } from '@harvu/core/form';
import type { FoundGrip } from '@harvu/core/fretboard';
import type { Readiness, StepProgress, TempoLine, Try } from '@harvu/core/progress';
import type { ReadChart, SongDocument } from '@harvu/core/song';
import type { Step, WindowedChange, Workpiece } from '@harvu/core/steps';
import { wrap } from 'comlink';
import { from, type Observable } from 'rxjs';
import { CONVENTIONS } from '../ui/conventions';
import type { AnalysisApi } from './analysis.worker';
import type { GripWishes } from './grip-search';

/** A song taken apart for the bench. */
export interface SongApart {
  readonly work: Workpiece;
  /** Every change with the least time there is for it, slowest first. */
  readonly tightest: readonly WindowedChange[];
  readonly toLearn: ToLearn;
}

/** A song taken apart, with its steps. */
export interface SongAnalysis {
  readonly work: Workpiece;
  readonly steps: readonly Step[];
}

/** A song taken apart, with how far a student is. */
export interface SongProgress extends SongAnalysis {
  readonly readiness: Readiness;
  readonly progress: readonly StepProgress[];
  readonly lines: readonly TempoLine[];
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

  analyse(song: SongDocument): Observable<SongAnalysis> {
    return from(this.worker.analyse(song, this.conventions()));
  }

  progress(song: SongDocument, tries: readonly Try[]): Observable<SongProgress> {
    return from(this.worker.progress(song, tries, this.conventions()));
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
