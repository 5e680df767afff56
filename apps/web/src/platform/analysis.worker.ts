import { findingsOf } from '@harvu/core/checks';
import { barsToLearn } from '@harvu/core/form';
import type { Conventions } from '@harvu/core/fretboard';
import { readinessOf, stepProgress, tempoLines, type Try } from '@harvu/core/progress';
import { readChart, type SongDocument } from '@harvu/core/song';
import { makeSteps, tightestChanges, workpieceOf } from '@harvu/core/steps';
import { expose } from 'comlink';
import { findGripsFor } from './grip-search';

/** What the page asks of the worker; the heavy part of the core runs here. */
const api = {
  read: readChart,
  takeApart(song: SongDocument, conventions: Conventions) {
    const work = workpieceOf(song, conventions);
    return { work, tightest: tightestChanges(work), toLearn: barsToLearn(work.playing) };
  },
  analyse(song: SongDocument, conventions: Conventions) {
    const work = workpieceOf(song, conventions);
    return { work, steps: makeSteps(work) };
  },
  findings: findingsOf,
  progress(song: SongDocument, tries: readonly Try[], conventions: Conventions) {
    const work = workpieceOf(song, conventions);
    const steps = makeSteps(work);
    const readiness = readinessOf(work, { steps, tries });
    const lines = tempoLines(steps, tries);
    return { work, steps, readiness, lines, progress: stepProgress(steps, tries) };
  },
  findGrips: findGripsFor,
};

export type AnalysisApi = typeof api;

expose(api);
