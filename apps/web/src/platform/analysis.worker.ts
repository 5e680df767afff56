import { constantsWith } from '@harvu/core/assumptions';
import { findingsOf, stepFindings } from '@harvu/core/checks';
import { barsToLearn } from '@harvu/core/sameness';
import type { Conventions } from '@harvu/core/fretboard';
import {
  easierGrip,
  makePlan,
  milestonesOf,
  raisesOf,
  smallerPlans,
  timeOf,
  type PlanOptions,
  type Practice,
} from '@harvu/core/plan';
import { readinessOf, stepProgress, tempoLines, type Try } from '@harvu/core/progress';
import { readChart } from '@harvu/core/chart';
import type { SongDocument } from '@harvu/core/song';
import { tightestChanges, workpieceOf } from '@harvu/core/steps';
import { expose } from 'comlink';
import type { PlanRequest } from './plan-request';
import { findGripsFor } from './grip-search';

function optionsOf(
  { teaching, student, constants }: PlanRequest,
  { names }: Conventions,
): PlanOptions {
  return { teaching, student, names, constants: constantsWith(constants) };
}

/** What the page asks of the worker; the heavy part of the core runs here. */
const api = {
  read: readChart,
  takeApart(song: SongDocument, conventions: Conventions) {
    const work = workpieceOf(song, conventions);
    return { work, tightest: tightestChanges(work), toLearn: barsToLearn(work.playing) };
  },
  plan(request: PlanRequest, tries: readonly Try[], conventions: Conventions) {
    const plan = makePlan(request.song, optionsOf(request, conventions));
    const done = stepProgress(plan.steps, tries).filter((one) => one.state === 'done');
    return {
      ...plan,
      findings: stepFindings(plan),
      milestones: milestonesOf(plan.steps),
      done: done.map((one) => one.step.id),
    };
  },
  raises(request: PlanRequest, stepId: string, conventions: Conventions) {
    const { steps, work } = makePlan(request.song, optionsOf(request, conventions));
    return raisesOf(
      steps.find((step) => step.id === stepId),
      work,
    );
  },
  easier(request: PlanRequest, conventions: Conventions) {
    const { work } = makePlan(request.song, optionsOf(request, conventions));
    return work.grips.flatMap(({ name }) => easierGrip(work, name) ?? []);
  },
  smaller(
    request: PlanRequest,
    wish: Practice & { readonly wantedOn: string },
    conventions: Conventions,
  ) {
    return smallerPlans(request.song, optionsOf(request, conventions), wish);
  },
  findings: findingsOf,
  progress(request: PlanRequest, tries: readonly Try[], conventions: Conventions) {
    const plan = makePlan(request.song, optionsOf(request, conventions));
    const { work, steps } = plan;
    const readiness = readinessOf(work, { steps, tries });
    const lines = tempoLines(steps, tries);
    const progress = stepProgress(steps, tries);
    const open = progress.filter((one) => one.state !== 'done').map((one) => one.step);
    return { ...plan, readiness, lines, progress, left: timeOf(open, work.constants) };
  },
  findGrips: findGripsFor,
};

export type AnalysisApi = typeof api;

expose(api);
